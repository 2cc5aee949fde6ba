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
  /** Millimetres below which two recorded lengths are the same one: a tenth of the finest last digit of any readout. */
  sameLength: 1e-5,
  /** Last digits by which a readout may differ from a sum: one from rounding the offset, one from the readout itself. */
  readoutDigits: 2,
  /** Length, in the problem's unit, below which two sums over a comb's dimensions are the same: figures of the last place. */
  meshedLength: 1e-6,
  /** Length, in its own unit, by which chords may miss the arc that they stand for: below what any lathe turns. */
  chordMiss: 0.0005,
  /** What binary figures make of a decimal sum or quotient: below it a difference, in the unit of the sum, is none. */
  binaryNoise: 1e-9,
  /** Below it a sine or cosine times a length is one of a right angle. */
  rightAngle: 1e-15,
  /** Last digit where only the exact value of a sum is used, in the unit of the sum. */
  unroundedDigit: 1e-6,
  /** Slope, radius over length, below which a way is level, and above whose inverse it is upright. */
  levelSlope: 1e-6,
  /** Sine of the angle between two lines below which they do not meet. */
  parallelLines: 1e-6,
  /** Seconds that an order of work must gain to be another one: a second in an hour is none. */
  leastGain: 1e-6,
  /** Millimetres by which a size that was given in the other unit may miss. */
  otherUnit: 1e-3,
  /** Share of a unit's usual last digit by which a length may miss it and still be held by it. */
  usualDigits: 1e-3,
  /** Last digits by which G + W + S + P may differ from the machine position before the closure is open. */
  closureLastDigits: 1,
  /** Share of the largest explanation below which a normal distribution is left out of a product of densities: no verdict shows it. */
  leastShare: 1e-10,
} as const;
