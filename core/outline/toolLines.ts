import { familyOf, pointLength, type Tool } from "../tool/index.ts";
import { circleLine, type Point, point } from "./plane.ts";

/** Lines on the surface of a tool that show what it is: flutes, thread crests, a knurl's teeth, the nut of a collet. */
export type ToolLine = readonly Point[];

/**
 * The lines of a tool as it stands, seen from above in the frame of its outline (`toolOutline`). Millimetres, `x` as a radius.
 * They only show what kind of tool it is; nothing is measured or judged from them. Empty for a tool whose outline says enough.
 */
export function toolLines(tool: Tool): readonly ToolLine[] {
  const family = familyOf(tool);
  if (family === "cross" && "diameter" in tool) return round(tool).map((line) => line.map(({ z, x }) => point(x, z)));
  if ("overhang" in tool && "diameter" in tool && !("width" in tool)) return round(tool);
  if (tool.kind === "knurl") return knurl(tool.width, tool.diameter);
  if (tool.kind === "groove-outside" || tool.kind === "part-off") return blade(tool);
  if (tool.kind === "thread-outside") return clamp(tool.width * 0.5, tool.width * 1.6, tool.width);
  if (tool.kind === "thread-bore") return clamp(tool.width * 0.5, -tool.width * 1.5, tool.width);
  return [];
}

type RoundTool = Extract<Tool, { readonly diameter: number; readonly overhang: number }>;

/** A tool that is round about its axis, along +Z from its point. */
function round(tool: RoundTool): readonly ToolLine[] {
  const { diameter, overhang } = tool;
  const radius = diameter / 2;
  const tip = "pointAngle" in tool && tool.pointAngle !== undefined ? pointLength(diameter, tool.pointAngle) : 0;
  const nut = nutOf(overhang, ("holder" in tool ? tool.holder : undefined) ?? diameter * 1.6);
  const fluted = Math.max(tip, Math.min(overhang - radius, overhang * 0.85));
  switch (tool.kind) {
    case "drill":
    case "live-axial-drill":
    case "live-cross-drill":
      return [...helix(radius, tip, fluted, 2, DRILL_TWIST), ...nut];
    case "live-axial-cutter":
    case "live-cross-cutter":
      return [...helix(radius, 0, Math.min(fluted, diameter * 2.5), 3, CUTTER_TWIST), ...nut];
    case "tap":
      return [...crests(radius, tip, Math.min(fluted, diameter * 2)), ...nut];
    case "reamer":
      return [...straight(radius, tip, fluted, [-0.75, -0.3, 0.3, 0.75]), ...nut];
    case "centre-drill":
    case "spot-drill":
      return [...straight(radius, tip, Math.min(fluted, tip + diameter), [-0.35, 0.35]), ...nut];
    default:
      // Stops and pullers are plain in front of their nut.
      return nut;
  }
}
/** Length of one turn of a flute in diameters: 30 degrees on a drill, 45 on a cutter. */
const DRILL_TWIST = Math.PI / Math.tan(Math.PI / 6);
const CUTTER_TWIST = Math.PI;
/** Width of a flute, as an angle round the tool in radians. */
const FLUTE = 0.9;

/** The edges of helical flutes on the half that is seen. */
function helix(radius: number, from: number, to: number, flutes: number, twist: number): readonly ToolLine[] {
  if (to - from <= 0) return [];
  const lead = twist * radius * 2;
  const lines: Point[][] = [];
  for (let edge = 0; edge < flutes * 2; edge++) {
    const phase = (Math.floor(edge / 2) * 2 * Math.PI) / flutes + (edge % 2) * FLUTE;
    let line: Point[] = [];
    const steps = Math.max(8, Math.ceil(((to - from) / lead) * 32));
    for (let step = 0; step <= steps; step++) {
      const z = from + ((to - from) * step) / steps;
      const angle = (2 * Math.PI * z) / lead + phase;
      if (Math.sin(angle) > 0) line.push(point(z, radius * Math.cos(angle)));
      else if (line.length > 0) {
        if (line.length > 1) lines.push(line);
        line = [];
      }
    }
    if (line.length > 1) lines.push(line);
  }
  return lines;
}

/** Crests of a thread, leaning by half a pitch, and the root of its flute. */
function crests(radius: number, from: number, to: number): readonly ToolLine[] {
  const pitch = Math.max(radius * 0.3, 0.4);
  const lines: ToolLine[] = [];
  for (let z = from + pitch / 2; z < to - pitch / 2; z += pitch)
    lines.push([point(z, radius), point(z + pitch / 2, -radius)]);
  return [...lines, [point(to, radius), point(to, -radius)]];
}

/** Straight flutes at these shares of the radius. */
const straight = (radius: number, from: number, to: number, shares: readonly number[]): readonly ToolLine[] =>
  shares.map((share) => [point(from, share * radius), point(to, share * radius)]);

/** The nut of the collet behind a round tool: its face, its slots. */
function nutOf(overhang: number, holder: number): readonly ToolLine[] {
  const half = holder / 2;
  const long = Math.min(holder * 0.55, 18);
  return [
    [point(overhang + long, -half), point(overhang + long, half)],
    ...[-0.5, 0, 0.5].map((share) => [
      point(overhang + long * 0.2, share * half),
      point(overhang + long * 0.8, share * half),
    ]),
  ];
}

/** The teeth of a knurl, both ways. */
function knurl(width: number, diameter: number): readonly ToolLine[] {
  const pitch = Math.max(diameter / 9, 1);
  const lines: ToolLine[] = [];
  for (let x = -width; x < diameter; x += pitch) {
    const clip = (at: number) => Math.min(Math.max(at, 0), diameter);
    const [low, high] = [clip(x), clip(x + width)];
    if (high <= low) continue;
    lines.push([point(low - x, low), point(high - x, high)]);
    lines.push([point(width - (low - x), low), point(width - (high - x), high)]);
  }
  return lines;
}

/** The insert at a blade's end, and the two screws that clamp the blade. */
function blade(tool: Extract<Tool, { readonly depth: number; readonly shank: number }>): readonly ToolLine[] {
  const { width, depth, shank } = tool;
  const side = "hand" in tool && tool.hand === "left" ? -1 : 1;
  const high = Math.min(width * 1.2, depth * 0.8);
  const middle = side > 0 ? shank * 0.35 : width - shank * 0.35;
  return [
    [point(0, high), point(width * 0.35, high * 0.82), point(width, high)],
    ...[0.45, 1.15].map((share) => circleLine(point(middle, depth + shank * share), shank * 0.11)),
  ];
}

/** A screw beside the cutting point, and the clamp's edge. */
const clamp = (z: number, x: number, width: number): readonly ToolLine[] => [
  circleLine(point(0, x * 0.72), width * 0.16),
  [point(-z, x), point(z, x)],
];
