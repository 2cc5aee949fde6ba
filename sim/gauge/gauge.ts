import { formatMillimetres, roundToResolution, type Unit } from "../../core/units/index.ts";
import { type Chance, normal } from "../chance.ts";
import { rangeOn } from "../stock/profile.ts";
import type { Stock } from "../stock/stock.ts";

export const GAUGES = ["micrometer", "caliper", "bore-gauge", "telescoping-gauge", "length-gauge"] as const;
export type GaugeKind = (typeof GAUGES)[number];

interface Gauge {
  readonly name: string;
  /** One standard deviation of a reading, millimetres, and the step of its scale in both units. */
  readonly deviation: number;
  readonly step: Readonly<Record<Unit, number>>;
  readonly measures: "outside" | "bore" | "length";
  /** Width of what it lays on the surface: a narrower band is not seen cleanly. */
  readonly width: number;
}

/** The drawer beside the lathe, with its usual errors (docs/MATHEMATICS.md, Error budget). */
export const GAUGE_DRAWER: Readonly<Record<GaugeKind, Gauge>> = {
  micrometer: { name: "Micrometer", deviation: 0.003, step: { mm: 0.001, in: 0.0001 }, measures: "outside", width: 3 },
  caliper: { name: "Caliper", deviation: 0.02, step: { mm: 0.01, in: 0.0005 }, measures: "outside", width: 2 },
  "bore-gauge": { name: "Bore gauge", deviation: 0.003, step: { mm: 0.001, in: 0.0001 }, measures: "bore", width: 2 },
  "telescoping-gauge": {
    name: "Telescoping gauge",
    deviation: 0.013,
    step: { mm: 0.01, in: 0.0005 },
    measures: "bore",
    width: 2,
  },
  "length-gauge": {
    name: "Length gauge",
    deviation: 0.005,
    step: { mm: 0.001, in: 0.0001 },
    measures: "length",
    width: 0,
  },
};

type Reading =
  | { readonly ok: true; readonly value: number; readonly words: string; readonly chance: Chance }
  | { readonly ok: false; readonly words: string };

/**
 * Reads a gauge at a Z of the part, in millimetres rounded to the gauge's own scale in this unit. The anvils lie on the
 * highest place under them; a bore gauge on the narrowest. `error` is the share of the gauge's usual error (0: a perfect hand).
 */
export function readGauge(
  kind: GaugeKind,
  stock: Stock,
  z: number,
  { unit, chance, error = 1 }: { readonly unit: Unit; readonly chance: Chance; readonly error?: number },
): Reading {
  const gauge = GAUGE_DRAWER[kind];
  const truth = trueSize(gauge, stock, z);
  if (truth === undefined) return { ok: false, words: `There is nothing to measure at Z ${z.toFixed(1)}.` };
  const [slip, next] = normal(chance, gauge.deviation * error);
  const step = gauge.step[unit] * (unit === "in" ? 25.4 : 1);
  const value = error === 0 ? truth : roundToResolution(truth + slip, step);
  const sign = gauge.measures === "length" ? "from the face" : "Ø";
  const words = `${gauge.name} ${sign} ${formatMillimetres(value, unit)}`;
  return { ok: true, value, words, chance: next };
}

function trueSize({ measures, width }: Gauge, { outer, inner }: Stock, z: number): number | undefined {
  if (measures === "length") return outer.at(-1)?.z1;
  if (measures === "outside") {
    const under = rangeOn(outer, z - width / 2, z + width / 2);
    return under && 2 * under[1];
  }
  const under = rangeOn(inner, z - width / 2, z + width / 2);
  return under && under[0] > 0 ? 2 * under[0] : undefined;
}
