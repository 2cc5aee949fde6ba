import { insertOutline, length, minus } from "../outline/index.ts";
import {
  contactToProgrammed,
  entersBore,
  familyOf,
  type OnCentreTool,
  orientationOf,
  pointLength,
  readInsertDesignation,
  type Tool,
  type ToolForms,
  tipDirectionOf,
  toolFormOf,
} from "../tool/index.ts";

/** A rounded corner of a tool that can cut: its centre about the programmed point, and the angles between which it is bare. */
export interface CutterNose {
  readonly u: number;
  readonly v: number;
  readonly radius: number;
  /** Radians from +u, of the lower half: −π to 0. */
  readonly from: number;
  readonly to: number;
}
/** A straight part of a tool's outline, about the programmed point. */
export interface Flank {
  readonly u0: number;
  readonly v0: number;
  readonly u1: number;
  readonly v1: number;
}

/**
 * A tool as it cuts, in a plane in which it stands above and takes away what lies above its edge: `u` along the surface
 * that it makes, `v` away from the material. Outside u is Z and v the radius; in a bore v is the radius downwards; in a
 * face u is the radius and v is Z. Millimetres, true distances.
 */
export interface CutterShape {
  readonly makes: "outside" | "bore" | "face";
  /** Its edges, about the programmed point. A radius of 0 is a sharp corner. */
  readonly noses: readonly CutterNose[];
  readonly flanks: readonly Flank[];
  /** Stands on the spindle's axis. */
  readonly isOnCentre: boolean;
  /** What compensation goes by: the corner that the control leads, and where its imaginary tip lies from its centre. */
  readonly led: { readonly radius: number; readonly u: number; readonly v: number };
}

const SHARP: CutterNose = { u: 0, v: 0, radius: 0, from: -Math.PI, to: 0 };

/** A tool of which nothing is known but where it cuts: a sharp corner. */
export const sharpShape = (makes: CutterShape["makes"]): CutterShape => ({
  makes,
  noses: [SHARP],
  flanks: [],
  isOnCentre: false,
  led: { radius: 0, u: 0, v: 0 },
});

/** How each form cuts; undefined for what takes nothing off a turned section: threads, taps, knurls, driven tools, bar stops. */
const SHAPES: {
  readonly [Form in keyof ToolForms]: (tool: ToolForms[Form], edge: string | undefined) => CutterShape | undefined;
} = {
  turning: insertShape,
  boring: insertShape,
  blade: bladeShape,
  boreBlade: bladeShape,
  faceBlade: bladeShape,
  thread: () => undefined,
  boreThread: () => undefined,
  onCentre: (tool) => (tool.kind === "tap" ? undefined : drillShape(tool)),
  wheel: (tool, edge) => (tool.kind === "form" ? bladeShape({ ...tool, cornerRadius: 0 }, edge) : undefined),
  driven: () => undefined,
  barTool: () => undefined,
};

/**
 * How a tool cuts, seen from its own side of the centreline. `edge` is the edge that its program moves, where that is not the
 * tool's own. Undefined for what takes nothing off a turned section: driven tools, threads, taps, knurls, bar stops.
 */
export const cutterShape = (tool: Tool, edge: string | undefined): CutterShape | undefined =>
  (SHAPES[toolFormOf(tool)] as (tool: Tool, edge: string | undefined) => CutterShape | undefined)(tool, edge);

/** Where the imaginary tip lies from the nose's centre along `u`: −1 towards the chuck. Across it is always towards the material. */
function tipAlong(tool: Tool, edge: string | undefined): -1 | 0 | 1 {
  const { kind, ...word } = orientationOf(tool, edge);
  const tip = tipDirectionOf(kind, word);
  return tip.ok ? tip.value.z : 0;
}

function insertShape(tool: Extract<Tool, { leadAngle: number }>, edge: string | undefined): CutterShape {
  const makes = entersBore(tool) ? "bore" : "outside";
  const insert = readInsertDesignation(tool.insert);
  if (!insert.ok) return sharpShape(makes);
  const radius = insert.value.noseRadius;
  const along = tipAlong(tool, edge);
  const centre = { u: 0 - along * radius, v: radius };
  const led = { radius, u: along, v: -1 };
  const { includedAngle } = insert.value;
  if (includedAngle === null)
    return {
      makes,
      noses: [{ ...centre, radius, from: -Math.PI, to: 0 }],
      flanks: [],
      isOnCentre: false,
      led,
    };
  // Main and minor edge of a right-hand tool, as angles from +Z; the tool is turned over for one that points the other way.
  const main = Math.PI - (tool.leadAngle * Math.PI) / 180;
  const minor = main - (includedAngle * Math.PI) / 180;
  const isTurned = tool.kind === "back-boring" || ("hand" in tool && tool.hand === "left");
  const [left, right] = isTurned ? [Math.PI - minor, Math.PI - main] : [main, minor];
  const outline = insertOutline(insert.value, tool.leadAngle);
  const reach = (end: typeof outline.mainEnd) => length(minus(end, outline.noseCentre));
  const [leftReach, rightReach] = isTurned
    ? [reach(outline.minorEnd), reach(outline.mainEnd)]
    : [reach(outline.mainEnd), reach(outline.minorEnd)];
  const half = Math.PI / 2;
  const from = Math.min(left, Math.PI) > half ? left - half - Math.PI : -Math.PI;
  const to = Math.max(right, 0) < half ? right - half : 0;
  const flank = (angle: number, contact: number, reaches: number): Flank => {
    const [u0, v0] = [centre.u + radius * Math.cos(contact), centre.v + radius * Math.sin(contact)];
    return { u0, v0, u1: u0 + reaches * Math.cos(angle), v1: v0 + reaches * Math.sin(angle) };
  };
  return {
    makes,
    noses: [{ ...centre, radius, from, to }],
    flanks: [
      ...(from > -Math.PI ? [flank(left, from, leftReach)] : []),
      ...(to < 0 ? [flank(right, to, rightReach)] : []),
    ],
    isOnCentre: false,
    led,
  };
}

/** Both corners of a blade and the straight edge between them. */
function bladeShape(
  tool: {
    readonly kind: Tool["kind"];
    readonly width: number;
    readonly cornerRadius: number;
    readonly programmed: string;
  },
  edge: string | undefined,
): CutterShape {
  const { width } = tool;
  const radius = Math.min(tool.cornerRadius, width / 2);
  const isFace = tool.kind === "groove-face";
  const programmed = edge ?? tool.programmed;
  const at = programmed === "left" || programmed === "inner" ? 0 : programmed === "centre" ? 0.5 : 1;
  const [low, high] = [-at * width, width - at * width];
  const half = Math.PI / 2;
  return {
    makes: isFace ? "face" : tool.kind === "groove-bore" ? "bore" : "outside",
    noses: [
      { u: low + radius, v: radius, radius, from: -Math.PI, to: -half },
      { u: high - radius, v: radius, radius, from: -half, to: 0 },
    ],
    flanks: width > 2 * radius ? [{ u0: low + radius, v0: 0, u1: high - radius, v1: 0 }] : [],
    isOnCentre: false,
    led: { radius, u: at === 0 ? -1 : at === 1 ? 1 : 0, v: -1 },
  };
}

/** How far a drill's flutes are taken to reach: farther than any part is long. */
const FLUTES = 2000;

function drillShape(tool: OnCentreTool): CutterShape {
  const radius = tool.diameter / 2;
  const point = pointLength(tool.diameter, tool.pointAngle);
  const begin =
    0 -
    contactToProgrammed(
      { shape: "drill", diameter: tool.diameter, pointAngle: tool.pointAngle, programmed: tool.programmed },
      "z",
      1,
    );
  return {
    makes: "bore",
    noses: [],
    flanks: [
      ...(point > 0 ? [{ u0: begin, v0: 0, u1: begin + point, v1: -radius }] : []),
      { u0: begin + point, v0: -radius, u1: begin + FLUTES, v1: -radius },
    ],
    isOnCentre: true,
    led: { radius: 0, u: 0, v: 0 },
  };
}

/** True for a tool that a turned section shows as a mark alone: it is driven. */
export const leavesMark = (tool: Tool): boolean => familyOf(tool) === "cross" || familyOf(tool) === "axial";
