import type { SetupView, TouchedAxis, TouchWay } from "../ledger/index.ts";
import { type Refusal, refused } from "../refusal.ts";
import { formatMillimetres } from "../units/index.ts";

/** The fields of one touch, so that a refusal reaches the one where it was typed. */
export type TouchField = "machine" | "size" | "spacer";
export type ImpossibleCode =
  | "outside-travel"
  | "larger-than-stock"
  | "no-size"
  | "negative-thickness"
  | "no-thickness"
  | "behind-face";
export interface ImpossibleTouch extends Refusal<ImpossibleCode> {
  readonly field: TouchField;
}

/** One touch as it was understood, in millimetres, X as diameters. */
export interface TouchFacts {
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly machine: number;
  /** X: the diameter at contact; Z: stock still in front of the finished face. */
  readonly size: number;
  readonly spacer: number;
}

/** The same while it is being typed: any number may still be missing. */
export type PartialTouchFacts = Pick<TouchFacts, "axis" | "way"> & {
  readonly [Field in TouchField]: number | undefined;
};

/**
 * What cannot be, as opposed to what is unlikely: a readout outside the machine's travel, an outside diameter larger
 * than the stock (as measured, or nominal plus its oversize), a spacer of no or negative thickness, a face behind the
 * finished one. What is not known yet is passed over. Gives every impossibility, at most one for each field; an empty list when the touch is possible.
 */
export function impossibilities(
  { machine, stock }: Pick<SetupView, "machine" | "stock">,
  touch: PartialTouchFacts,
): readonly ImpossibleTouch[] {
  const found: ImpossibleTouch[] = [];
  const say = (field: TouchField, code: ImpossibleCode, message: string) =>
    found.push({ ...refused({ code, message }).refusal, field });
  const write = (millimetres: number) => formatMillimetres(millimetres, machine.units);
  const [lowest, highest] = machine.travel[touch.axis] as [number, number];
  const name = touch.axis.toUpperCase();

  if (touch.machine !== undefined && (touch.machine < lowest || touch.machine > highest))
    say(
      "machine",
      "outside-travel",
      `${name} ${write(touch.machine)} lies outside this machine's travel (${write(lowest)} to ${write(highest)}). Check the sign and the decimal point.`,
    );

  if (touch.size !== undefined && touch.axis === "x") {
    const largest = stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize;
    const why =
      stock.measuredDiameter === undefined
        ? `nominal ${write(stock.nominalDiameter)} and up to ${write(stock.oversize)} oversize`
        : "as measured";
    if (touch.size <= 0) say("size", "no-size", "A diameter is above 0. Type what the micrometer reads.");
    else if (touch.size > largest)
      say(
        "size",
        "larger-than-stock",
        `This diameter (${write(touch.size)}) would be larger than the stock (${write(largest)}, ${why}). Check for a decimal point.`,
      );
  } else if (touch.size !== undefined && touch.size < 0) {
    say(
      "size",
      "behind-face",
      "Stock still to be faced cannot be less than 0. Type 0 when the finished face has been cut.",
    );
  }

  if (touch.spacer !== undefined && touch.spacer < 0)
    say("spacer", "negative-thickness", "A spacer cannot be thinner than nothing. Type its thickness without a sign.");
  else if (touch.way !== "skim" && touch.spacer === 0)
    say(
      "spacer",
      "no-thickness",
      touch.way === "paper"
        ? "A paper or shim has a thickness. Measure it, or choose skim and measure."
        : "A block or pin has a size. Type it.",
    );
  return found;
}
