import type { MachineProfile } from "../../core/machine/index.ts";
import { type ProgramReading, programMachine } from "../../core/program/index.ts";
import type { ReadProgramAnswer, ReadProgramRequest } from "../workers/programWorker.ts";

/**
 * Reads a program beside the page. The content is given away to the reader; ending the signal ends the reading,
 * without an answer.
 */
export function readProgramFile(
  content: ArrayBuffer,
  machine: MachineProfile,
  { onProgress, signal }: { readonly onProgress?: (share: number) => void; readonly signal?: AbortSignal } = {},
): Promise<ProgramReading> {
  const worker = new Worker(new URL("../workers/programWorker.ts", import.meta.url), { type: "module" });
  signal?.addEventListener("abort", () => worker.terminate());
  const reading = new Promise<ProgramReading>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<ReadProgramAnswer>) =>
      data.kind === "progress" ? onProgress?.(data.share) : resolve(data.reading);
    worker.onerror = () => reject(new ProgramNotRead());
  });
  const request: ReadProgramRequest = { content, machine: programMachine(machine) };
  worker.postMessage(request, [content]);
  return reading.finally(() => worker.terminate());
}

/** The reader gave up, or could not be had. */
export class ProgramNotRead extends Error {}
