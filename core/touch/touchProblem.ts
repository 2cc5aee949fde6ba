import type { SetupView, ToolView } from "../ledger/index.ts";
import type { TouchFacts } from "../limits/index.ts";
import { machineReadout } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { type ContactTool, contactTool, familyOf, wayOf, wholeChoice } from "../tool/index.ts";
import { armError } from "./armLength.ts";
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
  if (touch.axis === "z") return { kind: "face", z: size, stand: stand === "behind" ? "behind" : "front" };
  if (wayOf(touch.way).against === "centre") return { kind: "centre" };
  if (touch.axis === "x")
    return { kind: familyOf(tool) === "bore" ? "bore" : "outside", diameter: size, across: zone.from === "minus" };
  // Any other axis leads across the bar, past its side.
  return { kind: "bar-side", diameter: size, stand: stand === "minus" ? "minus" : "plus" };
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
    work: reckonedWork(setup, view, touch) ?? 0,
    storedSign: 1,
    // Rounded where it is written, to the machine's own digits; here only the exact value is used.
    resolution: TOLERANCES.unroundedDigit,
  };
  const result = solveTouch(problem);
  if (method.by !== "preset") return result;
  return { ...result, touched: touchedDimension(touch.axis, method.surface, method.spacer, method.tool) };
}

/**
 * The work offset that counts in a tool's touch, in its zone's frame: none on Z where the school touches on a datum face,
 * none on a setter. Undefined where it counts and is not known: the sum then holds if it is 0.
 */
export function reckonedWork(
  { school }: Pick<SetupView, "school">,
  { work }: Pick<ToolView, "work">,
  { axis, way }: Pick<TouchFacts, "axis" | "way">,
): number | undefined {
  if (wayOf(way).against === "setter" || (axis === "z" && school === "datum-face")) return 0;
  return work[axis];
}

/** What the active work offset puts into the display that a touch does not reckon with: all of it on a datum face. */
function uncounted(setup: SetupView, view: ToolView, touch: TouchFacts): number {
  const active = view.work[touch.axis] ?? 0;
  return active - (reckonedWork(setup, view, touch) ?? active);
}

/**
 * A coordinate about the bar's own diameter, on the side that the tool works at: of a tool from the far side it is minus,
 * and many say it without. Anything else is taken as it stands.
 */
export function onItsSide(across: 1 | -1, coordinate: number, size: number): number {
  const isWithoutMinus = across < 0 && coordinate > 0 && Math.abs(coordinate - size) < size / 2;
  return isWithoutMinus ? -coordinate : coordinate;
}

/**
 * What an overhang that is not the standard one of its slot comes to on an axis, signed as geometry: twice the difference on
 * X, its share along each axis on an arm whose control does not carry it. Undefined where the overhang is the standard one,
 * or where the machine says none: then the slide itself says where the tip stands.
 *
 * @example standard 25, measured 25.35, from plus: X +0.700, so that the display reads 9.300 with the machine at 10.000
 */
function standsOutBy(
  setup: Pick<SetupView, "machine">,
  view: ToolView,
  axis: TouchFacts["axis"],
  overhang: number | undefined,
): number | undefined {
  const standard = standardOverhang(setup, view);
  if (overhang === undefined || standard === undefined || Math.abs(overhang - standard) < TOLERANCES.sameLength)
    return undefined;
  const { arm, from } = view.zone;
  if (arm?.carriesOverhang === true || (axis !== "x" && !arm)) return undefined;
  const error = armError(overhang - standard, arm?.angle ?? 90);
  return axis === "x" ? (from === "minus" ? error.x : -error.x) : -error.z;
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
  switch (wayOf(way).method) {
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
      const standsOut = standsOutBy(setup, view, touch.axis, overhang);
      return {
        by: "slide",
        // The display counts the work offset, also where the touch is reckoned without it.
        commanded: onItsSide(across, commanded, size) + uncounted(setup, view, touch),
        surface: surfaceOf(view, touch, size),
        // A cutter on an arm is slid along its own axis: its tip meets the bar.
        tool: view.zone.arm ? { shape: "tip" } : tool,
        ...(standsOut !== undefined && { standsOut }),
      };
    }
    case "preset": {
      const { old, retreat, jog, spacer, commanded, size } = numbers;
      if (old === undefined || retreat === undefined || jog === undefined) return undefined;
      if (spacer === undefined || commanded === undefined || size === undefined) return undefined;
      const surface = surfaceOf(view, touch, size);
      const called = onItsSide(across, commanded, size);
      return { by: "preset", old, retreat, jog, called, surface, spacer, tool };
    }
    case "surface": {
      const { machine, size, spacer = 0 } = numbers;
      if (machine === undefined || (wayOf(way).against !== "centre" && size === undefined)) return undefined;
      const surface = surfaceOf(view, touch, size ?? 0);
      return { by: "surface", solveFor, machine: machineReadout(machine), surface, spacer, tool };
    }
  }
}
