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
  const made = setup.features.filter((one) => one.offset === tool.offset && one.axis === axis);
  const isMeasured = setup.measured.some(
    ({ feature, seq }) => seq > touch.seq && made.some((one) => one.feature === feature),
  );
  const [feature] = made
    .filter(({ lower, upper }) => Math.abs(by) > (upper - lower) / 2)
    .sort((a, b) => a.upper - a.lower - (b.upper - b.lower));
  return feature && !isMeasured ? { kind, by, feature } : undefined;
}

/** The quickest of these ways that does not repeat the slip: one in which nothing lies between, or else another than the touch was made. */
export function quickestEvidence(ways: readonly TouchWay[], than: TouchWay): TouchWay | undefined {
  const others = ways.filter((way) => way !== than && way !== "eye");
  const sorted = [...others].sort((a, b) => wayOf(a).seconds - wayOf(b).seconds);
  return sorted.find((way) => wayOf(way).spacers.length === 0) ?? sorted[0];
}
