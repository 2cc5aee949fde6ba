import type { Axis } from "../machine/index.ts";

/** Edge of a blade as seen with the chuck on the left; threads also have their tip in the centre. */
export type BladeEdge = "left" | "centre" | "right";

/** Wall of a blade that plunges into a face, from the centreline outwards. */
type FaceWall = "inner" | "centre" | "outer";

/**
 * The parts of a tool that a touch needs, with the point that touches and the point that the program moves.
 * All lengths in one unit of the caller's choice.
 */
export type ContactTool =
  | { readonly shape: "tip" }
  | { readonly shape: "blade"; readonly width: number; readonly touching: BladeEdge; readonly programmed: BladeEdge }
  | { readonly shape: "thread"; readonly width: number; readonly touching: BladeEdge; readonly programmed: BladeEdge }
  | {
      readonly shape: "drill";
      readonly diameter: number;
      readonly pointAngle: number;
      readonly programmed: "point" | "corner";
    }
  | { readonly shape: "cutter"; readonly diameter: number }
  | {
      readonly shape: "face-blade";
      readonly width: number;
      readonly touching: FaceWall;
      readonly programmed: FaceWall;
      /** The tool comes from the far side of the centreline: its outer wall lies towards X minus. */
      readonly across: boolean;
    }
  | { readonly shape: "pin"; readonly diameter: number }
  | { readonly shape: "nose"; readonly radius: number; readonly programmed: "tip" | "centre" };

/**
 * δ: signed distance from the point that touches to the point that the program moves, in part coordinates (X as a
 * diameter), for a tool that stands on side `side` of the surface (+1 outside or in front, −1 in a bore or behind,
 * 0 on centre). From the table in docs/MATHEMATICS.md, Contact to programmed point.
 *
 * Blades and threads shift on Z only, a face-groove blade on X only (its walls are diameters: 0, w, 2w); a drill's corner
 * trails its point on Z; a cutter touches with its side on Z and Y and with its tip on X; a pin or shank that touches
 * with its side on X has its axis one diameter away; a nose centre lies one radius (on X: twice, as a diameter) on the tool's side of the surface.
 *
 * @example contactToProgrammed({ shape: "thread", width: 3, touching: "left", programmed: "centre" }, "z", 1) === 1.5
 */
export function contactToProgrammed(tool: ContactTool, axis: Axis, side: -1 | 0 | 1): number {
  switch (tool.shape) {
    case "tip":
      return 0;
    case "blade":
    case "thread":
      return axis === "z" ? edgePosition(tool.programmed, tool.width) - edgePosition(tool.touching, tool.width) : 0;
    case "drill":
      return axis === "z" && tool.programmed === "corner" ? pointLength(tool.diameter, tool.pointAngle) : 0;
    case "cutter":
      return axis === "x" ? 0 : (side * tool.diameter) / 2;
    case "face-blade":
      return axis === "x"
        ? (tool.across ? -2 : 2) * (wallPosition(tool.programmed, tool.width) - wallPosition(tool.touching, tool.width))
        : 0;
    case "pin":
      return axis === "x" ? side * tool.diameter : 0;
    case "nose":
      if (tool.programmed === "tip" || axis === "y") return 0;
      return side * tool.radius * (axis === "x" ? 2 : 1);
  }
}

/** Where an edge lies, counted from the chuck-side edge towards plus Z. */
function edgePosition(edge: BladeEdge, width: number): number {
  return edge === "left" ? 0 : edge === "centre" ? width / 2 : width;
}

/** Where a wall lies, counted outwards from the inner one, as a true distance. */
function wallPosition(wall: FaceWall, width: number): number {
  return wall === "inner" ? 0 : wall === "centre" ? width / 2 : width;
}

/** Length of a drill's point: half the diameter over the tangent of half the point angle (degrees, above 0 to 180). */
export function pointLength(diameter: number, pointAngle: number): number {
  return pointAngle === 180 ? 0 : diameter / 2 / Math.tan((pointAngle * Math.PI) / 360);
}
