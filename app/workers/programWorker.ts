import { type ProgramMachine, type ProgramReading, readProgramInSteps, textOfBytes } from "../../core/program/index.ts";

/** A file to read, and for which machine. */
export interface ReadProgramRequest {
  readonly content: ArrayBuffer;
  readonly machine: ProgramMachine;
}
/** How far it has come, or what was read. */
export type ReadProgramAnswer =
  | { readonly kind: "progress"; readonly share: number }
  | { readonly kind: "done"; readonly reading: ProgramReading };

/** Reads long programs beside the page. It is left by ending the worker. */
self.onmessage = ({ data }: MessageEvent<ReadProgramRequest>) => {
  const answer = (message: ReadProgramAnswer) => self.postMessage(message);
  const text = textOfBytes(new Uint8Array(data.content));
  const steps = readProgramInSteps(text, data.machine);
  let told = 0;
  for (;;) {
    const { done, value } = steps.next();
    if (done) {
      answer({ kind: "done", reading: value });
      return;
    }
    if (value.share - told < LEAST_STEP) continue;
    told = value.share;
    answer({ kind: "progress", share: told });
  }
};
/** Shares below this are not worth a message. */
const LEAST_STEP = 0.02;
