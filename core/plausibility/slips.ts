import { type CaseContact, contactSide, type Surface } from "../touch/index.ts";
import { convertLength, MM_PER_INCH } from "../units/index.ts";
import type { PlausibilityCase } from "./plausibilityCase.ts";
import { mistyped, pointSlipped, readTypedNumber, swapped, type TypedNumber, writtenOut } from "./typedNumber.ts";

/** Slips that have a corrected value: what the number would be without them. */
export const CORRECTABLE_SLIPS = [
  "paper-ignored",
  "paper-once",
  "paper-wrong-way",
  "paper-twice",
  "decimal-slip-spacer",
  "spacer-left",
  "radius-for-diameter",
  "diameter-doubled",
  "decimal-slip-measured",
  "wrong-edge",
  "half-width",
  "cutter-radius",
  "nose-radius",
  "digits-swapped",
  "digit-mistyped",
  "units-mixed",
  "sign-lost",
  "moved-before-entry",
] as const;
/** Everything that can be behind a number, the honest re-setting first. */
export const HYPOTHESES = [
  "remounted",
  ...CORRECTABLE_SLIPS,
  "other-row",
  "moved-alike",
  "unexplained",
  "unknown-spacer",
] as const;
export type CorrectableSlip = (typeof CORRECTABLE_SLIPS)[number];
export type Hypothesis = (typeof HYPOTHESES)[number];

/** What a number would be without a slip that happened in one way. */
interface SlipWay {
  readonly value: number;
  /** What the density counts times, where the slip stretches or shrinks the number. */
  readonly stretch: number;
  /** The spacer without the slip; undefined where the slip leaves it as it was typed. */
  readonly spacer?: number | undefined;
  /** The size without the slip; undefined where the slip leaves it as it was typed. */
  readonly size?: number | undefined;
}

/** A paper lies between; what is thicker than this is a block, millimetres. */
const THICKEST_PAPER = 0.5;

/**
 * What a number would be without each slip that its touch allows (docs/MATHEMATICS.md, Plausibility): one value for each way in which
 * the slip can have happened. With G = M − W − S − (c + n·k·t + δ), what was counted too little in the bracket made G too
 * large. Kinds that do not apply are absent.
 */
export function slipsOf(one: PlausibilityCase): ReadonlyMap<CorrectableSlip, readonly SlipWay[]> {
  const { value, touch, axis, jogSteps = [] } = one;
  const ways = new Map<CorrectableSlip, SlipWay[]>();
  const add = (kind: CorrectableSlip, found: readonly SlipWay[]) => {
    const told = found.filter((way) => Number.isFinite(way.value) && way.value !== value);
    if (told.length > 0) ways.set(kind, [...(ways.get(kind) ?? []), ...told]);
  };
  const plain = (...values: readonly number[]) => values.map((to): SlipWay => ({ value: to, stretch: 1 }));
  const typed = typedNumbers(one);
  if (touch) {
    paperSlips(one, touch, add);
    toolSlips(value, axis, touch, (kind, ...values) => add(kind, plain(...values)));
  }
  for (const number of typed) {
    const { text, isDiameter, isFace } = number;
    const as = (values: readonly number[]) => values.map(number.without);
    if (isDiameter) {
      add("radius-for-diameter", as([text.value * 2]));
      add("diameter-doubled", as([text.value / 2]));
    }
    if (number.of === "size" || number.of === "machine")
      add("decimal-slip-measured", as(pointSlipped(text, one.resolution)));
    if (number.of === "spacer") add("decimal-slip-spacer", as(pointSlipped(text, one.resolution)));
    add("digits-swapped", as(swapped(text)));
    if (one.typed) add("digit-mistyped", as(mistyped(text)));
    if (number.of === "size" || number.of === "machine")
      add("units-mixed", as([text.value * MM_PER_INCH, text.value / MM_PER_INCH]));
    if (number.of === "value")
      add("units-mixed", [
        { value: value / MM_PER_INCH, stretch: 1 / MM_PER_INCH },
        { value: value * MM_PER_INCH, stretch: MM_PER_INCH },
      ]);
    if (number.of === "machine" || number.of === "value" || (isFace && one.typed)) add("sign-lost", as([-text.value]));
  }
  // Its thickness was said, and no text of it is known: the point may have slipped all the same.
  if (touch && touch.spacer > 0 && !typed.some(({ of }) => of === "spacer"))
    add("decimal-slip-spacer", [touch.spacer * 10, touch.spacer / 10].map(withSpacer(one, touch)));
  add("moved-before-entry", plain(...jogSteps.flatMap((step) => [value + step, value - step])));
  return ways;
}

/** A number that a hand typed, and what the value would be had another one been typed. */
interface Typed {
  readonly of: "machine" | "size" | "spacer" | "value";
  readonly text: TypedNumber;
  readonly isDiameter: boolean;
  readonly isFace: boolean;
  readonly without: (other: number) => SlipWay;
}

/** What was typed: by its texts, or, where none are known, the value and the size with all digits of the resolution. */
function typedNumbers(one: PlausibilityCase): readonly Typed[] {
  const { value, touch, typed, resolution } = one;
  const size = touch && typedSize(touch);
  const read = (text: string | undefined) => (text === undefined ? undefined : readTypedNumber(text));
  const texts = typed
    ? { machine: read(typed.machine), size: read(typed.size), spacer: read(typed.spacer), value: read(typed.value) }
    : {
        value: writtenOut(value, resolution),
        ...(size && { size: writtenOut(size.typed, resolution) }),
      };
  const found: Typed[] = [];
  const plain = { isDiameter: false, isFace: false };
  const { machine, size: sizeText, spacer, value: valueText } = { machine: undefined, spacer: undefined, ...texts };
  if (valueText)
    found.push({ ...plain, of: "value", text: valueText, without: (other) => ({ value: other, stretch: 1 }) });
  if (machine)
    found.push({
      ...plain,
      of: "machine",
      text: machine,
      without: (other) => ({ value: value + other - machine.value, stretch: 1 }),
    });
  if (size && sizeText)
    found.push({
      of: "size",
      text: { ...sizeText, value: size.typed },
      isDiameter: size.isDiameter,
      isFace: !size.isDiameter,
      without: (other) => ({
        value: value + size.coordinate(size.typed) - size.coordinate(other),
        stretch: 1,
        size: other,
      }),
    });
  if (touch && spacer && touch.spacer > 0)
    found.push({ ...plain, of: "spacer", text: spacer, without: withSpacer(one, touch) });
  return found;
}

/** By how much a thickness counts in the number: the side times 2 on X; 0 where no side is known. */
const countOf = ({ axis }: PlausibilityCase, { surface }: CaseContact) =>
  (surface ? contactSide(surface).side : 0) * (axis === "x" ? 2 : 1);

const withSpacer =
  (one: PlausibilityCase, touch: CaseContact) =>
  (other: number): SlipWay => ({
    value: one.value + countOf(one, touch) * (touch.spacer - other),
    stretch: 1,
    spacer: other,
  });

function paperSlips(
  one: PlausibilityCase,
  touch: CaseContact,
  add: (kind: CorrectableSlip, found: readonly SlipWay[]) => void,
): void {
  const { value, axis, units, commonThickness = [], carriedSpacer = false } = one;
  const { spacer } = touch;
  const count = countOf(one, touch);
  const plain = (to: number): SlipWay => ({ value: to, stretch: 1 });
  if (count === 0) return;
  if (spacer === 0) {
    const papers = commonThickness.filter((paper) => paper > 0 && paper <= convertLength(THICKEST_PAPER, "mm", units));
    add(
      "paper-ignored",
      papers.map((paper) => plain(value - count * paper)),
    );
    return;
  }
  add("paper-ignored", [plain(value - count * spacer)]);
  if (axis === "x") add("paper-once", [plain(value - (count / 2) * spacer)]);
  add("paper-wrong-way", [plain(value - 2 * count * spacer)]);
  add("paper-twice", [plain(value + count * spacer)]);
  if (carriedSpacer) add("spacer-left", commonThickness.map(withSpacer(one, touch)));
}

function toolSlips(
  value: number,
  axis: PlausibilityCase["axis"],
  { surface, tool }: CaseContact,
  add: (kind: CorrectableSlip, ...values: readonly number[]) => void,
): void {
  switch (tool.shape) {
    case "blade":
    case "thread":
    case "face-blade":
      add("wrong-edge", value + tool.width, value - tool.width);
      add("half-width", value + tool.width / 2, value - tool.width / 2);
      break;
    case "cutter": {
      if (axis === "x") break;
      const side = surface && contactSide(surface).side === -1 ? -1 : 1;
      add("cutter-radius", value - (side * tool.diameter) / 2, value - side * tool.diameter);
      break;
    }
    case "nose":
      add("nose-radius", ...[1, -1, 2, -2].map((times) => value + times * tool.radius));
      break;
    case "tip":
    case "drill":
    case "pin":
      break;
    default:
      tool satisfies never;
  }
}

interface TypedSize {
  readonly typed: number;
  readonly isDiameter: boolean;
  /** Where the surface would lie if this had been typed. */
  readonly coordinate: (size: number) => number;
}

/** The size as it was typed: a diameter, or the Z of a face that is not 0. */
function typedSize({ surface }: CaseContact): TypedSize | undefined {
  if (!surface || surface.kind === "centre") return undefined;
  if (surface.kind === "face")
    return surface.z === 0 ? undefined : { typed: surface.z, isDiameter: false, coordinate: (z) => z };
  const at = (diameter: number): Surface => ({ ...surface, diameter });
  return { typed: surface.diameter, isDiameter: true, coordinate: (diameter) => contactSide(at(diameter)).coordinate };
}
