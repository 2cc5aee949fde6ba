/**
 * Tables of insert sizes, nominal millimetres. Source: ISO 1832 (designation of indexable inserts); the edge lengths
 * follow from the inscribed circle and the corner angle and are written there without decimals. Each row of the test
 * recomputes the length from the circle.
 */

/** Shapes with the angle of their cutting corner in degrees; round inserts have none. */
export const INSERT_SHAPES: Readonly<Record<string, { readonly includedAngle: number | null }>> = {
  C: { includedAngle: 80 },
  D: { includedAngle: 55 },
  E: { includedAngle: 75 },
  H: { includedAngle: 120 },
  K: { includedAngle: 55 },
  M: { includedAngle: 86 },
  O: { includedAngle: 135 },
  P: { includedAngle: 108 },
  R: { includedAngle: null },
  S: { includedAngle: 90 },
  T: { includedAngle: 60 },
  V: { includedAngle: 35 },
  W: { includedAngle: 80 },
};

/** Edge-length code to inscribed circle, by shape. K is a parallelogram, whose long edge is the one that is coded. */
export const EDGE_TO_CIRCLE: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  C: {
    "03": 3.97,
    "04": 4.76,
    "05": 5.56,
    "06": 6.35,
    "08": 7.94,
    "09": 9.525,
    "12": 12.7,
    "16": 15.875,
    "19": 19.05,
    "25": 25.4,
    "32": 31.75,
  },
  D: {
    "04": 3.97,
    "05": 4.76,
    "06": 5.56,
    "07": 6.35,
    "09": 7.94,
    "11": 9.525,
    "15": 12.7,
    "19": 15.875,
    "23": 19.05,
    "31": 25.4,
    "38": 31.75,
  },
  E: { "04": 3.97, "05": 5.56, "06": 6.35, "08": 7.94, "09": 9.525, "13": 12.7, "16": 15.875, "19": 19.05, "26": 25.4 },
  H: { "03": 6.35, "05": 9.525, "07": 12.7, "09": 15.875, "11": 19.05, "14": 25.4 },
  K: { "16": 9.525 },
  M: { "06": 6.35, "09": 9.525, "12": 12.7, "15": 15.875, "19": 19.05, "25": 25.4 },
  O: { "02": 6.35, "03": 9.525, "05": 12.7, "06": 15.875, "07": 19.05, "10": 25.4 },
  P: { "04": 6.35, "06": 9.525, "09": 12.7, "11": 15.875, "13": 19.05, "18": 25.4 },
  R: {
    "03": 3.97,
    "04": 4.76,
    "05": 5.56,
    "06": 6.35,
    "07": 7.94,
    "09": 9.525,
    "12": 12.7,
    "15": 15.875,
    "19": 19.05,
    "25": 25.4,
    "31": 31.75,
  },
  S: {
    "03": 3.97,
    "04": 4.76,
    "05": 5.56,
    "06": 6.35,
    "07": 7.94,
    "09": 9.525,
    "12": 12.7,
    "15": 15.875,
    "19": 19.05,
    "25": 25.4,
    "31": 31.75,
  },
  T: {
    "06": 3.97,
    "08": 4.76,
    "09": 5.56,
    "11": 6.35,
    "13": 7.94,
    "16": 9.525,
    "22": 12.7,
    "27": 15.875,
    "33": 19.05,
    "44": 25.4,
    "55": 31.75,
  },
  V: { "06": 3.97, "08": 4.76, "09": 5.56, "11": 6.35, "13": 7.94, "16": 9.525, "22": 12.7, "27": 15.875, "33": 19.05 },
  W: {
    "02": 3.97,
    L3: 4.76,
    "03": 5.56,
    "04": 6.35,
    "05": 7.94,
    "06": 9.525,
    "08": 12.7,
    "10": 15.875,
    "13": 19.05,
    "17": 25.4,
  },
};

/** Diameter codes of metric round inserts: the diameter itself, in millimetres. */
export const METRIC_ROUNDS: readonly string[] = ["05", "06", "08", "10", "12", "16", "20", "25", "32"];

/** Thickness code to thickness. */
export const THICKNESS: Readonly<Record<string, number>> = {
  "01": 1.59,
  T0: 1.79,
  T1: 1.98,
  "02": 2.38,
  T2: 2.78,
  "03": 3.18,
  T3: 3.97,
  "04": 4.76,
  T4: 4.96,
  "05": 5.56,
  T5: 5.95,
  "06": 6.35,
  T6: 6.75,
  "07": 7.94,
  "09": 9.52,
  T9: 9.72,
  "11": 11.11,
  "12": 12.7,
};

/** Inscribed circle in eighths of an inch to its nominal millimetres. */
export const INCH_CIRCLE: Readonly<Record<string, number>> = {
  "1.2": 3.97,
  "1.5": 4.76,
  "1.8": 5.56,
  "2": 6.35,
  "2.5": 7.94,
  "3": 9.525,
  "4": 12.7,
  "5": 15.875,
  "6": 19.05,
  "8": 25.4,
};

/** Thickness in sixteenths of an inch to its nominal millimetres. */
export const INCH_THICKNESS: Readonly<Record<string, number>> = {
  "1": 1.59,
  "1.2": 1.98,
  "1.5": 2.38,
  "2": 3.18,
  "2.5": 3.97,
  "3": 4.76,
  "3.5": 5.56,
  "4": 6.35,
  "5": 7.94,
  "6": 9.52,
  "7": 11.11,
  "8": 12.7,
};

/** Radius in 1/64 in to its nominal millimetres: 0.4 mm to the figure; the two smallest figures are names. */
export const INCH_RADIUS: Readonly<Record<string, number>> = {
  "0": 0,
  "0.2": 0.1,
  "0.5": 0.2,
  "1": 0.4,
  "2": 0.8,
  "3": 1.2,
  "4": 1.6,
  "5": 2,
  "6": 2.4,
  "7": 2.8,
  "8": 3.2,
};
