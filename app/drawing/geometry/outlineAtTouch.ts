import type { Zone } from "../../../core/machine/index.ts";
import {
  extent,
  farthest,
  flipped,
  moved,
  type Point,
  plus,
  point,
  rectangle,
  type ToolOutline,
  toolOutline,
  turned,
} from "../../../core/outline/index.ts";
import { familyOf, pointLength, type Tool, wholeChoice } from "../../../core/tool/index.ts";
import { workholding } from "../workholding.ts";
import type { Outlined, TouchScene, TouchSituation } from "./sceneTypes.ts";
import { type Workpiece, wallsOf } from "./workpiece.ts";

/** Length of a spacer along the surface that it lies on, in bar diameters. */
export const SPACER_IN_DIAMETERS = 0.16;

/** The tool's outline as it stands in its zone: arms at their angle, far-side tools mirrored at the centreline. */
export function outlineAtTouch({ tool, zone }: TouchSituation): ToolOutline | undefined {
  const plain = toolOutline(tool);
  if (!plain) return undefined;
  const turnedPlain = zone.arm && familyOf(tool) === "cross" ? turned(plain, zone.arm.angle - 90) : plain;
  return isFar(tool, zone) ? flipped(turnedPlain, { z: 1, x: -1 }) : turnedPlain;
}

/** True for a tool that stands on the far side of the centreline. */
export const isFar = (tool: Tool, zone: Zone) =>
  zone.from === "minus" && familyOf(tool) !== "on-centre" && familyOf(tool) !== "axial";

/** The point that the program moves, seen from the outline's origin. */
export function programmedLocal({ tool, axis, way, choice, zone }: TouchSituation, outline: ToolOutline): Point {
  const { programmed } = wholeChoice(tool, axis, choice);
  const far = isFar(tool, zone) ? -1 : 1;
  if (tool.kind === "groove-face" && axis === "x")
    return point(0, far * (programmed === "outer" ? tool.width : programmed === "centre" ? tool.width / 2 : 0));
  if (axis === "z" && "width" in tool) {
    const isThread = "toShoulder" in tool;
    const left = isThread ? -tool.width / 2 : 0;
    const edge = programmed === "right" ? tool.width : programmed === "centre" ? tool.width / 2 : 0;
    return point(left + edge, 0);
  }
  if (axis === "z" && programmed === "corner" && "pointAngle" in tool)
    return point(pointLength(tool.diameter, tool.pointAngle), tool.diameter / 2);
  if (way === "side") return point(farthest(outline.cutting, "z-").z, 0);
  return point(0, 0);
}

/** What is drawn of every touch alike. */
export function shared(situation: TouchSituation, workpiece: Workpiece) {
  const { zone, holding, chuckDiameter } = situation;
  const kind = zone.works === "sub" ? "collet" : holding;
  return {
    plane: "section" as const,
    stock: wallsOf(workpiece),
    holding: workholding({ kind, jaws: -workpiece.stickOut, barDiameter: workpiece.diameter, chuckDiameter }),
    pull: undefined as TouchScene["pull"],
  };
}

/** The tool's outlines where it stands, with the slot it is slid in and the arm's pivot. */
export function placed({ way, tool, zone, overhang }: TouchSituation, outline: ToolOutline, shift: Point) {
  const holder: Outlined[] = outline.holder.map((polygon) => ({ polygon: moved(polygon, shift), part: "holder" }));
  const cutting: Outlined = { polygon: moved(outline.cutting, shift), part: "cutting" };
  const seat = plus(outline.seat, shift);
  const slot: Outlined[] = [];
  const stands = overhang !== undefined && overhang > 0 ? overhang : tool.overhang;
  if (way === "slide" && familyOf(tool) === "outside") {
    const far = zone.from === "minus" ? -1 : 1;
    const box = extent(outline.holder[0] ?? outline.cutting);
    const from = shift.x + far * stands;
    const wide = (box.zMax - box.zMin) * 0.28;
    for (const [a, b] of [
      [box.zMin - wide, box.zMin],
      [box.zMax, box.zMax + wide],
    ] as const)
      slot.push({ polygon: rectangle(shift.z + a, from, shift.z + b, from + far * 60), part: "slot" });
  }
  return {
    tool: [...slot, ...holder, cutting],
    // A tool that is slid stands loose in its slot.
    clampedIn: slot.length > 0 ? [] : outline.clampedIn.map((polygon) => moved(polygon, shift)),
    lines: outline.lines.map((line) => moved(line, shift)),
    mark: outline.mark && { centre: plus(outline.mark.centre, shift), radius: outline.mark.radius },
    pivot: zone.arm ? seat : undefined,
  };
}

/** Arrow of a preset call's retreat, from where the tool was called to where it met. */
export function retreatOf({ retreat, way }: TouchSituation, tip: Point, away: Point): TouchScene["retreat"] {
  if (way !== "preset") return undefined;
  const true_ = away.x !== 0 ? Math.abs(retreat ?? 0) / 2 : Math.abs(retreat ?? 0);
  const length = Math.max(true_, 0.001);
  return { from: plus(tip, point(away.z * length, away.x * length)), to: tip };
}

/** Where the back-off arrow begins: in the open, beside the tool. */
export function backOffOf({ tool, zone }: TouchSituation, shift: Point, outline: ToolOutline, towards: Point) {
  const far = isFar(tool, zone) ? -1 : 1;
  const family = familyOf(tool);
  if (family === "on-centre" || family === "axial") {
    const radius = "diameter" in tool ? tool.diameter / 2 : 0;
    return { from: plus(shift, point(tool.overhang * 0.25, radius + 9)), towards };
  }
  if (family === "bore") return { from: plus(shift, point(24, -far * (extentX(outline) + 10))), towards };
  const box = extent(outline.holder[0] ?? outline.cutting);
  return { from: plus(shift, point(Math.max(box.zMax, 0) + 5, far * 8)), towards };
}

const extentX = (outline: ToolOutline) => {
  const box = extent(outline.holder[0] ?? outline.cutting);
  return Math.max(Math.abs(box.xMin), Math.abs(box.xMax));
};
