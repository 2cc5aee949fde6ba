import { TOLERANCES } from "../tolerances.ts";

/** A normal distribution with its share, as a logarithm. */
interface Bell {
  readonly log: number;
  readonly mean: number;
  readonly variance: number;
}

/**
 * A density on a line as normal distributions and an even part, whose density is that of anything within the span in which numbers lie
 * anywhere. Shares are logarithms and need not sum to 1: products of densities keep their evidence. In the unit of the numbers.
 */
export interface Mixture {
  readonly bells: readonly Bell[];
  /** Logarithm of the even part's share; −∞ where there is none. */
  readonly even: number;
  /** Logarithm of the even part's density, 1 over the span. */
  readonly evenLog: number;
}

/** One of several ways in which a number can lie: `share` of 1, about a place with a standard deviation. */
export interface NormalPart {
  readonly share: number;
  readonly mean: number;
  readonly sigma: number;
}

/** Parts in the unit of the numbers; `even` is the share that is anywhere within the span, 0 where nothing is. */
export function mixtureOf(parts: readonly NormalPart[], even: number, span: number): Mixture {
  return {
    bells: parts.map(({ share, mean, sigma }) => ({ log: Math.log(share), mean, variance: sigma * sigma })),
    even: even > 0 ? Math.log(even) : Number.NEGATIVE_INFINITY,
    evenLog: -Math.log(span),
  };
}

const LEAST_SHARE = Math.log(TOLERANCES.leastShare);
const MOST_BELLS = 96;

/** The product of two densities, its evidence as the sum of its shares. */
export function product(one: Mixture, other: Mixture): Mixture {
  const bells: Bell[] = [];
  for (const a of one.bells) {
    for (const b of other.bells) {
      const variance = a.variance + b.variance;
      bells.push({
        log: a.log + b.log + normalLog(a.mean - b.mean, variance),
        mean: (a.mean * b.variance + b.mean * a.variance) / variance,
        variance: (a.variance * b.variance) / variance,
      });
    }
    if (other.even > Number.NEGATIVE_INFINITY) bells.push({ ...a, log: a.log + other.even + other.evenLog });
  }
  if (one.even > Number.NEGATIVE_INFINITY)
    for (const b of other.bells) bells.push({ ...b, log: b.log + one.even + one.evenLog });
  return pruned({ bells, even: one.even + other.even + one.evenLog, evenLog: one.evenLog });
}

/** Both densities together, as they are. */
export const together = (mixtures: readonly Mixture[]): Mixture =>
  pruned({
    bells: mixtures.flatMap(({ bells }) => bells),
    even: sumOfLogs(mixtures.map(({ even }) => even)),
    evenLog: mixtures[0]?.evenLog ?? 0,
  });

/** Every number of it moved by what another density says: the density of the sum. What is even stays even. */
export function convolved(mixture: Mixture, by: readonly NormalPart[]): Mixture {
  const bells = mixture.bells.flatMap(({ log, mean, variance }) =>
    by.map((part) => ({
      log: log + Math.log(part.share),
      mean: mean + part.mean,
      variance: variance + part.sigma * part.sigma,
    })),
  );
  const share = by.reduce((sum, part) => sum + part.share, 0);
  return pruned({ ...mixture, bells, even: mixture.even + Math.log(share) });
}

/** Logarithm of all shares together. */
export const evidenceOf = ({ bells, even }: Mixture): number => sumOfLogs([...bells.map(({ log }) => log), even]);

/** Shares times e to the power of `by`. */
export const weighted = (mixture: Mixture, by: number): Mixture => ({
  ...mixture,
  bells: mixture.bells.map((bell) => ({ ...bell, log: bell.log + by })),
  even: mixture.even + by,
});

/** Shares that sum to 1. */
export const normalised = (mixture: Mixture): Mixture => weighted(mixture, -evidenceOf(mixture));

/** Logarithm of the density at a number, in its unit; −∞ where it has none. `wider`: a variance that is added to every bell. */
export function densityAt({ bells, even, evenLog }: Mixture, x: number, wider = 0): number {
  let most = even + evenLog;
  const logs = [most];
  for (const { log, mean, variance } of bells) {
    const one = log + normalLog(x - mean, variance + wider);
    if (one > most) most = one;
    logs.push(one);
  }
  if (most === Number.NEGATIVE_INFINITY) return most;
  let sum = 0;
  for (const log of logs) sum += Math.exp(log - most);
  return most + Math.log(sum);
}

/** Where the density is highest, in the unit of the numbers; undefined where it is even throughout. */
export function likeliest(mixture: Mixture): number | undefined {
  let best: { readonly at: number; readonly log: number } | undefined;
  for (const { mean } of mixture.bells) {
    const log = densityAt(mixture, mean);
    if (!best || log > best.log) best = { at: mean, log };
  }
  return best?.at;
}

function normalLog(by: number, variance: number): number {
  return -(by * by) / (2 * variance) - Math.log(2 * Math.PI * variance) / 2;
}

function pruned(mixture: Mixture): Mixture {
  const { bells } = mixture;
  if (bells.length < 2) return mixture;
  let most = Number.NEGATIVE_INFINITY;
  for (const { log } of bells) if (log > most) most = log;
  const kept = bells.filter(({ log }) => log >= most + LEAST_SHARE);
  if (kept.length <= MOST_BELLS) return { ...mixture, bells: kept };
  return { ...mixture, bells: kept.sort((a, b) => b.log - a.log).slice(0, MOST_BELLS) };
}

/** Logarithm of a sum of exponentials, without unit and without leaving what a number can hold; −∞ of none. */
export function sumOfLogs(logs: readonly number[]): number {
  let most = Number.NEGATIVE_INFINITY;
  for (const log of logs) if (log > most) most = log;
  if (most === Number.NEGATIVE_INFINITY) return most;
  let sum = 0;
  for (const log of logs) sum += Math.exp(log - most);
  return most + Math.log(sum);
}
