import { type Axis, jogStep, lastDigitInCore } from "../../../core/machine/index.ts";
import { farthest } from "../../../core/outline/index.ts";
import { invariant } from "../../../core/refusal.ts";
import { gapOn, type LatheState, observe } from "../../lathe/index.ts";
import { type ActiveTool, activeTool } from "../../lathe/state.ts";
import { endOf, type Stock } from "../../stock/stock.ts";
import { applyAction, type Bench, type BenchAct } from "../bench.ts";

/** What a pair of hands does one after another, with the bench as it stands by then. */
interface Hand {
  readonly bench: Bench;
  readonly acts: readonly BenchAct[];
}
export const handAt = (bench: Bench): Hand => ({ bench, acts: [] });

export function did(hand: Hand, ...acts: readonly BenchAct[]): Hand {
  let { bench } = hand;
  for (const one of acts) bench = applyAction(bench, one).bench;
  return { bench, acts: [...hand.acts, ...acts] };
}

export function activeOf({ lathe }: Bench): ActiveTool {
  const active = activeTool(lathe);
  invariant(active, "a tool is in the working position");
  return active;
}

export function stockOf(bench: Bench): Stock {
  const stock = bench.lathe.stock[activeOf(bench).works];
  invariant(stock, "the tool has a part to work on");
  return stock;
}
export const radiusOf = (bench: Bench): number =>
  Math.max(...stockOf(bench).outer.map(({ v0, v1 }) => Math.max(v0, v1)));
export const holeOf = (bench: Bench): number => stockOf(bench).inner.at(-1)?.v1 ?? 0;
export const frontOfStock = (bench: Bench): number => endOf(stockOf(bench));

/** The tool's outline about its own point, on its own side. */
export const activeBox = (bench: Bench) => activeOf(bench).body.cuttingBox;

/** Turns the wheel until the axis reads this, rounded to whole steps of the readout. */
export function readTo(hand: Hand, axis: Axis, readout: number): Hand {
  const digit = lastDigitInCore(hand.bench.lathe.config.machine, axis);
  const by = Math.round(readout / digit) * digit - hand.bench.lathe.readout[axis];
  return Math.abs(by) < 1e-9 ? hand : did(hand, { do: "jog", axis, by });
}

/** Brings the outline's point there in the part's frame: X as a true distance on the tool's own side. By eye, near enough. */
export function stand(hand: Hand, axis: Axis, where: number): Hand {
  const { tool, side } = activeOf(hand.bench);
  return readTo(hand, axis, axis === "x" ? tool.at.x + side * 2 * where : tool.at[axis] + where);
}

/** To the ends of travel, out of a hole first: nothing is in the way of an index there. */
export function sendClear(hand: Hand): Hand {
  const { start } = hand.bench.lathe.config;
  const isInside = activeOf(hand.bench).body.mode !== "outside";
  const axes: readonly Axis[] = isInside ? ["z", "x"] : ["x", "z"];
  return axes.reduce((now, axis) => readTo(now, axis, start[axis]), hand);
}

/** How near the eye dares to go before the fine steps begin, true distance; and the most fine steps. */
const BY_EYE = 0.04;
const MOST_STEPS = 400;

/** Creeps in by eye and then by single fine steps until the paper grips, the tip touches or the setter answers. */
export function creepIn(hand: Hand, axis: Axis, towards: 1 | -1, isMet: (state: LatheState) => boolean = isFelt): Hand {
  const { machine } = hand.bench.lathe.config;
  const fine = jogStep(machine, axis);
  const { lathe } = hand.bench;
  const room = gapOn(lathe, axis) - (lathe.spacer?.axis === axis ? lathe.spacer.thickness : 0);
  let now = hand;
  if (Number.isFinite(room) && room > BY_EYE) {
    const steps = Math.floor(((room - BY_EYE) * (axis === "x" ? 2 : 1)) / fine);
    now = did(now, { do: "jog", axis, by: towards * steps * fine });
  }
  for (let steps = 0; steps < MOST_STEPS && !isMet(now.bench.lathe) && !now.bench.lathe.alarm; steps++)
    now = did(now, { do: "jog", axis, by: towards * fine });
  return now;
}

function isFelt(state: LatheState): boolean {
  const { feel } = observe(state);
  return state.isPressed || feel === "grips" || feel === "crushed" || feel === "touches";
}

/** Z of the part of the outline that meets a wall. */
export function wallPoint(bench: Bench): number {
  const { body } = activeOf(bench);
  if (activeOf(bench).tool.tool.kind === "groove-face") return 0;
  return farthest(body.cutting, body.mode === "inside" ? "x+" : "x-").z;
}

/** A surface is met so far behind the face, and come near to by so much. */
const BEHIND_FACE = 6;
const BESIDE = 2;

/** In front of the surface that is touched next, clear of it by a little more than what is held between. */
export function goBeside(hand: Hand, axis: Axis, thickness: number): Hand {
  const { body, side } = activeOf(hand.bench);
  const box = activeBox(hand.bench);
  const [radius, hole, front] = [radiusOf(hand.bench), holeOf(hand.bench), frontOfStock(hand.bench)];
  let now = hand;
  if (axis === "y") {
    now = stand(now, "y", radius + body.halfWidth + BESIDE + thickness);
    now = stand(now, "z", front - 12);
    return stand(now, "x", 0);
  }
  if (axis === "x") {
    const from = hand.bench.lathe.slide.x;
    if (body.mode === "inside") {
      now = stand(now, "x", hole - 1.2);
      return stand(now, "z", front - BEHIND_FACE - wallPoint(now.bench));
    }
    // Along the bar only where the tip is outside of it.
    const isOutside = (side * (from - activeOf(now.bench).tool.at.x)) / 2 + box.xMin > radius + 1;
    if (!isOutside) now = stand(now, "x", radius + 10 - box.xMin);
    now = stand(now, "z", front - BEHIND_FACE - wallPoint(now.bench));
    return stand(now, "x", radius + BESIDE + thickness - box.xMin);
  }
  const across =
    body.mode === "centre"
      ? 0
      : body.mode === "inside"
        ? (hole + radius) / 2 - box.xMax
        : Math.max(radius - Math.min(4, radius * 0.45), hole + 1) - box.xMin;
  if (now.bench.lathe.slide.z - activeOf(now.bench).tool.at.z + box.zMin < front + 2)
    now = stand(now, "z", front + 12 - box.zMin);
  now = stand(now, "x", across);
  return stand(now, "z", front + 4 + thickness - box.zMin);
}
