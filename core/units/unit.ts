/** The two units in which lathes, drawings and gauges speak. */
export type Unit = "mm" | "in";

/** One inch in millimetres, exact by definition (international inch, 1959). */
export const MM_PER_INCH = 25.4;

/** Converts a length between the two units. 1 in = 25.4 mm exactly; the same unit gives the same number back. */
export function convertLength(length: number, from: Unit, to: Unit): number {
  if (from === to) return length;
  return from === "in" ? length * MM_PER_INCH : length / MM_PER_INCH;
}

/** The last digit that a control in this unit usually shows: 0.001 mm or 0.0001 in. */
export function usualResolution(unit: Unit): number {
  return unit === "mm" ? 0.001 : 0.0001;
}
