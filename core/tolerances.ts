/**
 * Every tolerance of the core, named by its purpose. Nothing else in `core/` may hold a bare epsilon.
 */
export const TOLERANCES = {
  /**
   * Share of a last digit by which a quotient may miss a tie and still count as one. A control's value over its
   * resolution stays below 1e9, where binary noise is below 1e-6 of a digit; a real value this close to a tie is
   * one that no gauge can tell from it.
   */
  tieOfLastDigit: 1e-6,
  /** Last digits by which G + W + S + P may differ from the machine position before the closure is open. */
  closureLastDigits: 1,
} as const;
