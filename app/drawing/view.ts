import type { Point, Polygon } from "../../core/outline/index.ts";
import { familyOf, type Tool } from "../../core/tool/index.ts";

/** The sheet that every drawing stands on, in its own units; the screen scales it as a whole. */
export const SHEET = { width: 672, height: 584 } as const;

/** The one transform from millimetres to the sheet: scale, and where the origin (centreline, finished face) lies. */
export interface View {
  /** Sheet units to a millimetre. */
  readonly scale: number;
  readonly originZ: number;
  readonly originX: number;
  /** A sub-spindle faces the main one: its chuck is on the right, its Z plus leads left. */
  readonly isMirrored?: boolean;
}

export interface SheetPoint {
  readonly left: number;
  readonly top: number;
}

export const toSheet = ({ scale, originZ, originX, isMirrored }: View, { z, x }: Point): SheetPoint => ({
  left: originZ + (isMirrored ? -z : z) * scale,
  top: originX - x * scale,
});

/** A part of the plane, millimetres, X as a true distance. */
interface Box {
  readonly zMin: number;
  readonly zMax: number;
  readonly xMin: number;
  readonly xMax: number;
}

/** The view in which a part of the plane fills its room, in the middle of it, as far as its proportions allow; `edge` sheet units stay free all round. */
export function viewIn(
  { zMin, zMax, xMin, xMax }: Box,
  { left = 0, top = 0, width, height }: { left?: number; top?: number; width: number; height: number },
  edge = 0,
): View {
  const scale = Math.min((width - 2 * edge) / (zMax - zMin), (height - 2 * edge) / (xMax - xMin));
  return {
    scale,
    originZ: left + (width - (zMin + zMax) * scale) / 2,
    originX: top + (height + (xMin + xMax) * scale) / 2,
  };
}

/** An SVG path of an outline, to a hundredth of a sheet unit. */
export const svgPath = (view: View, polygon: Polygon): string => `${openPath(view, polygon)}Z`;

/** An SVG path along points that does not return to its beginning, to a hundredth of a sheet unit. */
export function openPath(view: View, points: readonly Point[]): string {
  const at = (corner: Point) => {
    const { left, top } = toSheet(view, corner);
    return `${left.toFixed(2)} ${top.toFixed(2)}`;
  };
  return `M${points.map(at).join("L")}`;
}

/** Share of the sheet's height that the stock takes up. */
const STOCK_SHARE = 0.46;
/** Where the centreline lies: low under a tool from above, high over one from below, in the middle of one on centre. */
const CENTRELINE = { above: 0.665, below: 0.335, centre: 0.56 } as const;
/** Where the finished face lies, from the chuck's side. */
const FACE = 0.6;
/** Share of the width, right of the face, that a tool's shank may take up beside a thin bar. */
const SHANK_SHARE = 0.38;
/** Share of the height that a holder on centre may take up. */
const HOLDER_SHARE = 0.5;

interface ViewTask {
  readonly diameter: number;
  readonly tool: Tool;
  /** Side of the sheet's centreline on which the tool stands. */
  readonly stands: keyof typeof CENTRELINE;
  readonly isMirrored: boolean;
}

/**
 * A view in which a bar of this diameter fills its share of the sheet, with room beside it for the tool; smaller where a
 * thick shank or holder would fill the sheet beside a thin bar. Millimetres.
 */
export function viewOfTouch({ diameter, tool, stands, isMirrored }: ViewTask): View {
  return {
    scale: Math.min((SHEET.height * STOCK_SHARE) / diameter, roomFor(tool)),
    originZ: SHEET.width * (isMirrored ? 1 - FACE : FACE),
    originX: SHEET.height * CENTRELINE[stands],
    isMirrored,
  };
}

/** Largest scale at which a tool's body still leaves room on the sheet. */
function roomFor(tool: Tool): number {
  const beside = SHEET.width * SHANK_SHARE;
  if ("shank" in tool) return beside / (1.25 * tool.shank);
  if ("bar" in tool) return (SHEET.height * HOLDER_SHARE) / tool.bar;
  const holder = tool.holder ?? tool.diameter * 1.8;
  const across = familyOf(tool) === "cross" ? beside : SHEET.height * HOLDER_SHARE;
  // A long drill is shown with a good part of its length in front of the holder.
  return Math.min(across / holder, (SHEET.width * 0.62) / Math.max(tool.overhang * 0.5, 1));
}

/** The scale as a drawing says it, for a sheet shown at 96 units to the inch: `2 : 1` enlarged, `1 : 2` reduced. */
export function scaleText({ scale }: View): string {
  const ratio = scale / (96 / 25.4);
  const round = (value: number) => (value >= 10 ? value.toFixed(0) : value.toFixed(1).replace(/\.0$/, ""));
  return ratio >= 1 ? `${round(ratio)} : 1` : `1 : ${round(1 / ratio)}`;
}
