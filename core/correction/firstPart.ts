import type { Feature, Recorded, SetupView, ToolView } from "../ledger/index.ts";
import { type LatheAxis, lastDigit } from "../machine/index.ts";
import { standingCell } from "../offsets/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { TOLERANCES } from "../tolerances.ts";
import { entersBore, familyOf } from "../tool/index.ts";
import { convertLength, roundToResolution } from "../units/index.ts";
import {
  areExplained,
  type Correction,
  type CorrectionVerdict,
  correctionsOf,
  type FeatureForm,
  type MeasuredFeature,
} from "./correction.ts";
import { solveLengths } from "./lengthCorrections.ts";

type Measurement = Recorded<"feature-measured">;

/** A feature with its latest measurement and where in its limits that lies. Millimetres. */
export interface FeatureState {
  readonly feature: Feature;
  readonly form: FeatureForm;
  readonly latest: Measurement | undefined;
  /** False once the offset that makes it has changed since it was measured. */
  readonly isCurrent: boolean;
  /** Measured less nominal. */
  readonly deviation: number | undefined;
  readonly within: boolean | undefined;
}

/**
 * What the measurements say of one offset: as the pattern has it, or why this offset cannot mend it. `own-size`: a drill makes its own
 * diameter. `one-tool`: both ends of the length are made by this offset. `tied`: what was measured only ties it to another offset.
 */
export type PartVerdict = CorrectionVerdict | "own-size" | "one-tool" | "tied";

/** What the measured features say about one axis of one offset. Values in the machine's unit. */
export interface OffsetCorrection extends Omit<Correction, "verdict" | "features"> {
  readonly verdict: PartVerdict;
  readonly tool: ToolView;
  /** −1 for a tool from the minus side of X, which makes its diameters at negative coordinates. */
  readonly side: 1 | -1;
  /** In millimetres, as it is added to wear or geometry. */
  readonly amount: number;
  readonly features: readonly (Correction["features"][number] & {
    readonly state: FeatureState;
    /** What it will measure after the correction, in millimetres; the process moves it by some hundredths more. */
    readonly next: number;
  })[];
}

/**
 * What kind of surface a feature is: as recorded, or else by its axis and tool. A tool that is not known is taken for
 * one that works outside.
 */
const featureForm = ({ axis, form }: Feature, tool: ToolView | undefined): FeatureForm =>
  form ?? (axis === "z" ? "length" : tool && entersBore(tool.tool) ? "bore" : "cylinder");

/** Sequence number with which the numbers that make an axis of an offset last changed. */
export function changedAt(tool: ToolView | undefined, axis: LatheAxis): number {
  return Math.max(
    ...[tool?.[axis]?.seq, tool?.wear[axis]?.seq, tool?.safetyWear?.seq, tool?.indexed?.seq, tool?.moved?.seq].map(
      (seq) => seq ?? 0,
    ),
  );
}

/** Every feature with what was measured last. */
export function featureStates(setup: SetupView): readonly FeatureState[] {
  const states: FeatureState[] = [];
  for (const feature of setup.features) states.push(stateOf(setup, feature));
  return states;
}

function stateOf(setup: SetupView, feature: Feature): FeatureState {
  const tool = toolOf(setup, feature.offset);
  let latest: Measurement | undefined;
  for (const one of setup.measured) if (one.feature === feature.feature) latest = one;
  const deviation = latest && latest.measured - feature.nominal;
  return {
    feature,
    form: featureForm(feature, tool),
    latest,
    deviation,
    isCurrent:
      latest !== undefined &&
      latest.seq > changedAt(tool, feature.axis) &&
      (!feature.from || latest.seq > changedAt(toolOf(setup, feature.from.offset), "z")),
    within: latest && isWithinLimits(feature, latest.measured),
  };
}

/** Whether a measured size lies within the limits of its dimension, the limits included; millimetres as the part's coordinate has them. */
export const isWithinLimits = (
  { nominal, lower, upper }: Pick<Feature, "nominal" | "lower" | "upper">,
  measured: number,
): boolean =>
  measured - nominal >= lower - TOLERANCES.binaryNoise && measured - nominal <= upper + TOLERANCES.binaryNoise;

function toolOf(setup: SetupView, offset: string): ToolView | undefined {
  for (const tool of setup.tools) if (tool.offset === offset) return tool;
  return undefined;
}

/**
 * Where a feature should lie: the middle of its limits. In the unit of the nominal size, on the diameter for a
 * diameter.
 */
export const middleOfLimits = ({ nominal, lower, upper }: Pick<Feature, "nominal" | "lower" | "upper">): number =>
  nominal + (lower + upper) / 2;

/**
 * Corrections from all features that were measured since their offsets last changed, an entry for each offset and axis in the order of
 * first appearance. Diameters are judged offset by offset, lengths all together: each lies between two surfaces. Tools from the minus side of X
 * make their diameters at negative coordinates. Values in the machine's unit, amounts in millimetres.
 */
export function firstPartCorrections(setup: SetupView): readonly OffsetCorrection[] {
  const current = featureStates(setup).filter(({ isCurrent }) => isCurrent);
  const groups = new Map<string, FeatureState[]>();
  for (const state of current) {
    const key = `${state.feature.offset} ${state.feature.axis}`;
    groups.set(key, [...(groups.get(key) ?? []), state]);
  }
  const lengths = lengthCorrections(
    setup,
    current.filter(({ feature }) => feature.axis === "z"),
  );
  const corrections: OffsetCorrection[] = [];
  for (const group of groups.values()) {
    const [first] = group;
    const tool = first && toolOf(setup, first.feature.offset);
    if (!first || !tool) continue;
    if (first.feature.axis === "x") corrections.push(...diameterCorrection(setup, tool, group));
    else corrections.push(...lengths.filter(({ offset }) => offset === first.feature.offset));
  }
  // Offsets that no measured surface is named by, but that one is measured from.
  corrections.push(...lengths.filter(({ offset }) => !groups.has(`${offset} z`)));
  return corrections;
}

function diameterCorrection(
  setup: SetupView,
  tool: ToolView,
  group: readonly FeatureState[],
): readonly OffsetCorrection[] {
  const { machine } = setup;
  const toUnit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const side = tool.zone.from === "minus" ? -1 : 1;
  const measured = group.map(
    ({ feature, form, latest }): MeasuredFeature => ({
      id: feature.feature,
      offset: feature.offset,
      axis: "x",
      form,
      target: side * toUnit(middleOfLimits(feature)),
      measured: side * toUnit(latest?.measured ?? 0),
      uncertainty: toUnit(latest?.uncertainty ?? 1),
      at: feature.atZ,
    }),
  );
  const [correction] = correctionsOf(measured, lastDigit(machine, "x"));
  if (!correction) return [];
  const amount = convertLength(correction.value, machine.units, "mm");
  const features: OffsetCorrection["features"][number][] = [];
  for (const [index, one] of correction.features.entries()) {
    const state = group[index];
    if (state) features.push({ ...one, state, next: (state.latest?.measured ?? 0) + side * amount });
  }
  const isOwnSize = familyOf(tool.tool) === "on-centre";
  return [{ ...correction, verdict: isOwnSize ? "own-size" : correction.verdict, tool, side, amount, features }];
}

/** Corrections of all Z offsets together, by what was measured between their surfaces. */
function lengthCorrections(setup: SetupView, states: readonly FeatureState[]): readonly OffsetCorrection[] {
  const { machine } = setup;
  const digit = lastDigit(machine, "z");
  const measured = states.map((state) => ({
    id: state.feature.feature,
    offset: state.feature.offset,
    from: state.feature.from?.offset,
    deviation: middleOfLimits(state.feature) - (state.latest?.measured ?? 0),
    uncertainty: state.latest?.uncertainty ?? 1,
    state,
  }));
  const fixed = new Set(states.flatMap(({ feature }) => (feature.from?.is === "face" ? [feature.from.offset] : [])));
  const { corrections, residuals } = solveLengths(measured, fixed);
  const rounded = (offset: string | undefined) => {
    const exact = offset === undefined ? 0 : (corrections.get(offset) ?? 0);
    return roundToResolution(convertLength(exact, "mm", machine.units), digit);
  };
  const inMillimetres = (value: number) => convertLength(value, machine.units, "mm");
  const offsets = [...new Set(measured.flatMap(({ offset, from }) => [offset, ...(from === undefined ? [] : [from])]))];
  // The tool that makes the face is judged by its own lengths alone.
  const toldOf = (offset: string) =>
    measured.filter((one) =>
      fixed.has(offset) ? one.offset === offset && one.from === offset : one.offset === offset || one.from === offset,
    );
  const verdictOf = (offset: string): PartVerdict => {
    const between = toldOf(offset).filter((one) => one.offset !== one.from);
    if (between.length === 0) return "one-tool";
    if (!corrections.has(offset)) return "tied";
    const told = between.map(({ id, uncertainty }) => ({ residual: residuals.get(id) ?? 0, uncertainty }));
    return areExplained(told) ? "offset" : "inconsistent";
  };
  const verdicts = new Map(offsets.map((offset) => [offset, verdictOf(offset)]));
  // A correction that is counted from another one is no better than that.
  for (let before = -1; before !== doubted(verdicts); ) {
    before = doubted(verdicts);
    for (const { offset, from = offset } of measured)
      for (const [one, other] of [
        [offset, from],
        [from, offset],
      ] as const)
        if (verdicts.get(one) === "offset" && verdicts.get(other) === "inconsistent") verdicts.set(one, "inconsistent");
  }
  /** What the next part is cut with: only what is proposed is corrected. Millimetres. */
  const proposed = (offset: string | undefined) =>
    offset !== undefined && verdicts.get(offset) === "offset" ? inMillimetres(rounded(offset)) : 0;
  return offsets.flatMap((offset): readonly OffsetCorrection[] => {
    const tool = toolOf(setup, offset);
    const told = toldOf(offset);
    if (!tool || told.length === 0) return [];
    const value = rounded(offset);
    return [
      {
        offset,
        axis: "z",
        value,
        exact: convertLength(corrections.get(offset) ?? 0, "mm", machine.units),
        verdict: verdicts.get(offset) ?? "tied",
        tool,
        side: 1,
        amount: inMillimetres(value),
        features: told.map(({ id, deviation, state, from }) => ({
          id,
          deviation: convertLength(deviation, "mm", machine.units),
          residual: convertLength(residuals.get(id) ?? 0, "mm", machine.units),
          state,
          next:
            (state.latest?.measured ?? 0) +
            (from === state.feature.offset ? 0 : proposed(state.feature.offset) - proposed(from)),
        })),
      },
    ];
  });
}

const doubted = (verdicts: ReadonlyMap<string, PartVerdict>) =>
  [...verdicts.values()].filter((verdict) => verdict === "inconsistent").length;

/** Corrections larger than this ask a second time, millimetres, on the diameter for X. */
const LARGE_CORRECTION = 0.25;

type CorrectRefusal = Refusal<"nothing-to-correct" | "no-offset-error" | "too-large" | "nothing-known">;

/**
 * The cell that a correction changes: wear, or the geometry as a touch anew would find it. Refused where nothing was
 * measured since the last change, where the pattern is no offset error, or where the size asks for a second confirmation.
 */
export function correctedCell(
  setup: SetupView,
  {
    offset,
    axis,
    how,
    meant,
  }: {
    readonly offset: string;
    readonly axis: LatheAxis;
    readonly how: "wear" | "geometry";
    readonly meant: boolean;
  },
): Answer<
  {
    readonly offset: string;
    readonly column: `${"wear" | "geometry"}.${LatheAxis}`;
    readonly from: number | null;
    readonly to: number;
  },
  CorrectRefusal
> {
  const no = (code: CorrectRefusal["code"], message: string) => refused<CorrectRefusal>({ code, message });
  const correction = firstPartCorrections(setup).find((one) => one.offset === offset && one.axis === axis);
  if (!correction || correction.value === 0)
    return no("nothing-to-correct", "Nothing was measured since this offset last changed that asks for a correction.");
  if (correction.verdict !== "offset")
    return no("no-offset-error", "This pattern is no error of one offset; a correction would only move it elsewhere.");
  if (Math.abs(correction.amount) > LARGE_CORRECTION && !meant)
    return no("too-large", "This is a large correction. Look at what was measured, then confirm it.");
  const column = `${how}.${axis}` as const;
  const standing = standingCell(correction.tool, column);
  if (standing === undefined)
    return no(
      "nothing-known",
      `Nobody has recorded what this offset's ${how} holds, so nothing can be added to it. Enter it in the table first.`,
    );
  return accepted({ offset, column, from: standing, to: standing + correction.amount });
}
