import type { ToolView } from "../ledger/index.ts";
import type { TouchFacts } from "../limits/index.ts";
import { wayOf } from "../tool/index.ts";
import { onItsSide } from "./touchProblem.ts";

/**
 * Where the machine stood at contact, millimetres, X as a diameter: as it was read, or as it follows from what a slide or a
 * call says. `active` is the work offset that the display counted. Undefined where a number is missing.
 *
 * @example called to Z 5 with a setting of −60, retreated 48, jogged −46.2: 5 − 60 + 48 − 46.2 = −53.2
 */
export function machineAtContact(
  { axis, way, numbers }: Pick<TouchFacts, "axis" | "way" | "numbers">,
  { zone }: Pick<ToolView, "zone">,
  active: number,
): number | undefined {
  const { commanded, size = 0, old, retreat, jog } = numbers;
  const across = axis === "x" && zone.from === "minus" ? -1 : 1;
  const stood = commanded === undefined ? undefined : onItsSide(across, commanded, size) + active;
  if (wayOf(way).method === "slide") return stood;
  if (wayOf(way).method !== "preset") return numbers.machine;
  if (stood === undefined || old === undefined || retreat === undefined || jog === undefined) return undefined;
  return stood + old + retreat + jog;
}
