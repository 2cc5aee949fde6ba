import { lastDigit, toControl } from "../../core/machine/index.ts";
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
  /** How often tool and part met; left out of debriefs from before it was counted. */
  readonly touches?: number;
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
    touches: facts.touches,
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
