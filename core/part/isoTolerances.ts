import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";

/** Deviations from nominal, millimetres, on the diameter for a diameter; `upper` is above `lower`. */
export interface Deviations {
  readonly lower: number;
  readonly upper: number;
}

/** Upper ends of the ranges of nominal sizes, millimetres, each included (ISO 286-1). */
const RANGES = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500] as const;
/** Widths of the tolerance grades over these ranges, in thousandths of a millimetre. */
const GRADES: Readonly<Record<number, readonly number[]>> = {
  4: [3, 4, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20],
  5: [4, 5, 6, 8, 9, 11, 13, 15, 18, 20, 23, 25, 27],
  6: [6, 8, 9, 11, 13, 16, 19, 22, 25, 29, 32, 36, 40],
  7: [10, 12, 15, 18, 21, 25, 30, 35, 40, 46, 52, 57, 63],
  8: [14, 18, 22, 27, 33, 39, 46, 54, 63, 72, 81, 89, 97],
  9: [25, 30, 36, 43, 52, 62, 74, 87, 100, 115, 130, 140, 155],
  10: [40, 48, 58, 70, 84, 100, 120, 140, 160, 185, 210, 230, 250],
  11: [60, 75, 90, 110, 130, 160, 190, 220, 250, 290, 320, 360, 400],
  12: [100, 120, 150, 180, 210, 250, 300, 350, 400, 460, 520, 570, 630],
  13: [140, 180, 220, 270, 330, 390, 460, 540, 630, 720, 810, 890, 970],
};
/** How far the nearer limit of a shaft lies below nominal (d to h) or above it (k to p), in thousandths of a millimetre. */
const SHAFTS: Readonly<Record<string, readonly number[]>> = {
  d: [20, 30, 40, 50, 65, 80, 100, 120, 145, 170, 190, 210, 230],
  e: [14, 20, 25, 32, 40, 50, 60, 72, 85, 100, 110, 125, 135],
  f: [6, 10, 13, 16, 20, 25, 30, 36, 43, 50, 56, 62, 68],
  g: [2, 4, 5, 6, 7, 9, 10, 12, 14, 15, 17, 18, 20],
  h: [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
  k: [0, 1, 1, 1, 2, 2, 2, 3, 3, 4, 4, 4, 5],
  m: [2, 4, 6, 7, 8, 9, 11, 13, 15, 17, 20, 21, 23],
  n: [4, 8, 10, 12, 15, 17, 20, 23, 27, 31, 34, 37, 40],
  p: [6, 12, 15, 18, 22, 26, 32, 37, 43, 50, 56, 62, 68],
};
const LOOSE = ["d", "e", "f", "g", "h"];

type FitRefusal = Refusal<"unknown-fit" | "size">;

/**
 * Limits of a fit by ISO 286: holes D to H, JS, K to P, shafts d to h, js, k to p, grades 4 to 13, nominal sizes above 0 up to
 * 500 mm. Refuses another letter or grade, one that the letter does not have (k, m, n and p up to 7, K, M and N up to 8, P up to
 * 7), and another size. Millimetres.
 *
 * @example isoFit(22, "H8") is 0 to +0.033; isoFit(20, "g6") is −0.020 to −0.007
 */
export function isoFit(nominal: number, fit: string): Answer<Deviations, FitRefusal> {
  const no = (code: FitRefusal["code"], message: string) => refused<FitRefusal>({ code, message });
  const [, letters = "", digits = ""] = /^(js|JS|[d-hD-HkmnpKMNP])(\d{1,2})$/.exec(fit) ?? [];
  const grade = Number(digits);
  const range = RANGES.findIndex((most) => nominal <= most);
  const width = GRADES[grade]?.[range];
  if (letters === "" || !GRADES[grade])
    return no(
      "unknown-fit",
      "This is no fit that is known here. Such as H7, g6 or js9, up to p and grade 13; or type the limits.",
    );
  if (!(nominal > 0) || width === undefined)
    return no("size", "Fits are known here for sizes up to 500 mm. Type the limits.");
  const isHole = letters === letters.toUpperCase();
  const letter = letters.toLowerCase();
  const limits = (lower: number, upper: number) => accepted({ lower: lower / 1000 + 0, upper: upper / 1000 + 0 });
  if (letter === "js") return limits(-width / 2, width / 2);
  const by = SHAFTS[letter]?.[range] ?? 0;
  if (LOOSE.includes(letter)) return isHole ? limits(by, by + width) : limits(-by - width, -by);
  const most = isHole && letter !== "p" ? 8 : 7;
  if (grade > most) return no("unknown-fit", `${letters} is known here up to grade ${most}. Type the limits.`);
  if (!isHole) return limits(by, by + width);
  // A hole of the same letter fits as tightly with the next finer shaft: it is shifted by the difference of the grades.
  const finer = GRADES[grade - 1]?.[range];
  if (finer === undefined) return no("unknown-fit", `${letters} is known here from grade 5 on. Type the limits.`);
  const upper = (range === 0 ? 0 : width - finer) - by;
  return limits(upper - width, upper);
}

/** Classes of general tolerances (ISO 2768-1): fine, medium, coarse, very coarse. */
export const GENERAL_CLASSES = ["f", "m", "c", "v"] as const;
export type GeneralClass = (typeof GENERAL_CLASSES)[number];

/** Plus or minus, millimetres, for sizes up to each of these; NaN where a class has none. */
const GENERAL_UP_TO = [3, 6, 30, 120, 400, 1000, 2000] as const;
const GENERAL: Readonly<Record<GeneralClass, readonly number[]>> = {
  f: [0.05, 0.05, 0.1, 0.15, 0.2, 0.3, 0.5],
  m: [0.1, 0.1, 0.2, 0.3, 0.5, 0.8, 1.2],
  c: [0.2, 0.3, 0.5, 0.8, 1.2, 2, 3],
  v: [Number.NaN, 0.5, 1, 1.5, 2.5, 4, 6],
};

/**
 * What holds for a size where a drawing gives no limits, as plus or minus millimetres; undefined where the class has none for it
 * (below 0.5 mm and above 2 m limits are always given).
 */
export function generalTolerance(nominal: number, general: GeneralClass): number | undefined {
  if (nominal < 0.5) return undefined;
  const value = GENERAL[general][GENERAL_UP_TO.findIndex((most) => nominal <= most)];
  return value === undefined || Number.isNaN(value) ? undefined : value;
}
