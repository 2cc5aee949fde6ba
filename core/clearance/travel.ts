import type { LatheAxis } from "../machine/index.ts";
import { LATHE_AXES } from "../machine/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";

type Span = readonly [number, number];
type PerAxis<Value> = Readonly<Record<LatheAxis, Value>>;

/** Where a tool goes and with which offset: box and retract in part coordinates, X as diameters. */
export interface TravelTool {
  readonly offset: string;
  readonly geometry: PerAxis<number>;
  readonly wear?: PerAxis<number>;
  readonly work?: Readonly<Partial<Record<LatheAxis, number>>>;
  /** What it visits; the two ends in either order. */
  readonly box: PerAxis<Span | null>;
  /** Where it is taken to when it is clear. */
  readonly retract?: Readonly<Partial<Record<LatheAxis, number>>>;
}

/** Axis limits, the room kept to them, and tools. All in one unit, offsets signed as in the equation. */
export interface TravelProblem {
  readonly limits: PerAxis<Span>;
  readonly margin: number;
  readonly tools: readonly TravelTool[];
}

/** One axis of one tool. Machine positions; `largestRetract` is a part coordinate. */
export interface TravelResult {
  readonly offset: string;
  readonly axis: LatheAxis;
  /** Machine extremes; null where it goes nowhere on this axis. */
  readonly low: number | null;
  readonly high: number | null;
  /** By how much it would run past a limit or into the margin before it; 0 where it fits. */
  readonly excess: number;
  /** The farthest retract that still fits. */
  readonly largestRetract: number;
}

/**
 * Whether every tool stays within the travel of its axes with its own offset: machine = part + geometry + wear + work
 * (docs/MATHEMATICS.md, Travel). X then Z for each tool, in order; nothing is rounded.
 *
 * @example a tool of geometry X −340 whose retract is X 360 stands at machine 20: past a limit of 12 with a margin of 2 by 10
 */
export function travel({ limits, margin, tools }: TravelProblem): readonly TravelResult[] {
  return tools.flatMap((tool) => LATHE_AXES.map((axis) => alongAxis(tool, axis, limits[axis], margin)));
}

function alongAxis(tool: TravelTool, axis: LatheAxis, [min, max]: Span, margin: number): TravelResult {
  const { offset, geometry, wear, work, retract } = tool;
  const toMachine = geometry[axis] + (wear?.[axis] ?? 0) + (work?.[axis] ?? 0);
  const box = tool.box[axis];
  const leaves = retract?.[axis];
  const visited = [...(box ?? []), ...(leaves === undefined ? [] : [leaves])].map((part) => part + toMachine);
  // A retract below the middle of what the tool visits leads the other way: out of a bore, away from a far side.
  const leadsDown = leaves !== undefined && box !== null && leaves < (box[0] + box[1]) / 2;
  const largestRetract = (leadsDown ? min + margin : max - margin) - toMachine;
  if (visited.length === 0) return { offset, axis, low: null, high: null, excess: 0, largestRetract };
  const [low, high] = [Math.min(...visited), Math.max(...visited)];
  return { offset, axis, low, high, excess: Math.max(0, min + margin - low, high - (max - margin)), largestRetract };
}

/** Refuses (`bad-input`) limits that leave no travel. */
export function checkTravel(problem: TravelProblem): Answer<TravelProblem, Refusal<"bad-input">> {
  const turned = LATHE_AXES.find((axis) => problem.limits[axis][0] > problem.limits[axis][1]);
  if (!turned) return accepted(problem);
  const [min, max] = problem.limits[turned];
  const message = `The limits of ${turned.toUpperCase()} run from ${min} to ${max}: the lower one comes first.`;
  return refused({ code: "bad-input", message });
}
