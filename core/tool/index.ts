export { type Insert, radiusInInches, readInsertDesignation, SHARP_RADIUS } from "./insertDesignation.ts";
export { type BladeEdge, type ContactTool, contactToProgrammed, pointLength } from "./programmedPoint.ts";
export {
  type Numbering,
  type OrientationKind,
  orientationCode,
  type TipDirection,
  tipDirection,
  tipDirectionOf,
} from "./tipOrientation.ts";
