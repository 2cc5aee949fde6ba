import type { TouchRecord } from "../ledger/index.ts";
import { lastDigit, type MachineProfile } from "../machine/index.ts";
import { convertLength, roundToResolution } from "../units/index.ts";
import type { Explanation } from "./expected.ts";
import type { TouchPlausibility } from "./plausibilityOfTouch.ts";

/**
 * The explanation that is asked about; undefined where nothing is open: believable, or kept all the same before.
 * `exact` in millimetres, on the diameter for X.
 */
export function openDoubt(
  { verdict, kinds }: Pick<TouchPlausibility, "verdict" | "kinds">,
  machine: MachineProfile,
  standing: Pick<TouchRecord, "exact" | "axis" | "doubt"> | undefined,
  exact: number,
): Explanation | undefined {
  if (verdict !== "doubt") return undefined;
  if (standing?.doubt?.settled === "kept") {
    const written = (value: number) =>
      roundToResolution(convertLength(value, "mm", machine.units), lastDigit(machine, standing.axis));
    if (written(standing.exact) === written(exact)) return undefined;
  }
  return kinds.find(({ kind }) => kind !== "remounted");
}
