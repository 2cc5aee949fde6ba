import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { TOLERANCES } from "../tolerances.ts";
import {
  EDGE_TO_CIRCLE,
  INCH_CIRCLE,
  INCH_RADIUS,
  INCH_THICKNESS,
  INSERT_SHAPES,
  METRIC_ROUNDS,
  THICKNESS,
} from "./insertTables.ts";

/** What a designation says about an insert. Lengths in millimetres, nominal metric values for inch designations too. */
export interface Insert {
  readonly designation: string;
  readonly system: "iso" | "inch";
  /** Shape letter, capital. */
  readonly shape: string;
  /** Angle at the cutting corner in degrees; null for a round insert. */
  readonly includedAngle: number | null;
  readonly inscribedCircle: number;
  readonly thickness: number;
  /** Radius to enter. A corner that is called sharp is given as {@link SHARP_RADIUS}. */
  readonly noseRadius: number;
  /** True where the designation says 00 or 0: a real corner still has 0.05 to 0.1 mm. */
  readonly sharp: boolean;
}

/** What a sharp corner is taken for: the lower end of the 0.05…0.1 mm that such corners have. */
const SHARP_RADIUS = 0.05;

type DesignationRefusal = Refusal<"designation">;

const CLEARANCES = "ABCDEFGNPO";
const TOLERANCE_CLASSES = "ACEFGHJKLMNU";
const FIXINGS = "ABCFGHJMNQRTUWX";

/**
 * Reads an insert designation of ISO 1832 or its inch form.
 *
 * ISO: shape, clearance, tolerance, fixing, then edge length, thickness and radius in two characters each
 * (`CNMG 120408`: inscribed circle 12.7, thickness 4.76, radius 0.8). Inch: inscribed circle in 1/8 in, thickness in
 * 1/16 in, radius in 1/64 in, decimals run together (`CCMT 32.51` = 3, 2.5, 1). What follows the radius after a blank,
 * a hyphen, or as edge and hand letters is left alone. Refuses (`designation`) with the character that fails, counted
 * from 0, and what was expected there.
 */
export function readInsertDesignation(text: string): Answer<Insert, DesignationRefusal> {
  const upper = text.toUpperCase();
  let at = 0;
  const fail = (message: string, where = at) =>
    refused<DesignationRefusal>({ code: "designation", message, at: Math.min(where, text.length) });
  const here = () => (at < text.length ? `“${text[at]}”` : "the end");
  const skip = (characters: RegExp) => {
    while (at < upper.length && characters.test(upper[at] as string)) at++;
  };

  skip(/\s/);
  const begin = at;
  const letter = upper[at] ?? "";
  const shape = INSERT_SHAPES[letter];
  if (!shape) return fail(`Expected a shape letter (${Object.keys(INSERT_SHAPES).join(" ")}), found ${here()}.`);
  at++;
  for (const [name, letters] of [
    ["clearance", CLEARANCES],
    ["tolerance", TOLERANCE_CLASSES],
    ["fixing", FIXINGS],
  ] as const) {
    if (!letters.includes(upper[at] ?? "-"))
      return fail(`Expected a ${name} letter (${[...letters].join(" ")}), found ${here()}.`);
    at++;
  }
  skip(/[\s-]/);

  const sizes = upper.slice(at).match(/^[0-9LTM.()]*/)?.[0] ?? "";
  if (sizes === "") return fail(`Expected the sizes, such as 120408 or 432, found ${here()}.`);
  // Inch figures are three, or run out too early; no inch circle begins with 0 or 1 unless it has a decimal.
  const behind = upper[at + sizes.length] ?? " ";
  const isInch =
    /[.(]/.test(sizes) || /^[2-9]\d\d(?!\d)/.test(sizes) || (/^[2-9]\d?$/.test(sizes) && /[\s-]/.test(behind));
  const dimensions = isInch ? readInchSizes(letter, upper, at) : readIsoSizes(letter, upper, at);
  if ("expected" in dimensions) {
    at = dimensions.at;
    return fail(`Expected ${dimensions.expected}, found ${here()}.`);
  }
  at = dimensions.end;
  // Edge condition, hand and a chip former's own letters follow; they change nothing that is read here.
  if (at < upper.length && !/^([\s-].{0,30}|[A-Z][A-Z0-9]{0,6}([\s-].{0,30})?)$/.test(upper.slice(at)))
    return fail(`Expected the end, or a hyphen or blank before anything further, found ${here()}.`);

  return accepted({
    designation: text.slice(begin).trim(),
    system: isInch ? "inch" : "iso",
    shape: letter,
    includedAngle: shape.includedAngle,
    inscribedCircle: dimensions.inscribedCircle,
    thickness: dimensions.thickness,
    noseRadius: dimensions.noseRadius || SHARP_RADIUS,
    sharp: dimensions.noseRadius === 0,
  });
}

type Sizes =
  | { inscribedCircle: number; thickness: number; noseRadius: number; end: number }
  | { expected: string; at: number };

function readIsoSizes(shape: string, text: string, at: number): Sizes {
  const edge = text.slice(at, at + 2);
  const circles = EDGE_TO_CIRCLE[shape] as Readonly<Record<string, number>>;
  const metricRound = shape === "R" && text.slice(at + 4, at + 6) === "M0";
  // With 00 a round insert has an inch circle; a metric one where no inch circle has that code.
  const metricCircle = shape === "R" && METRIC_ROUNDS.includes(edge) ? Number(edge) : undefined;
  const inscribedCircle = metricRound ? metricCircle : (circles[edge] ?? metricCircle);
  if (inscribedCircle === undefined)
    return {
      expected: `an edge length of shape ${shape} (${Object.keys(circles).sort().join(" ")})`,
      at: firstMismatch(edge, Object.keys(circles), at),
    };
  const thicknessCode = text.slice(at + 2, at + 4);
  const thickness = THICKNESS[thicknessCode];
  if (thickness === undefined)
    return {
      expected: `a thickness (${Object.keys(THICKNESS).sort().join(" ")})`,
      at: firstMismatch(thicknessCode, Object.keys(THICKNESS), at + 2),
    };
  const radiusCode = text.slice(at + 4, at + 6);
  if (shape === "R") {
    if (radiusCode !== "00" && radiusCode !== "M0")
      return { expected: "00 or M0 for a round insert", at: firstMismatch(radiusCode, ["00", "M0"], at + 4) };
    return { inscribedCircle, thickness, noseRadius: inscribedCircle / 2, end: at + 6 };
  }
  const digits = radiusCode.search(/[^0-9]|$/);
  if (digits < 2) return { expected: "the radius in tenths of a millimetre, two digits", at: at + 4 + digits };
  return { inscribedCircle, thickness, noseRadius: Number(radiusCode) / 10, end: at + 6 };
}

function readInchSizes(shape: string, text: string, at: number): Sizes {
  let next = at;
  /** One figure: a digit with at most one decimal run on to it, in brackets or not. */
  const figure = () => text.slice(next).match(/^(\d(\.\d)?|\(\d(\.\d)?\))/)?.[0];
  const read = (
    table: Readonly<Record<string, number>>,
    what: string,
  ): { value: number } | { expected: string; at: number } => {
    const found = figure();
    const value = found === undefined ? undefined : table[found.replace(/[()]/g, "")];
    if (found === undefined || value === undefined)
      return { expected: `${what} (${Object.keys(table).join(" ")})`, at: next };
    next += found.length;
    return { value };
  };
  const circle = read(INCH_CIRCLE, "an inscribed circle in eighths of an inch");
  if ("expected" in circle) return circle;
  const thickness = read(INCH_THICKNESS, "a thickness in sixteenths of an inch");
  if ("expected" in thickness) return thickness;
  if (shape === "R") {
    if (text[next] === "0") next++;
    return { inscribedCircle: circle.value, thickness: thickness.value, noseRadius: circle.value / 2, end: next };
  }
  const radius = read(INCH_RADIUS, "a radius in 1/64 of an inch");
  if ("expected" in radius) return radius;
  return { inscribedCircle: circle.value, thickness: thickness.value, noseRadius: radius.value, end: next };
}

/** Position of the first character of a two-character code that begins none of the known codes. */
function firstMismatch(code: string, known: readonly string[], at: number): number {
  return known.some((entry) => code[0] !== undefined && entry[0] === code[0]) ? at + 1 : at;
}

/** The same radius as an inch control takes it: exact 64ths of an inch for the nominal metric radii (0.8 mm is 1/32). */
export function radiusInInches(noseRadius: number): number {
  const figure = Object.entries(INCH_RADIUS).find(
    ([, nominal]) => Math.abs(nominal - noseRadius) < TOLERANCES.binaryNoise,
  )?.[0];
  // Below 1/128 in the figures are names, not sixty-fourths: 0.1 mm is called 0.2.
  return figure === undefined || Number(figure) < 0.5 ? noseRadius / 25.4 : Number(figure) / 64;
}
