import type { SetupView } from "../../core/ledger/index.ts";
import { mainZone, partHolder } from "../../core/machine/index.ts";
import { type Point, type Polygon, point } from "../../core/outline/index.ts";
import type { TwoLineCheck } from "../../core/proof/index.ts";
import { bodyIn, sideOf } from "../../sim/body/body.ts";
import { fromOutline } from "../../sim/workshop/latheOfSetup.ts";
import { wallsOf } from "../drawing/geometry/workpiece.ts";
import { carried, onFarSide, type ToolBodies } from "../drawing/toolBodies.ts";
import { type DrawnHolding, workholding } from "../drawing/workholding.ts";

/** Two places that a gap or a way lies between, and where its line stands. */
interface Measured {
  readonly from: Point;
  readonly to: Point;
  readonly at: number;
}

/** A check to scale: Z to the right, X up as a true distance, millimetres. */
interface CheckScene {
  readonly box: { readonly zMin: number; readonly zMax: number; readonly xMin: number; readonly xMax: number };
  readonly walls: readonly Polygon[];
  readonly holding: DrawnHolding;
  /** The tool at both pauses and at its goal, the goal last. */
  readonly places: readonly { readonly at: Point; readonly tool: ToolBodies; readonly isGoal: boolean }[];
  /** Gaps as they look at the pauses; undefined where nothing lies in front. */
  readonly gaps: { readonly along: Measured | undefined; readonly across: Measured | undefined };
  /** What is left to go from each pause. */
  readonly ways: readonly [along: readonly [Point, Point], across: readonly [Point, Point]];
}

const BEYOND = 10;

/** The part as full section with the tool at the pause along Z, at the pause across, and at the goal. */
export function checkScene(setup: SetupView, { tool, stops: [along, across] }: TwoLineCheck): CheckScene {
  const { stock, hole, machine } = setup;
  const diameter = stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize;
  const radius = diameter / 2;
  const isSub = tool.zone.works === "sub";
  const end = setup.face || isSub ? 0 : stock.toFace;
  const jaws = stock.toFace - stock.stickOut;
  const body = bodyIn(tool.tool, tool.zone);
  const side = sideOf(tool.tool, tool.zone);
  const upright = side === 1 ? body : onFarSide(body);
  const fromPoint = point(-fromOutline(tool, "z"), (-side * fromOutline(tool, "x")) / 2);
  const place = (x: number, z: number, isGoal: boolean) => {
    const at = point(z, (side * x) / 2);
    return { at, isGoal, tool: carried(upright, point(at.z + fromPoint.z, at.x + fromPoint.x)) };
  };
  const top = Math.max(Math.abs(across.at) / 2, radius) + BEYOND * 2.5;
  const inside = body.mode === "inside";
  const pauses = [place(across.at, along.at, false), place(across.at, along.goal, false)] as const;
  const goal = place(across.goal, along.goal, true);
  const front = along.gap === undefined ? undefined : point(along.at - along.gap, 0);
  const met = across.gap === undefined ? undefined : Math.abs(across.at) / 2 + (inside ? 1 : -1) * across.gap;
  const shownBack = Math.max(jaws - BEYOND * 2, end - 2.4 * radius - 30);
  const low = radius * 1.25 + BEYOND;
  return {
    box: {
      zMin: shownBack,
      zMax: along.at + BEYOND * 3,
      xMin: side === 1 ? -low : -top,
      xMax: side === 1 ? top : low,
    },
    walls: wallsOf({ diameter, end, stickOut: stock.stickOut, hole: hole?.diameter, cut: undefined }),
    holding: workholding({
      kind: isSub ? "collet" : partHolder(machine, mainZone(machine)) === "guide bush" ? "guide-bush" : "chuck",
      jaws,
      barDiameter: diameter,
      chuckDiameter: stock.chuckDiameter,
    }),
    places: [...pauses, goal],
    gaps: {
      along: front && { from: point(front.z, -side * radius * 0.2), to: pauses[0].at, at: -side * (radius + BEYOND) },
      across:
        met === undefined
          ? undefined
          : { from: point(end, side * met), to: pauses[1].at, at: Math.max(end - radius * 0.7, shownBack + BEYOND) },
    },
    ways: [
      [pauses[0].at, pauses[1].at],
      [pauses[1].at, goal.at],
    ],
  };
}
