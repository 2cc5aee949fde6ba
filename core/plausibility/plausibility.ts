import { roundToResolution } from "../units/index.ts";
import { doubtWords } from "./doubtWords.ts";
import { type Explanation, expectedOf, type Normal, sharedShift } from "./expected.ts";
import type { OtherRow, PlausibilityCase } from "./plausibilityCase.ts";
import { HYPOTHESES, type Hypothesis, slipsOf } from "./slips.ts";

export interface Plausibility {
  readonly verdict: "believable" | "doubt" | "impossible";
  /** The likeliest first; they sum to 1. */
  readonly kinds: readonly Explanation[];
  /** One plain sentence, unless the number is believable. */
  readonly message: string | null;
  /** What was expected, and its standard deviation; undefined without history. */
  readonly expected: Normal | undefined;
}
/** Of ten numbers nine are honest; in the tenth there is one slip, each kind that applies as likely as any other. */
const HONEST = 0.9;
/** Half the span in which a number that nothing explains can lie about the expected one, by unit. */
const ANYWHERE = { mm: 250, in: 10 } as const;
/** Below this a number is asked about. */
const EVEN_CHANCE = 0.5;
/** A way in which an explanation can have come about, with the logarithm of its density. */
interface Way {
  readonly log: number;
  readonly corrected: number | null;
}

/**
 * How believable a number is: the odds of an honest re-setting against every slip that its touch allows, by Bayes' rule
 * (docs/MATHEMATICS.md, Plausibility). The number is expected about the mean of its
 * history with σ·√(1 + 1/h), and so is, for each slip, what the number would be without it. Without history every number
 * is as likely as any other.
 */
export function plausibilityOf(one: PlausibilityCase): Plausibility {
  const expected = expectedOf(one);
  const slips = slipsAndOthers(one, expected);
  const weights = new Map<Hypothesis, { readonly log: number; readonly corrected: number | null }>();
  weights.set("remounted", { log: Math.log(HONEST) + densityOf(one.value, one, expected), corrected: null });
  const share = Math.log((1 - HONEST) / slips.size);
  for (const [kind, ways] of slips) {
    if (ways.length === 0) continue;
    const [best] = [...ways].sort((a, b) => b.log - a.log);
    weights.set(kind, {
      log: share - Math.log(ways.length) + sumOfLogs(ways.map(({ log }) => log)),
      corrected: best?.corrected ?? null,
    });
  }
  const total = sumOfLogs([...weights.values()].map(({ log }) => log));
  const kinds = [...weights]
    .map(
      ([kind, { log, corrected }]): Explanation => ({
        kind,
        probability: Math.exp(log - total),
        corrected: corrected === null ? null : roundToResolution(corrected, one.resolution),
      }),
    )
    .sort((a, b) => b.probability - a.probability || HYPOTHESES.indexOf(a.kind) - HYPOTHESES.indexOf(b.kind));
  const honest = kinds.find(({ kind }) => kind === "remounted")?.probability ?? 0;
  const impossible = impossibleWhy(one);
  const verdict = impossible ? "impossible" : honest < EVEN_CHANCE ? "doubt" : "believable";
  const likeliest = kinds.find(({ kind }) => kind !== "remounted");
  const message = impossible ?? (verdict === "doubt" && likeliest ? doubtWords(one, likeliest, expected) : null);
  return { verdict, kinds, message, expected };
}

function slipsAndOthers(one: PlausibilityCase, expected: Normal | undefined): Map<Hypothesis, readonly Way[]> {
  const ways = new Map<Hypothesis, readonly Way[]>();
  for (const [kind, values] of slipsOf(one))
    ways.set(
      kind,
      values.map(({ value, rounding }) => ({ log: densityOf(value, one, expected, rounding), corrected: value })),
    );
  const { others = [], value } = one;
  if (others.length > 0)
    ways.set(
      "other-row",
      others.map((row) => ({ log: densityOfRow(row, one), corrected: null })),
    );
  const shift = sharedShift(one);
  if (shift) {
    const log = expected
      ? normalLog(value - shift.mean, { mean: expected.mean, sigma: Math.hypot(expected.sigma, shift.sigma) })
      : anywhereLog(one);
    ways.set("moved-alike", [{ log, corrected: null }]);
  }
  const isNear = !expected || Math.abs(value - expected.mean) <= ANYWHERE[one.units];
  ways.set("unexplained", [{ log: isNear ? anywhereLog(one) : Number.NEGATIVE_INFINITY, corrected: null }]);
  return ways;
}

/** A taken row's own number to the last digit, or about an untaken row's previous one. */
function densityOfRow({ value, previous, scatter }: OtherRow, one: PlausibilityCase): number {
  if (value === undefined)
    return normalLog(one.value, { mean: previous, sigma: (scatter ?? one.scatter) * Math.SQRT2 });
  return Math.abs(one.value - value) < one.resolution / 2 ? -Math.log(one.resolution) : Number.NEGATIVE_INFINITY;
}

const anywhereLog = ({ units }: PlausibilityCase) => -Math.log(2 * ANYWHERE[units]);

/** `rounding`: how many times a last digit's rounding counts in the value, evenly spread over the digit. */
function densityOf(value: number, one: PlausibilityCase, expected: Normal | undefined, rounding = 0): number {
  if (!expected) return anywhereLog(one);
  const sigma = Math.hypot(expected.sigma, (rounding * one.resolution) / Math.sqrt(12));
  return normalLog(value, { mean: expected.mean, sigma });
}

function normalLog(value: number, { mean, sigma }: Normal): number {
  const z = (value - mean) / sigma;
  return -(z * z) / 2 - Math.log(sigma * Math.sqrt(2 * Math.PI));
}

/** Logarithm of a sum of exponentials, without leaving what a number can hold. */
function sumOfLogs(logs: readonly number[]): number {
  const most = Math.max(...logs);
  if (most === Number.NEGATIVE_INFINITY) return most;
  return most + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - most), 0));
}

/** Why a number cannot be at all; undefined where it can. */
function impossibleWhy({ value, range, stock, touch, units }: PlausibilityCase): string | undefined {
  if (range && (value < range[0] || value > range[1]))
    return `${value} ${units} lies outside what the travel allows (${range[0]} to ${range[1]}): check the sign and the decimal point.`;
  const surface = touch?.surface;
  if (stock === undefined || !surface) return undefined;
  if (surface.kind === "bore" && surface.diameter >= stock)
    return `This bore (${surface.diameter} ${units}) would be larger than the stock (${stock}): check for a decimal point.`;
  if (surface.kind === "outside" && surface.diameter > stock)
    return `This diameter (${surface.diameter} ${units}) would be larger than the stock (${stock}): check for a decimal point.`;
  return undefined;
}
