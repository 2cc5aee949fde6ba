import type { ToolView } from "../../core/ledger/index.ts";
import { type Axis, fromControl, lastDigit, lastDigitInCore, shownAs } from "../../core/machine/index.ts";
import { plausibilityOf } from "../../core/plausibility/index.ts";
import { contactTool, familyOf, type TouchWay } from "../../core/tool/index.ts";
import { type CaseContact, surfaceOf } from "../../core/touch/index.ts";
import { convertLength, roundToResolution } from "../../core/units/index.ts";
import { EMPTY_ROW } from "../control/offsets.ts";
import { setupNow } from "./bench.ts";
import { consequence } from "./consequence.ts";
import type { GoalOf } from "./exercise.ts";
import { offsetGoals } from "./exerciseSetup.ts";
import type { NamedSlip } from "./goals/goalKind.ts";
import { type GoalTruth, offsetMiss, sumOf, viewOfGoal } from "./goalTruth.ts";
import { entrySlip, isAsTouched, isByHand, offBy, strayEntry, wearHeld, writingSlip } from "./record/entrySlip.ts";
import { recordedSlip, recordWords } from "./record/recordWords.ts";
import { rightEntry, wayOfContact } from "./record/rightEntry.ts";
import type { Contact, Keyed } from "./reduceFacts.ts";
import type { Played } from "./run.ts";
import type { SlipKind } from "./slipWords.ts";
import { SLIP_WORDS } from "./slipWords.ts";

/**
 * Names why an axis of a tool is wrong. The record comes first: what was keyed where, where the axis stood by then, what was never touched or
 * measured. Only what it cannot tell is left to the odds of production, with what the touch comes to for what was expected.
 */
export function offsetSlip(played: Played, goal: GoalOf<"offset">, truth: GoalTruth, face: number): NamedSlip {
  const { bench, facts } = played;
  const miss = truth.miss ?? 0;
  const does = consequence(bench, goal, miss);
  const name = (kind: SlipKind, act: number, says = `${SLIP_WORDS[kind]}.`): NamedSlip => ({ kind, says, act, does });
  if (truth.says !== undefined) return name("in-geometry", lastKeyed(facts.keyed, goal.offset, goal.axis)?.at ?? 0);
  const { zone } = viewOfGoal(bench, goal);
  const wear = wearHeld(played, goal, zone);
  const isCorrected = facts.keyed.some(
    ({ row, axis, register }) => row === goal.offset && axis === goal.axis && register === "wear",
  );
  if (!goal.inWear && !isCorrected && wear !== 0 && Math.abs(miss - wear) <= goal.within)
    return name("wear-left", 0, recordWords(played, goal).wear());
  const own = facts.keyed.findLast(
    (one) => one.row === goal.offset && one.axis === goal.axis && one.register === (goal.inWear ? "wear" : "geometry"),
  );
  const work = lastKeyed(facts.keyed, bench.lathe.activeWork, goal.axis);
  const isAlike = offsetGoals(bench.exercise).some((one) => {
    if (one.axis !== goal.axis || viewOfGoal(bench, one).station === viewOfGoal(bench, goal).station) return false;
    const other = offsetMiss(bench, one, face);
    return Math.abs(other - miss) <= Math.max(one.within, goal.within);
  });
  const stray = own || (goal.teaches && work) || goal.kept ? undefined : strayEntry(played, goal);
  if (stray) return { ...recordedSlip(played, goal, stray), does };
  if (work && (!own || work.at > own.at)) {
    const value = bench.lathe.work[bench.lathe.activeWork]?.[goal.axis] ?? 0;
    const held = sumOf(bench, goal.offset, goal.axis, zone) - value;
    if (Math.abs(held) > 1 && Math.abs(miss - held) <= Math.max(10 * goal.within, 0.6))
      return name("length-twice", work.at);
    const told = goal.teaches ? numberKeyed(played, goal, work, value, value - miss) : undefined;
    if (told && told.kind !== "inexact" && told.kind !== "unexplained") return { ...told, does };
    if (isAlike && !own) return name("moved-alike", work.at);
    if (told) return { ...told, does };
  }
  if (goal.teaches && !work) return name("work-untaught", 0, recordWords(played, goal).work());
  if (!own) {
    if (isAlike && (work || goal.kept)) return name("moved-alike", work?.at ?? 0);
    return name("left-out", 0);
  }
  const value =
    sumOf(bench, goal.offset, goal.axis, zone) - (bench.lathe.work[bench.lathe.activeWork]?.[goal.axis] ?? 0);
  // The part in the sub-spindle is longer by this amount, which has not been measured.
  const isAssumed =
    goal.axis === "z" &&
    zone.works === "sub" &&
    Math.abs(miss - (bench.exercise.stock.partTooLong ?? 0)) <= goal.within;
  if (isAssumed) return name("length-assumed", own.at);
  return { ...numberKeyed(played, goal, own, value, value - miss), does };
}

const lastKeyed = (keyed: readonly Keyed[], row: string, axis: Axis) =>
  keyed.findLast((one) => one.row === row && one.axis === axis);

/** The slip of a number that was keyed for a goal: as the record shows it, else by the odds. Millimetres, signed as in the equation. */
function numberKeyed(
  played: Played,
  goal: GoalOf<"offset">,
  keyed: Keyed,
  value: number,
  truly: number,
): Omit<NamedSlip, "does"> {
  if (!isByHand(keyed) || goal.copyOf !== undefined || goal.inWear) {
    const kind = numberSlip(played, goal, value, truly, keyed);
    return { kind, says: `${SLIP_WORDS[kind]}.`, act: keyed.at };
  }
  const right = rightEntry(keyed.before, goal, keyed.entry.as);
  const recorded = entrySlip(played, goal, keyed, right);
  if (recorded) return recordedSlip(played, goal, recorded);
  // Without a touch or a measurement the record has said so already.
  if (typeof right === "string" || isAsTouched(keyed, right))
    return { kind: "inexact", says: `${SLIP_WORDS.inexact}.`, act: keyed.at };
  const off = offBy(played, goal, keyed, right);
  const byOdds = numberSlip(played, goal, right.exact + off, right.exact, keyed);
  const kind = VAGUE.includes(byOdds) ? (writingSlip(played, keyed, right) ?? byOdds) : byOdds;
  return recordedSlip(played, goal, { kind: kind === "inexact" ? "unexplained" : kind, keyed, right });
}

/** Slips of writing and what no slip explains: what was written says more of them than any odds. */
const VAGUE: readonly SlipKind[] = ["unexplained", "inexact", "digits-swapped", "digit-mistyped", "moved-before-entry"];

/** The slip behind a number that ought to have been another one. Millimetres, signed as in the equation. */
function numberSlip(
  { bench, facts }: Played,
  goal: GoalOf<"offset">,
  value: number,
  right: number,
  keyed: Keyed,
): SlipKind {
  const { machine } = bench.lathe.config;
  const { axis, offset } = goal;
  const view = viewOfGoal(bench, goal);
  const unit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const resolution = lastDigit(machine, axis);
  const write = (millimetres: number) => roundToResolution(unit(millimetres), resolution);
  const contact = keyed.contact;
  const way = wayOfContact(goal, view.way[axis], contact);
  const touch = caseContact(bench, view, goal, way, contact, value - right, facts.sizes, unit);
  const setup = setupNow(bench);
  const others = setup.tools
    .filter((tool) => tool.offset !== offset)
    .map((tool) => {
      const now = bench.lathe.rows[tool.offset] ?? EMPTY_ROW;
      const held = fromControl(machine, axis, shownAs("tool-offset", now.geometry[axis]), "tool-offset", tool.zone);
      return { offset: tool.offset, previous: write(tool.control?.[axis] ?? held), value: write(held) };
    });
  const work = bench.lathe.work[bench.lathe.activeWork]?.[axis] ?? 0;
  const rows =
    work === 0 || keyed.register === "work"
      ? others
      : [...others, { offset: "work", previous: write(work), value: write(work) }];
  const { kinds } = plausibilityOf({
    units: machine.units,
    resolution,
    axis,
    value: write(value),
    history: [write(right)],
    // The truth is known here: only what the touch itself could not tell is left.
    scatter: unit(Math.max(goal.within / 4, lastDigitInCore(machine, axis))),
    touch,
    commonThickness: bench.exercise.spacers.map(({ thickness }) => unit(thickness)),
    others: rows,
  });
  const [likeliest] = kinds;
  if (!likeliest || likeliest.kind === "remounted") return "inexact";
  const stale = view.control?.[axis];
  if (likeliest.kind === "unexplained" && stale !== undefined && Math.abs(stale - value) < 1e-6) return "left-out";
  return likeliest.kind;
}

/** The touch behind a number: the surface with the size that was reckoned with, what lay between, the tool. */
function caseContact(
  { exercise }: Played["bench"],
  view: ToolView,
  goal: GoalOf<"offset">,
  way: TouchWay,
  contact: Contact | undefined,
  miss: number,
  sizes: Played["facts"]["sizes"],
  unit: (millimetres: number) => number,
): CaseContact | undefined {
  const { axis } = goal;
  const tool = contactTool(view.tool, axis, way, view.choice[axis], view.zone.from);
  if (!tool.ok) return undefined;
  const scaled = {
    ...tool.value,
    ...("width" in tool.value && { width: unit(tool.value.width) }),
    ...("diameter" in tool.value && { diameter: unit(tool.value.diameter) }),
    ...("radius" in tool.value && { radius: unit(tool.value.radius) }),
  } as CaseContact["tool"];
  const isBore = familyOf(view.tool) === "bore";
  const size =
    axis === "z"
      ? view.zone.works === "sub"
        ? (sizes["part-length"]?.value ?? 0)
        : 0
      : ((isBore ? sizes.bore?.value : sizes.outside?.value) ??
        (isBore ? exercise.stock.hole : exercise.stock.nominalDiameter) ??
        0);
  // If the size was mistaken, this is the size that was reckoned with.
  const side = axis === "x" && view.zone.from === "minus" ? -1 : 1;
  const reckoned = size - side * miss;
  const typed = axis !== "z" && reckoned > 0 ? reckoned : size;
  const facts = { axis, way, choice: view.choice[axis], numbers: {} };
  return {
    surface: way === "setter" ? undefined : surfaceOf(view, facts, unit(typed)),
    tool: scaled,
    // Entered without a touch: the paper that was to be used.
    spacer: unit(contact?.spacer ?? (way === "paper" ? (exercise.spacers[0]?.thickness ?? 0) : 0)),
  };
}
