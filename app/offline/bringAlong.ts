import { type Brought, readPhotoFile } from "../../core/commands/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { programName, programRecord, proposeLanguage, textOfProgram } from "../../core/program/index.ts";
import { type Answer, accepted, refused } from "../../core/refusal.ts";
import { readProgramFile } from "../prepare/readProgramFile.ts";
import type { WaitingFile } from "./store.ts";

/** A file as a form has it: under the name of its field. */
export interface ChosenFile {
  readonly kind: Brought["kind"];
  readonly file: File;
}

const NEEDS_SERVER =
  "The server does not answer, and over plain HTTP this browser keeps no files. It stays chosen here: send it when the server is back.";

/** Reads a form's file as the server would: what the form is worked out with, and what waits with it. */
export async function bringAlong(
  { kind, file }: ChosenFile,
  machine: MachineProfile,
): Promise<Answer<{ readonly brought: Brought; readonly waiting: WaitingFile }>> {
  // Fingerprints, like pages that are kept, are there on secure origins only.
  if (!window.isSecureContext) return refused({ code: "plain-http", message: NEEDS_SERVER });
  const content = await file.arrayBuffer();
  const bytes = new Uint8Array(content);
  const fingerprint = [...new Uint8Array(await crypto.subtle.digest("SHA-256", content))]
    .map((byte) => byte.toString(16).padStart(2, "0"))
    .join("");
  const waiting = { fingerprint, kind, name: file.name, content };
  if (kind === "photo") {
    const read = readPhotoFile(bytes);
    if (!read.ok) return read;
    const brought = { kind, photo: { fingerprint, ...read.value } } as const;
    return accepted({ brought, waiting: { ...waiting, type: read.value.type } });
  }
  const text = textOfProgram(bytes);
  if (!text.ok) return text;
  const reading = await readProgramFile(content.slice(0), machine);
  const program = programRecord(
    { name: programName(file.name), bytes: bytes.length, fingerprint },
    reading,
    proposeLanguage(text.value)?.language,
  );
  return accepted({ brought: { kind, program, text: text.value }, waiting: { ...waiting, type: "text/plain" } });
}
