import type { showFor } from "../shell/useShow.ts";
import type { DrawnDimension } from "./drawnPart.ts";

/** Limits as a drawing has them: a fit by its name, one number where they are alike, else both. */
export function limitsText({ limits, dimension }: DrawnDimension, { amount }: ReturnType<typeof showFor>): string {
  if (!limits) return "no limits";
  const axis = dimension.kind === "diameter" ? "x" : "z";
  const short = (millimetres: number) => amount(axis, millimetres, "always").replace(/(\.\d\d)0+$/, "$1");
  if (limits.by && /^[A-Za-z]{1,2}\d/.test(limits.by)) return limits.by;
  if (Math.abs(limits.upper + limits.lower) < NOISE) return `± ${short(limits.upper).slice(1)}`;
  const either = (millimetres: number) => (Math.abs(millimetres) < NOISE ? "0" : short(millimetres));
  return `${either(limits.lower)}/${either(limits.upper)}`;
}
/** Sums of decimal figures miss a limit in the last binary place. */
const NOISE = 1e-9;
