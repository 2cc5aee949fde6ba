import { reachOf } from "../../core/clearance/index.ts";
import { mainZone, partHolder } from "../../core/machine/index.ts";
import { type Point, type Polygon, point } from "../../core/outline/index.ts";
import { type NeighbourCheck, type Stage, standingObstacles } from "../../sim/rehearsal/index.ts";
import { type TurretFront, turretFront } from "../drawing/turretFront.ts";
import { type DrawnHolding, workholdingFront } from "../drawing/workholding.ts";

/** The turret along the spindle: `z` of every point across, `x` up, the spindle's axis at the origin; true millimetres. */
interface SwingScene {
  readonly box: { readonly zMin: number; readonly zMax: number; readonly xMin: number; readonly xMax: number };
  readonly holding: DrawnHolding;
  readonly stock: { readonly radius: number; readonly hole: number };
  /** A quill or a sub-spindle in front of the part; undefined where nothing is recorded. */
  readonly front: { readonly name: string; readonly radius: number } | undefined;
  readonly turret: TurretFront;
  /** What each tool counts as in the check, in the order of the turret's tools. */
  readonly tools: readonly {
    readonly offset: string;
    readonly counted: Polygon;
    readonly label: Point;
    readonly isWorking: boolean;
    readonly isNearest: boolean;
  }[];
  /** Where the nearest tool comes nearest, seen along the spindle. */
  readonly nearest: Point;
}

/** Everything of one check to scale: tools at their true reach and angle while the working one stands at its worst place. */
export function swingScene(stage: Stage, check: NeighbourCheck): SwingScene | undefined {
  const { turret, stations, blank, machine } = stage;
  if (!turret || stations === 0) return undefined;
  const centre = turret.axisAtZero + check.slides.x / 2;
  const { front } = stage;
  const staged = [...stage.tools.values()];
  const stepsOf = ({ swing }: (typeof staged)[number]) => swing.place - check.working.swing.place;
  const drawn = turretFront({
    stations,
    seatRadius: turret.seatRadius,
    centre,
    tools: staged.map((tool) => ({
      tool: tool.view.tool,
      steps: stepsOf(tool),
      reach: turret.axisAtZero + tool.origin.x / 2,
    })),
  });
  const tools = staged.map((tool) => {
    const angle = (2 * Math.PI * stepsOf(tool)) / stations;
    const at = (along: number, across: number): Point =>
      point(
        along * Math.sin(angle) + across * Math.cos(angle),
        centre - along * Math.cos(angle) + across * Math.sin(angle),
      );
    const { swing } = tool;
    const reach = reachOf(turret, swing);
    const h = swing.halfWidth;
    return {
      offset: tool.offset,
      counted: swing.isAlong
        ? Array.from({ length: 36 }, (_, index) => {
            const turn = (index * Math.PI) / 18;
            return at(reach + h * Math.cos(turn), h * Math.sin(turn));
          })
        : [at(turret.seatRadius, -h), at(reach, -h), at(reach, h), at(turret.seatRadius, h)],
      label: at(turret.seatRadius * LABEL, 0),
      isWorking: tool.offset === check.working.offset,
      isNearest: tool.offset === check.neighbour.offset,
    };
  });
  const counted = tools.find(({ isNearest }) => isNearest)?.counted ?? [];
  const largest = Math.max(...standingObstacles(stage).map(({ radius }) => radius));
  const all = [...drawn.disc, ...drawn.tools.flatMap(({ cutting, holder }) => [...cutting, ...holder.flat()])];
  const across = Math.max(largest, ...all.map(({ z }) => Math.abs(z)));
  return {
    box: {
      zMin: -across - AROUND,
      zMax: across + AROUND,
      xMin: Math.min(-largest, ...all.map(({ x }) => x)) - AROUND,
      xMax: Math.max(...all.map(({ x }) => x)) + AROUND,
    },
    holding: workholdingFront({
      kind: partHolder(machine, mainZone(machine)) === "guide bush" ? "guide-bush" : "chuck",
      barDiameter: 2 * blank.radius,
      chuckDiameter: 2 * blank.chuckRadius,
    }),
    stock: { radius: blank.radius, hole: blank.hole },
    front: front && { name: front.name, radius: front.radius },
    turret: drawn,
    tools,
    nearest: counted.reduce((least, one) => (Math.hypot(one.z, one.x) < Math.hypot(least.z, least.x) ? one : least)),
  };
}
/** Where a station's name stands on the disc, as a share of the way to its seat. */
const LABEL = 0.84;
const AROUND = 8;
