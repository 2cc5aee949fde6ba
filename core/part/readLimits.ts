import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { type LengthContext, readLength } from "../units/index.ts";
import { type Deviations, GENERAL_CLASSES, type GeneralClass, generalTolerance, isoFit } from "./isoTolerances.ts";

/** Limits as they were written, and what they are: deviations in millimetres, as the drawing counts. */
interface WrittenLimits extends Deviations {
  /** The fit or the class by its name; undefined where figures were written. */
  readonly by: string | undefined;
}

type LimitsRefusal = Refusal<"limits">;

/**
 * Reads the limits of a dimension as a drawing has them: a fit (`H7`, on diameters), a class of general tolerances (`m`), `±0.05`,
 * two deviations (`+0.02 -0.01`, `0/+0.033`), or two sizes (`21.98 to 22.02`). `nominal` in millimetres; figures in the unit of
 * the context. Refuses what is none of them, limits that do not enclose anything, and two sizes far from nominal.
 */
export function readLimits(
  text: string,
  nominal: number,
  { units, ...rest }: LengthContext & { readonly isDiameter: boolean },
): Answer<WrittenLimits, LimitsRefusal> {
  const no = (message: string) => refused<LimitsRefusal>({ code: "limits", message });
  const written = text.trim().replaceAll("−", "-").replace(/\s+/g, " ");
  if (GENERAL_CLASSES.includes(written as GeneralClass)) {
    const plusMinus = generalTolerance(nominal, written as GeneralClass);
    return plusMinus === undefined
      ? no("This class has no limits for such a size. Type them.")
      : accepted({ lower: -plusMinus, upper: plusMinus, by: written });
  }
  if (/^(?:js|JS|[A-Za-z])\d{1,2}$/.test(written)) {
    if (!rest.isDiameter) return no("Fits are for diameters. Type ± or the two limits.");
    const fit = isoFit(nominal, written);
    return fit.ok ? accepted({ ...fit.value, by: written }) : no(fit.refusal.message);
  }
  const { decimal } = rest;
  const read = (figure: string) => {
    const length = readLength(figure, { units, ...(decimal && { decimal }) });
    return length.ok ? length.value.mm : undefined;
  };
  const plusMinus = /^(?:±|\+\/?-) ?(.+)$/.exec(written)?.[1];
  if (plusMinus !== undefined) {
    const mm = read(plusMinus);
    if (mm === undefined || mm <= 0) return no(EXPECTED);
    return accepted({ lower: -mm, upper: mm, by: undefined });
  }
  const [one, other, ...more] = written.split(/ ?(?:to|[/;]) ?| /).map(read);
  if (one === undefined || other === undefined || more.length > 0) return no(EXPECTED);
  const [low, high] = [Math.min(one, other), Math.max(one, other)];
  if (low === high) return no("The upper limit must lie above the lower one.");
  // Sizes are near nominal, deviations near 0.
  const areSizes = Math.abs((low + high) / 2 - nominal) < Math.abs((low + high) / 2);
  const [lower, upper] = areSizes ? [low - nominal, high - nominal] : [low, high];
  if (Math.max(Math.abs(lower), Math.abs(upper)) > FARTHEST)
    return no("These limits are far from nominal. Check for a decimal point.");
  return accepted({ lower, upper, by: undefined });
}
const EXPECTED = "Type the limits as on the drawing: H7, ±0.05, +0.02/-0.01, 21.98 to 22.02, or a class f, m, c or v.";
/** Limits farther from nominal than this are a slip. Millimetres. */
const FARTHEST = 10;
