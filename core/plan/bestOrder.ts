import { TOLERANCES } from "../tolerances.ts";
import { type Indexing, secondsBetween, secondsOf } from "./planCost.ts";
import type { Need, PlanStep } from "./planSteps.ts";

/** An order of work, how long it takes, and whether no order takes less. */
export interface PlannedOrder {
  readonly order: readonly PlanStep[];
  readonly seconds: number;
  /** True where every other order that keeps the prerequisites has been ruled out. */
  readonly isProven: boolean;
}

/** Sets of steps that are looked at before an exact search is given up; steps with many prerequisites have few. */
const MOST_SETS = 10_000;
/** Exchanges tried by the search for long lists. */
const MOST_TRIALS = 120_000;

/**
 * The order in which steps take least time under their prerequisites, from where the last done step left the machine.
 *
 * Exact where it can be: dynamic programming over the sets of done steps (the travelling-salesman recurrence of Bellman,
 * Held and Karp, with prerequisites cutting the sets down). Beyond that a local search that moves and exchanges runs of
 * steps, begun from the order given and from the nearest-next order; never worse than either.
 *
 * Prerequisites outside of the list are taken as done. A circle of prerequisites cannot be kept: such steps stay in the
 * order given.
 */
export function bestOrder(steps: readonly PlanStep[], indexing: Indexing, after?: PlanStep): PlannedOrder {
  if (steps.length === 0) return { order: [], seconds: 0, isProven: true };
  const problem = toProblem(steps, indexing, after);
  const exact = steps.length <= MOST_EXACT ? searchExactly(problem) : undefined;
  const found = exact ?? searchLocally(problem);
  const order = found.flatMap((index) => steps[index] ?? []);
  return { order, seconds: secondsOf(order, indexing, after), isProven: exact !== undefined };
}
/** A set of steps is one number of 31 bits; how many sets there are decides before that. */
const MOST_EXACT = 30;

/**
 * Prerequisites that an order breaks: the step, what stands too late, and why it must come before. `at` is the place
 * of the step in the order, from 0; empty where the order breaks none.
 */
export function brokenNeeds(
  order: readonly PlanStep[],
): readonly { readonly step: PlanStep; readonly need: Need; readonly at: number }[] {
  const place = new Map(order.map(({ key }, index) => [key, index]));
  return order.flatMap((step, at) =>
    step.needs.filter(({ key }) => (place.get(key) ?? -1) > at).map((need) => ({ step, need, at })),
  );
}

interface Problem {
  readonly count: number;
  /** Seconds from step to step, row by row; the last row is from where the work begins. */
  readonly between: Float64Array;
  /** Steps that must be done before, one list each. */
  readonly before: readonly (readonly number[])[];
}

function toProblem(steps: readonly PlanStep[], indexing: Indexing, after: PlanStep | undefined): Problem {
  const count = steps.length;
  const between = new Float64Array((count + 1) * count);
  for (let from = 0; from <= count; from++)
    for (const [to, step] of steps.entries())
      between[from * count + to] = secondsBetween(from === count ? after : steps[from], step, indexing);
  const index = new Map(steps.map(({ key }, at) => [key, at]));
  const before = steps.map(({ needs }) => needs.flatMap(({ key }) => index.get(key) ?? []));
  return { count, between, before };
}

/** Dynamic programming over sets; undefined where there are too many of them, or a circle keeps any order from ending. */
function searchExactly({ count, between, before }: Problem): readonly number[] | undefined {
  const masks = before.map((list) => list.reduce((mask, one) => mask | (1 << one), 0));
  interface Best {
    readonly seconds: Float64Array;
    readonly last: Int8Array;
  }
  const layers: Map<number, Best>[] = [new Map([[0, start(count)]])];
  let sets = 0;
  for (let size = 0; size < count; size++) {
    const next = new Map<number, Best>();
    for (const [set, { seconds }] of layers[size] ?? []) {
      for (let to = 0; to < count; to++) {
        const bit = 1 << to;
        if ((set & bit) !== 0 || ((masks[to] ?? 0) & ~set) !== 0) continue;
        const grown = set | bit;
        let best = next.get(grown);
        if (!best) {
          if (++sets > MOST_SETS) return undefined;
          best = {
            seconds: new Float64Array(count).fill(Number.POSITIVE_INFINITY),
            last: new Int8Array(count).fill(-1),
          };
          next.set(grown, best);
        }
        relax(best, to, set, seconds, between, count);
      }
    }
    layers.push(next);
  }
  const full = layers[count]?.values().next().value;
  return full && trace(layers, full, count);

  function relax(best: Best, to: number, set: number, seconds: Float64Array, cost: Float64Array, n: number): void {
    for (let from = 0; from <= n; from++) {
      if (set === 0 ? from !== n : from === n || (set & (1 << from)) === 0) continue;
      const total = (set === 0 ? 0 : (seconds[from] ?? 0)) + (cost[from * n + to] ?? 0);
      if (total < (best.seconds[to] ?? 0)) {
        best.seconds[to] = total;
        best.last[to] = from === n ? -1 : from;
      }
    }
  }
}

const start = (count: number) => ({ seconds: new Float64Array(count), last: new Int8Array(count).fill(-1) });

/** Walks back from the full set to the empty one. */
function trace(
  layers: readonly ReadonlyMap<number, { readonly seconds: Float64Array; readonly last: Int8Array }>[],
  full: { readonly seconds: Float64Array },
  count: number,
): readonly number[] {
  let at = 0;
  for (let one = 1; one < count; one++) if ((full.seconds[one] ?? 0) < (full.seconds[at] ?? 0)) at = one;
  const order: number[] = [];
  let set = 2 ** count - 1;
  for (let size = count; size > 0; size--) {
    order.push(at);
    const before = layers[size]?.get(set)?.last[at] ?? -1;
    set &= ~(1 << at);
    at = before;
  }
  return order.reverse();
}

/** Improves the given order and the nearest-next order by moving runs of steps, and keeps the better. */
function searchLocally(problem: Problem): readonly number[] {
  const given = Array.from({ length: problem.count }, (_, index) => index);
  const starts = [given, nearestNext(problem), byTool(problem, given)].filter((order) => keeps(problem, order));
  let best = given;
  let least = Number.POSITIVE_INFINITY;
  for (const order of starts.length > 0 ? starts : [given]) {
    const improved = improve(problem, order, MOST_TRIALS / Math.max(starts.length, 1));
    const seconds = costOf(problem, improved);
    if (seconds < least) [best, least] = [improved, seconds];
  }
  return best;
}

/** What can be done next and is nearest, again and again. */
function nearestNext({ count, between, before }: Problem): number[] {
  const order: number[] = [];
  const done = new Set<number>();
  let from = count;
  while (order.length < count) {
    let best = -1;
    for (let to = 0; to < count; to++) {
      if (done.has(to) || before[to]?.some((one) => !done.has(one))) continue;
      if (best < 0 || (between[from * count + to] ?? 0) < (between[from * count + best] ?? 0)) best = to;
    }
    if (best < 0) return order;
    order.push(best);
    done.add(best);
    from = best;
  }
  return order;
}

/** The given order with every step as early as its prerequisites allow, so that it can be improved at all. */
function byTool({ count, before }: Problem, given: readonly number[]): number[] {
  const order: number[] = [];
  const left = [...given];
  while (left.length > 0) {
    const at = left.findIndex((one) => !(before[one] ?? []).some((need) => !order.includes(need)));
    if (at < 0) return order;
    order.push(...left.splice(at, 1));
  }
  return order.length === count ? order : given.slice();
}

const keeps = ({ count, before }: Problem, order: readonly number[]): boolean => {
  if (order.length !== count) return false;
  const place = new Map(order.map((step, at) => [step, at]));
  return order.every((step, at) => (before[step] ?? []).every((need) => (place.get(need) ?? -1) < at));
};

function costOf({ count, between }: Problem, order: readonly number[]): number {
  let seconds = 0;
  let from = count;
  for (const to of order) {
    seconds += between[from * count + to] ?? 0;
    from = to;
  }
  return seconds;
}

/** Takes a run of one to six steps out and puts it in elsewhere, as long as that saves time. */
function improve(problem: Problem, begin: readonly number[], most: number): number[] {
  const { count, between, before } = problem;
  const needs = closure(before, count);
  let order = begin.slice();
  let trials = 0;
  const cost = (from: number, to: number) => (to < 0 ? 0 : (between[(from < 0 ? count : from) * count + to] ?? 0));
  for (let isBetter = true; isBetter && trials < most; ) {
    isBetter = false;
    for (let from = 0; from < count && trials < most; from++) {
      for (let run = 1; run <= LONGEST_RUN && from + run <= count; run++) {
        const moved = bestPlace(from, run);
        if (moved === undefined) continue;
        const piece = order.slice(from, from + run);
        const rest = [...order.slice(0, from), ...order.slice(from + run)];
        order = [...rest.slice(0, moved), ...piece, ...rest.slice(moved)];
        isBetter = true;
      }
    }
  }
  return order;

  /** Where a run, taken out, costs least; undefined where it stands best. Places count in the order without the run. */
  function bestPlace(from: number, run: number): number | undefined {
    const first = order[from] ?? -1;
    const last = order[from + run - 1] ?? -1;
    const saved =
      cost(order[from - 1] ?? -1, first) +
      cost(last, order[from + run] ?? -1) -
      cost(order[from - 1] ?? -1, order[from + run] ?? -1);
    let best: number | undefined;
    let gain: number = TOLERANCES.leastGain;
    const tryAt = (place: number, left: number, right: number) => {
      trials++;
      const added = cost(left, first) + cost(last, right) - cost(left, right);
      if (saved - added > gain) [best, gain] = [place, saved - added];
    };
    // Towards the front until something stands there that the run needs; towards the end until something needs it.
    for (let at = from - 1; at >= 0 && !isNeeded(at, from, run); at--) tryAt(at, order[at - 1] ?? -1, order[at] ?? -1);
    for (let at = from + run; at < count && !needsRun(at, from, run); at++)
      tryAt(at - run + 1, order[at] ?? -1, order[at + 1] ?? -1);
    return best;
  }
  function isNeeded(at: number, from: number, run: number): boolean {
    for (let one = from; one < from + run; one++)
      if (needs[(order[one] ?? 0) * count + (order[at] ?? 0)] === 1) return true;
    return false;
  }
  function needsRun(at: number, from: number, run: number): boolean {
    for (let one = from; one < from + run; one++)
      if (needs[(order[at] ?? 0) * count + (order[one] ?? 0)] === 1) return true;
    return false;
  }
}
const LONGEST_RUN = 6;

/** Everything that must have been done before each step, directly or not: 1 in row `step`, column `need`. */
function closure(before: readonly (readonly number[])[], count: number): Uint8Array {
  const needs = new Uint8Array(count * count);
  for (const [step, list] of before.entries()) for (const one of list) needs[step * count + one] = 1;
  for (let via = 0; via < count; via++)
    for (let step = 0; step < count; step++)
      if (needs[step * count + via] === 1)
        for (let one = 0; one < count; one++) if (needs[via * count + one] === 1) needs[step * count + one] = 1;
  return needs;
}
