import type { LatheEvent } from "../lathe/index.ts";
import { applyAction, type Bench, type BenchAct } from "./bench.ts";
import type { Exercise } from "./exercise.ts";
import { openBench } from "./openBench.ts";
import { type Facts, NOTHING_YET, reduceFacts } from "./reduceFacts.ts";

/** How much of it is shown: each step, done where one asks for it; each step said and left to the hand; hints that are asked for; nothing. */
export const DEPTHS = ["shown", "told", "hints", "alone"] as const;
export type Depth = (typeof DEPTHS)[number];

/** An act with how many times it was done one after another, and when the first was, milliseconds from the start. */
export type RecordedAct = readonly [at: number, times: number, act: BenchAct];

/** A goal that is tried again by itself. */
export interface Again {
  readonly goal: number;
  /** So many acts were done before, in the run that it failed in. */
  readonly from: number;
}

/** A run as it can be stored: from the exercise, the seed and this it comes out again bit for bit. */
export interface Run {
  readonly exercise: Exercise;
  readonly seed: number;
  readonly depth: Depth;
  readonly acts: readonly RecordedAct[];
  /** When a hint was asked for, by the number of acts by then. */
  readonly hints: readonly number[];
  /** A goal that was tried again by itself, and how many acts of the run before were taken over; undefined where it is about all goals. */
  readonly again?: Again;
}

/** An exercise while it is worked on: the bench and what happened so far. */
export interface Played {
  readonly bench: Bench;
  readonly facts: Facts;
}

export const open = (exercise: Exercise, seed: number): Played => ({
  bench: openBench(exercise, seed),
  facts: NOTHING_YET,
});

/** One more act. */
export function play({ bench, facts }: Played, one: BenchAct): Played & { readonly events: readonly LatheEvent[] } {
  const done = applyAction(bench, one);
  return { bench: done.bench, facts: reduceFacts(facts, bench, one, done.bench, done.events), events: done.events };
}

/** Writes one more act at the end of a list that is being recorded: the same act again is counted, not written again. */
export function record(acts: RecordedAct[], one: BenchAct, at: number): void {
  const last = acts.at(-1);
  if (last && JSON.stringify(last[2]) === JSON.stringify(one)) acts[acts.length - 1] = [last[0], last[1] + 1, last[2]];
  else acts.push([Math.round(at), 1, one]);
}

/** A moment of a run: when it was, what was done, and what stood on the lathe then. */
interface PlayedFrame extends Played {
  readonly at: number;
  readonly act: BenchAct;
  readonly events: readonly LatheEvent[];
}

/** Plays a run again; `see` looks at every act. */
export function replay(run: Pick<Run, "exercise" | "seed" | "acts">, see?: (frame: PlayedFrame) => void): Played {
  const steps = replayInSteps(run, see);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
  }
}

/** Acts between two pauses of a long replay. */
const ACTS_PER_STEP = 400;
/** A single stretch of time from which it is worth one of its own. */
const LONG_MS = 1000;

/** The same with a pause now and then, so that a server has time for others in between. */
export function* replayInSteps(
  { exercise, seed, acts }: Pick<Run, "exercise" | "seed" | "acts">,
  see?: (frame: PlayedFrame) => void,
): Generator<undefined, Played> {
  let now = open(exercise, seed);
  let count = 0;
  for (const [at, times, one] of acts)
    for (let time = 0; time < times; time++) {
      const next = play(now, one);
      now = next;
      see?.({ ...next, at, act: one });
      const isLong = one.do === "advance" && one.milliseconds >= LONG_MS;
      if (++count % ACTS_PER_STEP === 0 || isLong) yield undefined;
    }
  return { bench: now.bench, facts: now.facts };
}
