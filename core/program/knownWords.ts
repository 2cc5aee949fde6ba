/** G codes that turning programs use, times ten. What is not among them is told, never refused. */
export const KNOWN_G: ReadonlySet<number> = new Set(
  [
    0, 1, 2, 3, 4, 7, 7.1, 8, 9, 10, 11, 12.1, 13.1, 15, 16, 17, 18, 19, 20, 21, 22, 23, 25, 26, 27, 28, 29, 30, 31, 32,
    33, 33.1, 34, 35, 36, 37, 40, 41, 42, 43, 43.1, 44, 49, 50, 50.1, 50.2, 51.1, 51.2, 52, 53, 54, 54.1, 55, 56, 57,
    58, 59, 59.1, 59.2, 59.3, 61, 61.1, 62, 63, 64, 65, 66, 67, 68, 68.1, 69, 69.1, 70, 71, 72, 73, 74, 75, 76, 77, 78,
    79, 80, 81, 82, 83, 84, 85, 86, 87, 88, 89, 90, 90.1, 91, 91.1, 92, 92.1, 93, 94, 95, 96, 97, 98, 99, 107, 112, 113,
    114.1, 150,
  ].map((code) => Math.round(code * 10)),
);

/** Cycles that follow a contour between two numbered blocks. */
export const CONTOUR_CYCLES: ReadonlySet<number> = new Set([700, 710, 720, 730]);

/** Homing, to the first and to the other reference points: where that is in the part is not known here. */
export const HOMING: ReadonlySet<number> = new Set([280, 300, 301]);
