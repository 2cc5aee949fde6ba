import { convertLength, formatLength, type Unit } from "../../core/units/index.ts";

/** A length for a form, without zeros that say nothing. */
export const plainLength = (mm: number, unit: Unit): string => {
  const text = formatLength(convertLength(mm, "mm", unit), unit === "mm" ? 0.001 : 0.0001);
  if (!text.includes(".")) return text;
  let end = text.length;
  while (text[end - 1] === "0") end--;
  return text.slice(0, text[end - 1] === "." ? end - 1 : end);
};
