import { formatMillimetres } from "../../../core/units/index.ts";
import { combsAdvice } from "../advice/otherAdvice.ts";
import { combsNow } from "../bench.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** No tool of one comb meets one of the other. */
export const combs: GoalKind<"combs"> = {
  words: () => "The combs mesh: no tool meets another",
  truth: ({ bench }) => {
    const now = combsNow(bench);
    if (!now || now.conflicts.length === 0) return { reached: true };
    const [{ a, b, excess } = { a: "", b: "", excess: 0 }] = now.conflicts;
    const name = (offset: string) => now.tools.get(offset)?.tool.description ?? offset;
    return {
      reached: false,
      says: `${name(a)} and ${name(b)} meet by ${formatMillimetres(excess, bench.lathe.config.machine.units)}.`,
    };
  },
  advice: combsAdvice,
  slip: (missed) => ({
    ...plainSlip(missed, "not-meshed", 0),
    does: "They would run into each other when the sub-spindle comes over.",
  }),
};
