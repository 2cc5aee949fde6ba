import type { Axis } from "../machine/index.ts";
import type { Tool } from "./toolSchema.ts";
import { type Place, TOUCH_WAYS, type TouchWay, wayOf } from "./ways/index.ts";
import { isSweptOnY, isTouchedOnY } from "./ways/offered.ts";

/** Axes on which a tool is touched: Y only where the machine has it, and the tool is driven or its holder is swept across. */
export function axesOf(tool: Tool, place: Pick<Place, "machine" | "zone">): readonly Axis[] {
  return isTouchedOnY(tool, place) || isSweptOnY(tool, place) ? ["x", "y", "z"] : ["x", "z"];
}

/**
 * The ways of touching that make sense for this tool on this axis in this place, the usual one first; empty where the
 * axis is not touched.
 *
 * A way that needs something the machine has not got (a setter, a standard overhang, a preset call) is left out; by eye
 * comes last and is left out where a position on centre is what is wanted.
 */
export function waysToTouch(tool: Tool, axis: Axis, place: Place): readonly TouchWay[] {
  const offered = TOUCH_WAYS.filter((way) => wayOf(way).isOffered(tool, axis, place));
  const usual = offered.find((way) => wayOf(way).isUsual?.(tool, axis, place));
  return usual ? [usual, ...offered.filter((way) => way !== usual)] : offered;
}
