import {
  boreRoom,
  neighbourRoom,
  type Obstacle,
  type SafeIndex,
  type Slides,
  safeIndex,
  type TravelTool,
} from "../../core/clearance/index.ts";
import { entersBore } from "../../core/tool/index.ts";
import type { Stage, StagedTool } from "./stage.ts";

/** The least room that a neighbour has while another tool works, and where that is. */
export interface NeighbourCheck {
  readonly working: StagedTool;
  readonly neighbour: StagedTool;
  readonly obstacle: Obstacle;
  readonly slides: Slides;
  readonly room: number;
}

/** Where tools go, in part coordinates, by offset. */
type Boxes = ReadonlyMap<string, TravelTool["box"]>;

/** Chuck, stock and what stands in front, as they are before the first cut. */
export function standingObstacles({ blank, front }: Stage): readonly Obstacle[] {
  const chuck = { name: "chuck", radius: blank.chuckRadius, zFrom: blank.jaws - CHUCK_DEPTH, zTo: blank.jaws };
  const stock = { name: "stock", radius: blank.radius, zFrom: blank.jaws, zTo: blank.end };
  return front ? [chuck, stock, front] : [chuck, stock];
}
const CHUCK_DEPTH = 60;

/** Slides at the four corners of where a tool goes; none where that is not known. */
function slidesAtCorners(stage: Stage, offset: string, box: TravelTool["box"] | undefined): readonly Slides[] {
  const held = stage.offsets.get(offset);
  if (!held || !box?.x || !box.z) return [];
  return box.x.flatMap((x) => (box.z ?? []).map((z) => ({ x: x + held.reckoned.x, z: z + held.reckoned.z })));
}

/** For every tool that works its neighbour with the least room, over the corners of where it goes; the worst first. */
export function neighbourChecks(stage: Stage, boxes: Boxes): readonly NeighbourCheck[] {
  const { turret, stations } = stage;
  if (!turret || stations === 0) return [];
  const obstacles = standingObstacles(stage);
  const checks: NeighbourCheck[] = [];
  for (const working of stage.tools.values()) {
    let worst: NeighbourCheck | undefined;
    for (const slides of slidesAtCorners(stage, working.offset, boxes.get(working.offset)))
      for (const neighbour of stage.tools.values()) {
        if (neighbour === working) continue;
        for (const obstacle of obstacles) {
          const room = neighbourRoom(turret, stations, neighbour.swing, working.swing.place, slides, obstacle);
          if (!worst || room < worst.room) worst = { working, neighbour, obstacle, slides, room };
        }
      }
    if (worst) checks.push(worst);
  }
  return checks.sort((a, b) => a.room - b.room);
}

/** Where the turret may turn, from where a tool stands at the end of its ways. */
export function indexPlace(stage: Stage, boxes: Boxes, offset: string, margin: number): SafeIndex | undefined {
  const { turret } = stage;
  const here = slidesAtCorners(stage, offset, boxes.get(offset)).at(-1);
  if (!turret || !here) return undefined;
  const swings = [...stage.tools.values()].map(({ swing }) => swing);
  return safeIndex(turret, swings, standingObstacles(stage), margin, here);
}

/** A bar in its hole. What rests on the hole, or on where the bar goes, is undefined where that is not known. Millimetres. */
interface BarCheck {
  readonly tool: StagedTool;
  /** How deep the program leads it behind the face. */
  readonly depth: number | undefined;
  /** Room on the diameter. */
  readonly across: number | undefined;
  /** Room between its holder and the face. */
  readonly along: number | undefined;
  /** Room between its tip and the bottom of the hole. */
  readonly below: number | undefined;
}

/** Every bar of a setup against its hole, and its overhang and the hole's depth against how deep the program leads it. */
export function barChecks(
  stage: Stage,
  boxes: Boxes,
  hole: { readonly diameter: number; readonly depth: number | undefined } | undefined,
): readonly BarCheck[] {
  return [...stage.tools.values()].flatMap((tool): readonly BarCheck[] => {
    const own = tool.view.tool;
    if (!entersBore(own)) return [];
    const deepest = boxes.get(tool.offset)?.z?.[0];
    const depth = deepest === undefined ? undefined : Math.max(0, -deepest);
    const needs = own.smallestBore;
    const room = boreRoom({ needs, hole: hole?.diameter ?? needs, depth: depth ?? 0, overhang: own.overhang });
    return [
      {
        tool,
        depth,
        across: hole && room.across,
        along: depth === undefined ? undefined : room.along,
        below: depth === undefined || hole?.depth === undefined ? undefined : hole.depth - depth,
      },
    ];
  });
}
