import { familyOf, isLive } from "../toolKind.ts";
import type { Tool } from "../toolSchema.ts";
import type { Place } from "./way.ts";

/** True for a tool that stands along the spindle's axis, so that X is a position on centre and no surface is met on X. */
export function isOnAxisOfSpindle(tool: Tool): boolean {
  const family = familyOf(tool);
  return family === "on-centre" || family === "axial";
}

/** True where the machine has Y and this tool is driven: nothing else is touched on Y. */
export const isTouchedOnY = (tool: Tool, { machine }: Pick<Place, "machine">): boolean =>
  machine.yAxis === true && isLive(tool);
