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

/** A bar in its hole: room across and along, undefined where the hole is not known. */
interface BarCheck {
  readonly tool: StagedTool;
  readonly hole: number | undefined;
  readonly depth: number;
  readonly across: number | undefined;
  readonly along: number;
}

/** Every bar of a setup against its hole, and its overhang against how deep the program leads it. */
export function barChecks(stage: Stage, boxes: Boxes, hole: number | undefined): readonly BarCheck[] {
  return [...stage.tools.values()].flatMap((tool): readonly BarCheck[] => {
    const own = tool.view.tool;
    if (!entersBore(own)) return [];
    const depth = Math.max(0, -(boxes.get(tool.offset)?.z?.[0] ?? 0));
    const needs = own.smallestBore;
    const room = boreRoom({ needs, hole: hole ?? needs, depth, overhang: own.overhang });
    return [{ tool, hole, depth, across: hole === undefined ? undefined : room.across, along: room.along }];
  });
}
