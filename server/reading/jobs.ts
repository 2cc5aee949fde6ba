import { readFileSync } from "node:fs";
import type { Actor, CommandResult, Known, SetupForm } from "../../core/commands/index.ts";
import type { Payload, SetupState, SetupView } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import {
  changedLines,
  editedProgram,
  programMachine,
  programName,
  programRecord,
  proposeLanguage,
  readProgram,
  textOfProgram,
} from "../../core/program/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../../core/refusal.ts";
import type { NamedItem, WorkshopKind } from "../../core/workshop/index.ts";
import type { readExercise } from "../practice/readExercise.server.ts";

/** Bytes that are read: of a file that was received, by its path, or of one that is kept, as they are. */
export type Content = { readonly path: string } | { readonly bytes: Uint8Array };

const bytesOf = (content: Content): Uint8Array => ("path" in content ? readFileSync(content.path) : content.bytes);

/**
 * What is read of foreign files, each from plain values to plain values: they are carried out in a worker. What only some of
 * them need is loaded when it is: a reader that has schemas to compile before it begins takes seconds on a small machine.
 */
export const JOBS = {
  /** What the ledger keeps of a program. */
  program: async (asked: {
    readonly content: Content;
    readonly name: string;
    readonly fingerprint: string;
    readonly machine: MachineProfile;
  }): Promise<Answer<Payload<"program-read">>> => {
    const text = textOfProgram(bytesOf(asked.content));
    if (!text.ok) return text;
    const { length: bytes } = text.value;
    const file = { name: programName(asked.name), bytes, fingerprint: asked.fingerprint };
    const reading = readProgram(text.value, programMachine(asked.machine));
    return accepted(programRecord(file, reading, proposeLanguage(text.value)?.language));
  },
  /** Whether a file is a program that is taken in. */
  isProgram: async ({ content }: { readonly content: Content }): Promise<Answer<true>> => {
    const text = textOfProgram(bytesOf(content));
    return text.ok ? accepted(true as const) : text;
  },
  /** A setup's program as its control wants it, with its calls renumbered; and the lines that this has changed. */
  edited: async (asked: { readonly text: string; readonly setup: SetupView }): Promise<Edited> => ({
    file: editedProgram(asked.text, asked.setup),
    lines: changedLines(asked.text, asked.setup),
  }),
  /** The part of a setup in a few lines, for a list; its stock where nothing is made of it yet. */
  picture: async (asked: {
    readonly text: string | undefined;
    readonly setup: SetupView;
    readonly stock: { readonly diameter: number; readonly hole: number; readonly length: number };
  }): Promise<string> => {
    const [{ partOfSetup, partOfSteps }, { profilePicture }] = await Promise.all([
      import("../../core/part/index.ts"),
      import("../../core/drawings/index.ts"),
    ]);
    const { setup, text, stock } = asked;
    const { stepped } = setup;
    const side =
      text !== undefined
        ? partOfSetup(setup, text).sides[0]
        : stepped && stepped.steps.length > 0
          ? partOfSteps(setup, stepped)
          : undefined;
    return profilePicture(side?.profile, stock);
  },
  /** A form of a setup that brings the text of a file, worked out. */
  command: async (asked: {
    readonly state: SetupState;
    readonly form: SetupForm;
    readonly actor: Omit<Actor, "readList">;
    readonly known: Known;
  }): Promise<CommandResult> => {
    const [{ makeCommand }, { readList }] = await Promise.all([
      import("../../core/commands/index.ts"),
      import("../setup/readForm.server.ts"),
    ]);
    return makeCommand(asked.state, asked.form, { ...asked.actor, readList }, asked.known);
  },
  /** Items of the workshop. */
  workshop: async (asked: {
    readonly kind: WorkshopKind;
    readonly text: string;
  }): Promise<Answer<readonly NamedItem[], Refusal>> => {
    const { readItems } = await import("../workshop/readItems.ts");
    return readItems(asked.kind, asked.text);
  },
  /** Profiles of machines. */
  machines: async ({ text }: { readonly text: string }): Promise<Answer<readonly MachineProfile[]>> => {
    const { readMachineFile } = await import("../machines/machineFile.ts");
    return readMachineFile(text);
  },
  /** An exercise of the shop's own. */
  exercise: async ({ text }: { readonly text: string }): Promise<ReturnType<typeof readExercise>> => {
    const exercise = await import("../practice/readExercise.server.ts");
    try {
      return exercise.readExercise(JSON.parse(text) as unknown);
    } catch (failure) {
      if (!(failure instanceof SyntaxError)) throw failure;
      return refused({ code: "bad-exercise" as const, message: `This is not JSON: ${failure.message}.`, fields: {} });
    }
  },
} as const;

/** A program to take away. */
export interface Edited {
  readonly file: ReturnType<typeof editedProgram>;
  readonly lines: ReturnType<typeof changedLines>;
}

export type JobName = keyof typeof JOBS;
export type JobInput<Name extends JobName> = Parameters<(typeof JOBS)[Name]>[0];
export type Read<Name extends JobName> = Awaited<ReturnType<(typeof JOBS)[Name]>>;
