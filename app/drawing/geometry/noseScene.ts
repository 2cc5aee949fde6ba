import { extent, flipped, moved, type Point, type Polygon, point, toolOutline } from "../../../core/outline/index.ts";
import { noseRadiusOf, type TipDirection, type Tool } from "../../../core/tool/index.ts";

/** The nose close up: its outline, its circle, and the imaginary tip that the control is told about. */
export interface NoseScene {
  readonly outline: Polygon;
  readonly noseCentre: Point;
  readonly noseRadius: number;
  /** Where the two tangents meet: at the origin. */
  readonly imaginaryTip: Point;
  /** Direction from nose centre to imaginary tip, in part coordinates. */
  readonly tip: TipDirection;
  /** How much of the plane is worth showing around the tip, in millimetres. */
  readonly reach: number;
}

/** A tool of half its radius or less is not drawn closer than this, millimetres. */
const CLOSEST = 0.3;

/**
 * The nose of a tool close up, its imaginary tip at the origin.A
 * tool tool from the far side of the centreline is seen from there. Undefined where an insert cannot be read.
 */
export function noseScene(
  tool: Tool,
  tip: TipDirection,
  edge: string | undefined,
  isFar: boolean,
): NoseScene | undefined {
  const plain = toolOutline(tool);
  const shape = plain && isFar ? flipped(plain, { z: 1, x: -1 }) : plain;
  const noseRadius = noseRadiusOf(tool);
  if (!shape || noseRadius === undefined) return undefined;
  const shift =
    "width" in tool && tool.kind !== "groove-face" && !("toShoulder" in tool) ? edgeAt(tool.width, edge, tip) : 0;
  const wall =
    tool.kind === "groove-face" ? edgeAt(tool.width, edge, { x: 0, z: tip.x === 1 ? 1 : tip.x === -1 ? -1 : 0 }) : 0;
  const outline = moved(shape.cutting, point(-shift, -wall));
  const box = extent(outline);
  const size = Math.max(box.zMax - box.zMin, box.xMax - box.xMin);
  const isRoundOrWide = "insert" in tool ? noseRadius * 2 >= size * 0.9 : true;
  return {
    outline,
    noseCentre: point(-tip.z * noseRadius, -tip.x * noseRadius),
    noseRadius,
    imaginaryTip: point(0, 0),
    tip,
    reach: isRoundOrWide ? Math.min(size, 14) * 1.2 : Math.max(noseRadius * 3.4, CLOSEST),
  };
}

/** The programmed edge of a blade, from its chuck side. */
function edgeAt(width: number, edge: string | undefined, tip: TipDirection): number {
  if (edge === "centre" || tip.z === 0) return width / 2;
  return edge === "right" || edge === "outer" || tip.z === 1 ? width : 0;
}
