import type { ToolView } from "../../core/ledger/index.ts";
import {
  type Axis,
  fromControl,
  jogStep,
  lastDigit,
  lastDigitInCore,
  shownAs,
  toControl,
} from "../../core/machine/index.ts";
import { plausibilityOf } from "../../core/plausibility/index.ts";
import { contactTool, familyOf, type TouchWay } from "../../core/tool/index.ts";
import { type CaseContact, surfaceOf } from "../../core/touch/index.ts";
import { convertLength, formatLength, formatMillimetres, roundToResolution } from "../../core/units/index.ts";
import { EMPTY_ROW } from "../control/offsets.ts";
import { setupNow } from "./bench.ts";
import { consequence } from "./consequence.ts";
import type { Goal, GoalOf } from "./exercise.ts";
import { offsetGoals } from "./exerciseSetup.ts";
import { type GoalTruth, referenceFace, sumOf, truthOf, viewOfGoal } from "./goalTruth.ts";
import { goalWords } from "./goalWords.ts";
import type { Contact, Keyed } from "./reduceFacts.ts";
import { type Played, type Run, replay } from "./run.ts";
import type { SlipKind } from "./slipWords.ts";
import { SLIP_WORDS } from "./slipWords.ts";

/** Something that went wrong: what it was, what it would have done at the machine, and where in the record it happened. */
export interface DebriefedSlip {
  readonly kind: SlipKind;
  readonly says: string;
  readonly does?: string;
  /** Number of the act, counted from 1, and when it was, milliseconds from the start; 0 where nothing was done at all. */
  readonly act: number;
  readonly at: number;
  /** The goal that it keeps from being reached. */
  readonly goal?: number;
}

/** One goal, true against entered. Written in the machine's unit, as the control shows it. */
interface GoalDebrief {
  readonly words: string;
  readonly reached: boolean;
  readonly entered?: string;
  readonly truth?: string;
  readonly miss?: string;
  readonly within?: string;
}

export interface Debrief {
  /** Every goal is reached, and nothing crashed on the way. */
  readonly reached: boolean;
  readonly goals: readonly GoalDebrief[];
  readonly slips: readonly DebriefedSlip[];
  readonly seconds: number;
  /** Turns of the wheel and everything else that was done. */
  readonly acts: number;
  readonly hints: number;
}

/** Looks back at a run: plays it again and holds what was entered against the truth of the lathe. */
export function debriefOf(run: Run): Debrief {
  const when: number[] = [];
  const played = replay(run, ({ at }) => void when.push(at));
  return debriefPlayed(run, played, when);
}

/** The same of a run that stands played already; `when` holds the time of each act. */
export function debriefPlayed(run: Pick<Run, "exercise" | "hints">, played: Played, when: readonly number[]): Debrief {
  const timeOf = (act: number) => when[act - 1] ?? 0;
  const { facts } = played;
  const face = referenceFace(played.bench, facts);
  const judged = run.exercise.goals.map((goal, index) => ({
    goal,
    index,
    truth: truthOf(played.bench, facts, goal, index, face),
  }));
  const mishaps = facts.mishaps.map(
    ({ at, kind, message }): DebriefedSlip => ({ kind, says: message, act: at, at: timeOf(at) }),
  );
  const missed = judged.flatMap((one): readonly DebriefedSlip[] => {
    if (one.truth.reached) return [];
    const { act, ...slip } = slipOf(played, one.goal, one.index, one.truth, face);
    return [{ ...slip, act, at: timeOf(act), goal: one.index }];
  });
  return {
    reached: judged.every(({ truth }) => truth.reached) && !mishaps.some(({ kind }) => kind === "crash"),
    goals: judged.map(({ goal, truth }) => goalDebrief(played, goal, truth, face)),
    slips: [...mishaps, ...missed].sort((a, b) => a.act - b.act),
    seconds: Math.round((when.at(-1) ?? 0) / 1000),
    acts: facts.acts,
    hints: run.hints.length,
  };
}

function goalDebrief(played: Played, goal: Goal, { reached, miss }: GoalTruth, face: number): GoalDebrief {
  const { bench } = played;
  const { machine } = bench.lathe.config;
  const words = goalWords(bench.exercise, goal);
  const digit = lastDigit(machine, "axis" in goal ? goal.axis : "x");
  const write = (millimetres: number, sign = false) =>
    formatLength(convertLength(millimetres, "mm", machine.units), digit, sign ? { sign: "always" } : {});
  if (goal.goal !== "offset")
    return {
      words,
      reached,
      ...(miss !== undefined && Number.isFinite(miss) && { miss: write(miss, true) }),
      ...("within" in goal && goal.within !== undefined && { within: write(goal.within) }),
    };
  const view = viewOfGoal(bench, goal);
  const entered = sumOf(bench, goal.offset, goal.axis, view.zone);
  const shift = goal.axis === "z" && view.zone.works === "main" ? face : 0;
  // Machine position with the tool on the part's zero: what the readout shows there.
  const shown = (millimetres: number, sign = false) =>
    formatLength(
      toControl(machine, goal.axis, millimetres, "readout", view.zone),
      digit,
      sign ? { sign: "always" } : {},
    );
  return {
    words,
    reached,
    entered: shown(entered - shift),
    truth: shown(entered - shift - (miss ?? 0)),
    miss: shown(miss ?? 0, true),
    within: write(goal.within),
  };
}

type Named = Omit<DebriefedSlip, "at">;

function slipOf(played: Played, goal: Goal, index: number, truth: GoalTruth, face: number): Named {
  const { facts } = played;
  const plain = (kind: SlipKind, act: number): Named => ({ kind, says: truth.says ?? SLIP_WORDS[kind], act });
  switch (goal.goal) {
    case "offset":
      return offsetSlip(played, goal, truth, face);
    case "nose":
      return {
        ...plain("wrong-nose", facts.noses[goal.offset] ?? 0),
        does: "Diameters would still measure right; chamfers would vanish and tapers come out wrong.",
      };
    case "proved":
      return {
        ...plain("not-proved", facts.proofs[goal.offset]?.at ?? 0),
        does: "A wrong number in the table would have been found out by the crash.",
      };
    case "part":
    case "wall": {
      const kind = Number.isFinite(truth.miss) ? "off-size" : "left-out";
      const says = Number.isFinite(truth.miss)
        ? `${SLIP_WORDS["off-size"]}: ${formatMillimetres(truth.miss ?? 0, played.bench.lathe.config.machine.units)}.`
        : "It was not made.";
      return { kind, says, act: facts.cuts[goal.offset] ?? 0, does: "The part would be scrap, or go round again." };
    }
    case "calls":
      return {
        ...plain("wrong-call", 0),
        does: "Another tool would come, with an offset that is not its own, and index over the part.",
      };
    case "true-holder":
      return {
        ...plain("not-true", facts.turned[goal.station] ?? 0),
        says: `${SLIP_WORDS["not-true"]}: ${formatMillimetres(truth.miss ?? 0, played.bench.lathe.config.machine.units)} over its shaft.`,
        does: "The tool would wear on one side and break.",
      };
    case "combs":
      return { ...plain("not-meshed", 0), does: "They would run into each other when the sub-spindle comes over." };
    case "answer":
      return plain(played.bench.answers[index] === undefined ? "left-out" : "wrong-answer", 0);
  }
}

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
function offsetSlip(played: Played, goal: GoalOf<"offset">, truth: GoalTruth, face: number): Named {
  const { bench, facts } = played;
  const miss = truth.miss ?? 0;
  const does = consequence(bench, goal, miss);
  const name = (kind: SlipKind, act: number, says = `${SLIP_WORDS[kind]}.`): Named => ({ kind, says, act, does });
  if (truth.says !== undefined) return name("in-geometry", lastKeyed(facts.keyed, goal.offset, goal.axis)?.at ?? 0);
  const own = lastKeyed(facts.keyed, goal.offset, goal.axis);
  const work = lastKeyed(facts.keyed, bench.lathe.activeWork, goal.axis);
  const isAlike = offsetGoals(bench.exercise).filter((one) => {
    if (one.axis !== goal.axis || viewOfGoal(bench, one).station === viewOfGoal(bench, goal).station) return false;
    const other = truthOf(bench, facts, one, -1, face).miss ?? 0;
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
  // What the part in the sub-spindle is longer by, and nobody has measured.
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
    papers: bench.exercise.spacers.map(({ thickness }) => unit(thickness)),
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
