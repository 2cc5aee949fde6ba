import { AXIS_NAME, type Axis, type MachineReadout } from "../machine/index.ts";
import type { TouchField } from "../tool/index.ts";
import { type ContactTool, contactToProgrammed } from "../tool/programmedPoint.ts";
import { roundToResolution, withoutNegativeZero } from "../units/index.ts";
import { contactSide, type Surface } from "./surface.ts";

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
      /** The tool was called with a retreat and jogged in from there. */
      readonly by: "preset";
      /** Coordinate to which it was called; the surface's own where nothing is said. */
      readonly called?: number;
      readonly old: number;
      readonly retreat: number;
      readonly jog: number;
      readonly surface: Surface;
      readonly spacer: number;
      readonly tool: ContactTool;
    }
  | {
      /** Fixed overhang, on X: the loose tool was slid to the bar and clamped. */
      readonly by: "overhang";
      readonly standard: number;
      readonly actual: number;
      /** −1 for a tool from the far side of the centreline. */
      readonly side?: -1 | 1;
    }
  | {
      /** The loose tool or holder was slid to a surface while the machine stood at `commanded`, no offset active. */
      readonly by: "slide";
      readonly commanded: number;
      readonly surface: Surface;
      readonly tool: ContactTool;
      /**
       * Where the overhang was measured and is not the standard one: what it comes to on this axis, signed as geometry. It
       * says where the tip stands, whatever the bar says, and takes the bar's place.
       */
      readonly standsOut?: number;
    };

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
  /** The number that a person gives for this line; undefined where it follows from the tool or the offsets. */
  readonly input: TouchField | undefined;
  /** Which offset a line takes off; undefined for any other line. */
  readonly offset?: "wear" | "work" | "geometry";
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
 * P = c + n·k·t + δ is where the touch says the programmed point is (docs/MATHEMATICS.md, The equation).
 *
 * Never fails on finite input; which input makes sense is settled by `touchCase.ts` or by the screen.
 *
 * @example skimmed bore 21.046 at X −318.204: exact −339.250
 */
export function solveTouch(problem: TouchProblem): TouchResult {
  const { axis, method, storedSign } = problem;
  const name = AXIS_NAME[axis];
  const lines: LadderLine[] = [];
  const line = (quantity: Quantity, label: string, value: number, input?: TouchField) =>
    lines.push({ quantity, label, value, input });
  /** An offset has a sign of its own, so its line says that it is taken off. */
  const less = (offset: "wear" | "work" | "geometry", label: string, value: number) =>
    lines.push({ quantity: "offset", label, value, input: undefined, offset });
  let touched: number | null = null;
  let isGeometry = true;

  const lessTouched = (surface: Surface, spacer: number, tool: ContactTool): number => {
    const { coordinate, spaced, shift } = partsOfTouched(axis, surface, spacer, tool);
    line("measured", surfaceLabel(surface), -coordinate, surface.kind === "centre" ? undefined : "size");
    line("spacer", spacerLabel(axis, spacer), -spaced, "spacer");
    if (tool.shape !== "tip") line("tool", toolLabel(tool), -shift);
    return coordinate + spaced + shift;
  };

  const overhangLines = ({ actual, standard }: { actual: number; standard: number }, side: -1 | 1) => {
    line("tool", "twice the actual overhang", side * 2 * actual, "overhang");
    line("tool", "less twice the standard overhang", side * -2 * standard);
  };

  switch (method.by) {
    case "surface": {
      isGeometry = method.solveFor === "geometry";
      line("machine", `machine ${name} at contact`, method.machine, "machine");
      touched = withoutNegativeZero(lessTouched(method.surface, method.spacer, method.tool));
      less("wear", "less wear", -storedSign * problem.wear);
      if (isGeometry) less("work", "less work offset", -problem.work);
      else less("geometry", "less tool geometry", -storedSign * problem.geometry);
      break;
    }
    case "setter":
      line("machine", `machine ${name} at the setter`, method.machine, "machine");
      line("measured", "trigger position, taken off", -method.trigger, "trigger");
      if (method.tool.shape !== "tip")
        line("tool", toolLabel(method.tool), -contactToProgrammed(method.tool, axis, method.side));
      less("wear", "less wear", -storedSign * problem.wear);
      break;
    case "preset": {
      line("offset", "setting before", storedSign * method.old, "old");
      line("machine", "retreat", method.retreat, "retreat");
      line("machine", "jogged to contact", method.jog, "jog");
      const { side, coordinate } = contactSide(method.surface);
      if (method.called !== undefined)
        line("measured", "called to, from the surface", method.called - coordinate, "commanded");
      line("spacer", spacerLabel(axis, method.spacer), -side * (axis === "x" ? 2 : 1) * method.spacer, "spacer");
      if (method.tool.shape !== "tip")
        line("tool", toolLabel(method.tool), -contactToProgrammed(method.tool, axis, side));
      break;
    }
    case "overhang":
      overhangLines(method, method.side ?? 1);
      break;
    case "slide": {
      const { coordinate, shift } = partsOfTouched(axis, method.surface, 0, method.tool);
      if (method.standsOut !== undefined) {
        line(
          "tool",
          axis === "x" ? "overhang off the standard, on X" : "overhang off the standard, on Z",
          method.standsOut,
          "overhang",
        );
        touched = withoutNegativeZero(method.commanded - method.standsOut);
        break;
      }
      line("machine", `${name} commanded, no tool offset`, method.commanded, "commanded");
      line("measured", surfaceLabel(method.surface), -coordinate, "size");
      if (method.tool.shape !== "tip") line("tool", toolLabel(method.tool), -shift);
      touched = withoutNegativeZero(coordinate + shift);
      break;
    }
    default:
      method satisfies never;
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

/**
 * P_touch = c + n·k·t + δ: where the programmed point stands at contact, and so what the position display must read right
 * after entry. Lengths in one unit, X as a diameter.
 */
export function touchedDimension(axis: Axis, surface: Surface, spacer: number, tool: ContactTool): number {
  const { coordinate, spaced, shift } = partsOfTouched(axis, surface, spacer, tool);
  return withoutNegativeZero(coordinate + spaced + shift);
}

function partsOfTouched(axis: Axis, surface: Surface, spacer: number, tool: ContactTool) {
  const { coordinate, side } = contactSide(surface);
  return {
    coordinate,
    spaced: side * (axis === "x" ? 2 : 1) * spacer,
    shift: contactToProgrammed(tool, axis, side),
  };
}

function surfaceLabel(surface: Surface): string {
  switch (surface.kind) {
    case "outside":
      return surface.across ? "outside diameter, far side" : "outside diameter";
    case "bore":
      return surface.across ? "bore, far side" : "bore";
    case "face":
      return "face";
    case "centre":
      return "on centre";
    case "bar-side":
      return "half the bar";
  }
}

function spacerLabel(axis: Axis, spacer: number): string {
  if (spacer === 0) return "no spacer";
  return axis === "x" ? "spacer, twice" : "spacer, once";
}

/** Edges as a setter says them, the chuck on the left. */
const EDGE_WORDS = {
  left: "chuck-side edge",
  centre: "middle",
  right: "far edge",
  inner: "inner wall",
  outer: "outer wall",
} as const;

function toolLabel(tool: Exclude<ContactTool, { shape: "tip" }>): string {
  switch (tool.shape) {
    case "blade":
    case "thread":
      return tool.touching === tool.programmed
        ? "the programmed edge touches"
        : `${EDGE_WORDS[tool.touching]} to ${EDGE_WORDS[tool.programmed]}`;
    case "drill":
      return tool.programmed === "corner" ? "point length" : "point programmed";
    case "cutter":
      return "cutter radius";
    case "face-blade":
      return tool.touching === tool.programmed
        ? "the programmed wall touches"
        : `${EDGE_WORDS[tool.touching]} to ${EDGE_WORDS[tool.programmed]}`;
    case "pin":
      return "side to axis, its diameter";
    case "nose":
      return tool.programmed === "centre" ? "nose radius" : "tip programmed";
  }
}
