import { CELLS, type EntryOf, type SetupState, type SetupView, type Source, topOf } from "../ledger/index.ts";
import { AXES, AXIS_NAME, type Axis, lastDigit } from "../machine/index.ts";
import { workForControl, workPurpose } from "../offsets/index.ts";
import { isProvenNow } from "../program/index.ts";
import { formatLength, plainLength } from "../units/index.ts";
import type { CarriedRow, CarryOption, NewCommand } from "./carriedRow.ts";
import { type CarryBasis, emptyRow, left, otherMachine, plainRow } from "./carriedTools.ts";

/**
 * The rows of the work offsets. `latest` is the setup that wrote on this machine last; what it says of a work offset is what the
 * control is believed to hold. `name` is the work offset that the new setup runs under.
 */
export function carriedWork(basis: CarryBasis, name: string, latest: SetupView | undefined): readonly CarriedRow[] {
  const { past, machine, isNext } = basis;
  const elsewhere = otherMachine(basis);
  const names = [past.workOffset.name, ...Object.keys(past.otherWork), ...Object.keys(past.workHeld), name];
  return [...new Set(names)].sort().flatMap((one) =>
    AXES.flatMap((axis): readonly CarriedRow[] => {
      const then = workNumber(past, one, axis);
      const now = latest && elsewhere === undefined ? workNumber(latest, one, axis) : undefined;
      const isActive = one === name;
      // The bar is chucked anew, and the next operation has a face of its own: Z of the one that it runs under is taught.
      const isTaught = isActive && axis === "z" && elsewhere === undefined;
      const unheld: CarryOption = isTaught ? { ...left, effect: { teach: true } } : left;
      const row = emptyRow(`work/${one}/${axis}`, undefined, `${one} ${AXIS_NAME[axis]}`);
      const isChanged = now !== undefined && now.value !== then?.value;
      const known = isChanged ? now : then;
      if (!known) {
        if (axis === "y") return [];
        const teach: CarryOption = { choice: "touch", shown: "", effect: { teach: true } };
        return [
          {
            ...row,
            against: ["it is not known"],
            ...(isTaught && { options: [teach], proposed: "touch" as const }),
          },
        ];
      }
      const { value, at, proven } = known;
      const shown = formatLength(workForControl(machine, axis, value), lastDigit(machine, axis));
      const against = [
        elsewhere,
        isChanged ? `${latest?.job ?? "another setup"} has set it since` : undefined,
        isTaught && !isNext ? "the bar is chucked anew: teach it with one tool" : undefined,
        isTaught && isNext ? "the part has another face now: teach it with one tool" : undefined,
      ].filter((reason) => reason !== undefined);
      const effect = isActive ? { work: { axis, value } } : { commands: [otherWork(one, axis, value)] };
      const options: readonly CarryOption[] = [
        { choice: "taken", shown, effect },
        ...(isTaught ? [{ choice: "touch" as const, shown, effect: { ...effect, teach: true as const } }] : []),
        unheld,
      ];
      return [
        {
          ...row,
          shown,
          since: at,
          proven,
          against,
          options: elsewhere === undefined ? options : [left],
          proposed: elsewhere !== undefined ? "left" : isTaught ? "touch" : "taken",
        },
      ];
    }),
  );
}

const otherWork = (name: string, axis: Axis, to: number): NewCommand => ({
  kind: "work-offset-set",
  payload: { name, axis, means: "entered", active: false, from: null, to },
});

/** The rows of what work offsets are for, and of the tools that a person has put under one. */
export function carriedWorkUses(basis: CarryBasis): readonly CarriedRow[] {
  const { state, past, isNext } = basis;
  const elsewhere = otherMachine(basis);
  const rows: CarriedRow[] = Object.values(past.described).map((said) => {
    const { name, spindle, operation } = said;
    return plainRow(
      `work-described/${name}`,
      undefined,
      `${name} is for`,
      workPurpose({ spindle, operation }),
      said,
      elsewhere,
      [{ kind: "work-offset-described", payload: { name, spindle, operation } }],
    );
  });
  for (const { offset } of past.tools) {
    const chosen = topOf(state, CELLS.under(offset));
    if (chosen?.kind !== "work-offset-chosen") continue;
    rows.push(
      plainRow(`under/${offset}`, offset, "Work offset", chosen.payload.name, chosen, elsewhere, [
        { kind: "work-offset-chosen", payload: chosen.payload },
      ]),
    );
  }
  return isNext ? rows.map((row) => ({ ...row, proposed: "left" })) : rows;
}

/** A work offset's number at the end of a setup, with how it was found; undefined where it is not known. */
function workNumber(setup: SetupView, name: string, axis: Axis) {
  const said = setup.workSaid[name]?.[axis];
  if (said) {
    const { value } = said;
    const [taught, set] = [setup.taughtIn[name]?.[axis], setup.workSetIn[name]?.[axis]];
    if (set) return { value, at: set.at, proven: "set without a touch" };
    if (taught) return { value, at: taught.at, proven: `taught with offset ${taught.offset}` };
    return { value, at: name === setup.ownWork ? undefined : said.at, proven: "as the control held it" };
  }
  const held = setup.workHeld[name]?.[axis];
  return held === undefined ? undefined : { value: held, at: undefined, proven: "as the control held it" };
}

/** The rows of the part: its dimensions, and what was found on that one part and stays with it. */
export function carriedPart({ past, isNext, machine }: CarryBasis): readonly CarriedRow[] {
  const write = (millimetres: number) => plainLength(millimetres, machine.units).replace("-", "−");
  const signed = (millimetres: number) => `${millimetres > 0 ? "+" : ""}${write(millimetres)}`;
  const rows: CarriedRow[] = past.features.map(({ entry: _entry, person: _person, seq: _seq, at, ...payload }) => {
    const sign = payload.axis === "x" ? "Ø " : "Z ";
    const limits = `${signed(payload.lower)} to ${signed(payload.upper)}`;
    const row = plainRow(
      `feature/${payload.feature}`,
      payload.offset,
      payload.name,
      `${sign}${write(payload.nominal)}, ${limits}`,
      { at },
      undefined,
      // Whole: its form and the place where it is measured come along.
      [{ kind: "feature-recorded", payload }],
    );
    return isNext ? { ...row, proposed: "left" } : row;
  });
  const { stepped } = past;
  if (stepped && stepped.steps.length > 0) {
    const { steps, face, parted } = stepped;
    const payload = { steps, ...(face !== undefined && { face }), ...(parted !== undefined && { parted }) };
    const shown = `${steps.length} ${steps.length === 1 ? "step" : "steps"}`;
    const row = plainRow("stepped", undefined, "Drawing by steps", shown, stepped, undefined, [
      { kind: "part-stepped", payload },
    ]);
    rows.push(isNext ? { ...row, proposed: "left" } : row);
  }
  const found = (key: string, what: string, shown: string, record: { readonly at: string } | undefined) => {
    if (record)
      rows.push({ ...emptyRow(key, undefined, what), shown, since: record.at, against: ["it was found on that part"] });
  };
  found("hole", "Hole as drilled", past.hole ? `Ø ${write(past.hole.diameter)}` : "", past.hole?.source);
  found("face", "Face", "made", past.face);
  if (past.partLength) {
    const { length, nominal, tolerance, goOn } = past.partLength;
    const payload = { length, nominal, ...(tolerance !== undefined && { tolerance }), ...(goOn && { goOn }) };
    const shown = `${write(length)}, drawing ${write(nominal)}`;
    // The next operation works on the part that was measured; done again it is another part.
    if (isNext)
      rows.push(
        plainRow("part-length", undefined, "Overall length", shown, past.partLength, undefined, [
          { kind: "part-length-recorded", payload },
        ]),
      );
    else found("part-length", "Overall length", shown, past.partLength);
  }
  const measured = past.measured.at(-1);
  found("measured", "Measured dimensions", String(past.measured.length), measured);
  return rows;
}

/** The rows of the program, the order of work, the notes, and of what is checked at the machine each time. */
export function carriedProgram(basis: CarryBasis): readonly CarriedRow[] {
  const { state, past, isNext } = basis;
  const elsewhere = otherMachine(basis);
  const rows: CarriedRow[] = [];
  const add = (row: CarriedRow) => rows.push(isNext ? { ...row, proposed: "left" } : row);
  const { programRead, renumbered, order, front } = past;
  if (programRead) {
    const proven = isProvenNow(past) ? past.programProven : undefined;
    const from = proven ?? programRead;
    const shown = `${from.name}, ${from.lines} ${from.lines === 1 ? "line" : "lines"}`;
    const row = plainRow("program", undefined, "Program", shown, from, undefined, []);
    const against = [
      elsewhere === undefined ? undefined : "it is read anew for this machine",
      !proven && past.programProven ? "it has changed since it was saved as proven" : undefined,
    ].filter((reason) => reason !== undefined);
    add({ ...row, proven: proven ? `saved as proven by ${proven.person}, ${provenWords(proven)}` : "", against });
  }
  const changes = renumbered?.changes.length ?? 0;
  // What came back from the control has its calls as they ran.
  const hasCalls = isProvenNow(past) && past.programProven?.as === "came-back";
  if (renumbered && changes > 0 && !hasCalls)
    add(
      plainRow(
        "calls",
        undefined,
        "Changes of its calls",
        `${changes} ${changes === 1 ? "change" : "changes"}`,
        renumbered,
        elsewhere,
        [{ kind: "calls-renumbered", payload: { changes: renumbered.changes } }],
      ),
    );
  if (order && order.steps.length > 0)
    add(
      plainRow("order", undefined, "Order of work", order.by === "hand" ? "by hand" : "as planned", order, undefined, [
        { kind: "order-arranged", payload: { steps: order.steps, by: order.by } },
      ]),
    );
  const described = topOf(state, CELLS.front);
  if (front && described?.kind === "front-described")
    add(
      plainRow("front", undefined, "In front of the part", front.what, front, elsewhere, [
        { kind: "front-described", payload: described.payload },
      ]),
    );
  for (const note of notesOf(state))
    add(
      plainRow(`note/${note.id}`, undefined, "Note", note.payload.text || "photo", note, undefined, [
        { kind: "note-added", payload: note.payload },
      ]),
    );
  return [...rows, ...madeEachTime(past)];
}

const provenWords = ({ as, changed }: NonNullable<SetupView["programProven"]>) =>
  `${as === "went-out" ? "as it went out" : "as it came back"}, ${changed === undefined ? "many" : changed} ${changed === 1 ? "line" : "lines"} changed`;

function notesOf(state: SetupState): readonly EntryOf<"note-added">[] {
  const notes: EntryOf<"note-added">[] = [];
  for (const [cell, stack] of Object.entries(state.cells)) {
    const entry = stack.at(-1);
    if (cell.startsWith("note/") && entry?.kind === "note-added") notes.push(entry);
  }
  return notes.sort((a, b) => a.seq - b.seq);
}

/** When something was recorded, and in which place of the ledger. */
type Dated = Pick<Source, "at" | "seq">;

/** What is looked at anew for each setup, named so that it is not missed. */
function madeEachTime(past: SetupView): readonly CarriedRow[] {
  const latest = (records: readonly (Dated | undefined)[]) =>
    records
      .filter((one) => one !== undefined)
      .sort((a, b) => a.seq - b.seq)
      .at(-1);
  const groups: readonly (readonly [key: string, what: string, record: Dated | undefined])[] = [
    ["facts", "Facts of the machine", latest(Object.values(past.facts))],
    ["mount", "Checks of mounting", latest(past.tools.flatMap(({ mount }) => Object.values(mount)))],
    ["proofs", "Two-line checks", latest(past.tools.map(({ proof }) => proof))],
    ["ticks", "Ticks on what was keyed", latest(Object.values(past.keyed))],
    ["compared", "Comparison with the control", past.compared],
    ["sign-off", "Sign-off", past.signOff],
  ];
  return groups.flatMap(([key, what, record]) =>
    record ? [{ ...emptyRow(key, undefined, what), since: record.at, against: ["it is made anew each time"] }] : [],
  );
}
