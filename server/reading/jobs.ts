import { readFileSync } from "node:fs";
import { type Doer, type Known, type Made, makeCommand, type SetupForm } from "../../core/deeds/index.ts";
import type { MachineProfile } from "../../core/frame/index.ts";
import type { Payload, SetupState } from "../../core/ledger/index.ts";
import { programMachine, programName, programRecord, readProgram, textOfProgram } from "../../core/program/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../../core/refusal.ts";
import { type NamedItem, readWorkshopFile, type WorkshopKind, workshopSchemas } from "../../core/workshop/index.ts";
import { readMachineFile } from "../machines/machineFile.ts";
import { readExercise } from "../practice/readExercise.server.ts";
import { readList } from "../setup/readForm.server.ts";
import { validator } from "../validation/validate.server.ts";

/** Bytes that are read: of a file that was received, by its path, or of one that is kept, as they are. */
export type Content = { readonly path: string } | { readonly bytes: Uint8Array };

const bytesOf = (content: Content): Uint8Array => ("path" in content ? readFileSync(content.path) : content.bytes);

const contentOf = Object.fromEntries(
  Object.entries(workshopSchemas).map(([kind, schema]) => [kind, validator(schema)]),
) as Record<WorkshopKind, ReturnType<typeof validator>>;

/** What is read of foreign files, each from plain values to plain values: they are carried out in a worker. */
export const JOBS = {
  /** What the ledger keeps of a program. */
  program: (asked: {
    readonly content: Content;
    readonly name: string;
    readonly fingerprint: string;
    readonly machine: MachineProfile;
  }): Answer<Payload<"program-read">> => {
    const text = textOfProgram(bytesOf(asked.content));
    if (!text.ok) return text;
    const { length: bytes } = text.value;
    const file = { name: programName(asked.name), bytes, fingerprint: asked.fingerprint };
    return accepted(programRecord(file, readProgram(text.value, programMachine(asked.machine))));
  },
  /** Whether a file is a program that is taken in. */
  isProgram: ({ content }: { readonly content: Content }): Answer<true> => {
    const text = textOfProgram(bytesOf(content));
    return text.ok ? accepted(true as const) : text;
  },
  /** A form of a setup that brings the text of a file, worked out. */
  command: (asked: {
    readonly state: SetupState;
    readonly form: SetupForm;
    readonly doer: Omit<Doer, "readList">;
    readonly known: Known;
  }): Made => makeCommand(asked.state, asked.form, { ...asked.doer, readList }, asked.known),
  /** Items of the workshop. */
  workshop: ({
    kind,
    text,
  }: {
    readonly kind: WorkshopKind;
    readonly text: string;
  }): Answer<readonly NamedItem[], Refusal> => readWorkshopFile(kind, text, (content) => contentOf[kind](content).ok),
  /** Profiles of machines. */
  machines: ({ text }: { readonly text: string }): Answer<readonly MachineProfile[]> => readMachineFile(text),
  /** An exercise of the shop's own. */
  exercise: ({ text }: { readonly text: string }): ReturnType<typeof readExercise> => {
    try {
      return readExercise(JSON.parse(text) as unknown);
    } catch (failure) {
      if (!(failure instanceof SyntaxError)) throw failure;
      return refused({ code: "bad-exercise" as const, message: `This is not JSON: ${failure.message}.`, fields: {} });
    }
  },
} as const;

export type JobName = keyof typeof JOBS;
export type Asked<Name extends JobName> = Parameters<(typeof JOBS)[Name]>[0];
export type Read<Name extends JobName> = ReturnType<(typeof JOBS)[Name]>;
