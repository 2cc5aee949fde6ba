import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";

/** One reading of an indicator at an angle of the spindle: degrees from X plus towards Y plus, plus = pressed in. */
export interface SweepReading {
  readonly angle: number;
  readonly reading: number;
}

interface Sweep {
  /** Where the swept centre lies from the spindle's, true distances in the unit of the readings. */
  readonly offX: number;
  readonly offY: number;
  readonly off: number;
  /** What to enter on X to bring the holder to the spindle's centre: twice the radial error, the other way. */
  readonly shiftX: number;
  readonly shiftY: number;
  /** Largest distance of a reading from the fitted circle: out of round, or a slip of the dial. */
  readonly outOfRound: number;
}

/** Sine and cosine parts of an indicator's sag, from a sweep of a true ring. */
interface Sag {
  readonly x: number;
  readonly y: number;
}

/** Fewest angles from which a centre can be fitted. */
const FEWEST = 3;

/**
 * Centre of a swept bore or pin from indicator readings at n angles: least squares of a + b·cos + c·sin
 * (docs/MATHEMATICS.md, Mounting). (b, c) points to the highest reading; pressed in more means that the wall is nearer, so a
 * bore's centre lies the opposite way and a pin's centre that way. Sag of the indicator, known from a sweep of a true
 * ring, is taken off first.
 *
 * Refuses fewer than three different angles (`too-few`), which leave the centre open.
 *
 * @example a bore read 0.02, 0, −0.02, 0 at 0, 90, 180, 270 degrees: its centre lies 0.02 towards X minus, shift X +0.04
 */
export function sweepOf(
  readings: readonly SweepReading[],
  swept: "bore" | "pin",
  sag: Sag = { x: 0, y: 0 },
): Answer<Sweep, Refusal<"too-few">> {
  const angles = new Set(readings.map(({ angle }) => (((angle % 360) + 360) % 360).toFixed(6)));
  if (angles.size < FEWEST)
    return refused({ code: "too-few", message: "A sweep needs readings at three angles at least; four are usual." });
  const rows = readings.map(({ angle, reading }) => {
    const at = (angle * Math.PI) / 180;
    return { cos: Math.cos(at), sin: Math.sin(at), reading };
  });
  const [a, b, c] = leastSquares(rows.map(({ cos, sin, reading }) => ({ terms: [1, cos, sin], value: reading })));
  const [highX, highY] = [b - sag.x, c - sag.y];
  const way = swept === "bore" ? -1 : 1;
  const [offX, offY] = [plain(way * highX), plain(way * highY)];
  const residuals = rows.map(({ cos, sin, reading }) => Math.abs(reading - (a + b * cos + c * sin)));
  return accepted({
    offX,
    offY,
    off: Math.hypot(offX, offY),
    shiftX: plain(-2 * offX),
    shiftY: plain(-offY),
    outOfRound: Math.max(...residuals),
  });
}

/**
 * Sag of an indicator: what a sweep of a true, centred ring shows although nothing is off. Refused where there are too
 * few readings.
 */
export function sagOf(readings: readonly SweepReading[]): Answer<Sag, Refusal<"too-few">> {
  const onRing = sweepOf(readings, "pin");
  return onRing.ok ? accepted({ x: onRing.value.offX, y: onRing.value.offY }) : onRing;
}

const plain = (value: number) => (value === 0 ? 0 : value);

type Row = { readonly terms: readonly [number, number, number]; readonly value: number };

/** Solves the three normal equations by Cramer's rule; three different angles make them independent. */
function leastSquares(rows: readonly Row[]): readonly [number, number, number] {
  const product = (i: 0 | 1 | 2, j: 0 | 1 | 2) => rows.reduce((sum, { terms }) => sum + terms[i] * terms[j], 0);
  const right = (i: 0 | 1 | 2) => rows.reduce((sum, { terms, value }) => sum + terms[i] * value, 0);
  const columns = ([0, 1, 2] as const).map((j) => ([0, 1, 2] as const).map((i) => product(i, j)));
  const values = ([0, 1, 2] as const).map(right);
  const whole = determinant(columns);
  const solve = (at: number) => determinant(columns.map((column, j) => (j === at ? values : column))) / whole;
  return [solve(0), solve(1), solve(2)];
}

function determinant(columns: readonly (readonly number[])[]): number {
  const [[a, b, c], [d, e, f], [g, h, i]] = columns as readonly (readonly [number, number, number])[] as [
    readonly [number, number, number],
    readonly [number, number, number],
    readonly [number, number, number],
  ];
  return a * (e * i - f * h) - d * (b * i - c * h) + g * (b * f - c * e);
}
