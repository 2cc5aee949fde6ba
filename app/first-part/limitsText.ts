import { TOLERANCES } from "../../core/tolerances.ts";
import type { Show } from "../shell/useShow.ts";

/** Limits of a dimension from its nominal, in millimetres as the drawing counts, with the fit or the class that they come from. */
export interface DrawnLimits {
  readonly lower: number;
  readonly upper: number;
  /** Undefined where they were typed as figures. */
  readonly by: string | undefined;
}

/** Limits as a drawing has them: a fit by its name, one number where they are alike, else both. */
export function limitsText(limits: DrawnLimits | undefined, axis: "x" | "z", { amount }: Show): string {
  if (!limits) return "no limits";
  const short = (millimetres: number) => amount(axis, millimetres, "always").replace(/(\.\d\d)0+$/, "$1");
  if (limits.by && IS_FIT.test(limits.by)) return limits.by;
  if (isNone(limits.upper + limits.lower)) return `± ${short(limits.upper).slice(1)}`;
  const either = (millimetres: number) => (isNone(millimetres) ? "0" : short(millimetres));
  return `${either(limits.lower)}/${either(limits.upper)}`;
}
const isNone = (millimetres: number) => Math.abs(millimetres) < TOLERANCES.binaryNoise;
const IS_FIT = /^[A-Za-z]{1,2}\d/;

/** Where limits come from, in words; empty where they were typed as figures. */
export function limitsFrom({ by }: DrawnLimits): string {
  if (by === undefined) return "";
  if (by === SHOP_LIMITS) return "by the shop's tolerances";
  return IS_FIT.test(by) ? `by ${by}` : `by the general tolerances (${by})`;
}
/** What stands on record where the shop's own tolerances give the limits. */
export const SHOP_LIMITS = "shop";
