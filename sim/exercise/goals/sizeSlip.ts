import { formatMillimetres } from "../../../core/units/index.ts";
import { SLIP_WORDS } from "../slipWords.ts";
import type { MissedGoal, NamedSlip } from "./goalKind.ts";

/** The slip behind a dimension of the part that is off, or was not made. */
export function sizeSlip({ played, goal, truth: { miss } }: MissedGoal<"part"> | MissedGoal<"wall">): NamedSlip {
  const isMade = miss !== undefined && Number.isFinite(miss);
  const { units } = played.bench.lathe.config.machine;
  return {
    kind: isMade ? "off-size" : "left-out",
    says: isMade ? `${SLIP_WORDS["off-size"]}: ${formatMillimetres(miss, units)}.` : "It was not made.",
    act: played.facts.cuts[goal.offset] ?? 0,
    does: "The part would be scrap, or go round again.",
  };
}
