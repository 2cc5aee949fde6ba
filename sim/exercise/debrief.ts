import { lastDigit, toControl } from "../../core/machine/index.ts";
import type { Quantity } from "../../core/touch/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import type { Goal } from "./exercise.ts";
import { goalWords, slipOf, truthOf } from "./goals/index.ts";
import { type GoalTruth, referenceFace, sumOf, viewOfGoal } from "./goalTruth.ts";
import { type Played, type Run, replay } from "./run.ts";
import type { SlipKind } from "./slipWords.ts";

/** Something that went wrong: what it was, what it would have done at the machine, and where in the record it happened. */
export interface DebriefedSlip {
  readonly kind: SlipKind;
  readonly says: string;
  readonly does?: string;
  /** Number of the act, counted from 1, and when it was, milliseconds from the start; 0 where nothing was done at all. */
  readonly act: number;
  readonly at: number;
  /** The goal that it keeps from being reached; the first of them where there are more. */
  readonly goal?: number;
  /** All goals that it keeps from being reached, where it is more than one. */
  readonly goals?: readonly number[];
  /** What was keyed, as it was keyed, and what the touch of the run comes to; written as the control shows it. */
  readonly keyed?: { readonly number: string; readonly where: string; readonly right?: string };
  /** One's own sum beside the right one, line by line, in the control's unit and digits. */
  readonly sum?: readonly SumBeside[];
}

/** A line of the right sum with what it would have to be for what was keyed. */
export interface SumBeside {
  readonly label: string;
  readonly quantity: Quantity;
  readonly right: string;
  readonly yours: string;
  /** This is the line that differs. */
  readonly differs: boolean;
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
  /** How often tool and part met; left out of debriefs from before it was counted. */
  readonly touches?: number;
  readonly hints: number;
  /** How the hand worked; left out of debriefs from before it was looked at. */
  readonly handling?: Handling;
}

/** How the hand worked. */
interface Handling {
  /** How far past the grip the touches that numbers were entered for went, on average: true distance, millimetres; left out where no spacer was held. */
  readonly past?: number;
  /** How often it was said what the display would read, and how often that was so. */
  readonly predicted: number;
  readonly predictedRightly: number;
}

/** Looks back at a run: plays it again and holds what was entered against the truth of the lathe. */
export function debriefOf(run: Run): Debrief {
  const when: number[] = [];
  const played = replay(run, ({ at }) => void when.push(at));
  return debriefPlayed(run, played, when);
}

/** The same of a run that stands played already; `when` holds the time of each act. */
export function debriefPlayed(
  run: Pick<Run, "exercise" | "hints" | "again">,
  played: Played,
  when: readonly number[],
): Debrief {
  const timeOf = (act: number) => when[act - 1] ?? 0;
  const { facts } = played;
  const face = referenceFace(played.bench, facts);
  const judged = run.exercise.goals
    .map((goal, index) => ({ goal, index, truth: truthOf(played.bench, facts, goal, index, face) }))
    .filter(({ index }) => run.again === undefined || run.again.goal === index);
  const mishaps = facts.mishaps
    .filter(({ at }) => at > (run.again?.from ?? 0))
    .map(({ at, kind, message }): DebriefedSlip => ({ kind, says: message, act: at, at: timeOf(at) }));
  const missed = judged.flatMap((one): readonly DebriefedSlip[] => {
    if (one.truth.reached) return [];
    const { act, ...slip } = slipOf(played, one.goal, one.index, one.truth, face);
    return [{ ...slip, act, at: timeOf(act), goal: one.index }];
  });
  return {
    reached: judged.every(({ truth }) => truth.reached) && !mishaps.some(({ kind }) => kind === "crash"),
    goals: judged.map(({ goal, truth }) => goalDebrief(played, goal, truth, face)),
    slips: byCause(run.exercise, facts, [...mishaps, ...missed]).sort((a, b) => a.act - b.act),
    seconds: Math.round((when.at(-1) ?? 0) / 1000),
    acts: facts.acts,
    touches: facts.touches,
    hints: run.hints.length,
    handling: handlingOf(facts),
  };
}

function handlingOf({ keyed, predicted }: Played["facts"]): Handling {
  const pasts = keyed.flatMap(({ contact }) => (contact?.past === undefined ? [] : [contact.past]));
  const said = predicted.filter(({ read }) => read !== undefined);
  return {
    ...(pasts.length > 0 && { past: pasts.reduce((sum, past) => sum + past, 0) / pasts.length }),
    predicted: said.length,
    predictedRightly: said.filter(({ isRight }) => isRight).length,
  };
}

/**
 * Slips of one cause as one: the same refusal again and again, goals that one entry keeps from being reached, the axes of a tool that was
 * never entered, and what was not entered any more because the lathe had crashed.
 */
function byCause(
  { goals }: Run["exercise"],
  { keyed }: Played["facts"],
  slips: readonly DebriefedSlip[],
): DebriefedSlip[] {
  const found: DebriefedSlip[] = [];
  // Where entries go on after a crash, what is left out was not left out because of it.
  const crash = slips.findLast(({ kind, act }) => kind === "crash" && !keyed.some(({ at }) => at > act));
  const isCrash = ({ kind, act }: DebriefedSlip) => crash !== undefined && kind === "crash" && act === crash.act;
  const offsetOf = ({ goal }: DebriefedSlip) => {
    const own = goal === undefined ? undefined : goals[goal];
    return own && "offset" in own ? own.offset : undefined;
  };
  const isOneWith = (slip: DebriefedSlip) => (other: DebriefedSlip) => {
    if (slip.goal === undefined)
      return other.goal === undefined && other.kind === slip.kind && other.says === slip.says;
    if (slip.kind === "left-out" && slip.act === 0)
      return isCrash(other) || (other.kind === "left-out" && offsetOf(other) === offsetOf(slip));
    // The crush that the entry came after, not one that was made good before.
    if (slip.kind === "paper-crushed") return other.kind === "paper-crushed" && other.act <= slip.act;
    return other.goal !== undefined && slip.act > 0 && other.act === slip.act;
  };
  for (const slip of slips) {
    const at = found.findLastIndex(isOneWith(slip));
    const other = found[at];
    if (!other) found.push(slip);
    else if (slip.goal !== undefined) found[at] = joined(other, slip, slip.goal);
  }
  return found;
}

/** What everything moves with says less than the slip that moved it. */
const SAYS_LESS: readonly SlipKind[] = ["moved-alike", "length-twice"];

function joined(first: DebriefedSlip, second: DebriefedSlip, goal: number): DebriefedSlip {
  const goals = [...(first.goals ?? (first.goal === undefined ? [] : [first.goal])), goal].sort((a, b) => a - b);
  const told = SAYS_LESS.includes(first.kind) && !SAYS_LESS.includes(second.kind) ? second : first;
  return { ...told, goal: goals[0] ?? goal, ...(goals.length > 1 && { goals }) };
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
