import { type CaseContact, contactSide, type Surface } from "../touch/index.ts";
import { MM_PER_INCH } from "../units/index.ts";
import type { PlausibilityCase } from "./plausibilityCase.ts";
import { swappedDigits } from "./swappedDigits.ts";

/** Slips that have a corrected value: what the number would be without them. */
export const CORRECTABLE_SLIPS = [
  "paper-ignored",
  "paper-once",
  "paper-wrong-way",
  "paper-twice",
  "decimal-slip-spacer",
  "radius-for-diameter",
  "diameter-doubled",
  "decimal-slip-measured",
  "wrong-edge",
  "half-width",
  "cutter-radius",
  "nose-radius",
  "digits-swapped",
  "units-mixed",
  "sign-lost",
  "moved-before-entry",
] as const;
/** Everything that can be behind a number, the honest re-setting first. */
export const HYPOTHESES = ["remounted", ...CORRECTABLE_SLIPS, "other-row", "moved-alike", "unexplained"] as const;
export type CorrectableSlip = (typeof CORRECTABLE_SLIPS)[number];
export type Hypothesis = (typeof HYPOTHESES)[number];

/** What a number would be without a slip that happened in one way. */
interface SlipWay {
  readonly value: number;
  /** By how many times a last digit, rounded before the slip is undone, counts in the value; 0 where it does not. */
  readonly rounding: number;
}
const exactly = (...values: readonly number[]): readonly SlipWay[] => values.map((value) => ({ value, rounding: 0 }));

/**
 * What a number would be without each slip that its touch allows (docs/MATHEMATICS.md, Plausibility): one value for each way in which
 * the slip can have happened. With G = M − W − S − (c + n·k·t + δ), what was counted too little in the bracket made G too
 * large. Kinds that do not apply are absent.
 */
export function slipsOf(one: PlausibilityCase): ReadonlyMap<CorrectableSlip, readonly SlipWay[]> {
  const { value, touch, axis, resolution, jogSteps = [] } = one;
  const ways = new Map<CorrectableSlip, readonly SlipWay[]>();
  const size = touch && typedSize(touch);
  /** The size as it ought to have been typed, if it was typed as a multiple of that. */
  const withSize = (times: number): SlipWay => ({
    value: size ? otherSize(value, size, size.typed * times) : value,
    rounding: times > 1 ? times : 0,
  });
  if (touch) {
    paperSlips(one, touch, ways);
    if (size?.isDiameter) {
      ways.set("radius-for-diameter", [withSize(2)]);
      ways.set("diameter-doubled", [withSize(1 / 2)]);
    }
    if (size) ways.set("decimal-slip-measured", [withSize(10), withSize(1 / 10)]);
    toolSlips(value, axis, touch, ways);
  }
  ways.set("digits-swapped", [
    ...exactly(...swappedDigits(value, resolution)),
    ...(size ? exactly(...swappedDigits(size.typed, resolution).map((typed) => otherSize(value, size, typed))) : []),
  ]);
  ways.set("units-mixed", [
    ...exactly(value / MM_PER_INCH),
    { value: value * MM_PER_INCH, rounding: MM_PER_INCH },
    ...(size ? [withSize(MM_PER_INCH), withSize(1 / MM_PER_INCH)] : []),
  ]);
  ways.set("sign-lost", exactly(-value));
  const steps = exactly(...jogSteps.flatMap((step) => [value + step, value - step]));
  if (steps.length > 0) ways.set("moved-before-entry", steps);
  return ways;
}

function paperSlips(
  { value, axis, papers = [] }: PlausibilityCase,
  { surface, spacer }: CaseContact,
  ways: Map<CorrectableSlip, readonly SlipWay[]>,
): void {
  const side = surface ? contactSide(surface).side : 0;
  if (spacer === 0 && side !== 0 && papers.length > 0)
    ways.set("paper-ignored", exactly(...papers.map((paper) => value - side * (axis === "x" ? 2 : 1) * paper)));
  if (spacer <= 0 || side === 0) return;
  const [once, counted] = [side * spacer, side * (axis === "x" ? 2 : 1) * spacer];
  ways.set("paper-ignored", exactly(value - counted));
  if (axis === "x") ways.set("paper-once", exactly(value - once));
  ways.set("paper-wrong-way", exactly(value - 2 * counted));
  ways.set("paper-twice", exactly(value + counted));
  // Ten times as thick, or a tenth.
  ways.set("decimal-slip-spacer", exactly(value - 9 * counted, value + 0.9 * counted));
}

function toolSlips(
  value: number,
  axis: PlausibilityCase["axis"],
  { surface, tool }: CaseContact,
  ways: Map<CorrectableSlip, readonly SlipWay[]>,
): void {
  const either = (by: number) => exactly(value + by, value - by);
  switch (tool.shape) {
    case "blade":
    case "thread":
    case "face-blade":
      ways.set("wrong-edge", either(tool.width));
      ways.set("half-width", either(tool.width / 2));
      break;
    case "cutter": {
      if (axis === "x") break;
      const side = surface && contactSide(surface).side === -1 ? -1 : 1;
      ways.set("cutter-radius", exactly(value - (side * tool.diameter) / 2, value - side * tool.diameter));
      break;
    }
    case "nose":
      ways.set("nose-radius", [...either(tool.radius), ...either(2 * tool.radius)]);
      break;
    case "tip":
    case "drill":
    case "pin":
      break;
    default:
      tool satisfies never;
  }
}

interface TypedSize {
  readonly typed: number;
  readonly isDiameter: boolean;
  /** Where the surface would lie if this had been typed. */
  readonly coordinate: (size: number) => number;
}

const otherSize = (value: number, { typed, coordinate }: TypedSize, size: number) =>
  value + coordinate(typed) - coordinate(size);

/** The size as it was typed: a diameter, or the Z of a face that is not 0. */
function typedSize({ surface }: CaseContact): TypedSize | undefined {
  if (!surface || surface.kind === "centre") return undefined;
  if (surface.kind === "face")
    return surface.z === 0 ? undefined : { typed: surface.z, isDiameter: false, coordinate: (z) => z };
  const at = (diameter: number): Surface => ({ ...surface, diameter });
  return { typed: surface.diameter, isDiameter: true, coordinate: (diameter) => contactSide(at(diameter)).coordinate };
}
