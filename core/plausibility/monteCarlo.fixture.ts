import { uniform } from "../../sim/chance.ts";
import { LATHE_AXES } from "../machine/index.ts";
import { type ContactTool, contactToProgrammed } from "../tool/programmedPoint.ts";
import { contactSide, type Surface } from "../touch/index.ts";
import { roundToResolution } from "../units/index.ts";
import { scatterOf } from "./honestScatter.ts";
import { plausibilityOf } from "./plausibility.ts";
import type { OtherRow, PlausibilityCase } from "./plausibilityCase.ts";
import { CORRECTABLE_SLIPS, type Hypothesis, slipsOf } from "./slips.ts";
import { swapped, writtenOut } from "./typedNumber.ts";

/** A drawn case with what truly happened. */
interface Drawn {
  readonly one: PlausibilityCase;
  readonly kind: Hypothesis;
  /** What an honest setter would have had. */
  readonly truth: number;
}

/** The next number from 0 up to 1. */
type RandomSource = () => number;

const SLIPS_DRAWN: readonly Exclude<Hypothesis, "remounted">[] = [
  ...CORRECTABLE_SLIPS,
  "other-row",
  "moved-alike",
  "unexplained",
];

const UNITS = ["mm", "in"] as const;
const HOLDERS = [
  "insert indexed",
  "quick-change",
  "keyed shank",
  "square shank",
  "sleeve",
  "collet",
  "no name",
] as const;
/** Papers, a shim, and pins and blocks, which are spacers as well. */
const SPACERS = [0.05, 0.08, 0.1, 0.115, 0.5, 5, 10] as const;
/** What holders have shown over the setups, millimetres: posts that come back well. */
const LEARNED = [0.002, 0.003, 0.005, 0.008, 0.012] as const;
const INCH = 25.4;

/**
 * Draws what may come up in a shop: holders with their scatter, gauges' digits, one to five earlier values, two to four
 * other rows; then an honest value, or one with the slip asked for. Undefined where that slip cannot happen there.
 */
function drawCase(chance: RandomSource, kind: Hypothesis): Drawn | undefined {
  const pick = <Value>(of: readonly Value[]) => of[Math.floor(chance() * of.length)] as Value;
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const between = (low: number, high: number) => low + (high - low) * chance();
  const units = pick(UNITS);
  const unit = units === "in" ? 1 / INCH : 1;
  const resolution = units === "in" ? 0.0001 : 0.001;
  const round = (value: number) => roundToResolution(value, resolution);
  const axis = pick(LATHE_AXES);
  const scatter = chance() < 0.6 ? pick(LEARNED) * unit : scatterOf(pick(HOLDERS), axis, units);
  const surface: Surface =
    axis === "z"
      ? { kind: "face", z: pick([0, 0, round(between(0.5, 8) * unit)]), stand: pick(["front", "front", "behind"]) }
      : { kind: pick(["outside", "outside", "bore"]), diameter: round(between(12, 60) * unit) };
  const spacer = chance() < 0.8 ? round(pick(SPACERS) * unit) : 0;
  const shapes: readonly ContactTool[] = [
    { shape: "tip" },
    { shape: "blade", width: pick([2, 3, 4]) * unit, touching: "left", programmed: pick(["left", "right"]) },
    { shape: "cutter", diameter: pick([6, 8, 10, 12]) * unit },
    { shape: "nose", radius: pick([0.4, 0.8]) * unit, programmed: pick(["tip", "centre"]) },
  ];
  const tool = pick(shapes);
  const mean = between(-400, 60) * unit;
  const history = Array.from({ length: 1 + Math.floor(chance() * 5) }, () => round(mean + scatter * normal()));
  const truth = round(mean + scatter * normal());
  // Gauges lead a step in hundredths; a handwheel step is one of the usual.
  const jogSteps = chance() < 0.6 ? [round(pick([0.1, 1]) * unit)] : undefined;
  const alike = kind === "moved-alike" ? pick([-1, 1]) * between(0.5, 12) * unit : 0;
  const others = Array.from({ length: 2 + Math.floor(chance() * 3) }, (_, index): OtherRow => {
    const own = scatterOf(pick(HOLDERS.slice(0, 3)), axis, units);
    const previous = round(between(-400, 60) * unit);
    const taken = kind === "moved-alike" || chance() < 0.6;
    return {
      offset: String(index + 1),
      previous,
      scatter: own,
      ...(taken && { value: round(previous + own * Math.SQRT2 * normal() + alike) }),
    };
  });
  const base = { units, resolution, axis, scatter, history, jogSteps, others };
  const made = withSlip({ kind, truth, surface, tool, spacer, resolution, alike, jogSteps, others, chance });
  if (!made) return undefined;
  const { value, surface: typed = surface } = made;
  return { one: { ...base, value: round(value), touch: { surface: typed, tool, spacer } }, kind, truth };
}

interface Slipped {
  readonly kind: Hypothesis;
  readonly truth: number;
  readonly surface: Surface;
  readonly tool: ContactTool;
  readonly spacer: number;
  readonly resolution: number;
  readonly alike: number;
  readonly jogSteps: readonly number[] | undefined;
  readonly others: readonly OtherRow[];
  readonly chance: RandomSource;
}

/** What a setter keeps who makes a slip: the sum worked wrongly, or a size typed wrongly. */
function withSlip(one: Slipped): { readonly value: number; readonly surface?: Surface } | undefined {
  const { kind, truth, surface, tool, spacer, resolution, chance } = one;
  const pick = <Value>(of: readonly Value[]) => of[Math.floor(chance() * of.length)];
  const { side } = contactSide(surface);
  const isX = surface.kind !== "face";
  const counted = side * (isX ? 2 : 1) * spacer;
  const size = surface.kind === "face" ? surface.z : "diameter" in surface ? surface.diameter : 0;
  const typed = (slipped: number) => {
    const wrong = roundToResolution(slipped, resolution);
    const other: Surface =
      surface.kind === "face" ? { ...surface, z: wrong } : ({ ...surface, diameter: wrong } as Surface);
    return { value: truth + contactSide(surface).coordinate - contactSide(other).coordinate, surface: other };
  };
  const either = (by: number) => ({ value: truth + (chance() < 0.5 ? by : -by) });
  switch (kind) {
    case "remounted":
      return { value: truth };
    case "paper-ignored":
      return spacer > 0 ? { value: truth + counted } : undefined;
    case "paper-once":
      return spacer > 0 && isX ? { value: truth + side * spacer } : undefined;
    case "paper-wrong-way":
      return spacer > 0 ? { value: truth + 2 * counted } : undefined;
    case "paper-twice":
      return spacer > 0 ? { value: truth - counted } : undefined;
    case "decimal-slip-spacer":
      return spacer > 0 ? { value: truth + (chance() < 0.5 ? 9 * counted : -0.9 * counted) } : undefined;
    case "radius-for-diameter":
      return isX ? typed(size / 2) : undefined;
    case "diameter-doubled":
      return isX ? typed(size * 2) : undefined;
    case "decimal-slip-measured":
      return size === 0 ? undefined : typed(chance() < 0.5 ? size / 10 : size * 10);
    case "wrong-edge":
      return tool.shape === "blade" ? either(tool.width) : undefined;
    case "half-width":
      return tool.shape === "blade" ? either(tool.width / 2) : undefined;
    case "cutter-radius": {
      if (tool.shape !== "cutter" || isX) return undefined;
      const missed = contactToProgrammed(tool, "z", side);
      return { value: truth + missed * (chance() < 0.5 ? 1 : 2) };
    }
    case "nose-radius":
      return tool.shape === "nose" ? either(tool.radius * (chance() < 0.5 ? 1 : 2)) : undefined;
    case "digits-swapped": {
      const ways = [
        ...swapped(writtenOut(truth, resolution)).map((value) => ({ value })),
        ...(size === 0 ? [] : swapped(writtenOut(size, resolution)).map(typed)),
      ];
      return ways.length === 0 ? undefined : pick(ways);
    }
    case "digit-mistyped":
      // Without the texts that were typed no digit is doubted.
      return undefined;
    case "units-mixed":
      return pick([
        { value: truth * INCH },
        { value: truth / INCH },
        ...(size === 0 ? [] : [typed(size / INCH), typed(size * INCH)]),
      ]);
    case "sign-lost":
      return { value: -truth };
    case "moved-before-entry":
      return one.jogSteps?.[0] === undefined ? undefined : either(one.jogSteps[0]);
    case "other-row": {
      const row = pick(one.others);
      if (!row) return undefined;
      const own = (row.scatter ?? 0) * Math.SQRT2;
      const normal = Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
      return { value: row.value ?? row.previous + own * normal };
    }
    case "moved-alike":
      return { value: truth + one.alike };
    // Nothing was carried over and every spacer is the shop's in these cases.
    case "spacer-left":
    case "unknown-spacer":
      return undefined;
    case "unexplained":
      return { value: truth + (2 * chance() - 1) * (resolution === 0.001 ? 250 : 10) };
  }
}

/** Chance that goes on from a seed. */
export function chanceFrom(seed: number): RandomSource {
  let state = seed;
  return () => {
    const [value, next] = uniform(state);
    state = next;
    return value;
  };
}

/** The mean of a history with the scatter of one more, and the mean shift of the rows that were taken with its own. */
function plainly({ history, scatter = 0, others = [] }: PlausibilityCase) {
  const mean = history.reduce((sum, value) => sum + value, 0) / history.length;
  const taken = others.flatMap((row) =>
    row.value === undefined ? [] : [{ by: row.value - row.previous, weight: 1 / (row.scatter ?? scatter) ** 2 }],
  );
  const weights = taken.reduce((sum, { weight }) => sum + weight, 0);
  return {
    expected: { mean, sigma: scatter * Math.sqrt(1 + 1 / history.length) },
    shift:
      taken.length < 2
        ? undefined
        : {
            mean: taken.reduce((sum, { by, weight }) => sum + by * weight, 0) / weights,
            sigma: Math.sqrt(2 / weights),
          },
  };
}

/** A slip stands clear where neither the honest scatter nor any other slip comes near it (docs/MATHEMATICS.md, Plausibility). */
export function isClear({ one, kind, truth }: Drawn): boolean {
  const { expected, shift } = plainly(one);
  const own = kind === "moved-alike" ? Math.hypot(expected.sigma, shift?.sigma ?? 0) : expected.sigma;
  if (Math.abs(one.value - truth) <= 6 * own) return false;
  for (const [other, ways] of slipsOf(one))
    if (other !== kind && ways.some(({ value }) => Math.abs(value - truth) <= 4 * expected.sigma)) return false;
  if (kind !== "other-row")
    for (const { value, previous, scatter = one.scatter ?? 0 } of one.others ?? []) {
      if (value !== undefined && Math.abs(value - one.value) < one.resolution / 2) return false;
      if (value === undefined && Math.abs(one.value - previous) <= 4 * scatter * Math.SQRT2) return false;
    }
  if (kind !== "moved-alike" && shift)
    if (Math.abs(one.value - shift.mean - truth) <= 4 * Math.hypot(expected.sigma, shift.sigma)) return false;
  return true;
}

/** Share of the cases in which the first explanation is right, and how many there were. */
interface Share {
  readonly right: number;
  readonly of: number;
}
const shareOf = (list: readonly boolean[]): Share => ({ right: list.filter(Boolean).length, of: list.length });

/** Draws cases at nine honest in ten and counts. */
export function drawAtOdds(chance: RandomSource, count: number) {
  const first: { readonly probability: number; readonly isRight: boolean; readonly isDoubted: boolean }[] = [];
  let [honest, alarms] = [0, 0];
  while (first.length < count) {
    const kind = chance() < 0.9 ? "remounted" : SLIPS_DRAWN[Math.floor(chance() * SLIPS_DRAWN.length)];
    const drawn = kind && drawCase(chance, kind);
    if (!drawn) continue;
    const { verdict, kinds } = plausibilityOf(drawn.one);
    const [top] = kinds;
    first.push({
      probability: top?.probability ?? 0,
      isRight: top?.kind === drawn.kind,
      isDoubted: verdict === "doubt",
    });
    if (kind === "remounted") {
      honest++;
      if (verdict === "doubt") alarms++;
    }
  }
  return {
    falseAlarms: alarms / honest,
    calibration: calibrationError(first),
    calibrationDoubted: calibrationError(first.filter(({ isDoubted }) => isDoubted)),
  };
}

/** Mean distance between what was stated and how often it was right, over ten bins of the stated chance, by their weight. */
export function calibrationError(
  cases: readonly { readonly probability: number; readonly isRight: boolean }[],
): number {
  let error = 0;
  for (let bin = 0; bin < 10; bin++) {
    const own = cases.filter(({ probability }) => Math.min(9, Math.floor(probability * 10)) === bin);
    if (own.length === 0) continue;
    const stated = own.reduce((sum, { probability }) => sum + probability, 0) / own.length;
    error += (Math.abs(stated - own.filter(({ isRight }) => isRight).length / own.length) * own.length) / cases.length;
  }
  return error;
}

/** Draws every slip a number of times: how often it is named first where it is clear, and of all above 3σ. */
export function drawSlips(chance: RandomSource, each: number) {
  const clear: Partial<Record<Hypothesis, Share>> = {};
  const large: boolean[] = [];
  for (const kind of SLIPS_DRAWN) {
    const hits: boolean[] = [];
    for (let tries = 0; tries < each * 6 && hits.length < each; tries++) {
      const drawn = drawCase(chance, kind);
      if (!drawn) continue;
      const isFirst = plausibilityOf(drawn.one).kinds[0]?.kind === kind;
      const { sigma } = plainly(drawn.one).expected;
      if (Math.abs(drawn.one.value - drawn.truth) > 3 * sigma) large.push(isFirst);
      if (isClear(drawn)) hits.push(isFirst);
    }
    if (hits.length > 0) clear[kind] = shareOf(hits);
  }
  return { clear, large: shareOf(large) };
}
