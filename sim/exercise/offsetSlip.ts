import type { ToolView } from "../../core/ledger/index.ts";
import { type Axis, fromControl, jogStep, lastDigit, lastDigitInCore, shownAs } from "../../core/machine/index.ts";
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
import type { Contact, Keyed } from "./reduceFacts.ts";
import type { Played } from "./run.ts";
import type { SlipKind } from "./slipWords.ts";
import { SLIP_WORDS } from "./slipWords.ts";

/** How a contact was made, as a way of touching. */
const WAY_OF: Readonly<Record<Contact["by"], TouchWay>> = {
  cut: "skim",
  paper: "paper",
  shim: "paper",
  block: "block",
  pin: "block",
  bare: "scratch",
  setter: "setter",
  slide: "slide",
  pull: "pull",
  sweep: "centre",
};

/** Names why an axis of a tool is wrong: by the same odds as in production, with the truth for what was expected. */
export function offsetSlip(played: Played, goal: GoalOf<"offset">, truth: GoalTruth, face: number): NamedSlip {
  const { bench, facts } = played;
  const miss = truth.miss ?? 0;
  const does = consequence(bench, goal, miss);
  const name = (kind: SlipKind, act: number, says = `${SLIP_WORDS[kind]}.`): NamedSlip => ({ kind, says, act, does });
  if (truth.says !== undefined) return name("in-geometry", lastKeyed(facts.keyed, goal.offset, goal.axis)?.at ?? 0);
  const own = lastKeyed(facts.keyed, goal.offset, goal.axis);
  const work = lastKeyed(facts.keyed, bench.lathe.activeWork, goal.axis);
  const isAlike = offsetGoals(bench.exercise).filter((one) => {
    if (one.axis !== goal.axis || viewOfGoal(bench, one).station === viewOfGoal(bench, goal).station) return false;
    const other = offsetMiss(bench, one, face);
    return Math.abs(other - miss) <= Math.max(one.within, goal.within);
  });
  if (work && (!own || work.at > own.at)) {
    const value = bench.lathe.work[bench.lathe.activeWork]?.[goal.axis] ?? 0;
    const held = sumOf(bench, goal.offset, goal.axis, viewOfGoal(bench, goal).zone) - value;
    if (Math.abs(held) > 1 && Math.abs(miss - held) <= Math.max(10 * goal.within, 0.6))
      return name("length-twice", work.at);
    const kind = goal.teaches ? numberSlip(played, goal, value, value - miss, work, goal.offset) : undefined;
    if (kind && kind !== "unexplained" && kind !== "inexact") return name(kind, work.at);
    if (isAlike.length > 0 && !own) return name("moved-alike", work.at);
    if (kind) return name(kind, work.at);
  }
  if (!own) {
    if (isAlike.length > 0 && (work || goal.kept)) return name("moved-alike", work?.at ?? 0);
    return name("left-out", 0);
  }
  const zone = viewOfGoal(bench, goal).zone;
  const value =
    sumOf(bench, goal.offset, goal.axis, zone) - (bench.lathe.work[bench.lathe.activeWork]?.[goal.axis] ?? 0);
  // The part in the sub-spindle is longer by this amount, which has not been measured.
  const isAssumed =
    goal.axis === "z" &&
    zone.works === "sub" &&
    Math.abs(miss - (bench.exercise.stock.partTooLong ?? 0)) <= goal.within;
  const kind = isAssumed ? "length-assumed" : numberSlip(played, goal, value, value - miss, own, goal.offset);
  return name(kind, own.at);
}

const lastKeyed = (keyed: readonly Keyed[], row: string, axis: Axis) =>
  keyed.findLast((one) => one.row === row && one.axis === axis);

/** The slip behind a number that ought to have been another one. Millimetres, signed as in the equation. */
function numberSlip(
  { bench, facts }: Played,
  goal: GoalOf<"offset">,
  value: number,
  right: number,
  keyed: Keyed,
  offset: string,
): SlipKind {
  const { machine } = bench.lathe.config;
  const { axis } = goal;
  const view = viewOfGoal(bench, goal);
  const unit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const resolution = lastDigit(machine, axis);
  const write = (millimetres: number) => roundToResolution(unit(millimetres), resolution);
  const contact = keyed.contact;
  const way = contact ? WAY_OF[contact.by] : (goal.way ?? view.way[axis]);
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
    jogSteps: [1, 10, 100, 1000].map((times) => unit(times * jogStep(machine, axis))),
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
