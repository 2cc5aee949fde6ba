import { useEffect, useState } from "react";
import type { MachineProfile } from "../../core/machine/index.ts";
import { LARGEST_PROGRAM, type ProgramReading } from "../../core/program/index.ts";
import { ProgramNotRead, readProgramFile } from "./readProgramFile.ts";

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
    const began = performance.now();
    const leaving = new AbortController();
    const tell = (told: ProgramFile) => leaving.signal.aborted || setState(told);
    const read = async () => {
      const content = await file.arrayBuffer();
      if (leaving.signal.aborted) return;
      const onProgress = (share: number) => tell({ state: "reading", share });
      const reading = await readProgramFile(content, machine, { onProgress, signal: leaving.signal });
      tell({ state: "read", reading, milliseconds: performance.now() - began });
    };
    read().catch((failure: unknown) => {
      const isUnread = failure instanceof ProgramNotRead;
      const message = isUnread ? "could not be read here. Try another file." : "is gone, or may not be read.";
      tell({ state: "refused", message: `${file.name} ${message}` });
    });
    return () => leaving.abort();
  }, [file, machine]);
  return state;
}

const megabytes = (bytes: number) => (bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0);
