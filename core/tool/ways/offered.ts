import type { LatheAxis, SetterSide } from "../../machine/index.ts";
import { entersBore, familyOf, isLive } from "../toolKind.ts";
import type { Tool } from "../toolSchema.ts";
import type { Place } from "./way.ts";

/** True for a tool that stands along the spindle's axis, so that X is a position on centre and no surface is met on X. */
export function isOnAxisOfSpindle(tool: Tool): boolean {
  const family = familyOf(tool);
  return family === "on-centre" || family === "axial";
}

/** True where the machine has Y and this tool is driven: it meets the side of the bar. */
export const isTouchedOnY = (tool: Tool, { machine }: Pick<Place, "machine">): boolean =>
  machine.yAxis === true && isLive(tool);

/**
 * True where the machine has Y and the tool's holder, on the sub-spindle's side or in the back block, is swept true across as well:
 * what stands along the spindle's axis, and bars, of which the sweep settles Y alone.
 */
export const isSweptOnY = (tool: Tool, { machine, zone }: Pick<Place, "machine" | "zone">): boolean =>
  machine.yAxis === true &&
  (zone.kind === "sub-side" || zone.kind === "back") &&
  (isOnAxisOfSpindle(tool) || entersBore(tool));

/** The side of a setter that a tool presses on an axis. */
export const setterSide = (tool: Tool, axis: LatheAxis): SetterSide =>
  axis === "z" ? "face" : familyOf(tool) === "bore" ? "bore" : "outside";
