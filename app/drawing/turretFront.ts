import {
  circle,
  extent,
  moved,
  type Point,
  type Polygon,
  point,
  rectangle,
  toolOutline,
} from "../../core/outline/index.ts";
import { familyOf, readInsertDesignation, type Tool } from "../../core/tool/index.ts";
import type { ToolBodies } from "./toolBodies.ts";

/** A tool on its turret, lengths in millimetres, true distances. */
interface TurretTool {
  readonly tool: Tool;
  /** How many stations it stands from the one that points at the spindle. */
  readonly steps: number;
  /** From the turret's axis to the tool's programmed point. */
  readonly reach: number;
}

/**
 * A turret seen along the spindle towards the chuck: `z` of every point lies across, to the right; `x` up, the spindle's axis at the
 * origin. Millimetres, true distances.
 */
export interface TurretFront {
  readonly disc: Polygon;
  /** The hub in its middle. */
  readonly hub: { readonly centre: Point; readonly radius: number };
  readonly tools: readonly ToolBodies[];
  /** Seats on which nothing stands. */
  readonly free: readonly Polygon[];
}

interface TurretTask {
  readonly stations: number;
  readonly seatRadius: number;
  /** Height of the turret's axis over the spindle's. */
  readonly centre: number;
  readonly tools: readonly TurretTool[];
}

/** The disc with a flat for each station, the working one towards the spindle, and every tool on it to its true outline. */
export function turretFront({ stations, seatRadius, centre, tools }: TurretTask): TurretFront {
  const step = (2 * Math.PI) / Math.max(stations, 1);
  const corner = seatRadius / Math.cos(step / 2);
  const around = (radius: number, turn: number): Point =>
    point(radius * Math.sin(turn), centre - radius * Math.cos(turn));
  const indices = Array.from({ length: stations }, (_, index) => index);
  return {
    disc: indices.map((index) => around(corner, (index + 0.5) * step)),
    hub: { centre: point(0, centre), radius: seatRadius * 0.34 },
    free: indices
      .filter((index) => !tools.some(({ steps }) => (((steps - index) % stations) + stations) % stations === 0))
      .map((index) => {
        const half = corner * Math.sin(step / 2) * 0.5;
        const [cos, sin] = [Math.cos(index * step), Math.sin(index * step)];
        const at = (along: number, across: number) =>
          point(along * sin + across * cos, centre - along * cos + across * sin);
        return [
          at(seatRadius, -half),
          at(seatRadius + half * 0.6, -half),
          at(seatRadius + half * 0.6, half),
          at(seatRadius, half),
        ];
      }),
    tools: tools.map(({ tool, steps, reach }) => {
      const turn = steps * step;
      const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
      // In the tool's own frame its point is at the origin, `x` leads towards the turret's axis.
      const place = ({ z, x }: Point): Point => {
        const along = reach - x;
        return point(along * sin + z * cos, centre - along * cos + z * sin);
      };
      const own = endOn(tool, reach - seatRadius);
      return {
        cutting: own.cutting.map(place),
        holder: own.holder.map((polygon) => polygon.map(place)),
        clampedIn: own.clampedIn.map((polygon) => polygon.map(place)),
        lines: own.lines.map((line) => line.map(place)),
        mark: own.mark && { centre: place(own.mark.centre), radius: own.mark.radius },
      };
    }),
  };
}

/**
 * A tool seen along the spindle, its programmed point at the origin, `x` towards the turret's seat, `z` across. `seat` is how far the
 * seat lies above the point; what a tool is clamped in reaches from there to where the overhang begins. Millimetres.
 */
export function endOn(tool: Tool, seat: number): ToolBodies {
  const family = familyOf(tool);
  const outline = toolOutline(tool);
  if (!outline) return { cutting: [], holder: [], clampedIn: [], lines: [], mark: undefined };
  const block = (half: number, from: number): readonly Polygon[] =>
    seat > from ? [rectangle(-half, from, half, seat)] : [];
  if (family === "cross") {
    // Round about its axis: from the front it looks as it does from above.
    const half = "diameter" in tool && !("width" in tool) ? ((tool.holder ?? tool.diameter * 1.8) / 2) * 1.3 : 10;
    const cut = (polygon: Polygon) => polygon.map(({ z, x }) => point(z, Math.min(x, Math.max(seat, 1))));
    return {
      ...outline,
      holder: outline.holder.map(cut),
      clampedIn: block(half, tool.overhang + half * 0.8),
      mark: undefined,
    };
  }
  if (family === "outside") return spoke(tool, seat, block);
  const [bar] = outline.holder;
  const box = extent(bar ?? outline.cutting);
  const middle = (box.xMin + box.xMax) / 2;
  const half = (box.xMax - box.xMin) / 2;
  if (tool.kind === "groove-face" && "shank" in tool)
    return {
      cutting: rectangle(0, 0, tool.shank * 0.6, tool.width),
      holder: [rectangle(-half, middle - half, half, middle + half)],
      clampedIn: block(half * 1.7, middle),
      lines: [],
      mark: undefined,
    };
  if (family === "bore")
    return {
      cutting: insertEdge(tool, middle + half),
      holder: [circle(point(0, middle), half)],
      clampedIn: block(half * 1.6, middle),
      lines: [],
      mark: undefined,
    };
  const radius = "diameter" in tool ? tool.diameter / 2 : half;
  return {
    cutting: circle(point(0, 0), radius),
    holder: [circle(point(0, 0), Math.max(half, radius))],
    clampedIn: block(Math.max(half, radius) * 1.35, 0),
    lines: pointFrom(radius),
    mark: undefined,
  };
}

/** A shank across the spindle: its edge on the middle of its seat, the shank beside it as thick as it is. */
function spoke(tool: Tool, seat: number, block: (half: number, from: number) => readonly Polygon[]): ToolBodies {
  const shank = "shank" in tool ? tool.shank : 20;
  const isWheel = tool.kind === "knurl";
  const deep = depthOf(tool);
  const cutting = isWheel
    ? circle(
        point(0, "diameter" in tool ? tool.diameter / 2 : deep / 2),
        "diameter" in tool ? tool.diameter / 2 : deep / 2,
      )
    : [point(0, 0), point(thicknessOf(tool), deep * 0.16), point(thicknessOf(tool), deep), point(0, deep)];
  const top = Math.max(seat, tool.overhang);
  const holder: Polygon = [
    point(0, deep * 0.9),
    point(thicknessOf(tool), deep * 0.55),
    point(shank, Math.min(deep * 1.6 + shank * 0.2, top)),
    point(shank, top),
    point(0, top),
  ];
  const blocks = block(shank * 0.95, tool.overhang).map((polygon) => moved(polygon, point(shank / 2, 0)));
  return { cutting, holder: [holder], clampedIn: blocks, lines: [], mark: undefined };
}

/** How far what cuts stands out of its shank, seen from the front. */
function depthOf(tool: Tool): number {
  if ("depth" in tool) return tool.depth;
  if (tool.kind === "knurl" || tool.kind === "form") return tool.diameter;
  const insert = "leadAngle" in tool ? readInsertDesignation(tool.insert) : undefined;
  return insert?.ok ? insert.value.inscribedCircle * 0.9 : "width" in tool ? tool.width * 1.9 : 10;
}

/** How thick what cuts is, seen from the front: an insert's own thickness, else what is usual for its shank. */
function thicknessOf(tool: Tool): number {
  const insert = "leadAngle" in tool ? readInsertDesignation(tool.insert) : undefined;
  if (insert?.ok) return insert.value.thickness;
  return "shank" in tool ? tool.shank * 0.6 : 5;
}

/** An insert that stands out of a bar at its top, its edge towards the viewer. */
function insertEdge(tool: Tool, top: number): Polygon {
  const thick = thicknessOf(tool);
  return rectangle(0, 0, thick, top - Math.max(thick, 2));
}

/** The two edges of a drill's point, and the margin between them. */
const pointFrom = (radius: number) =>
  [0, Math.PI].map((turn) =>
    Array.from({ length: 9 }, (_, index) => {
      const share = index / 8;
      const at = turn + share * 0.9;
      return point(radius * share * Math.cos(at), radius * share * Math.sin(at));
    }),
  );
