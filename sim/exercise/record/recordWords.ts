import { AXIS_NAME, lastDigit, offsetNumber, toControl } from "../../../core/machine/index.ts";
import { formatLength } from "../../../core/units/index.ts";
import type { SumBeside } from "../debrief.ts";
import type { GoalOf } from "../exercise.ts";
import type { NamedSlip } from "../goals/goalKind.ts";
import { viewOfGoal } from "../goalTruth.ts";
import type { Keyed } from "../reduceFacts.ts";
import type { Played } from "../run.ts";
import { SLIP_WORDS, type SlipKind } from "../slipWords.ts";
import { isByHand, offBy, type RecordedSlip } from "./entrySlip.ts";

/** The line of the sum that a slip is in; any other slip is in the number itself. */
const LINE_OF: Readonly<Partial<Record<SlipKind, SumBeside["quantity"]>>> = {
  "paper-ignored": "spacer",
  "paper-once": "spacer",
  "paper-wrong-way": "spacer",
  "paper-twice": "spacer",
  "decimal-slip-spacer": "spacer",
  "spacer-left": "spacer",
  "radius-for-diameter": "measured",
  "diameter-doubled": "measured",
  "decimal-slip-measured": "measured",
  "moved-before-entry": "machine",
  "wrong-edge": "tool",
  "half-width": "tool",
  "cutter-radius": "tool",
  "nose-radius": "tool",
};

/** A slip that the record shows, in words with the numbers as they were keyed, and one's own sum beside the right one. */
export function recordedSlip(played: Played, goal: GoalOf<"offset">, slip: RecordedSlip): Omit<NamedSlip, "does"> {
  const { kind, keyed } = slip;
  const sum = sumBeside(played, goal, slip);
  const told = isByHand(keyed) ? keyedAs(played, { ...slip, keyed }) : undefined;
  return {
    kind,
    says: detail(played, goal, slip) ?? `${SLIP_WORDS[kind]}.`,
    act: keyed.at,
    ...(told && { keyed: told }),
    ...(sum && { sum }),
  };
}

/** What the record alone can say of an offset. */
export function recordWords({ bench }: Played, goal: GoalOf<"offset">) {
  const { offset, axis } = goal;
  const { machine } = bench.lathe.config;
  const digit = lastDigit(machine, axis);
  const { activeWork, work, rows } = bench.lathe;
  const held = toControl(machine, axis, work[activeWork]?.[axis] ?? 0, "work-offset", viewOfGoal(bench, goal).zone);
  return {
    wear: () =>
      `The wear on ${AXIS_NAME[axis]} of offset ${offsetNumber(machine, offset)} still holds ${formatLength(rows[offset]?.wear[axis] ?? 0, digit, { sign: "always" })}.`,
    work: () => `${activeWork} ${AXIS_NAME[axis]} still holds ${formatLength(held, digit)}.`,
  };
}

/** Where a number was keyed, in the words of the control. */
function whereOf({ bench }: Played, { row, axis, register, entry }: Keyed): string {
  const { machine } = bench.lathe.config;
  const into =
    entry?.as === "add" ? "added to" : entry?.as === "touched-dimension" ? "stated as touched for" : "keyed into";
  if (register === "work") return `${into} ${row} ${AXIS_NAME[axis]}`;
  return `${into} ${register === "wear" ? "wear " : ""}${AXIS_NAME[axis]} of offset ${offsetNumber(machine, row)}`;
}

function keyedAs(played: Played, { keyed, right }: RecordedSlip): NonNullable<NamedSlip["keyed"]> {
  const digit = lastDigit(played.bench.lathe.config.machine, keyed.axis);
  const write = (number: number) => formatLength(number, digit, keyed.entry?.as === "add" ? { sign: "always" } : {});
  return {
    number: write(keyed.entry?.number ?? 0),
    where: whereOf(played, keyed),
    ...(right && { right: write(right.number) }),
  };
}

/** What is special about this one; undefined where the name of the slip says all. */
function detail(played: Played, goal: GoalOf<"offset">, { kind, keyed, moved }: RecordedSlip): string | undefined {
  const { machine } = played.bench.lathe.config;
  const { zone } = viewOfGoal(played.bench, goal);
  const place = `${AXIS_NAME[goal.axis]} of offset ${offsetNumber(machine, goal.offset)}`;
  switch (kind) {
    case "moved-before-entry": {
      const by = formatLength(
        toControl(machine, keyed.axis, moved ?? 0, "readout", zone),
        lastDigit(machine, keyed.axis),
        { sign: "always" },
      );
      return `${AXIS_NAME[keyed.axis]} had moved ${by} since the touch when the number was entered.`;
    }
    case "other-row":
    case "other-axis":
    case "other-page":
      return `It belongs to ${goal.teaches ? `${played.bench.lathe.activeWork} ${AXIS_NAME[goal.axis]}` : `the geometry, ${place}`}, and was ${whereOf(played, keyed)}.`;
    default:
      // The name of the slip says all that is to be said.
      return undefined;
  }
}

/** The right sum, and what one of its lines would have to be for what was keyed; where no line explains it, a line more. */
function sumBeside(played: Played, goal: GoalOf<"offset">, slip: RecordedSlip): readonly SumBeside[] | undefined {
  const { keyed, right, kind, moved } = slip;
  if (!right || !isByHand(keyed) || PLACES.includes(kind)) return undefined;
  const { machine } = played.bench.lathe.config;
  const { zone } = viewOfGoal(played.bench, goal);
  const digit = lastDigit(machine, goal.axis);
  const write = (millimetres: number, sign = false) =>
    formatLength(toControl(machine, goal.axis, millimetres, "readout", zone), digit, sign ? { sign: "always" } : {});
  const off = moved !== undefined && keyed.entry.as === "touched-dimension" ? moved : offBy(played, goal, keyed, right);
  const lines = right.lines.filter(({ value, quantity }) => value !== 0 || quantity === "machine");
  const at = lines.findIndex(({ quantity }) => quantity === LINE_OF[kind]);
  const line = (label: string, quantity: SumBeside["quantity"], value: number, more: number): SumBeside => ({
    label,
    quantity,
    right: write(value, quantity !== "machine"),
    yours: write(value + more, quantity !== "machine"),
    differs: more !== 0,
  });
  return [
    ...lines.map(({ label, quantity, value }, index) => line(label, quantity, value, index === at ? off : 0)),
    ...(at < 0 ? [line("not in the sum", "offset", 0, off)] : []),
    {
      label: "comes to",
      quantity: "offset",
      right: write(right.exact),
      yours: write(right.exact + off),
      differs: true,
    },
  ];
}

/** Slips of the place: the sum was right. */
const PLACES: readonly SlipKind[] = ["other-row", "other-axis", "other-page"];
