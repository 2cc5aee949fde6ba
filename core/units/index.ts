export {
  formatLength,
  formatMillimetres,
  plainLength,
  plainMillimetres,
  toControlText,
  typedLength,
} from "./formatLength.ts";
export type { LengthContext, LengthReading, LengthRefusal } from "./length/reading.ts";
export { readLength } from "./length/readLength.ts";
export { inBrackets, withUnit } from "./length/withUnit.ts";
export { decimalsOf, roundToResolution, withoutNegativeZero } from "./rounding.ts";
export { spokenLength } from "./spokenLength.ts";
export { convertLength, MM_PER_INCH, type Unit, usualResolution } from "./unit.ts";
