import { LATHE_AXES, type LatheAxis } from "../machine/index.ts";
import { type Block, hasWord, LETTER } from "./block.ts";
import { chordsOfArc } from "./extents.ts";
import { type Coordinates, numberOf } from "./motion.ts";
import type { MoveKind, PathState, ToolPlace } from "./pathState.ts";

/** One move of a contour as it is written. */
export interface ContourMove {
  readonly to: ToolPlace;
  readonly by: MoveKind;
  /** Nose compensation as it holds in this line. */
  readonly compensation: PathState["compensation"];
}

const RAPID: MoveKind = { kind: "rapid", inCycle: true, compensation: null };
const FEED: MoveKind = { kind: "feed", inCycle: true, compensation: null };
/** Cuts and patterns of a roughing cycle at most; more are a slip of its depth. */
const MOST_CUTS = 2000;

/**
 * The passes of a cycle along a contour, from where the tool stands and back: G70 the contour itself, G71 cuts along Z and
 * G72 across, each up to the contour and its allowance and then once along it, G73 the contour over and over, set back less
 * and less. A contour that turns back is cut as far as its first crossing, as controls do with simple ones.
 */
export function contourPasses(path: PathState, block: Block, contour: readonly ContourMove[], how: Coordinates): void {
  const { onMove } = path;
  const start: ToolPlace = { x: path.x, z: path.z };
  if (!onMove || contour.length === 0 || Number.isNaN(start.x) || Number.isNaN(start.z)) return;
  const codes = block.gCodes.subarray(0, block.gCount);
  const word = (letter: number) => (hasWord(block, letter) ? numberOf(block, letter, how) : 0);
  const allowance = { x: word(LETTER.U) * (how.isRadius ? 2 : 1), z: word(LETTER.W) };
  if (codes.includes(700)) {
    finish(onMove, contour, start);
    return;
  } else if (codes.includes(730)) {
    const { radius = 0, z = 0, times = 1 } = path.pattern ?? {};
    const cuts = Math.min(Math.max(1, Math.round(times)), MOST_CUTS);
    for (let cut = 0; cut < cuts; cut++) {
      const left = cuts === 1 ? 0 : 1 - cut / (cuts - 1);
      alongContour(onMove, contour, { x: allowance.x + 2 * radius * left, z: allowance.z + z * left });
      onMove(start, RAPID);
    }
  } else {
    const depth = path.roughing?.depth || Math.abs(word(LETTER.D));
    const retract = path.roughing?.retract || Math.abs(word(LETTER.R));
    roughen(onMove, start, contour, { across: codes.includes(720), depth, retract, allowance });
    alongContour(onMove, contour, allowance);
  }
  onMove(start, RAPID);
}

/** Along the contour as it is written, with the nose compensation that it turns on and off itself, and back. */
function finish(onMove: NonNullable<PathState["onMove"]>, contour: readonly ContourMove[], start: ToolPlace): void {
  for (const { to, by, compensation } of contour) onMove(to, { ...by, inCycle: true, compensation });
  onMove(start, { ...RAPID, compensation: contour.at(-1)?.compensation ?? null });
}

/** Along the contour as it is written, shifted: what is roughed is not compensated. */
function alongContour(onMove: NonNullable<PathState["onMove"]>, contour: readonly ContourMove[], by: ToolPlace): void {
  for (const { to, by: how } of contour) {
    const { arc } = how;
    onMove(
      { x: to.x + by.x, z: to.z + by.z },
      { ...how, inCycle: true, compensation: null, ...(arc && { arc: { ...arc, x: arc.x + by.x, z: arc.z + by.z } }) },
    );
  }
}

/** Parallel cuts: one level after another from the start towards the contour's far end, each up to where it meets it. */
function roughen(
  onMove: NonNullable<PathState["onMove"]>,
  start: ToolPlace,
  contour: readonly ContourMove[],
  {
    across,
    depth,
    retract,
    allowance,
  }: { readonly across: boolean; readonly depth: number; readonly retract: number; readonly allowance: ToolPlace },
): void {
  if (depth <= 0) return;
  // Levels run on X and cuts on Z, or the other way round; X counts double.
  const [level, way] = across ? (["z", "x"] as const) : LATHE_AXES;
  const line = polyline(start, contour).map((at) => ({ x: at.x + allowance.x, z: at.z + allowance.z }));
  const levels = line.slice(1).map((at) => at[level]);
  const inward = Math.sign((levels[0] ?? start[level]) - start[level]) || -1;
  const end = inward < 0 ? Math.min(...levels) : Math.max(...levels);
  const step = inward * depth * (across ? 1 : 2);
  const back = -inward * retract * (across ? 1 : 2);
  const forward = Math.sign((line.at(-1)?.[way] ?? start[way]) - start[way]) || -1;
  const place = (at: number, along: number): ToolPlace => (across ? { x: along, z: at } : { x: at, z: along });
  for (let cut = 1; cut <= MOST_CUTS; cut++) {
    const last = (start[level] + cut * step - end) * inward >= 0;
    const at = last ? end : start[level] + cut * step;
    const stop = crossing(line.slice(1), { level, way, at, forward, inward });
    if (stop !== undefined && (stop - start[way]) * forward > 0) {
      onMove(place(at, start[way]), RAPID);
      onMove(place(at, stop), FEED);
      onMove(place(at + back, stop - forward * retract), FEED);
      onMove(place(at + back, start[way]), RAPID);
    }
    if (last) return;
  }
}

/** Where a level first meets the contour, seen along the cut. */
function crossing(
  line: readonly ToolPlace[],
  {
    level,
    way,
    at,
    forward,
    inward,
  }: {
    readonly level: LatheAxis;
    readonly way: LatheAxis;
    readonly at: number;
    readonly forward: number;
    readonly inward: number;
  },
): number | undefined {
  let first: number | undefined;
  for (const [index, from] of line.entries()) {
    const to = line[index + 1];
    if (!to) break;
    const [a, b] = [from[level] - at, to[level] - at];
    if (a * b > 0 || (a === 0 && b === 0)) continue;
    const found = from[way] + ((to[way] - from[way]) * a) / (a - b);
    // Where the contour begins on this level and dips below it, what counts is where it comes back.
    if (index === 0 && a === 0 && b * inward > 0) continue;
    if (first === undefined || (found - first) * forward < 0) first = found;
  }
  const last = line.at(-1);
  return first ?? last?.[way];
}

function polyline(start: ToolPlace, contour: readonly ContourMove[]): readonly ToolPlace[] {
  const line: ToolPlace[] = [start];
  for (const { to, by } of contour) {
    const from = line.at(-1) ?? start;
    if (by.arc) line.push(...chordsOfArc(from, to, by.arc));
    else line.push(to);
  }
  return line;
}
