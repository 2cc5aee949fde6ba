export { insertOutline } from "./insertOutline.ts";
export {
  circle,
  circleLine,
  direction,
  extent,
  length,
  minus,
  mirrored,
  moved,
  type Point,
  type Polygon,
  plus,
  point,
  rectangle,
  times,
  unit,
} from "./plane.ts";
export { BEYOND_THE_SHEET, farthest, flipped, type ToolOutline, toolOutline, turned } from "./toolOutline.ts";
