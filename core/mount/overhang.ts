/** Young's modulus of what bars are made of, N/mm², and the length over diameter that they stand (docs/MATHEMATICS.md, Mounting). */
export const BAR_MATERIALS = {
  steel: { modulus: 210_000, usualRatio: 4 },
  carbide: { modulus: 600_000, usualRatio: 6 },
  damped: { modulus: 210_000, usualRatio: 10 },
} as const;
export type BarMaterial = keyof typeof BAR_MATERIALS;

/** Diameters that bars are sold in, millimetres. */
const BAR_DIAMETERS = [4, 5, 6, 8, 10, 12, 16, 20, 25, 32, 40, 50, 63, 80] as const;

/** Cutting force of a light finishing cut that is assumed where nothing else is known, newtons. */
const USUAL_FORCE = 60;

interface Overhang {
  /** Length over diameter. */
  readonly ratio: number;
  /** Deflection at the tip under the force, millimetres. */
  readonly deflection: number;
  /** True where the ratio stays within what the material stands. */
  readonly fits: boolean;
  /** The thinnest bar that would stand this overhang; undefined where this one does, or none sold does. */
  readonly nextBar: number | undefined;
  /** The longest overhang that this bar stands, millimetres. */
  readonly longest: number;
}

/**
 * Deflection of a round bar at its tip: F·L³ ÷ (3·E·I) with I = π·d⁴ ÷ 64, and whether its length over diameter stays
 * within the guidance for its material. Millimetres and newtons; all above 0.
 *
 * `smallestBore` keeps the suggestion to bars that still go in.
 *
 * @example steel, 16 thick, 80 out, 60 N: L/d 5, 0.0152 mm; a 20 bar would stand it
 */
export function overhangOf(
  material: BarMaterial,
  diameter: number,
  overhang: number,
  force: number = USUAL_FORCE,
  largestBar: number = Number.POSITIVE_INFINITY,
): Overhang {
  const { modulus, usualRatio } = BAR_MATERIALS[material];
  const inertia = (Math.PI * diameter ** 4) / 64;
  const ratio = overhang / diameter;
  const fits = ratio <= usualRatio;
  return {
    ratio,
    deflection: (force * overhang ** 3) / (3 * modulus * inertia),
    fits,
    nextBar: fits
      ? undefined
      : BAR_DIAMETERS.find((one) => one > diameter && overhang / one <= usualRatio && one <= largestBar),
    longest: diameter * usualRatio,
  };
}
