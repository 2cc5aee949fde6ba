import type { Feature, SetupView, ToolView } from "../ledger/index.ts";
import type { Axis } from "../machine/index.ts";
import { type TouchWay, wayOf } from "../tool/index.ts";

/** A touch that needs a second piece of evidence. */
export interface EvidenceWanted {
  /** The slip that would not show. */
  readonly kind: string;
  /** What it would change, millimetres, on the diameter for X. */
  readonly by: number;
  /** The tightest dimension that it would take out of its limits. */
  readonly feature: Feature;
}

/**
 * Whether a touch stands alone where a slip of it would not show and would take a dimension of the part out of its limits. Undefined where
 * there is no such dimension, and once a dimension that this offset makes was measured after the touch.
 */
export function evidenceWanted(setup: SetupView, tool: ToolView, axis: Axis): EvidenceWanted | undefined {
  const touch = tool[axis];
  if (!touch || touch.derived || !touch.hidden) return undefined;
  const { kind, by } = touch.hidden;
  const feature = dimensionAtRisk(setup, tool, axis, by);
  const isMeasured = setup.measured.some(
    ({ feature: one, seq }) => seq > touch.seq && madeBy(setup, tool, axis).some((made) => made.feature === one),
  );
  return feature && !isMeasured ? { kind, by, feature } : undefined;
}

/**
 * The tightest dimension of the part that an error of `by` would take out of its limits, millimetres, on the diameter for X. Undefined where
 * this axis of the tool makes none, or all have room for it.
 */
export function dimensionAtRisk(setup: SetupView, tool: ToolView, axis: Axis, by: number): Feature | undefined {
  const [feature] = madeBy(setup, tool, axis)
    .filter(({ lower, upper }) => Math.abs(by) > (upper - lower) / 2)
    .sort((a, b) => a.upper - a.lower - (b.upper - b.lower));
  return feature;
}

const madeBy = ({ features }: SetupView, { offset }: ToolView, axis: Axis) =>
  features.filter((one) => one.offset === offset && one.axis === axis);

/** The quickest of these ways that does not repeat the slip: one in which nothing lies between, or else another than the touch was made. */
export function quickestEvidence(ways: readonly TouchWay[], than: TouchWay): TouchWay | undefined {
  const others = ways.filter((way) => way !== than && way !== "eye");
  const sorted = [...others].sort((a, b) => wayOf(a).seconds - wayOf(b).seconds);
  return sorted.find((way) => wayOf(way).spacers.length === 0) ?? sorted[0];
}
