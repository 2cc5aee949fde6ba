import { convertLength, formatLength, type Unit } from "../../core/units/index.ts";

/** A length for a form, without zeros that say nothing. */
export const plainLength = (mm: number, unit: Unit): string => {
  const text = formatLength(convertLength(mm, "mm", unit), unit === "mm" ? 0.001 : 0.0001);
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
};
