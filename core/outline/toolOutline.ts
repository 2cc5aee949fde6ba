import { TOLERANCES } from "../tolerances.ts";
import {
  type BarTool,
  type BladeTool,
  type BoreBladeTool,
  type BoreThreadTool,
  type BoringTool,
  type DrivenTool,
  type FaceBladeTool,
  familyOf,
  type OnCentreTool,
  pointLength,
  readInsertDesignation,
  type ThreadTool,
  type Tool,
  type ToolForms,
  type TurningTool,
  toolFormOf,
  type WheelTool,
} from "../tool/index.ts";
import { insertOutline } from "./insertOutline.ts";
import { extent, mirrored, type Point, type Polygon, plus, point, rectangle, times } from "./plane.ts";
import { type ToolLine, toolLines } from "./toolLines.ts";

/**
 * A tool as it stands, seen from above with the chuck on the left, placed so that the point that its offset is about lies
 * at the origin: the imaginary tip, a blade's chuck-side corner, a thread's tip, a drill's point, a cross cutter's end.
 * Built from the tool's real dimensions, in millimetres, X as a true distance.
 */
export interface ToolOutline {
  /** What cuts and touches. */
  readonly cutting: Polygon;
  /** Shank, bar or holder behind it, running as far as no drawing reaches. */
  readonly holder: readonly Polygon[];
  /** Flutes, crests and screws, as open lines on the body; only to be seen. */
  readonly lines: readonly ToolLine[];
  /** The block or sleeve that a shank or bar is clamped in, as wide as is usual; only to be seen. */
  readonly clampedIn: readonly Polygon[];
  /** The screw of an insert, a wheel's pin. */
  readonly mark: { readonly centre: Point; readonly radius: number } | undefined;
  /** Where its seat begins, as a distance along the way that it stands out; undefined for an insert's own holder. */
  readonly seat: Point;
}

/** Farther than any drawing reaches, in millimetres. */
export const BEYOND_THE_SHEET = 400;

/** How each form is drawn: its outline, from its dimensions. */
const OUTLINES: { readonly [Form in keyof ToolForms]: (tool: ToolForms[Form]) => Bare | undefined } = {
  turning,
  boring,
  blade,
  boreBlade,
  faceBlade,
  thread,
  boreThread,
  onCentre,
  wheel,
  driven: (tool) => (familyOf(tool) === "cross" ? cross(tool) : onCentre(tool)),
  barTool: (tool) => onCentre({ ...tool, pointAngle: 180 }),
};

/** The outline of a tool; undefined only where an insert's designation cannot be read. */
export function toolOutline(tool: Tool): ToolOutline | undefined {
  const bare = (OUTLINES[toolFormOf(tool)] as (tool: Tool) => Bare | undefined)(tool);
  return bare && { ...bare, lines: toolLines(tool), clampedIn: clampedIn(tool, bare.seat) };
}

/** A shank lies in a block that is open in front, a bar in a sleeve; both begin where the overhang ends. */
function clampedIn(tool: Tool, seat: Point): readonly Polygon[] {
  if ("bar" in tool) {
    const half = tool.bar * SLEEVE;
    return [rectangle(seat.z, seat.x - half, seat.z + BEYOND_THE_SHEET, seat.x + half)];
  }
  if (!("shank" in tool)) return [];
  const half = tool.shank * BLOCK;
  return tool.kind === "groove-face"
    ? [rectangle(seat.z, seat.x - half, seat.z + BEYOND_THE_SHEET, seat.x + half)]
    : [rectangle(seat.z - half, seat.x, seat.z + half, seat.x + BEYOND_THE_SHEET)];
}
/** Half the width of a sleeve in diameters of its bar, and of a block in widths of its shank. */
const SLEEVE = 0.8;
const BLOCK = 0.85;

/** The bodies of a tool, before what is drawn on them. */
type Bare = Omit<ToolOutline, "lines" | "clampedIn">;

function turning(tool: TurningTool): Bare | undefined {
  const insert = readInsertDesignation(tool.insert);
  if (!insert.ok) return undefined;
  const shape = insertOutline(insert.value, tool.leadAngle);
  const { shank, overhang } = tool;
  const circle = insert.value.inscribedCircle;
  // The tip stands out from the shank's chuck side by about a quarter of the shank, as on ordinary holders.
  const [left, right] = [shank * 0.25, shank * 1.25];
  // The pocket leaves the cutting edges free: it begins near the end of the main edge and behind the minor one.
  const seat = times(shape.mainEnd, 0.8);
  const heel = plus(shape.minorEnd, times(shape.mainEnd, 0.35));
  const far = overhang + BEYOND_THE_SHEET;
  const holder: Polygon = [
    seat,
    point(left, seat.x + circle * 0.45),
    point(left, far),
    point(right, far),
    point(right, heel.x + circle * 0.3),
    heel,
  ];
  const right_: Bare = {
    cutting: shape.outline,
    holder: [holder],
    mark: { centre: shape.centre, radius: circle * 0.17 },
    seat: point((left + right) / 2, overhang),
  };
  return tool.hand === "left" ? flipped({ ...right_, lines: [], clampedIn: [] }, { z: -1, x: 1 }) : right_;
}

/** A bar lies along the spindle, its insert at the upper wall; a back-boring bar points away from the chuck. */
function boring(tool: BoringTool): Bare | undefined {
  const insert = readInsertDesignation(tool.insert);
  if (!insert.ok) return undefined;
  const shape = insertOutline(insert.value, tool.leadAngle);
  const circle = insert.value.inscribedCircle;
  const up = (polygon: Polygon) => mirrored(polygon);
  const protrude = Math.max(0.6, tool.smallestBore - tool.bar - 0.4 * circle);
  const isBack = tool.kind === "back-boring";
  const cutting = up(isBack ? shape.outline.map(({ z, x }) => point(-z, x)) : shape.outline);
  const centre = point((isBack ? -1 : 1) * shape.centre.z, -shape.centre.x);
  const nose = isBack ? -circle * 0.9 : circle * 0.45;
  const bar: Polygon = [
    point(nose, -protrude - tool.bar * 0.55),
    point(nose + (isBack ? circle * 0.2 : circle * 0.5), -protrude),
    point(BEYOND_THE_SHEET, -protrude),
    point(BEYOND_THE_SHEET, -protrude - tool.bar),
    point(nose, -protrude - tool.bar),
  ];
  return {
    cutting,
    holder: [bar],
    mark: { centre, radius: circle * 0.17 },
    seat: point(tool.overhang, -protrude - tool.bar / 2),
  };
}

function blade(tool: BladeTool): Bare {
  const { width, depth, shank, overhang, cornerRadius } = tool;
  const side = tool.hand === "left" ? -1 : 1;
  const [left, right] = side > 0 ? [-shank * 0.15, shank * 0.85] : [width - shank * 0.85, width + shank * 0.15];
  return {
    cutting: blunt(0, 0, width, depth, cornerRadius),
    holder: [rectangle(left, depth, right, overhang + BEYOND_THE_SHEET)],
    mark: undefined,
    seat: point((left + right) / 2, overhang),
  };
}

function boreBlade(tool: BoreBladeTool): Bare {
  const { width, depth, bar, cornerRadius, overhang } = tool;
  return {
    cutting: mirrored(blunt(0, 0, width, depth, cornerRadius)),
    holder: [rectangle(-bar * 0.12, -depth, BEYOND_THE_SHEET, -depth - bar)],
    mark: undefined,
    seat: point(overhang, -depth - bar / 2),
  };
}

/** Its walls lie on X, the inner one at the origin; it plunges towards the chuck. */
function faceBlade(tool: FaceBladeTool): Bare {
  const { width, depth, shank, overhang } = tool;
  return {
    cutting: rectangle(0, 0, depth, width),
    holder: [rectangle(depth, width / 2 - shank / 2, overhang + BEYOND_THE_SHEET, width / 2 + shank / 2)],
    mark: undefined,
    seat: point(overhang, width / 2),
  };
}

/** The point's flanks stand at 60 degrees; its body is as wide as the insert. */
function threadPoint(width: number): Polygon {
  const height = width * 0.5 * Math.sqrt(3);
  return [
    point(-width * 0.03, 0),
    point(width * 0.03, 0),
    point(width / 2, height),
    point(width / 2, height * 1.9),
    point(-width / 2, height * 1.9),
    point(-width / 2, height),
  ];
}

function thread(tool: ThreadTool): Bare {
  const { width, shank, overhang } = tool;
  const top = width * 1.6;
  // The insert sits at the chuck side of its head, so that it can thread up to a shoulder.
  const left = -width * 0.6;
  return {
    cutting: threadPoint(width),
    holder: [rectangle(left, top, left + shank, overhang + BEYOND_THE_SHEET)],
    mark: undefined,
    seat: point(left + shank / 2, overhang),
  };
}

function boreThread(tool: BoreThreadTool): Bare {
  const { width, bar, overhang } = tool;
  const top = width * 1.5;
  return {
    cutting: mirrored(threadPoint(width)),
    holder: [rectangle(-width * 0.7, -top, BEYOND_THE_SHEET, -top - bar)],
    mark: undefined,
    seat: point(overhang, -top - bar / 2),
  };
}

function wheel(tool: WheelTool): Bare {
  const { width, diameter, shank, overhang } = tool;
  return {
    cutting: rectangle(0, 0, width, diameter),
    holder: [rectangle(width / 2 - shank / 2, diameter * 0.5, width / 2 + shank / 2, overhang + BEYOND_THE_SHEET)],
    mark: tool.kind === "knurl" ? { centre: point(width / 2, diameter / 2), radius: width * 0.22 } : undefined,
    seat: point(width / 2, overhang),
  };
}

/** On the spindle's axis, its point at the origin. */
function onCentre(tool: OnCentreTool | DrivenTool | (BarTool & { readonly pointAngle: number })): Bare {
  const radius = tool.diameter / 2;
  const tip = pointLength(tool.diameter, tool.pointAngle);
  const isMill = tool.kind === "live-axial-cutter";
  const cutting: Polygon =
    tip > 0 && !isMill
      ? [
          point(0, 0),
          point(tip, radius),
          point(tool.overhang, radius),
          point(tool.overhang, -radius),
          point(tip, -radius),
        ]
      : rectangle(0, -radius, tool.overhang, radius);
  const holder = (tool.holder ?? tool.diameter * 1.6) / 2;
  return {
    cutting,
    holder: [rectangle(tool.overhang, -holder, tool.overhang + BEYOND_THE_SHEET, holder)],
    mark: undefined,
    seat: point(tool.overhang, 0),
  };
}

/** Across the spindle, its end at the origin. */
function cross(tool: DrivenTool): Bare {
  const radius = tool.diameter / 2;
  const tip = tool.kind === "live-cross-drill" ? pointLength(tool.diameter, tool.pointAngle) : 0;
  const cutting: Polygon =
    tip > 0
      ? [
          point(0, 0),
          point(radius, tip),
          point(radius, tool.overhang),
          point(-radius, tool.overhang),
          point(-radius, tip),
        ]
      : rectangle(-radius, 0, radius, tool.overhang);
  const holder = (tool.holder ?? tool.diameter * 1.8) / 2;
  return {
    cutting,
    holder: [rectangle(-holder, tool.overhang, holder, tool.overhang + BEYOND_THE_SHEET)],
    mark: undefined,
    seat: point(0, tool.overhang),
  };
}

/** A rectangle from (z, x) upwards whose two lower corners are broken by the corner radius. */
function blunt(z: number, x: number, width: number, height: number, corner: number): Polygon {
  const c = Math.min(corner, width / 3);
  if (c === 0) return rectangle(z, x, z + width, x + height);
  const k = c * (1 - Math.SQRT1_2);
  return [
    point(z + c, x),
    point(z + width - c, x),
    point(z + width - k, x + k),
    point(z + width, x + c),
    point(z + width, x + height),
    point(z, x + height),
    point(z, x + c),
    point(z + k, x + k),
  ];
}

/** The same tool seen in a mirror along Z, X or both. */
export function flipped(outline: ToolOutline, by: { readonly z: 1 | -1; readonly x: 1 | -1 }): ToolOutline {
  const flip = ({ z, x }: Point) => point(z * by.z, x * by.x);
  return {
    cutting: outline.cutting.map(flip),
    holder: outline.holder.map((polygon) => polygon.map(flip)),
    lines: outline.lines.map((line) => line.map(flip)),
    clampedIn: outline.clampedIn.map((polygon) => polygon.map(flip)),
    mark: outline.mark && { centre: flip(outline.mark.centre), radius: outline.mark.radius },
    seat: flip(outline.seat),
  };
}

/** The same tool turned about its tip, degrees from Z towards X. */
export function turned(outline: ToolOutline, degrees: number): ToolOutline {
  const at = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(at), Math.sin(at)];
  const turn = ({ z, x }: Point) => point(z * cos - x * sin, z * sin + x * cos);
  return {
    cutting: outline.cutting.map(turn),
    holder: outline.holder.map((polygon) => polygon.map(turn)),
    lines: outline.lines.map((line) => line.map(turn)),
    clampedIn: outline.clampedIn.map((polygon) => polygon.map(turn)),
    mark: outline.mark && { centre: turn(outline.mark.centre), radius: outline.mark.radius },
    seat: turn(outline.seat),
  };
}

/** The middle of the points of a polygon that lie farthest one way: where it touches a surface that lies there. */
export function farthest(polygon: Polygon, way: "z-" | "z+" | "x-" | "x+"): Point {
  const box = extent(polygon);
  const limit = { "z-": box.zMin, "z+": box.zMax, "x-": box.xMin, "x+": box.xMax }[way];
  const axis = way.startsWith("z") ? "z" : "x";
  const there = polygon.filter((corner) => Math.abs(corner[axis] - limit) < TOLERANCES.binaryNoise);
  return times(there.reduce(plus), 1 / there.length);
}
