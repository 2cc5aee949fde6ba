import { TOLERANCES } from "../tolerances.ts";

/** The five numbers that must close, in one unit, X as diameters. */
interface Closure {
  readonly machine: number;
  readonly geometry: number;
  readonly wear: number;
  readonly work: number;
  readonly touched: number;
}

/**
 * Closure check: geometry + wear + work offset + touched dimension must add up to the machine position at contact,
 * within one last digit. Gives the signed gap and whether it closes.
 */
export function closureOf(sum: Closure, resolution: number): { readonly gap: number; readonly closes: boolean } {
  const gap = sum.geometry + sum.wear + sum.work + sum.touched - sum.machine;
  return { gap, closes: Math.abs(gap) <= resolution * (TOLERANCES.closureLastDigits + TOLERANCES.tieOfLastDigit) };
}
