import type { Station } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { plainMillimetres, type Unit } from "../units/index.ts";
import type { Tool } from "./toolSchema.ts";

/** Why a tool cannot stand in a station, by the dimension that does not fit. */
interface Misfit {
  readonly field: "station" | "shank" | "bar" | "overhang";
  readonly message: string;
}

/**
 * What keeps a tool out of a station: a square shank before a round seat or the other way round, a shank or a bar thicker
 * than its seat, an overhang longer than the slot lets through. Undefined where it fits, and where the machine's profile says
 * nothing of the seat. A thinner one is packed or sleeved.
 */
export function misfitOf(tool: Tool, station: Station | undefined, unit: Unit): Misfit | undefined {
  if (!station) return undefined;
  const { id, takes, size, longestOverhang } = station;
  const write = (millimetres: number) => plainMillimetres(millimetres, unit);
  if (takes === "bore" && "shank" in tool)
    return { field: "station", message: `Station ${id} takes round bars; this tool has a square shank.` };
  if (takes === "shank" && "bar" in tool)
    return { field: "station", message: `Station ${id} takes square shanks; this tool is a round bar.` };
  if (size !== undefined && takes === "shank" && "shank" in tool && tool.shank > size + TOLERANCES.otherUnit)
    return {
      field: "shank",
      message: `Station ${id} takes shanks up to ${write(size)}; this one has ${write(tool.shank)}.`,
    };
  if (size !== undefined && takes === "bore" && "bar" in tool && tool.bar > size + TOLERANCES.otherUnit)
    return { field: "bar", message: `Station ${id} takes bars up to ${write(size)}; this one has ${write(tool.bar)}.` };
  if (longestOverhang !== undefined && tool.overhang > longestOverhang + TOLERANCES.otherUnit)
    return {
      field: "overhang",
      message: `Station ${id} lets ${write(longestOverhang)} of overhang through; this tool stands out ${write(tool.overhang)}.`,
    };
  return undefined;
}
