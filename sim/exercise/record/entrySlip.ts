import {
  type Axis,
  fromControl,
  lastDigit,
  lastDigitInCore,
  shownAs,
  workFromControl,
  type Zone,
} from "../../../core/machine/index.ts";
import { slipOfKeyed } from "../../../core/plausibility/index.ts";
import type { GoalOf } from "../exercise.ts";
import { offsetGoals } from "../exerciseSetup.ts";
import { viewOfGoal } from "../goalTruth.ts";
import type { Keyed } from "../reduceFacts.ts";
import type { Played } from "../run.ts";
import type { SlipKind } from "../slipWords.ts";
import { type RightEntry, rightEntry } from "./rightEntry.ts";

/** What the record shows of an entry that it does not bear out. */
export interface RecordedSlip {
  readonly kind: SlipKind;
  readonly keyed: Keyed;
  /** What the entry would have been; undefined where the record has no contact or no measurement for it. */
  readonly right: RightEntry | undefined;
  /** By how far the axis had moved since the contact, millimetres, where that is the slip. */
  readonly moved?: number;
}

/** An entry with the number that was keyed. */
type ByHand = Keyed & { readonly entry: NonNullable<Keyed["entry"]> };
export const isByHand = (keyed: Keyed | undefined): keyed is ByHand => keyed?.entry !== undefined;

/** Numbers of the control this near to each other, in its last digits, are the same: each was rounded once. */
const SAME = 1.5;

/** The offset goal of a cell; a work offset belongs to the goal that teaches it. */
const goalOfCell = (
  { bench }: Played,
  { row, axis, register }: Pick<Keyed, "row" | "axis" | "register">,
): GoalOf<"offset"> | undefined =>
  offsetGoals(bench.exercise).find(
    (goal) =>
      goal.axis === axis && (register === "work" ? goal.teaches === true : goal.offset === row && !goal.teaches),
  );

/** A tool's own cell that no goal asks for, as if one did; undefined for any other cell. */
const cellAsGoal = (
  { bench }: Played,
  { row: offset, axis, register }: Pick<Keyed, "row" | "axis" | "register">,
): GoalOf<"offset"> | undefined =>
  register === "geometry" && bench.exercise.tools.some((tool) => tool.offset === offset)
    ? { goal: "offset", offset, axis, within: 1 }
    : undefined;

/** Whether two of the control's numbers on an axis are the same but for rounding. */
const isSame = ({ bench }: Pick<Played, "bench">, axis: Axis, a: number, b: number): boolean =>
  Math.abs(a - b) <= SAME * lastDigit(bench.lathe.config.machine, axis);

/** How many millimetres the entry is off what the record gives, signed as the offset in the equation. */
export function offBy({ bench }: Played, goal: GoalOf<"offset">, { entry }: ByHand, right: RightEntry): number {
  const { machine } = bench.lathe.config;
  const { zone } = viewOfGoal(bench, goal);
  const by = entry.number - right.number;
  if (goal.teaches) return workFromControl(machine, goal.axis, shownAs("work-offset", by));
  // What is stated too large makes the offset too small.
  return entry.as === "touched-dimension"
    ? -fromControl(machine, goal.axis, shownAs("program", by), "program", zone)
    : fromControl(machine, goal.axis, shownAs("tool-offset", by), "tool-offset", zone);
}

/**
 * Holds an entry against what the record has before it: the contact, the measurement, where the axis stood, the other cells. Undefined where
 * the entry is what the touch gives, and where only arithmetic can tell what went wrong.
 */
export function entrySlip(
  played: Played,
  goal: GoalOf<"offset">,
  keyed: ByHand,
  right: ReturnType<typeof rightEntry>,
): RecordedSlip | undefined {
  const found = (kind: SlipKind, more: Partial<RecordedSlip> = {}): RecordedSlip => ({
    kind,
    keyed,
    right: typeof right === "string" ? undefined : right,
    ...more,
  });
  if (typeof right === "string") {
    const elsewhere = placeOf(played, keyed);
    if (elsewhere) return found(elsewhere);
    return found(right === "not-measured" ? "unmeasured" : "untouched");
  }
  const { entry, axis } = keyed;
  const moved = movedSince(keyed, right);
  const isRight = isAsTouched(keyed, right);
  if (entry.as === "touched-dimension" && isRight && moved !== 0) return found("moved-before-entry", { moved });
  if (isRight) return right.contact.isCrushed ? found("paper-crushed") : undefined;
  if (entry.as !== "touched-dimension" && moved !== 0) {
    const off = offBy(played, goal, keyed, right);
    const { machine } = keyed.before.bench.lathe.config;
    if (Math.abs(off - moved) <= SAME * lastDigitInCore(machine, axis)) return found("moved-before-entry", { moved });
  }
  const elsewhere = placeOf(played, keyed);
  if (elsewhere) return found(elsewhere);
  if (entry.as === "add" && isSame(played, axis, entry.number, -right.number)) return found("wrong-direction");
  const whole = rightEntry(keyed.before, goal, "overwrite");
  const amount = rightEntry(keyed.before, goal, "add");
  const before = heldBefore(keyed);
  if (
    before !== 0 &&
    entry.as === "add" &&
    typeof whole !== "string" &&
    isSame(played, axis, entry.number, whole.number)
  )
    return found("whole-added");
  if (
    before !== 0 &&
    entry.as === "overwrite" &&
    typeof amount !== "string" &&
    isSame(played, axis, entry.number, amount.number)
  )
    return found("amount-keyed");
  return undefined;
}

/** Whether an entry is what the touch comes to, but for rounding. */
export const isAsTouched = ({ before, axis, entry }: ByHand, right: RightEntry): boolean =>
  isSame(before, axis, entry.number, right.number);

/** Which single slip of writing turned one number into the other; undefined where none did. */
export function writingSlip(
  played: Played,
  { entry, axis, row }: ByHand,
  right: RightEntry,
):
  | Extract<SlipKind, "digits-swapped" | "digit-mistyped" | "sign-lost" | "units-mixed" | "decimal-slip-keyed">
  | undefined {
  const slip = slipOfKeyed(
    { row, column: `geometry.${axis}`, wanted: right.number, found: entry.number },
    { resolution: lastDigit(played.bench.lathe.config.machine, axis), before: undefined, cells: [] },
  );
  switch (slip?.kind) {
    case "digits-swapped":
    case "digit-mistyped":
    case "sign-lost":
    case "units-mixed":
      return slip.kind;
    case "point-slipped":
      return "decimal-slip-keyed";
    default:
      // Doubled and halved numbers have a reason in the touch, and what stands in other cells is looked for before.
      return undefined;
  }
}

/** The cell of the control that a number belongs to, where it was keyed into another one. */
function placeOf(played: Played, keyed: ByHand): SlipKind | undefined {
  const { bench, facts } = keyed.before;
  const elsewhere = offsetGoals(bench.exercise).filter((goal) => goal !== goalOfCell(played, keyed) && !goal.kept);
  const fits = elsewhere.filter((goal) => {
    const right = rightEntry({ bench, facts }, goal, goal.teaches ? "overwrite" : keyed.entry.as);
    return (
      typeof right !== "string" && isSame(played, goal.axis, right.number, keyed.entry.number) && right.number !== 0
    );
  });
  const kinds = fits.map((goal) => misplaced(goal, keyed));
  return kinds.find((kind) => kind !== "other-row") ?? kinds[0];
}

/** How the cell that was keyed differs from the one that the number belongs to. */
function misplaced(goal: GoalOf<"offset">, keyed: Keyed): SlipKind {
  const isWork = keyed.register === "work";
  if (isWork !== (goal.teaches === true)) return "other-page";
  if (!isWork && goal.offset !== keyed.row) return "other-row";
  return goal.axis === keyed.axis ? "other-page" : "other-axis";
}

/** An entry that belongs to a goal and was keyed into another cell, where it is wrong. */
export function strayEntry(played: Played, goal: GoalOf<"offset">): RecordedSlip | undefined {
  for (const keyed of played.facts.keyed.toReversed()) {
    if (!isByHand(keyed)) continue;
    const isOwn = keyed.axis === goal.axis && keyed.register === "geometry" && keyed.row === goal.offset;
    if (isOwn) continue;
    const right = rightEntry(keyed.before, goal, goal.teaches ? "overwrite" : keyed.entry.as);
    if (typeof right === "string" || right.number === 0) continue;
    if (!isSame(played, goal.axis, keyed.entry.number, right.number)) continue;
    // The same number can be right in both places: two tools that touch one diameter, whether the exercise asks for both or not.
    const own = goalOfCell(played, keyed) ?? cellAsGoal(played, keyed);
    const there = own && keyed.register !== "wear" ? rightEntry(keyed.before, own, keyed.entry.as) : undefined;
    if (there && typeof there !== "string" && isAsTouched(keyed, there)) continue;
    return { kind: misplaced(goal, keyed), keyed, right };
  }
  return undefined;
}

/** How far the axis stood from where it touched when the number was entered, millimetres; 0 within half a last digit. */
function movedSince({ before, axis }: Keyed, { contact }: RightEntry): number {
  const { lathe } = before.bench;
  if (contact.by === "sweep" || contact.by === "setter") return 0;
  const by = lathe.readout[axis] - contact.readout;
  return Math.abs(by) < lastDigitInCore(lathe.config.machine, axis) / 2 ? 0 : by;
}

/** What the cell held before, as the control shows it. */
function heldBefore({ before, row, axis, register }: Keyed): number {
  const held = before.bench.lathe.rows[row];
  return register === "work" || !held ? 0 : held[register][axis];
}

/** Wear that a row still holds on an axis, millimetres, signed as in the equation. */
export function wearHeld({ bench }: Played, { offset, axis }: GoalOf<"offset">, zone: Zone): number {
  const { machine } = bench.lathe.config;
  return fromControl(
    machine,
    axis,
    shownAs("tool-offset", bench.lathe.rows[offset]?.wear[axis] ?? 0),
    "tool-offset",
    zone,
  );
}
