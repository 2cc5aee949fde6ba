import type { Numbering, TipDirection } from "./tipOrientation.ts";
import { orientationCode } from "./tipOrientation.ts";

/** Geometry of one offset of a blade. Millimetres, X as a diameter; the radius is the corner's. */
interface BladeOffset {
  readonly x: number | undefined;
  readonly z: number | undefined;
  readonly noseRadius: number;
  readonly tip: TipDirection;
}

/**
 * The second offset of a blade of width `width` whose first offset is its left (chuck-side) edge: Z reduced by the
 * width, X equal, the corner radius repeated, the tip mirrored in Z (docs/MATHEMATICS.md, Second offset). From the right edge
 * the other way round; from the centre half a width either way.
 *
 * @example left edge at Z −402.880, 3 wide: the right edge has Z −405.880, and code 3 becomes 4 (numbering A)
 */
export function secondOffset(first: BladeOffset, width: number, from: BladeEdgeName, to: BladeEdgeName): BladeOffset {
  const shift = POSITION[to] * width - POSITION[from] * width;
  const { x } = first.tip;
  const tipZ = to === "left" ? -1 : to === "right" ? 1 : 0;
  return {
    x: first.x,
    z: first.z === undefined ? undefined : first.z - shift,
    noseRadius: first.noseRadius,
    tip: { x, z: tipZ },
  };
}

export type BladeEdgeName = "left" | "centre" | "right";
const POSITION: Readonly<Record<BladeEdgeName, number>> = { left: 0, centre: 0.5, right: 1 };

/** The other edge: what a second offset is usually made for. */
export const otherEdge = (edge: BladeEdgeName): BladeEdgeName => (edge === "right" ? "left" : "right");

/** Code of an offset's tip in a numbering. */
export const codeOf = ({ tip }: Pick<BladeOffset, "tip">, numbering: Numbering): number =>
  orientationCode(tip, numbering);
