import type { Point, Polygon } from "./geometry/plane.ts";

/** The sheet that every drawing stands on, in its own units; the screen scales it as a whole. */
export const SHEET = { width: 672, height: 584 } as const;

/** The one transform from millimetres to the sheet: scale, and where the origin (centreline, finished face) lies. */
export interface View {
  /** Sheet units to a millimetre. */
  readonly scale: number;
  readonly originZ: number;
  readonly originX: number;
}

export interface SheetPoint {
  readonly left: number;
  readonly top: number;
}

export const toSheet = ({ scale, originZ, originX }: View, { z, x }: Point): SheetPoint => ({
  left: originZ + z * scale,
  top: originX - x * scale,
});

/** An SVG path of an outline, to a hundredth of a sheet unit. */
export function pathOf(view: View, polygon: Polygon): string {
  const at = (corner: Point) => {
    const { left, top } = toSheet(view, corner);
    return `${left.toFixed(2)} ${top.toFixed(2)}`;
  };
  return `M${polygon.map(at).join("L")}Z`;
}

/** Share of the sheet's height that the stock takes up, and where centreline and face lie on it. */
const STOCK_SHARE = 0.46;
const CENTRELINE = 0.665;
const FACE = 0.6;

/** Share of the width, right of the face, that a tool's shank may take up beside a thin bar. */
const SHANK_SHARE = 0.38;

/**
 * A view in which a bar of this diameter fills its share of the sheet, with room above it for the tool; smaller where
 * a thick shank would fill the sheet beside a thin bar. Millimetres.
 */
export function viewOfBar(diameter: number, shank: number): View {
  return {
    scale: Math.min((SHEET.height * STOCK_SHARE) / diameter, (SHEET.width * SHANK_SHARE) / (1.25 * shank)),
    originZ: SHEET.width * FACE,
    originX: SHEET.height * CENTRELINE,
  };
}

/** The scale as a drawing says it, for a sheet shown at 96 units to the inch: `2 : 1` enlarged, `1 : 2` reduced. */
export function scaleText({ scale }: View): string {
  const ratio = scale / (96 / 25.4);
  const round = (value: number) => (value >= 10 ? value.toFixed(0) : value.toFixed(1).replace(/\.0$/, ""));
  return ratio >= 1 ? `${round(ratio)} : 1` : `1 : ${round(1 / ratio)}`;
}
