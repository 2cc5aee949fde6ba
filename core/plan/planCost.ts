import type { PlanStep } from "./planSteps.ts";

/** What getting from one step to the next costs, seconds; starting values for the proportions between them. */
const COST = {
  /** Moving clear and giving an index command, and every station that passes by. */
  index: 8,
  station: 1.5,
  /** Another tool on a quick-change post, lifted out and put in. */
  post: 25,
  /** Along a gang, an arm or a block of fixed tools. */
  slide: 8,
  /** To another place on the machine, and round it to the other spindle. */
  zone: 30,
  spindle: 90,
  /** Another way to touch: spindle on or off, another feed, another head for it. */
  way: 20,
  /** Putting one gauge down and fetching another. */
  gauge: 15,
} as const;

/** How a turret turns: either way round, or one way only. */
export interface Indexing {
  readonly oneWay: boolean;
}

/** Seconds from the end of one step to the beginning of the next; 0 in front of the first but its own gauge. */
export function secondsBetween(from: PlanStep | undefined, to: PlanStep, { oneWay }: Indexing): number {
  if (!from) return 0;
  let seconds = 0;
  if (from.spindle !== to.spindle) seconds += COST.spindle;
  else if (from.zone !== to.zone) seconds += COST.zone;
  if (to.station !== "" && from.station !== to.station) seconds += secondsToIndex(from, to, oneWay);
  if (to.way !== from.way) seconds += COST.way;
  if (to.gauge !== from.gauge && to.gauge !== "none") seconds += COST.gauge;
  return seconds;
}

function secondsToIndex(from: PlanStep, to: PlanStep, oneWay: boolean): number {
  if (to.zoneKind === "post") return COST.post;
  if (to.zoneKind !== "turret") return COST.slide;
  if (from.zone !== to.zone || from.station === "") return COST.index;
  const ahead = (((to.slot - from.slot) % to.slots) + to.slots) % to.slots;
  const stations = oneWay ? ahead : Math.min(ahead, to.slots - ahead);
  return COST.index + stations * COST.station;
}

/** Seconds that an order takes from its first step to its last, touches and ways between them. */
export function secondsOf(order: readonly PlanStep[], indexing: Indexing, after?: PlanStep): number {
  let seconds = 0;
  let last = after;
  for (const step of order) {
    seconds += secondsBetween(last, step, indexing) + step.seconds;
    last = step;
  }
  return seconds;
}
