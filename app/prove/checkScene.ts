import type { SetupView } from "../../core/ledger/index.ts";
import { moved, type Point, type Polygon, point, rectangle } from "../../core/outline/index.ts";
import type { TwoLineCheck } from "../../core/proof/index.ts";
import { bodyIn, sideOf } from "../../sim/body/body.ts";
import { fromOutline } from "../../sim/workshop/latheOfSetup.ts";

/** A check to scale: Z to the right, X up as a true distance, millimetres. */
interface CheckScene {
  readonly box: { readonly zMin: number; readonly zMax: number; readonly xMin: number; readonly xMax: number };
  readonly stock: readonly Polygon[];
  readonly jaws: readonly Polygon[];
  readonly places: readonly {
    readonly name: string;
    readonly outline: Polygon;
    readonly holder: readonly Polygon[];
    readonly isGoal: boolean;
  }[];
  /** Way of the programmed point: in front, along Z, across. */
  readonly way: readonly Point[];
  /** Size of a line's detail at this scale. */
  readonly arrow: number;
}

const BEYOND = 10;

/** The part as full section with the tool at the pause along Z, at the pause across, and at the goal. */
export function checkScene(setup: SetupView, { tool, stops: [along, across] }: TwoLineCheck): CheckScene {
  const { stock, hole } = setup;
  const radius = (stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize) / 2;
  const bore = (hole?.diameter ?? 0) / 2;
  const isSub = tool.zone.works === "sub";
  const end = setup.face || isSub ? 0 : stock.toFace;
  const jaws = Math.max(stock.toFace - stock.stickOut, end - 2 * radius - 20);
  const chuck = Math.min(stock.chuckDiameter / 2, radius * 1.6);
  const body = bodyIn(tool.tool, tool.zone);
  const side = sideOf(tool.tool, tool.zone);
  const at = (x: number, z: number): Point =>
    point(z - fromOutline(tool, "z"), (side * (x - fromOutline(tool, "x"))) / 2);
  const turn = (polygon: Polygon) => (side === 1 ? polygon : polygon.map((corner) => point(corner.z, -corner.x)));
  const place = (name: string, x: number, z: number, isGoal: boolean) => {
    const to = at(x, z);
    return {
      name,
      isGoal,
      outline: turn(moved(body.cutting, to)),
      holder: body.holder.map((polygon) => turn(moved(polygon, to))),
    };
  };
  const top = Math.max(Math.abs(across.at) / 2, radius) + BEYOND;
  return {
    box: {
      zMin: jaws - BEYOND,
      zMax: along.at + BEYOND * 2,
      xMin: side === 1 ? -radius * 1.3 : -top,
      xMax: side === 1 ? top : radius * 1.3,
    },
    stock:
      bore > 0
        ? [rectangle(jaws - 60, bore, end, radius), rectangle(jaws - 60, -radius, end, -bore)]
        : [rectangle(jaws - 60, -radius, end, radius)],
    jaws: [rectangle(jaws - 60, radius, jaws, chuck), rectangle(jaws - 60, -chuck, jaws, -radius)],
    places: [
      place("along", across.at, along.at, false),
      place("across", across.at, along.goal, false),
      place("goal", across.goal, along.goal, true),
    ],
    way: [point(along.at, across.at / 2), point(along.goal, across.at / 2), point(along.goal, across.goal / 2)],
    arrow: (along.at + BEYOND * 3 - jaws) / 90,
  };
}
