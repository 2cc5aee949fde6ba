import type { TouchRecord } from "../ledger/index.ts";
import { lastDigit, type MachineProfile } from "../machine/index.ts";
import { convertLength, roundToResolution } from "../units/index.ts";
import type { Explanation } from "./expected.ts";
import type { TouchPlausibility } from "./newValue.ts";

/**
 * The explanation that is asked about; undefined where nothing is open: believable, none with an even chance, or kept all the same before.
 * `exact` in millimetres, on the diameter for X.
 */
export function openDoubt(
  { verdict, kinds }: Pick<TouchPlausibility, "verdict" | "kinds">,
  machine: MachineProfile,
  standing: Pick<TouchRecord, "exact" | "axis" | "doubt"> | undefined,
  exact: number,
): Explanation | undefined {
  const asked = askedOf({ verdict, kinds });
  if (!asked || asked.probability < EVEN_CHANCE) return undefined;
  if (standing?.doubt?.settled === "kept") {
    const written = (value: number) =>
      roundToResolution(convertLength(value, "mm", machine.units), lastDigit(machine, standing.axis));
    if (written(standing.exact) === written(exact)) return undefined;
  }
  return asked;
}

const askedOf = ({ verdict, kinds }: Pick<TouchPlausibility, "verdict" | "kinds">): Explanation | undefined =>
  verdict === "doubt" ? kinds.find(({ kind }) => kind !== "remounted") : undefined;

/** Below this no explanation is asked about: it is remarked. */
const EVEN_CHANCE = 0.5;

/**
 * What is said of a number that is doubted without any one explanation reaching an even chance: a remark, which asks for no answer. The
 * probability has no unit; undefined where nothing is doubted, or one explanation is asked about.
 */
export function remarkOf(plausibility: Pick<TouchPlausibility, "verdict" | "kinds" | "message">): string | undefined {
  const asked = askedOf(plausibility);
  return asked && asked.probability < EVEN_CHANCE ? (plausibility.message ?? undefined) : undefined;
}
