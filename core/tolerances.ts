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
  /** Millimetres below which two recorded lengths are the same one: a tenth of the finest last digit that anybody reads. */
  sameLength: 1e-5,
  /** Length, in the problem's unit, below which two sums over a comb's dimensions are the same: figures of the last place. */
  meshedLength: 1e-6,
  /** Length, in its own unit, by which chords may miss the arc that they stand for: below what any lathe turns. */
  chordMiss: 0.0005,
  /** Last digits by which G + W + S + P may differ from the machine position before the closure is open. */
  closureLastDigits: 1,
} as const;
