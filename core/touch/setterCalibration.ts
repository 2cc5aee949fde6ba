import type { SetupView, ToolView } from "../ledger/index.ts";
import { type LatheAxis, type SetterSide, stationOf } from "../machine/index.ts";
import { wayOf, waysToTouch } from "../tool/index.ts";
import { solveTouchOf } from "./touchProblem.ts";

/**
 * The axes on which a tool can calibrate the setter: those on which it presses it, and on which its geometry is known otherwise.
 * Empty where the machine has none.
 */
export function axesToCalibrate(setup: SetupView, tool: ToolView): readonly LatheAxis[] {
  const { machine, school } = setup;
  if (!machine.setter || tool.second) return [];
  const place = { machine: { ...machine, school }, zone: tool.zone, station: stationOf(machine, tool.station) };
  return (["x", "z"] as const).filter((axis) => {
    const touch = tool[axis];
    return touch && wayOf(touch.way).against !== "setter" && waysToTouch(tool.tool, axis, place).includes("setter");
  });
}

/** The axis on which a side of the setter is pressed. */
export const axisOfSide = (side: SetterSide): LatheAxis => (side === "face" ? "z" : "x");

/**
 * Where the setter trips, from the display when a tool of known geometry tripped it: what the setter would have given for the tool,
 * less what it has. A gauge tool is a plain tip: undefined in place of the tool. Undefined where the geometry is not known.
 * Millimetres, on the diameter for X.
 *
 * @example X −190.100 at the setter with a tool of X −290.350, whose tip presses it: it trips at 100.250
 */
export function triggerFound(
  setup: SetupView,
  tool: ToolView | undefined,
  side: SetterSide,
  machine: number,
  geometry: number | undefined,
): number | undefined {
  if (geometry === undefined) return undefined;
  if (!tool) return machine - geometry;
  const axis = axisOfSide(side);
  const touch = { axis, way: "setter", choice: tool.choice[axis], numbers: { machine, trigger: 0 } } as const;
  const found = solveTouchOf(setup, tool, touch)?.exact;
  return found === undefined ? undefined : found - geometry;
}
