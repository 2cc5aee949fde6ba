import { changedAt, middleOfLimits } from "../correction/index.ts";
import type { Payload, SetupView } from "../ledger/index.ts";
import { lastDigit, toDrawing } from "../machine/index.ts";
import { entersBore } from "../tool/index.ts";
import { convertLength, formatMillimetres, roundToResolution } from "../units/index.ts";
import { isUnexplained } from "./caseOfTouch.ts";
import { type Plausibility, plausibilityOf } from "./plausibility.ts";
import type { PlausibilityCase } from "./plausibilityCase.ts";

type Dimension = Payload<"feature-recorded">;

/** How differently one part comes out from the next, one standard deviation on the diameter, millimetres. */
const PROCESS = 0.02;

/**
 * How believable a measured dimension of the part is: expected as the part before measured, where the offset has not changed since, or else
 * in the middle of its limits with the safety wear that is in. What a wrong touch would do is an honest measurement: only a slip of the
 * number that was typed is asked about. `measured` in millimetres as the drawing has it, `text` as typed.
 */
export function plausibilityOfMeasured(
  setup: SetupView,
  feature: Dimension,
  { measured, text }: { readonly measured: number; readonly text: string },
): Plausibility {
  const { machine, tools } = setup;
  const { axis } = feature;
  const tool = tools.find(({ offset }) => offset === feature.offset);
  const side = axis === "x" && tool?.zone.from === "minus" ? -1 : 1;
  const since = changedAt(tool, axis);
  const before = setup.measured.filter((one) => one.feature === feature.feature && one.seq > since).at(-1);
  const wear = tool?.safetyWear;
  const isIn = wear && (tool.wear[axis]?.seq ?? 0) < wear.seq;
  const expected = before?.measured ?? middleOfLimits(feature) + (isIn ? side * wear[axis] : 0);
  const resolution = lastDigit(machine, axis);
  const write = (millimetres: number) => roundToResolution(convertLength(millimetres, "mm", machine.units), resolution);
  const expanded = tool?.[axis]?.expectedError ?? 0;
  const one: PlausibilityCase = {
    units: machine.units,
    resolution,
    axis,
    value: write(measured),
    history: [],
    control: {
      value: write(toDrawing(axis, expected)),
      sigma: convertLength(Math.hypot(PROCESS, expanded / 2), "mm", machine.units),
    },
    typed: { value: text },
  };
  const judged = plausibilityOf(one);
  return isUnexplained(judged) ? { ...judged, verdict: "believable", message: null } : judged;
}

/**
 * Why no cut can have made a dimension: a diameter above the stock, a bore that is not below it or is smaller than the hole that was there.
 * `measured` in millimetres. Undefined where it can have, and for a length.
 */
export function noCutMade(
  { stock, hole, machine, tools }: SetupView,
  { axis, offset, form }: Dimension,
  measured: number,
): string | undefined {
  if (axis !== "x") return undefined;
  const tool = tools.find((one) => one.offset === offset)?.tool;
  const isBore = form === "bore" || (form === undefined && tool !== undefined && entersBore(tool));
  const largest = stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize;
  const write = (millimetres: number) => formatMillimetres(millimetres, machine.units);
  const check = "Check the decimal point, and what was measured.";
  if (isBore && measured >= largest)
    return `No cut can have made this: a bore of ${write(measured)} in stock of ${write(largest)}. ${check}`;
  if (isBore && hole && measured < hole.diameter - UNDER)
    return `No cut can have made this: the hole was ${write(hole.diameter)} before. ${check}`;
  if (!isBore && measured > largest) return `No cut can have made this: the stock is ${write(largest)}. ${check}`;
  return undefined;
}
/** A hole can measure so much less than it was recorded with, millimetres. */
const UNDER = 0.05;
