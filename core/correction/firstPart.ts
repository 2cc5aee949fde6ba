import type { Feature, Recorded, SetupView, ToolView } from "../ledger/index.ts";
import { type LatheAxis, lastDigit } from "../machine/index.ts";
import { standingCell } from "../offsets/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { TOLERANCES } from "../tolerances.ts";
import { entersBore } from "../tool/index.ts";
import { convertLength } from "../units/index.ts";
import { type Correction, correctionsOf, type FeatureForm, type MeasuredFeature } from "./correction.ts";

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

/** What the measured features say about one axis of one offset. Values in the machine's unit. */
export interface OffsetCorrection extends Correction {
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
  const { lower, upper } = feature;
  return {
    feature,
    form: featureForm(feature, tool),
    latest,
    deviation,
    isCurrent: latest !== undefined && latest.seq > changedAt(tool, feature.axis),
    within:
      deviation === undefined
        ? undefined
        : deviation >= lower - TOLERANCES.binaryNoise && deviation <= upper + TOLERANCES.binaryNoise,
  };
}

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
 * Corrections from all features that were measured since their offset last changed, an entry for each offset and axis.
 * Tools from the minus side of X make their diameters at negative coordinates.
 */
export function firstPartCorrections(setup: SetupView): readonly OffsetCorrection[] {
  const { machine } = setup;
  const current = featureStates(setup).filter(({ isCurrent }) => isCurrent);
  const toUnit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const groups = new Map<string, FeatureState[]>();
  for (const state of current) {
    const key = `${state.feature.offset} ${state.feature.axis}`;
    groups.set(key, [...(groups.get(key) ?? []), state]);
  }
  const corrections: OffsetCorrection[] = [];
  for (const group of groups.values()) {
    const [first] = group;
    const tool = first && toolOf(setup, first.feature.offset);
    if (!first || !tool) continue;
    const { offset, axis } = first.feature;
    const side = axis === "x" && tool.zone.from === "minus" ? -1 : 1;
    const measured = group.map(
      ({ feature, form, latest }): MeasuredFeature => ({
        id: feature.feature,
        offset,
        axis,
        form,
        target: side * toUnit(middleOfLimits(feature)),
        measured: side * toUnit(latest?.measured ?? 0),
        uncertainty: toUnit(latest?.uncertainty ?? 1),
        at: feature.atZ,
      }),
    );
    const [correction] = correctionsOf(measured, lastDigit(machine, axis));
    if (!correction) continue;
    const amount = convertLength(correction.value, machine.units, "mm");
    const features: OffsetCorrection["features"][number][] = [];
    for (const [index, one] of correction.features.entries()) {
      const state = group[index];
      if (state) features.push({ ...one, state, next: (state.latest?.measured ?? 0) + side * amount });
    }
    corrections.push({ ...correction, tool, side, amount, features });
  }
  return corrections;
}

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
