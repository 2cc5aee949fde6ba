import { formatMillimetres } from "../../../core/units/index.ts";
import { holderAdvice } from "../advice/otherAdvice.ts";
import { SLIP_WORDS } from "../slipWords.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** A radial holder stands true. */
export const trueHolder: GoalKind<"true-holder"> = {
  words: (goal, { write }) => `The holder in station ${goal.station} true within ${write(goal.within)}`,
  truth: ({ bench, goal }) => {
    const miss = bench.untrue[goal.station] ?? 0;
    return { reached: Math.abs(miss) <= goal.within, miss };
  },
  // Seen with the indicator after it was turned last.
  evidence: ({ facts, goal }) => {
    const seen = facts.indicated[goal.station]?.at ?? 0;
    return seen > (facts.turned[goal.station] ?? 0) ? undefined : "unmeasured";
  },
  advice: holderAdvice,
  slip: (missed) => {
    const { units } = missed.played.bench.lathe.config.machine;
    return {
      ...plainSlip(missed, "not-true", missed.played.facts.turned[missed.goal.station] ?? 0),
      says: `${SLIP_WORDS["not-true"]}: ${formatMillimetres(missed.truth.miss ?? 0, units)} over its shaft.`,
      does: "The tool would wear on one side and break.",
    };
  },
};
