import { machineReadout } from "../frame/index.ts";
import type { TouchFacts } from "../judgement/index.ts";
import type { SetupView, ToolView } from "../ledger/index.ts";
import { type ContactTool, contactTool, familyOf, wholeChoice } from "../tool/index.ts";
import { type Surface, surfaceSide } from "./surface.ts";
import {
  solveTouch,
  type TouchMethod,
  type TouchProblem,
  type TouchResult,
  touchedDimension,
} from "./touchEquation.ts";
import { standardOverhang } from "./touchFields.ts";

/** What is looked for: the tool's geometry, or the work offset with a tool that is set already. */
export type SolveFor = "geometry" | "work";

/** The surface that a touch is made on, for its size in millimetres. */
export function surfaceOf({ tool, zone }: ToolView, touch: TouchFacts, size: number): Surface {
  const { stand } = wholeChoice(tool, touch.axis, touch.choice);
  switch (touch.axis) {
    case "x":
      if (touch.way === "centre") return { kind: "centre" };
      return { kind: familyOf(tool) === "bore" ? "bore" : "outside", diameter: size, across: zone.from === "minus" };
    case "y":
      return touch.way === "centre"
        ? { kind: "centre" }
        : { kind: "bar-side", diameter: size, stand: stand === "minus" ? "minus" : "plus" };
    case "z":
      return { kind: "face", z: size, stand: stand === "behind" ? "behind" : "front" };
  }
}

/**
 * Solves one touch of any tool in any way, in millimetres, wear counted as cleared. Undefined where a number is missing
 * or an edge cannot touch; what is impossible is settled before, by `impossibilities`.
 *
 * Where the work offset is not reckoned with (a datum face, a setter) the geometry is machine position and nothing else.
 */
export function solveTouchOf(
  setup: SetupView,
  view: ToolView,
  touch: TouchFacts,
  solveFor: SolveFor = "geometry",
): TouchResult | undefined {
  const contact = contactTool(view.tool, touch.axis, touch.way, touch.choice, view.zone.from);
  if (!contact.ok) return undefined;
  const method = methodOf(setup, view, touch, contact.value, solveFor);
  if (!method) return undefined;
  const problem: TouchProblem = {
    axis: touch.axis,
    method,
    geometry: solveFor === "work" ? (view[touch.axis]?.exact ?? 0) : 0,
    wear: 0,
    work: reckonedWork(setup, touch),
    storedSign: 1,
    // Rounded where it is written, to the machine's own digits; here only the exact value is used.
    resolution: 1e-6,
  };
  const result = solveTouch(problem);
  if (method.by !== "preset") return result;
  return { ...result, touched: touchedDimension(touch.axis, method.surface, method.spacer, method.tool) };
}

/** The work offset that counts in a tool's touch: none on Z where the school touches on a datum face. */
export function reckonedWork(
  { school, workOffset }: SetupView,
  { axis, way }: Pick<TouchFacts, "axis" | "way">,
): number {
  if (way === "setter" || (axis === "z" && school === "datum-face")) return 0;
  return workOffset[axis];
}

function methodOf(
  setup: SetupView,
  view: ToolView,
  touch: TouchFacts,
  tool: ContactTool,
  solveFor: SolveFor,
): TouchMethod | undefined {
  const { numbers, way } = touch;
  const across = touch.axis === "x" && view.zone.from === "minus" ? -1 : 1;
  switch (way) {
    case "setter": {
      const { machine, trigger } = numbers;
      if (machine === undefined || trigger === undefined) return undefined;
      return {
        by: "setter",
        machine: machineReadout(machine),
        trigger,
        side: surfaceSide(surfaceOf(view, touch, 0)),
        tool,
      };
    }
    case "slide": {
      const { commanded, size, overhang } = numbers;
      if (commanded === undefined || size === undefined) return undefined;
      if (touch.axis === "x" && overhang === undefined) return undefined;
      return {
        by: "slide",
        commanded: across * commanded,
        surface: surfaceOf(view, touch, size),
        // A cutter on an arm is slid along its own axis: its tip meets the bar.
        tool: view.zone.arm ? { shape: "tip" } : tool,
        ...(overhang !== undefined && { overhang: { standard: standardOverhang(setup, view), actual: overhang } }),
      };
    }
    case "preset": {
      const { old, retreat, jog, spacer, commanded, size } = numbers;
      if (old === undefined || retreat === undefined || jog === undefined) return undefined;
      if (spacer === undefined || commanded === undefined || size === undefined) return undefined;
      const surface = surfaceOf(view, touch, size);
      return { by: "preset", old, retreat, jog, called: across * commanded, surface, spacer, tool };
    }
    default: {
      const { machine, size, spacer = 0 } = numbers;
      if (machine === undefined || (way !== "centre" && size === undefined)) return undefined;
      const surface = surfaceOf(view, touch, size ?? 0);
      return { by: "surface", solveFor, machine: machineReadout(machine), surface, spacer, tool };
    }
  }
}
