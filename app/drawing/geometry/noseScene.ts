import type { Insert, TipDirection } from "../../../core/tool/index.ts";
import { insertOutline } from "./insertOutline.ts";
import { type Point, type Polygon, point } from "./plane.ts";

/** The nose close up: its outline, its circle, and the imaginary tip that the control is told about. */
export interface NoseScene {
  readonly insert: Polygon;
  readonly noseCentre: Point;
  readonly noseRadius: number;
  /** Where the two tangents meet: at the origin. */
  readonly imaginaryTip: Point;
  /** Direction from nose centre to imaginary tip, as the orientation code says it. */
  readonly tip: TipDirection;
  /** How much of the plane is worth showing around the tip, in millimetres. */
  readonly reach: number;
}

/** The nose of a right-hand outside tool, its imaginary tip at the origin. */
export function noseScene(insert: Insert, leadAngle: number, tip: TipDirection): NoseScene {
  const shape = insertOutline(insert, leadAngle);
  return {
    insert: shape.outline,
    noseCentre: shape.noseCentre,
    noseRadius: shape.noseRadius,
    imaginaryTip: point(0, 0),
    tip,
    reach: insert.includedAngle === null ? insert.inscribedCircle * 1.2 : Math.max(shape.noseRadius * 3.4, 0.3),
  };
}
