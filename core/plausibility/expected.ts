import { convertLength, type Unit } from "../units/index.ts";
import {
  convolved,
  densityAt,
  evidenceOf,
  likeliest,
  type Mixture,
  mixtureOf,
  type NormalPart,
  normalised,
  product,
  sumOfLogs,
  together,
  weighted,
} from "./mixture.ts";
import type { Estimate, OtherRow, PlausibilityCase } from "./plausibilityCase.ts";
import type { Hypothesis } from "./slips.ts";

/** One explanation of a number with its chance and what the number would be without the slip. */
export interface Explanation {
  readonly kind: Hypothesis;
  readonly probability: number;
  /** Rounded to the control's digits; null where the explanation gives no other number. */
  readonly corrected: number | null;
}
export interface Normal {
  readonly mean: number;
  readonly sigma: number;
}

/** Millimetres in which a number of which nothing is known can lie. */
const ANYWHERE = 500;
/** Kept wrong, or written down wrong: wrong ones are found at the first cut, so they are rare. */
const WRONG = 1 / 500;
/** A seat with dirt on it, an insert that is not home: how often in a long record, and where only the books speak. */
const DIRTY = { known: 1 / 500, usual: 1 / 20 } as const;
/** Then a tool stands off by so many times its scatter. */
const DIRT = 4;
/** A chip is so thick, however fine the holder, millimetres. */
const CHIP = 0.1;
/** Scatter against what the books say, with odds. */
const FACTORS = [
  [1 / 2, 1 / 4],
  [1, 1 / 2],
  [2, 1 / 4],
] as const;
/** Like holders agree to the hundredth or only to the hand's breadth, millimetres; one row in ten is unlike. */
const FAMILY = { sigmas: [0.01, 0.1, 1, 10, 100], unlike: 1 / 10 } as const;
/** What the control held: as it stood, set anew, or another tool's; millimetres. */
const CONTROL = { same: 1 / 2, anew: 1 / 4, other: 1 / 4, anewSigma: 3, otherSigma: 30 } as const;
/** A shift that rows share, a face or a part or a master that differs by anything, millimetres. */
const SHIFTS = [0.1, 1, 10, 100] as const;
/** A row that was taken moved with the others, moved with dirt, or is another tool now. */
const ROW = { clean: 0.85, dirty: 0.05, other: 0.1 } as const;
const MOST_EVIDENCE = Math.log(1000);

/** Span in which a number lies anywhere, in the case's unit. */
export const anywhereOf = (units: Unit): number => convertLength(ANYWHERE, "mm", units);

/** One standard deviation of one honest re-setting as it is taken first, in the case's unit; 0 where none is said. */
export const firstScatter = ({ scatter, usual }: PlausibilityCase): number => scatter ?? usual ?? 0;

/** About a place: mostly within the scatter, now and then by dirt farther off. */
const withDirt = (mean: number, sigma: number, often: number, wide = DIRT * sigma): readonly NormalPart[] => [
  { share: 1 - often, mean, sigma },
  { share: often, mean, sigma: wide },
];

/**
 * Where an honest number lies before it is looked at: the product of what every basis says, brought to a total of 1. Even throughout where
 * nothing is known.
 */
export function expectationOf(one: PlausibilityCase): Mixture {
  const span = anywhereOf(one.units);
  const { history, own = [], assembly, control, family = [] } = one;
  const bases: Mixture[] = [];
  if (history.length > 0) bases.push(ofHistory(one, span));
  if (family.length > 1) bases.push(ofFamily(family, one.units, span));
  for (const estimate of assembly ? [...own, assembly] : own) bases.push(ofEstimate(estimate, span));
  if (control) bases.push(ofControl(control, one, span));
  const all = bases.reduce<Mixture>(product, mixtureOf([], 1, span));
  return normalised(all);
}

/** Values about one unknown place: where the next one lies, and as its total how well they fit together. */
function ofOnePlace(
  values: readonly number[],
  { sigma, often, wide, wrong, span }: { sigma: number; often: number; wide: number; wrong: number; span: number },
): Mixture {
  const place = values.reduce<Mixture>(
    (so, value) =>
      product(
        so,
        mixtureOf(
          withDirt(value, sigma, often, wide).map((part) => ({ ...part, share: part.share * (1 - wrong) })),
          wrong,
          span,
        ),
      ),
    mixtureOf([], 1, span),
  );
  return convolved(place, withDirt(0, sigma, often, wide));
}

function ofHistory({ history, scatter, usual = 0, units }: PlausibilityCase, span: number): Mixture {
  if (scatter !== undefined)
    return normalised(
      ofOnePlace(history, { sigma: scatter, often: DIRTY.known, wide: DIRT * scatter, wrong: WRONG, span }),
    );
  const chip = convertLength(CHIP, "mm", units);
  return normalised(
    together(
      FACTORS.map(([factor, odds]) => {
        const sigma = factor * usual;
        const how = { sigma, often: DIRTY.usual, wide: Math.hypot(DIRT * sigma, chip), wrong: WRONG, span };
        return weighted(ofOnePlace(history, how), Math.log(odds));
      }),
    ),
  );
}

function ofFamily(values: readonly number[], units: Unit, span: number): Mixture {
  const each = FAMILY.sigmas.map((millimetres) => {
    const sigma = convertLength(millimetres, "mm", units);
    return ofOnePlace(values, { sigma, often: DIRTY.usual, wide: DIRT * sigma, wrong: FAMILY.unlike, span });
  });
  // This row may be the one that is unlike.
  const like = weighted(normalised(together(each)), Math.log(1 - FAMILY.unlike));
  return together([like, mixtureOf([], FAMILY.unlike, span)]);
}

const ofEstimate = ({ value, sigma }: Estimate, span: number): Mixture =>
  mixtureOf(
    withDirt(value, sigma, DIRTY.usual).map((part) => ({ ...part, share: part.share * (1 - WRONG) })),
    WRONG,
    span,
  );

function ofControl(
  { value, sigma }: NonNullable<PlausibilityCase["control"]>,
  one: PlausibilityCase,
  span: number,
): Mixture {
  const same = withDirt(value, sigma ?? firstScatter(one), DIRTY.usual);
  const far = (millimetres: number) => convertLength(millimetres, "mm", one.units);
  return mixtureOf(
    [
      ...same.map((part) => ({ ...part, share: part.share * CONTROL.same })),
      { share: CONTROL.anew, mean: value, sigma: far(CONTROL.anewSigma) },
      { share: CONTROL.other, mean: value, sigma: far(CONTROL.otherSigma) },
    ],
    0,
    span,
  );
}

/** A shift that rows which were taken share. */
export interface SharedShift {
  /** Where the shift lies, as its own density. */
  readonly density: Mixture;
  /** Logarithm of how much better the rows are explained with a shift than without, at most a thousand times. */
  readonly evidence: number;
  /** The likeliest shift. */
  readonly shift: number;
  /** Offsets of the rows that moved with it. */
  readonly rows: readonly string[];
}

/** What the rows say that were taken in this setup: by how much they moved together; undefined for fewer than two. */
export function sharedShift(one: PlausibilityCase): SharedShift | undefined {
  const span = anywhereOf(one.units);
  const taken = (one.others ?? []).flatMap(({ offset, value, previous, scatter = firstScatter(one) }) =>
    value === undefined ? [] : [{ offset, by: value - previous, sigma: scatter * Math.SQRT2 }],
  );
  if (taken.length < 2) return undefined;
  const prior = mixtureOf(
    SHIFTS.map((millimetres) => ({
      share: 1 / SHIFTS.length,
      mean: 0,
      sigma: convertLength(millimetres, "mm", one.units),
    })),
    0,
    span,
  );
  const rowAbout = (by: number, sigma: number) =>
    mixtureOf(
      [
        { share: ROW.clean, mean: by, sigma },
        { share: ROW.dirty, mean: by, sigma: DIRT * sigma },
      ],
      ROW.other,
      span,
    );
  const posterior = taken.reduce<Mixture>((so, { by, sigma }) => product(so, rowAbout(by, sigma)), prior);
  const without = taken.reduce((sum, { by, sigma }) => sum + densityAt(rowAbout(by, sigma), 0), 0);
  const density = normalised(posterior);
  const shift = likeliest(density) ?? 0;
  return {
    density,
    evidence: Math.min(evidenceOf(posterior) - without, MOST_EVIDENCE),
    shift,
    rows: taken.filter(({ by, sigma }) => Math.abs(by - shift) <= 3 * sigma).map(({ offset }) => offset),
  };
}

/** Logarithm of the density of a number that was expected elsewhere and has moved by a shared shift. */
export function shiftedDensityAt(expectation: Mixture, { density }: SharedShift, value: number): number {
  const logs = density.bells.map(({ log, mean, variance }) => log + densityAt(expectation, value - mean, variance));
  return sumOfLogs([...logs, density.even + density.evenLog]);
}

/**
 * The likeliest place of an expectation, with the standard deviation of what lies about it; undefined where nothing is known. For words and
 * drawings: the odds go by the whole density.
 */
export function likeliestPlace(expectation: Mixture): Normal | undefined {
  const mean = likeliest(expectation);
  if (mean === undefined) return undefined;
  const about = expectation.bells.map(({ log, mean: at, variance }) => ({
    share: Math.exp(log),
    square: variance + (at - mean) ** 2,
  }));
  // What lies far off is another case: four fifths of all the shares, the nearest ones, say how exactly this one is known.
  const sorted = about.sort((a, b) => a.square - b.square);
  const total = sorted.reduce((sum, { share }) => sum + share, 0);
  let share = 0;
  let squares = 0;
  for (const one of sorted) {
    share += one.share;
    squares += one.share * one.square;
    if (share >= total * NEAREST) break;
  }
  return { mean, sigma: Math.sqrt(squares / share) };
}

const NEAREST = 0.8;

/** The shift of rows that were taken, in their unit, weighted by 1/scatter²; undefined where fewer were taken than are asked for. */
export function shiftOf(others: readonly OtherRow[], scatter: number, fewest: number): Normal | undefined {
  const taken = others.flatMap((row) =>
    row.value === undefined ? [] : [{ by: row.value - row.previous, weight: 1 / (row.scatter ?? scatter) ** 2 }],
  );
  if (taken.length < fewest) return undefined;
  const weights = taken.reduce((sum, { weight }) => sum + weight, 0);
  const mean = taken.reduce((sum, { by, weight }) => sum + by * weight, 0) / weights;
  return { mean, sigma: Math.sqrt(2 / weights) };
}
