import type { DebriefedSlip } from "./debrief.ts";
import type { Facts } from "./reduceFacts.ts";
import type { RecordedAct } from "./run.ts";

/**
 * How many acts of a run stand before the work on a goal that failed: up to the last entry before the slip that was right for something else,
 * or to the end where nothing was entered for it at all.
 */
export function actsBefore(facts: Facts, slip: Pick<DebriefedSlip, "act">): number {
  if (slip.act === 0) return facts.acts;
  return facts.keyed.findLast(({ at }) => at < slip.act - 1)?.at ?? 0;
}

/** The first acts of a run, as many as that. */
export function firstActs(acts: readonly RecordedAct[], count: number): readonly RecordedAct[] {
  const first: RecordedAct[] = [];
  let left = count;
  for (const [at, times, act] of acts) {
    if (left <= 0) break;
    first.push([at, Math.min(times, left), act]);
    left -= times;
  }
  return first;
}
