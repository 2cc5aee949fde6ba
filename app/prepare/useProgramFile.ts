import { useEffect, useState } from "react";
import type { MachineProfile } from "../../core/frame/index.ts";
import { type ProgramReading, programMachine } from "../../core/program/index.ts";
import { LARGEST_PROGRAM } from "../../server/program/largestProgram.ts";
import type { ReadProgramAnswer, ReadProgramRequest } from "../workers/programWorker.ts";

/** A chosen program on its way: nothing chosen, refused, being read, or read. */
export type ProgramFile =
  | { readonly state: "none" }
  | { readonly state: "refused"; readonly message: string }
  | { readonly state: "reading"; readonly share: number }
  | { readonly state: "read"; readonly reading: ProgramReading; readonly milliseconds: number };

/** Reads a chosen file in a worker as soon as it is chosen; choosing another one, or leaving, ends the reading. */
export function useProgramFile(file: File | undefined, machine: MachineProfile | undefined): ProgramFile {
  const [state, setState] = useState<ProgramFile>({ state: "none" });
  useEffect(() => {
    if (!file || !machine) {
      setState({ state: "none" });
      return;
    }
    if (file.size > LARGEST_PROGRAM) {
      const message = `${file.name} has ${megabytes(file.size)} MB; a program may have ${megabytes(LARGEST_PROGRAM)} MB.`;
      setState({ state: "refused", message });
      return;
    }
    setState({ state: "reading", share: 0 });
    const worker = new Worker(new URL("../workers/programWorker.ts", import.meta.url), { type: "module" });
    const began = performance.now();
    worker.onmessage = ({ data }: MessageEvent<ReadProgramAnswer>) => {
      if (data.kind === "progress") setState({ state: "reading", share: data.share });
      else setState({ state: "read", reading: data.reading, milliseconds: performance.now() - began });
    };
    worker.onerror = () =>
      setState({ state: "refused", message: `${file.name} could not be read here. Try another file.` });
    file
      .arrayBuffer()
      .then((content) => {
        const request: ReadProgramRequest = { content, machine: programMachine(machine) };
        worker.postMessage(request, [content]);
      })
      .catch(() => setState({ state: "refused", message: `${file.name} is gone, or may not be read.` }));
    return () => worker.terminate();
  }, [file, machine]);
  return state;
}

const megabytes = (bytes: number) => (bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0);
