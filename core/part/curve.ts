import { TOLERANCES } from "../tolerances.ts";
import { circlesMeet, lineMeetsCircle, type Spot } from "./meetings.ts";

/**
 * A piece of a boundary that has one height `v` for every `u` between `low` and `high`: straight, or a half of a circle.
 * Millimetres, both true distances.
 */
export type Curve = Straight | HalfCircle;

interface Straight {
  readonly shape: "line";
  readonly low: number;
  readonly high: number;
  /** Height at `low`, and how much it rises for each millimetre. */
  readonly v: number;
  readonly slope: number;
}
interface HalfCircle {
  readonly shape: "arc";
  readonly low: number;
  readonly high: number;
  readonly u: number;
  readonly v: number;
  readonly radius: number;
  /** Its upper half, or its lower one. */
  readonly half: 1 | -1;
}

/** The straight piece between two places, millimetres; undefined where they stand one above the other. */
export function lineBetween(u0: number, v0: number, u1: number, v1: number): Curve | undefined {
  if (Math.abs(u1 - u0) < TOLERANCES.binaryNoise) return undefined;
  const [low, high, v, end] = u0 < u1 ? [u0, u1, v0, v1] : [u1, u0, v1, v0];
  return { shape: "line", low, high, v, slope: (end - v) / (high - low) };
}

/**
 * Half of a circle, between two places on it as far as it reaches. Millimetres; undefined where nothing of it lies between them.
 */
export function halfCircle(
  { u, v, radius, half }: Pick<HalfCircle, "u" | "v" | "radius" | "half">,
  from = u - radius,
  to = u + radius,
): Curve | undefined {
  const low = Math.max(Math.min(from, to), u - radius);
  const high = Math.min(Math.max(from, to), u + radius);
  if (high - low < TOLERANCES.binaryNoise) return undefined;
  return { shape: "arc", low, high, u, v, radius, half };
}

/** Height of a curve, millimetres; beyond its circle the height of the circle's own end. */
export function heightAt(curve: Curve, u: number): number {
  if (curve.shape === "line") return curve.slope === 0 ? curve.v : curve.v + curve.slope * (u - curve.low);
  return curve.v + curve.half * Math.sqrt(Math.max(0, curve.radius ** 2 - (u - curve.u) ** 2));
}

/** The same curve upside down. */
export const turnedOver = (curve: Curve): Curve =>
  curve.shape === "line"
    ? { ...curve, v: 0 - curve.v, slope: 0 - curve.slope }
    : { ...curve, v: 0 - curve.v, half: curve.half === 1 ? -1 : 1 };

/** Where two curves have the same height, millimetres along `u` and rising; between them they never cross twice at one place. */
export function crossings(a: Curve, b: Curve): readonly number[] {
  if (a.shape === "line" && b.shape === "line") {
    const slope = a.slope - b.slope;
    if (slope === 0) return [];
    return [(b.v - b.slope * b.low - (a.v - a.slope * a.low)) / slope];
  }
  if (a.shape === "arc" && b.shape === "arc") return rising(onHalf(a, onHalf(b, circlesMeet(a, b))));
  const [line, circle] = a.shape === "line" ? [a, b as HalfCircle] : [b as Straight, a];
  const spots = lineMeetsCircle({ u: line.low, v: line.v }, { u: 1, v: line.slope }, circle);
  return rising(onHalf(circle, spots));
}

const rising = (spots: readonly Spot[]) => spots.map(({ u }) => u).sort((one, other) => one - other);

/** Those places at which a half of a circle is the half that meets. */
const onHalf = ({ v, half }: HalfCircle, spots: readonly Spot[]) =>
  spots.filter((spot) => half * (spot.v - v) >= -TOLERANCES.binaryNoise);
