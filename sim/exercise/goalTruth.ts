import { travel } from "../../core/clearance/index.ts";
import type { ToolView } from "../../core/ledger/index.ts";
import {
  type Axis,
  fromControl,
  type LatheAxis,
  shownAs,
  travelInZone,
  workInZone,
  type Zone,
} from "../../core/machine/index.ts";
import { invariant } from "../../core/refusal.ts";
import { type EdgeChoice, noseRadiusOf, orientationCode, tipOf } from "../../core/tool/index.ts";
import { convertLength } from "../../core/units/index.ts";
import { EMPTY_ROW } from "../control/offsets.ts";
import { fromOutline } from "../workshop/latheOfSetup.ts";
import { type Bench, setupNow } from "./bench.ts";
import type { GoalOf } from "./exercise.ts";
import { offsetGoals } from "./exerciseSetup.ts";
import type { Facts } from "./reduceFacts.ts";

/** The tool that an offset is for: a second offset moves another edge of the same tool. */
export function viewOfGoal(bench: Bench, { offset, copyOf, edge, axis }: GoalOf<"offset">): ToolView {
  const view = setupNow(bench).tools.find((tool) => tool.offset === (copyOf ?? offset));
  invariant(view, "a goal is about a tool of its exercise");
  if (edge === undefined) return view;
  const choice: EdgeChoice = { ...view.choice[axis], programmed: edge };
  return { ...view, choice: { ...view.choice, [axis]: choice } };
}

/** What the control adds up for a row on an axis, in the equation's signs, millimetres. */
export function sumOf({ lathe }: Bench, offset: string, axis: Axis, zone: Zone): number {
  const { machine } = lathe.config;
  const { geometry, wear } = lathe.rows[offset] ?? EMPTY_ROW;
  const core = (stored: number) => fromControl(machine, axis, shownAs("tool-offset", stored), "tool-offset", zone);
  return (
    core(geometry[axis]) + core(wear[axis]) + workInZone(machine, axis, lathe.work[lathe.activeWork]?.[axis] ?? 0, zone)
  );
}

/**
 * By how much the programmed point truly stands elsewhere than the control believes, on the finished face's own zero:
 * plus is larger on X, farther from the chuck on Z. It is the sum that counts, whatever school put it where.
 */
function missOf(bench: Bench, goal: GoalOf<"offset">): number {
  const view = viewOfGoal(bench, goal);
  // By its own offset: on the bench it may have been moved to another slot.
  const tool = Object.values(bench.lathe.tools).find(({ offset }) => offset === view.offset);
  invariant(tool, "the tool stands on the lathe");
  return sumOf(bench, goal.offset, goal.axis, view.zone) - (tool.at[goal.axis] - fromOutline(view, goal.axis));
}

/**
 * The face that this run took for Z0: the finished face of the exercise, or the one that the setter has made and touched
 * on. All tools are held to the same one: that from which they miss the least together.
 */
export function referenceFace(bench: Bench, facts: Facts): number {
  const goals = offsetGoals(bench.exercise).filter(
    (goal) => goal.axis === "z" && viewOfGoal(bench, goal).zone.works === "main",
  );
  const faces = [...new Set([0, ...facts.keyed.filter(({ axis }) => axis === "z").map(({ face }) => face)])];
  const misses = goals.map((goal) => ({ miss: missOf(bench, goal), within: goal.within }));
  const cost = (face: number) =>
    misses.reduce((sum, { miss, within }) => sum + Math.min(Math.max(0, Math.abs(miss - face) - within), 5), 0);
  return faces.reduce((best, face) => (cost(face) < cost(best) - 1e-9 ? face : best), 0);
}

/** How a goal stands in the truth of the lathe. */
export interface GoalTruth {
  readonly reached: boolean;
  /** By how much it misses: millimetres, X as a diameter; undefined where it is no length. */
  readonly miss?: number;
  /** What is wrong, where no number says it. */
  readonly says?: string;
  /** Right, but nothing that was done in the run leads to it: by what kind of slip. */
  readonly lacks?: "left-out" | "untouched" | "unmeasured";
}

/**
 * By how much the tool of an offset misses, counted from the face that the run took for Z0: millimetres, X as a diameter; plus is
 * larger on X, farther from the chuck on Z.
 */
export function offsetMiss(bench: Bench, goal: GoalOf<"offset">, face: number): number {
  const isMain = viewOfGoal(bench, goal).zone.works === "main";
  return missOf(bench, goal) - (goal.axis === "z" && isMain ? face : 0);
}

/** What a row ought to hold of its tool's nose, in the control's own unit and numbering. */
export function noseOf(bench: Bench, offset: string): { readonly radius: number; readonly orientation: number } {
  const { machine } = bench.lathe.config;
  const goal = offsetGoals(bench.exercise).find((one) => one.offset === offset);
  const view = setupNow(bench).tools.find((tool) => tool.offset === (goal?.copyOf ?? offset));
  invariant(view, "a nose goal is about a tool of its exercise");
  const radius = convertLength(noseRadiusOf(view.tool) ?? 0, "mm", machine.units);
  return {
    radius: Number(radius.toFixed(6)),
    orientation: orientationCode(tipOf(view.tool, view.zone, goal?.copyOf ? goal.edge : undefined), machine.numbering),
  };
}

/** The calls of the program in order: station and offset as written. */
export function callsOf({ program, lathe }: Bench) {
  const { machine } = lathe.config;
  return [...program.toUpperCase().matchAll(/T(\d+)/g)].map(([whole, digits = ""]) => {
    const isShort = machine.toolCall === "offset-only";
    const offset = String(Number(isShort ? digits : digits.slice(-2)));
    return { whole, offset, station: isShort ? offset : String(Number(digits.slice(0, -2))) };
  });
}

/** The farthest retract of a tool that its travel allows, with what the control holds now. Part coordinate, millimetres. */
export function largestRetractOf(
  bench: Bench,
  { offset, axis }: { readonly offset: string; readonly axis: LatheAxis },
): number {
  const { machine } = bench.lathe.config;
  const view = setupNow(bench).tools.find((tool) => tool.offset === offset);
  invariant(view, "a retract is asked of a tool of its exercise");
  const limits = (of: LatheAxis) => travelInZone(machine, of, view.zone) ?? ([0, 0] as const);
  const results = travel({
    limits: { x: limits("x"), z: limits("z") },
    margin: machine.travelMargin ?? 1,
    tools: [
      {
        offset,
        geometry: { x: sumOf(bench, offset, "x", view.zone), z: sumOf(bench, offset, "z", view.zone) },
        box: { x: null, z: null },
      },
    ],
  });
  return results.find((one) => one.axis === axis)?.largestRetract ?? Number.NaN;
}
