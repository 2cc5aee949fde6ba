import { convertLength, roundToResolution } from "../units/index.ts";
import { doubtWords } from "./doubtWords.ts";
import {
  anywhereOf,
  type Explanation,
  expectationOf,
  firstScatter,
  likeliestPlace,
  type Normal,
  type SharedShift,
  sharedShift,
  shiftedDensityAt,
} from "./expected.ts";
import { densityAt, likeliest, type Mixture, sumOfLogs } from "./mixture.ts";
import type { OtherRow, PlausibilityCase } from "./plausibilityCase.ts";
import { HYPOTHESES, type Hypothesis, slipsOf } from "./slips.ts";

export interface Plausibility {
  readonly verdict: "believable" | "doubt" | "impossible";
  /** The likeliest first; they sum to 1. */
  readonly kinds: readonly Explanation[];
  /** One plain sentence, unless the number is believable. */
  readonly message: string | null;
  /** What was expected, and about how exactly; undefined where nothing is known. */
  readonly expected: Normal | undefined;
  /** The shift that other rows share, rounded, and their offsets; undefined where fewer than two were taken. */
  readonly shared: { readonly shift: number; readonly rows: readonly string[] } | undefined;
}
/** Of ten numbers nine are honest; in the tenth there is one slip, each kind that applies as likely as any other. */
const HONEST = 0.9;
/** Below this a number is asked about. */
const EVEN_CHANCE = 0.5;
/** A spacer is one that the shop has, measured with a caliper and worn; or another, of any order of magnitude. Millimetres. */
const SPACER = { known: 0.97, least: 0.005, share: 0.02, thinnest: 0.02, thickest: 50 } as const;

/** A way in which an explanation can have come about, with the logarithm of its density. */
interface Way {
  readonly log: number;
  readonly corrected: number | null;
}
const NO_CHANCE = Number.NEGATIVE_INFINITY;

/**
 * How believable a number is: the odds of an honest re-setting against every slip that its touch allows, by Bayes' rule
 * (docs/MATHEMATICS.md, Plausibility). The number is expected where its history, its other touches, its assembly, like holders and the
 * control say; for each slip, what the number would be without it is expected there.
 */
export function plausibilityOf(one: PlausibilityCase): Plausibility {
  const expectation = expectationOf(one);
  const shared = sharedShift(one);
  const why = impossibleWhy(one);
  const slips = slipsAndOthers(one, expectation, shared, why !== undefined);
  const weights = new Map<Hypothesis, Way>();
  const honestLog = why ? NO_CHANCE : Math.log(HONEST) + densityAt(expectation, one.value) + spacerLog(one);
  weights.set("remounted", { log: honestLog, corrected: null });
  const share = Math.log((1 - HONEST) / slips.size);
  for (const [kind, ways] of slips) {
    const best = ways.reduce<Way | undefined>((so, way) => (so && so.log >= way.log ? so : way), undefined);
    weights.set(kind, {
      log: share - Math.log(ways.length) + sumOfLogs(ways.map(({ log }) => log)),
      corrected: best?.corrected ?? null,
    });
  }
  const all = sumOfLogs([...weights.values()].map(({ log }) => log));
  // Where nothing has a chance no explanation is known.
  const total = all === NO_CHANCE ? 0 : all;
  const kinds = [...weights]
    .map(([kind, { log, corrected }]): Explanation => {
      const isLeft = all === NO_CHANCE && kind === "unexplained";
      return {
        kind,
        probability: isLeft ? 1 : Math.exp(log - total),
        corrected: corrected === null ? null : roundToResolution(corrected, one.resolution),
      };
    })
    .sort((a, b) => b.probability - a.probability || HYPOTHESES.indexOf(a.kind) - HYPOTHESES.indexOf(b.kind));
  const honest = kinds.find(({ kind }) => kind === "remounted")?.probability ?? 0;
  const verdict = why ? "impossible" : honest < EVEN_CHANCE ? "doubt" : "believable";
  const likeliestSlip = kinds.find(({ kind }) => kind !== "remounted");
  const told = shared && { shift: roundToResolution(shared.shift, one.resolution), rows: shared.rows };
  const expected = likeliestPlace(expectation);
  const message =
    why ?? (verdict === "doubt" && likeliestSlip ? doubtWords(one, likeliestSlip, { expected, shared: told }) : null);
  return { verdict, kinds, message, expected, shared: told };
}

function slipsAndOthers(
  one: PlausibilityCase,
  expectation: Mixture,
  shared: SharedShift | undefined,
  isImpossible: boolean,
): Map<Hypothesis, readonly Way[]> {
  const { others = [], value } = one;
  const ways = new Map<Hypothesis, readonly Way[]>();
  const typedSpacer = spacerLog(one);
  for (const [kind, found] of slipsOf(one))
    ways.set(
      kind,
      found.map(({ value: without, stretch, spacer, size }) => {
        const canBe = isInRange(without, one) && isPossibleSize(one, size);
        const log = densityAt(expectation, without) + Math.log(stretch);
        return { log: canBe ? log + spacerLog(one, spacer) : NO_CHANCE, corrected: without };
      }),
    );
  const isSizePossible = isPossibleSize(one);
  if (others.length > 0)
    ways.set(
      "other-row",
      others.map((row) => ({
        log: isSizePossible ? densityOfRow(row, one) + typedSpacer : NO_CHANCE,
        corrected: null,
      })),
    );
  if (shared) {
    const log = shiftedDensityAt(expectation, shared, value) + shared.evidence + typedSpacer;
    ways.set("moved-alike", [{ log: isImpossible ? NO_CHANCE : log, corrected: null }]);
  }
  const place = likeliest(expectation);
  const span = anywhereOf(one.units);
  const isNear = place === undefined || Math.abs(value - place) <= span / 2;
  ways.set("unexplained", [{ log: isNear ? typedSpacer - Math.log(span) : NO_CHANCE, corrected: null }]);
  return ways;
}

/** A taken row's own number to the last digit, or about an untaken row's previous one. */
function densityOfRow({ value, previous, scatter = 0 }: OtherRow, one: PlausibilityCase): number {
  if (value === undefined) {
    const sigma = (scatter || firstScatter(one)) * Math.SQRT2;
    const z = (one.value - previous) / sigma;
    return -(z * z) / 2 - Math.log(sigma * Math.sqrt(2 * Math.PI));
  }
  return Math.abs(one.value - value) < one.resolution / 2 ? -Math.log(one.resolution) : NO_CHANCE;
}

/** Logarithm of what is to be said of a spacer, `thickness` or the one that was typed: 0 where nothing is known of the shop's. */
function spacerLog({ commonThickness, touch, units }: PlausibilityCase, thickness = touch?.spacer ?? 0): number {
  if (commonThickness === undefined || thickness <= 0) return 0;
  const inUnit = (millimetres: number) => convertLength(millimetres, "mm", units);
  const decades = Math.log(SPACER.thickest / SPACER.thinnest);
  const isOther = (commonThickness.length > 0 ? 1 - SPACER.known : 1) / (thickness * decades);
  const known = commonThickness.reduce((sum, one) => {
    const sigma = Math.hypot(inUnit(SPACER.least), SPACER.share * one);
    const z = (thickness - one) / sigma;
    return sum + Math.exp(-(z * z) / 2) / (sigma * Math.sqrt(2 * Math.PI));
  }, 0);
  const isKnown = commonThickness.length > 0 ? (SPACER.known * known) / commonThickness.length : 0;
  return Math.log(isKnown + isOther);
}

const isInRange = (value: number, { range }: PlausibilityCase) => !range || (value >= range[0] && value <= range[1]);

/** Whether a diameter, or the one that was typed, can be on this stock. */
function isPossibleSize({ stock, touch }: PlausibilityCase, size?: number): boolean {
  const surface = touch?.surface;
  if (stock === undefined || !surface) return true;
  if (surface.kind === "bore") return (size ?? surface.diameter) < stock;
  if (surface.kind === "outside") return (size ?? surface.diameter) <= stock;
  return true;
}

/** Why a number cannot be at all; undefined where it can. */
function impossibleWhy(one: PlausibilityCase): string | undefined {
  const { value, range, stock, touch, units } = one;
  if (range && !isInRange(value, one))
    return `${value} ${units} lies outside what the travel allows (${range[0]} to ${range[1]}): check the sign and the decimal point.`;
  const surface = touch?.surface;
  if (isPossibleSize(one) || !surface || !("diameter" in surface)) return undefined;
  const what = surface.kind === "bore" ? "bore" : "diameter";
  return `This ${what} (${surface.diameter} ${units}) would be larger than the stock (${stock}): check for a decimal point.`;
}
