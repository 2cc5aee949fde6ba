import { AXIS_NAME, type Axis, type MachineReadout } from "../frame/index.ts";
import { type ContactTool, contactToProgrammed } from "../tool/programmedPoint.ts";
import { roundToResolution, withoutNegativeZero } from "../units/index.ts";
import { contactOf, type Surface } from "./surface.ts";

/** How the one unknown is found. */
export type TouchMethod =
  | {
      /** The tool was brought to a known surface and the readout taken. */
      readonly by: "surface";
      readonly solveFor: "geometry" | "work";
      readonly machine: MachineReadout;
      readonly surface: Surface;
      readonly spacer: number;
      readonly tool: ContactTool;
    }
  | {
      /** The tool tripped a setter whose trigger position is calibrated. */
      readonly by: "setter";
      readonly machine: MachineReadout;
      readonly trigger: number;
      readonly side: -1 | 1;
      readonly tool: ContactTool;
    }
  | {
      /** The tool was called to the surface's own coordinate with a retreat, and jogged in from there. */
      readonly by: "preset";
      readonly old: number;
      readonly retreat: number;
      readonly jog: number;
      readonly surface: Surface;
      readonly spacer: number;
      readonly tool: ContactTool;
    }
  | { /** Fixed overhang, on X. */ readonly by: "overhang"; readonly standard: number; readonly actual: number };

/**
 * One touch of one axis. All lengths in one unit of the caller's choice (the equation is linear), X as diameters.
 * `geometry`, `wear` and a preset's `old` are numbers as this control stores them, with its `storedSign`.
 */
export interface TouchProblem {
  readonly axis: Axis;
  readonly method: TouchMethod;
  readonly geometry: number;
  readonly wear: number;
  readonly work: number;
  readonly storedSign: 1 | -1;
  readonly resolution: number;
}

/** Which of the trade's quantities a line of the ladder is; it decides colour, line style and word everywhere. */
export type Quantity = "machine" | "measured" | "spacer" | "tool" | "offset";

export interface LadderLine {
  readonly quantity: Quantity;
  readonly label: string;
  readonly value: number;
}

export interface TouchResult {
  /** What the control is to hold, rounded to its last digit. */
  readonly value: number;
  readonly exact: number;
  /** The touched dimension P: what the display must read after entry. Null where no surface of the part was touched. */
  readonly touched: number | null;
  /** The sum as one would write it down; the values add up to `exact`. */
  readonly ladder: readonly LadderLine[];
}

/**
 * Solves the touch equation G = M − W − S − P for the tool's geometry, or S = M − W − G − P for the work offset, where
 * P = c + n·k·t + δ is where the touch says the programmed point is (2-mathematics, "One equation").
 *
 * Never fails on finite input; which input makes sense is settled by `touchCase.ts` or by the screen.
 *
 * @example skimmed bore 21.046 at X −318.204: exact −339.250
 */
export function solveTouch(problem: TouchProblem): TouchResult {
  const { axis, method, storedSign } = problem;
  const name = AXIS_NAME[axis];
  const lines: LadderLine[] = [];
  const line = (quantity: Quantity, label: string, value: number) => lines.push({ quantity, label, value });
  let touched: number | null = null;
  let isGeometry = true;

  const lessTouched = (surface: Surface, spacer: number, tool: ContactTool): number => {
    const { coordinate, side } = contactOf(surface);
    const spaced = side * (axis === "x" ? 2 : 1) * spacer;
    const shift = contactToProgrammed(tool, axis, side);
    line("measured", surfaceLabel(surface), -coordinate);
    line("spacer", spacerLabel(axis, spacer), -spaced);
    if (tool.shape !== "tip") line("tool", toolLabel(tool), -shift);
    return coordinate + spaced + shift;
  };

  switch (method.by) {
    case "surface": {
      isGeometry = method.solveFor === "geometry";
      line("machine", `machine ${name} at contact`, method.machine);
      touched = withoutNegativeZero(lessTouched(method.surface, method.spacer, method.tool));
      line("offset", "less wear", -storedSign * problem.wear);
      if (isGeometry) line("offset", "less work offset", -problem.work);
      else line("offset", "less tool geometry", -storedSign * problem.geometry);
      break;
    }
    case "setter":
      line("machine", `machine ${name} at the setter`, method.machine);
      line("measured", "less trigger position", -method.trigger);
      if (method.tool.shape !== "tip")
        line("tool", toolLabel(method.tool), -contactToProgrammed(method.tool, axis, method.side));
      line("offset", "less wear", -storedSign * problem.wear);
      break;
    case "preset": {
      line("offset", "setting before", storedSign * method.old);
      line("machine", "retreat", method.retreat);
      line("machine", "jogged to contact", method.jog);
      const { side } = contactOf(method.surface);
      line("spacer", spacerLabel(axis, method.spacer), -side * (axis === "x" ? 2 : 1) * method.spacer);
      if (method.tool.shape !== "tip")
        line("tool", toolLabel(method.tool), -contactToProgrammed(method.tool, axis, side));
      break;
    }
    case "overhang":
      line("tool", "twice the actual overhang", 2 * method.actual);
      line("tool", "less twice the standard overhang", -2 * method.standard);
      break;
  }

  const sign = isGeometry ? storedSign : 1;
  let exact = 0;
  for (const { value } of lines) exact += value;
  exact = withoutNegativeZero(sign * exact);
  return {
    value: roundToResolution(exact, problem.resolution),
    exact,
    touched,
    ladder: lines.map((rung) => ({ ...rung, value: withoutNegativeZero(sign * rung.value) })),
  };
}

function surfaceLabel(surface: Surface): string {
  switch (surface.kind) {
    case "outside":
      return surface.across ? "outside diameter, far side" : "less outside diameter";
    case "bore":
      return surface.across ? "bore, far side" : "less bore";
    case "face":
      return "less face";
    case "centre":
      return "on centre";
    case "bar-side":
      return "less half the bar";
  }
}

function spacerLabel(axis: Axis, spacer: number): string {
  if (spacer === 0) return "no spacer";
  return axis === "x" ? "twice the spacer" : "spacer, once";
}

function toolLabel(tool: Exclude<ContactTool, { shape: "tip" }>): string {
  switch (tool.shape) {
    case "blade":
    case "thread":
      return `${tool.touching} edge to programmed ${tool.programmed}`;
    case "drill":
      return tool.programmed === "corner" ? "point length" : "point programmed";
    case "cutter":
      return "cutter radius";
    case "nose":
      return tool.programmed === "centre" ? "nose radius" : "tip programmed";
  }
}
