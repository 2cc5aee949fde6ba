import type { Depth } from "./run.ts";
import { SKILLS, type Skill } from "./skills.ts";
import type { SlipKind } from "./slipWords.ts";

/** What is asked of an exercise here: its name and what it trains. */
export interface ExerciseHead {
  readonly id: string;
  readonly title: string;
  readonly skill: Skill;
  readonly minutes?: number | undefined;
}

/** What is remembered of a run, newest first in lists. */
export interface PastRun {
  readonly id: string;
  readonly exercise: string;
  readonly skill: Skill;
  readonly depth: Depth;
  readonly reached: boolean;
  readonly slips: readonly SlipKind[];
  readonly hints: number;
  readonly seconds: number;
  readonly acts: number;
  /** How often tool and part met; undefined for a run from before it was counted. */
  readonly touches?: number | undefined;
  /** How far its touches went past the grip on average, true distance in millimetres; undefined where none was made over a spacer. */
  readonly past?: number | undefined;
  /** One goal was tried again by itself: it says nothing of the whole exercise. */
  readonly isAgain?: boolean;
  readonly seed: number;
  /** ISO 8601, UTC. */
  readonly at: string;
}

const DAY_MS = 86_400_000;
/** Days until a thing that was done cleanly is tried again: each time in a row it may rest longer. */
const REST_DAYS = [1, 3, 7, 16, 35, 80] as const;
/** As often in a row, alone and cleanly, an exercise has to be reached before it counts as learned. */
export const CLEAN_IN_A_ROW = 2;

/** Done alone, every goal reached, nothing gone wrong on the way. */
export const isClean = ({
  depth,
  reached,
  slips,
  hints,
}: Pick<PastRun, "depth" | "reached" | "slips" | "hints">): boolean =>
  depth === "alone" && reached && slips.length === 0 && hints === 0;

interface ExerciseState {
  readonly runs: number;
  /** Clean runs in a row, on lathes that stood differently, counted back from the latest. */
  readonly inARow: number;
  readonly last: PastRun | undefined;
  /** When it is due again; undefined while it has not been done. */
  readonly due: string | undefined;
}

/** How an exercise stands with a person. `runs` are theirs, newest first. */
export function exerciseState(runs: readonly PastRun[], exercise: string): ExerciseState {
  const own = runs.filter((run) => run.exercise === exercise && !run.isAgain);
  const [last] = own;
  if (!last) return { runs: 0, inARow: 0, last: undefined, due: undefined };
  const seeds = new Set<number>();
  for (const run of own) {
    if (!isClean(run)) break;
    seeds.add(run.seed);
  }
  const rest = seeds.size === 0 ? 0 : (REST_DAYS[Math.min(seeds.size, REST_DAYS.length) - 1] ?? 0);
  return {
    runs: own.length,
    inARow: seeds.size,
    last,
    due: new Date(Date.parse(last.at) + rest * DAY_MS).toISOString(),
  };
}

export interface SkillState {
  readonly skill: Skill;
  readonly name: string;
  /** Exercises of the skill, and how many of them are learned. */
  readonly exercises: number;
  readonly learned: number;
  readonly tried: number;
  readonly isReady: boolean;
}

/** How a person's skills stand, in the order in which one rests on another. */
export function skillStates(exercises: readonly ExerciseHead[], runs: readonly PastRun[]): readonly SkillState[] {
  return SKILLS.map(({ id, name }) => {
    const own = exercises.filter(({ skill }) => skill === id).map((one) => exerciseState(runs, one.id));
    const learned = own.filter(({ inARow }) => inARow >= CLEAN_IN_A_ROW).length;
    return {
      skill: id,
      name,
      exercises: own.length,
      learned,
      tried: own.filter((one) => one.runs > 0).length,
      isReady: own.length > 0 && learned === own.length,
    };
  });
}

/** An exercise to try next, and why. */
export interface Suggestion {
  readonly exercise: ExerciseHead;
  readonly why: "slipped" | "due" | "going-on" | "new";
  readonly depth: Depth;
}

/** The depth after one that was reached. */
const DEEPER: Readonly<Record<Depth, Depth>> = { shown: "told", told: "hints", hints: "alone", alone: "alone" };

/** A slip that comes back: its weight is 1 when it was just made and halves every five days. */
interface SlipHabit {
  readonly kind: SlipKind;
  readonly weight: number;
  /** Runs that it was made in. */
  readonly runs: number;
}
const HALF_LIFE_DAYS = 5;

/** What somebody slips on, what is likeliest to come again first. `runs` are theirs, newest first. */
export function slipHabits(runs: readonly PastRun[], now: string): readonly SlipHabit[] {
  const habits = new Map<SlipKind, { weight: number; runs: number }>();
  for (const { slips, at } of runs) {
    const days = Math.max(0, Date.parse(now) - Date.parse(at)) / DAY_MS;
    for (const kind of new Set(slips)) {
      const so = habits.get(kind) ?? { weight: 0, runs: 0 };
      habits.set(kind, { weight: so.weight + 0.5 ** (days / HALF_LIFE_DAYS), runs: so.runs + 1 });
    }
  }
  return [...habits].map(([kind, habit]) => ({ kind, ...habit })).sort((a, b) => b.weight - a.weight);
}

/**
 * What to try next: what went wrong last comes first, the slips that come back most before the others; then what has rested long enough to be
 * half forgotten (spaced repetition), what has rested longest for its turn first; then what was begun; then what is new, in the order in which
 * one rests on another.
 */
export function tryNext(
  exercises: readonly ExerciseHead[],
  runs: readonly PastRun[],
  now: string,
): readonly Suggestion[] {
  const rank = { slipped: 0, due: 1, "going-on": 2, new: 3 } as const;
  const weights = new Map(slipHabits(runs, now).map(({ kind, weight }) => [kind, weight]));
  return exercises
    .flatMap((exercise, order): readonly (Suggestion & { order: number; urgency: number })[] => {
      const { last, inARow, due } = exerciseState(runs, exercise.id);
      if (!last) return [{ exercise, why: "new", depth: "shown", order, urgency: 0 }];
      const clean = isClean(last);
      const depth: Depth = clean ? "alone" : last.reached ? DEEPER[last.depth] : last.depth;
      if (!clean && (last.slips.length > 0 || !last.reached)) {
        const urgency = last.slips.reduce((sum, kind) => sum + (weights.get(kind) ?? 0), 0);
        return [{ exercise, why: "slipped", depth, order, urgency }];
      }
      if (!clean || inARow === 0) return [{ exercise, why: "going-on", depth, order, urgency: 0 }];
      if (due === undefined || due > now) return [];
      const rested = Date.parse(now) - Date.parse(last.at);
      const turn = Date.parse(due) - Date.parse(last.at);
      return [{ exercise, why: "due", depth, order, urgency: turn > 0 ? rested / turn : 0 }];
    })
    .sort((a, b) => rank[a.why] - rank[b.why] || b.urgency - a.urgency || a.order - b.order);
}

/** A run beside one's own earlier runs of the same exercise: the best and the latest before it. */
export function besideOwn(run: PastRun, runs: readonly PastRun[]) {
  const earlier = runs.filter((one) => one.exercise === run.exercise && one.at < run.at && one.reached && !one.isAgain);
  const fastest = [...earlier].sort((a, b) => a.seconds - b.seconds)[0];
  return { earlier: earlier.length, before: earlier[0], fastest };
}

/** What was signed for a skill or taken back. */
export interface Sign {
  readonly skill: Skill;
  readonly action: "signed" | "withdrawn";
}

/** The signs that stand, of all that were made, newest first. */
export function standingSigns<Of extends Sign>(signs: readonly Of[]): readonly Of[] {
  return SKILLS.flatMap(({ id }) => {
    const latest = signs.find(({ skill }) => skill === id);
    return latest?.action === "signed" ? [latest] : [];
  });
}
