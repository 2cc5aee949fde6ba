import { TOLERANCES } from "../tolerances.ts";
import { fitLine } from "./fitLine.ts";

/** A feature's deviation from nominal on one part, with the sequence number of its entry. Millimetres. */
export interface DriftPoint {
  readonly part: number;
  readonly deviation: number;
  readonly seq: number;
}
/** Where a dimension goes from part to part. */
export interface Drift {
  /** Change of the deviation for each part, millimetres; undefined while too few parts were measured. */
  readonly perPart: number | undefined;
  /** Deviation where the line stands at the last part. */
  readonly now: number | undefined;
  /** Parts until the line leaves the limits: 0 where it has left them, undefined where it does not lead out. */
  readonly partsLeft: number | undefined;
}

/** Parts from which a trend is told: two only make a line by chance. */
const FEWEST = 3;

/**
 * The trend of a dimension since its offset was last corrected (least squares), and how many parts it leaves until the
 * next correction. A slope that the scatter about it explains as well (|slope| ≤ 2 standard errors) is none.
 */
export function driftOf(
  points: readonly DriftPoint[],
  correctedSeq: number,
  { lower, upper }: { readonly lower: number; readonly upper: number },
): Drift {
  const since = points.filter(({ seq }) => seq > correctedSeq);
  const line =
    since.length < FEWEST
      ? undefined
      : fitLine(since.map(({ part, deviation }) => ({ x: part, y: deviation, weight: 1 })));
  if (!line) return { perPart: undefined, now: undefined, partsLeft: undefined };
  const last = Math.max(...since.map(({ part }) => part));
  const now = line.at + line.slope * last;
  const mean = since.reduce((sum, { part }) => sum + part, 0) / since.length;
  const spread = since.reduce((sum, { part }) => sum + (part - mean) ** 2, 0);
  const rest = since.reduce((sum, { part, deviation }) => sum + (deviation - line.at - line.slope * part) ** 2, 0);
  const error = Math.sqrt(rest / Math.max(1, since.length - 2) / spread);
  const isTrend = Math.abs(line.slope) > 2 * error && line.slope !== 0;
  const perPart = isTrend ? line.slope : 0;
  if (now > upper || now < lower) return { perPart, now, partsLeft: 0 };
  if (!isTrend) return { perPart, now, partsLeft: undefined };
  return {
    perPart,
    now,
    partsLeft: Math.floor(((line.slope > 0 ? upper : lower) - now) / line.slope + TOLERANCES.binaryNoise),
  };
}
