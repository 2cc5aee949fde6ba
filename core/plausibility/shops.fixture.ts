import type { Surface } from "../touch/index.ts";
import { roundToResolution } from "../units/index.ts";
import { calibrationError } from "./monteCarlo.fixture.ts";
import { plausibilityOf } from "./plausibility.ts";
import type { OtherRow, PlausibilityCase } from "./plausibilityCase.ts";
import type { Hypothesis } from "./slips.ts";

/** Kinds of shop that the odds have to hold in. */
export const SHOPS = ["known scatter", "dirty seats", "a wrong value kept", "first setups", "others moved"] as const;
type Shop = (typeof SHOPS)[number];
type RandomSource = () => number;

/** A drawn number with what truly happened, and the case as somebody sees it who knows the shop. */
interface Drawn {
  readonly one: PlausibilityCase;
  readonly knowing: PlausibilityCase;
  readonly kind: Hypothesis;
  readonly truth: number;
}

const SLIPS = [
  "paper-ignored",
  "paper-once",
  "paper-wrong-way",
  "paper-twice",
  "radius-for-diameter",
  "diameter-doubled",
  "decimal-slip-measured",
  "digits-swapped",
  "digit-mistyped",
  "units-mixed",
  "sign-lost",
  "moved-before-entry",
  "other-row",
  "moved-alike",
] as const satisfies readonly Hypothesis[];
type Slip = (typeof SLIPS)[number];

const PAPERS = [0.05, 0.09, 0.12, 0.2] as const;
const RESOLUTION = 0.001;
const round = (value: number) => roundToResolution(value, RESOLUTION);

/** An outside touch on X with paper; all numbers in millimetres. */
function draw(chance: RandomSource, shop: Shop, kind: "remounted" | Slip): Drawn | undefined {
  const pick = <Value>(of: readonly Value[]) => of[Math.floor(chance() * of.length)] as Value;
  const normal = () => Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());
  const between = (low: number, high: number) => low + (high - low) * chance();
  const isBooks = shop === "dirty seats" || shop === "a wrong value kept";
  const usual = pick([0.01, 0.02, 0.06]);
  const sigma = isBooks ? usual * pick([0.5, 1, 1, 2]) : usual;
  const dirt = () => isBooks && chance() < 1 / 20;
  const setAgain = (place: number) => place + normal() * (dirt() ? Math.hypot(4 * sigma, 0.1) : sigma);
  const place = round(between(-400, -120));
  const truth = round(setAgain(place));
  const past = Array.from({ length: shop === "a wrong value kept" ? 4 : 1 + Math.floor(chance() * 4) }, () =>
    round(setAgain(place)),
  );
  const wrongAt = shop === "a wrong value kept" ? Math.floor(chance() * past.length) : -1;
  const wrongBy = pick([-1, 1]) * between(0.15, 40);
  const kept = past.map((value, index) => (index === wrongAt ? round(value + wrongBy) : value));

  const diameter = round(between(12, 70));
  const spacer = chance() < 0.7 ? pick(PAPERS) : 0;
  const counted = 2 * spacer;
  // G = M − (d + 2·t): what the display read at contact.
  const machine = round(truth + diameter + counted);
  const step = pick([0.1, 1]);
  const together = pick([-1, 1]) * between(0.5, 15);
  const others = Array.from({ length: 2 + Math.floor(chance() * 3) }, (_, index): OtherRow & { isMoved: boolean } => {
    const own = pick([0.01, 0.03]);
    const previous = round(between(-400, -120));
    const isMoved = kind === "moved-alike";
    const alone = shop === "others moved" && chance() < 0.15 ? between(-30, 30) : 0;
    const value = round(previous + own * Math.SQRT2 * normal() + (isMoved ? together : 0) + alone);
    const taken = shop === "others moved" || chance() < 0.5;
    return { offset: String(index + 1), previous, scatter: own, isMoved: alone === 0, ...(taken && { value }) };
  });

  let typedMachine = machine;
  let typedSize = diameter;
  let value = truth;
  // A slipped point loses no digit.
  const digits = (typed: number) => Number(typed.toFixed(6));
  const size = (typed: number) => {
    typedSize = digits(typed);
    value = round(machine - typedSize - counted);
  };
  const readout = (typed: number) => {
    typedMachine = digits(typed);
    value = round(typedMachine - diameter - counted);
  };
  const textOf = (number: number) => Math.abs(number).toFixed(3).split("");
  switch (kind) {
    case "remounted":
      break;
    case "paper-ignored":
      if (spacer === 0) return undefined;
      value = round(truth + counted);
      break;
    case "paper-once":
      if (spacer === 0) return undefined;
      value = round(truth + spacer);
      break;
    case "paper-wrong-way":
      if (spacer === 0) return undefined;
      value = round(truth + 2 * counted);
      break;
    case "paper-twice":
      if (spacer === 0) return undefined;
      value = round(truth - counted);
      break;
    case "radius-for-diameter":
      size(diameter / 2);
      break;
    case "diameter-doubled":
      size(diameter * 2);
      break;
    case "decimal-slip-measured":
      if (chance() < 0.5) size(pick([diameter * 10, diameter / 10]));
      else readout(pick([machine * 10, machine / 10]));
      break;
    case "units-mixed":
      size(pick([diameter * 25.4, diameter / 25.4]));
      break;
    case "sign-lost":
      readout(-machine);
      break;
    case "moved-before-entry":
      value = round(truth + pick([-1, 1]) * step);
      break;
    case "digits-swapped":
    case "digit-mistyped": {
      const ofSize = chance() < 0.5;
      const number = ofSize ? diameter : machine;
      const text = textOf(number);
      const at = Math.floor(chance() * (text.length - 1));
      if (kind === "digits-swapped") {
        const next = text[at + 1] === "." ? at + 2 : at + 1;
        if (text[at] === "." || text[at] === text[next] || (at === 0 && text[next] === "0")) return undefined;
        [text[at], text[next]] = [text[next] as string, text[at] as string];
      } else {
        if (text[at] === ".") return undefined;
        text[at] = String((Number(text[at]) + 1 + Math.floor(chance() * 9)) % 10);
      }
      const slipped = Math.sign(number) * Number(text.join(""));
      if (ofSize) size(slipped);
      else readout(slipped);
      break;
    }
    case "other-row": {
      const row = pick(others);
      if (row.value === undefined) return undefined;
      value = row.value;
      break;
    }
    case "moved-alike":
      if (others.filter((row) => row.value !== undefined).length < 2) return undefined;
      value = round(truth + together);
      break;
  }
  const plain = (number: number) => (Number.isInteger(number * 1000) ? number.toFixed(3) : String(number));
  const surface: Surface = { kind: "outside", diameter: typedSize };
  const rows: readonly OtherRow[] = others.map(({ isMoved, ...row }) => row);
  const base: PlausibilityCase = {
    units: "mm",
    resolution: RESOLUTION,
    axis: "x",
    value,
    history: shop === "first setups" ? [] : kept,
    touch: { surface, tool: { shape: "tip" }, spacer },
    typed: {
      machine: plain(typedMachine),
      size: plain(typedSize),
      ...(spacer > 0 && { spacer: String(spacer) }),
    },
    commonThickness: PAPERS,
    jogSteps: [step],
    others: rows,
  };
  if (shop === "first setups") {
    const exact = pick([0.006, 0.02]);
    const rough = pick([0.3, 2]);
    const bases: Partial<PlausibilityCase> =
      chance() < 0.5
        ? { own: [{ value: round(truth + exact * normal()), sigma: exact }] }
        : { assembly: { value: round(truth + rough * normal()), sigma: rough } };
    const seen = { ...base, ...bases, usual: 0.02 };
    return { one: seen, knowing: seen, kind, truth };
  }
  const clean = past.filter((_, index) => index !== wrongAt);
  const movers = others.filter(({ isMoved }) => isMoved).map(({ isMoved, ...row }) => row);
  return {
    one: { ...base, ...(isBooks ? { usual } : { scatter: sigma }) },
    knowing: { ...base, scatter: sigma, history: clean, others: movers },
    kind,
    truth,
  };
}

/** How the odds hold in one kind of shop, at nine honest numbers in ten. */
export function measureShop(chance: RandomSource, shop: Shop, count: number) {
  const told: { readonly probability: number; readonly isRight: boolean }[] = [];
  const clear: boolean[] = [];
  const corrected: boolean[] = [];
  let [honest, alarms, sure, sureWrong] = [0, 0, 0, 0];
  while (told.length < count) {
    const kind = chance() < 0.9 ? "remounted" : (SLIPS[Math.floor(chance() * SLIPS.length)] as Slip);
    const drawn = draw(chance, shop, kind);
    if (!drawn) continue;
    const { verdict, kinds } = plausibilityOf(drawn.one);
    const [first] = kinds;
    if (!first) continue;
    const isRight = first.kind === drawn.kind;
    told.push({ probability: first.probability, isRight });
    if (kind === "remounted") {
      honest++;
      if (verdict === "doubt") alarms++;
    }
    if (first.kind !== "remounted" && first.probability > 0.9) {
      sure++;
      if (!isRight) sureWrong++;
    }
    if (kind === "remounted" || (shop === "first setups" && Math.abs(drawn.one.value - drawn.truth) <= 5)) continue;
    const known = plausibilityOf(drawn.knowing).kinds.find((one) => one.kind === kind);
    if ((known?.probability ?? 0) < 0.95) continue;
    clear.push(isRight);
    if (isRight && first.corrected !== null) corrected.push(Math.abs(first.corrected - drawn.truth) < 0.0015);
  }
  const share = (list: readonly boolean[]) => list.filter(Boolean).length / Math.max(1, list.length);
  return {
    clear: share(clear),
    clearCases: clear.length,
    corrected: share(corrected),
    falseAlarms: alarms / Math.max(1, honest),
    sureWrong: sureWrong / Math.max(1, sure),
    calibration: calibrationError(told),
  };
}
