import type { SetupView } from "../ledger/index.ts";
import { dimensionsOf, type PartDimension } from "./dimensions.ts";
import type { FinishedPart, PartStock } from "./finishedPart.ts";
import { type SteppedPart, steppedPart } from "./steppedPart.ts";

/** One end of a part with the dimensions of its drawing. */
export interface PartSide extends FinishedPart {
  readonly dimensions: readonly PartDimension[];
}

/** The part that steps make of a setup's stock with its tools: its one side, or undefined where nothing is left of it. Millimetres. */
export function partOfSteps(
  setup: Pick<SetupView, "tools" | "stock" | "rawHole">,
  steps: SteppedPart,
): PartSide | undefined {
  const toolOf = (offset: string) => setup.tools.find((one) => one.offset === offset)?.tool;
  const part = steppedPart(steps, toolOf, partStockOf(setup, "main"));
  return part && { ...part, dimensions: dimensionsOf(part) };
}

/** What a part is turned from at a spindle. What the parting blade leaves at the sub-spindle is nowhere said: there Z0 is the end that is worked. Millimetres; no hole is 0. */
export function partStockOf(
  { stock, rawHole }: Pick<SetupView, "stock" | "rawHole">,
  works: "main" | "sub",
): PartStock {
  const radius = (stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize) / 2;
  const hole = (rawHole ?? 0) / 2;
  return { radius, hole, front: works === "main" ? stock.toFace : 0 };
}
