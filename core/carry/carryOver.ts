import { kindOf, type SetupView } from "../ledger/index.ts";
import type { Axis } from "../machine/index.ts";
import type { EditedCell } from "../offsets/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import type { CarriedRow, CarryAnswer, CarryEffect, NewCommand } from "./carriedRow.ts";
import { carriedPart, carriedProgram, carriedWork, carriedWorkUses } from "./carriedSetup.ts";
import { type CarryBasis, carriedTools } from "./carriedTools.ts";

/** What a new setup is, as far as it decides what can come along. */
interface CarryTarget extends CarryBasis {
  /** The work offset that the new setup runs under, such as `G54`. */
  readonly workOffset: string;
  /** The setup that wrote on this machine last; undefined where none did. */
  readonly latest: SetupView | undefined;
}

/**
 * What a new setup can begin with, row by row: everything that a past setup has, each with its value, since when it stands,
 * what it rests on, what speaks against it, and what can be chosen. What is not known can never be taken. What is made anew each
 * time is named as left. Lengths are shown as the new setup's machine shows them.
 */
export function carryOver(target: CarryTarget): readonly CarriedRow[] {
  return [
    ...carriedTools(target),
    ...carriedWork(target, target.workOffset, target.latest),
    ...carriedWorkUses(target),
    ...carriedPart(target),
    ...carriedProgram(target),
  ];
}

/** What comes along, in the order in which the ledger takes it. */
export interface CarriedCommands {
  /** The work offset as it is taken, in the main spindle's frame; millimetres. An axis that is not taken is absent. */
  readonly work: Readonly<Partial<Record<Axis, number>>>;
  /** Whether the past setup's program comes along. */
  readonly withProgram: boolean;
  readonly commands: readonly NewCommand[];
}

/** The choices that are proposed; a row without a proposal is absent. */
export const proposedAnswers = (rows: readonly CarriedRow[]): readonly CarryAnswer[] =>
  rows.flatMap(({ key, proposed, options }) => {
    const option = options.find(({ choice }) => choice === proposed);
    return option ? [{ key, choice: option.choice, shown: option.shown }] : [];
  });

/**
 * The commands that these answers stand for. Refused where a row has no answer or one that it does not offer, and where a value
 * is another by now than the person saw. What belongs to a tool that is left stays behind with it.
 * `stickOut` is that of the new stock, in millimetres: with a bar that is chucked anew the work offset is taught again.
 */
export function carriedCommands(
  rows: readonly CarriedRow[],
  answers: readonly CarryAnswer[],
  stickOut: number,
): Answer<CarriedCommands, CarryRefusal> {
  const byKey = new Map(answers.map((answer) => [answer.key, answer]));
  const effects: { readonly row: CarriedRow; readonly effect: CarryEffect; readonly isTaken: boolean }[] = [];
  for (const row of rows) {
    const answer = byKey.get(row.key) ?? (row.options.length === 1 ? row.options[0] : undefined);
    if (!answer) return no(row, "Choose what happens with it.");
    const option = row.options.find(({ choice }) => choice === answer.choice);
    if (!option) return no(row, "This cannot be chosen any more. Look at it again.");
    if (option.shown !== answer.shown)
      return no(
        row,
        `It is ${option.shown || "not known"} by now, not ${answer.shown || "unknown"}. Look at it again.`,
      );
    effects.push({ row, effect: option.effect, isTaken: option.choice === "taken" });
  }
  const leftTools = new Set(effects.flatMap(({ row, isTaken }) => (isTool(row) && !isTaken ? [row.offset] : [])));
  const seconds = new Map<string, string>();
  for (const { effect } of effects)
    for (const command of effect.commands ?? [])
      if (command.kind === "second-offset-made") seconds.set(command.payload.offset, command.payload.of);
  const stays = ({ offset }: CarriedRow) =>
    offset !== undefined && (leftTools.has(offset) || leftTools.has(seconds.get(offset) ?? ""));
  const kept = effects.filter(({ row }) => !stays(row));
  const all = kept.flatMap(({ effect }) => effect.commands ?? []);
  const of = (...kinds: readonly NewCommand["kind"][]) => all.filter(({ kind }) => kinds.includes(kind));
  const cells = kept.flatMap(({ effect }) => effect.cells ?? []).filter(({ offset }) => isThere(all, offset));
  const [ofSeconds, ofFirst] = [
    cells.filter(({ offset }) => seconds.has(offset)),
    cells.filter(({ offset }) => !seconds.has(offset)),
  ];
  const isTaught = kept.some(({ effect }) => effect.teach) && ofFirst.some(({ column }) => column === "geometry.z");
  const rest = all.filter(
    (command) =>
      command.kind !== "tool-loaded" &&
      command.kind !== "second-offset-made" &&
      // A part is drawn by all of its steps or by none: not without the tool of one.
      (command.kind !== "part-stepped" ||
        kindOf("part-stepped")
          .offsets(command.payload)
          .every((offset) => isThere(all, offset))),
  );
  return accepted({
    work: Object.fromEntries(kept.flatMap(({ effect: { work } }) => (work ? [[work.axis, work.value]] : []))),
    withProgram: kept.some(({ row, isTaken }) => row.key === "program" && isTaken),
    commands: [
      ...of("tool-loaded"),
      ...takenOver(ofFirst),
      // Behind the rows of their first ones, which would count as touched anew otherwise.
      ...of("second-offset-made"),
      ...takenOver(ofSeconds),
      ...rest,
      ...(isTaught ? [{ kind: "bar-rechucked", payload: { stickOut } } as const] : []),
    ],
  });
}

const isTool = ({ key }: CarriedRow) => key.startsWith("tool/");

const isThere = (commands: readonly NewCommand[], offset: string) =>
  commands.some(
    ({ kind, payload }) => (kind === "tool-loaded" || kind === "second-offset-made") && payload.offset === offset,
  );

const takenOver = (cells: readonly EditedCell[]): readonly NewCommand[] =>
  cells.length === 0 ? [] : [{ kind: "table-edited", payload: { edit: "taken-over", cells: [...cells] } }];

/** Why the answers cannot be carried out, with the row that it is about. */
interface CarryRefusal extends Refusal<"carry"> {
  readonly key: string;
}
const no = ({ key, what }: CarriedRow, message: string) =>
  refused<CarryRefusal>({ code: "carry", message: `${what}: ${message}`, key });
