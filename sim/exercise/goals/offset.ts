import { AXIS_NAME } from "../../../core/machine/index.ts";
import { touchAdvice } from "../advice/touchAdvice.ts";
import { offsetMiss } from "../goalTruth.ts";
import { offsetEvidence } from "../offsetEvidence.ts";
import { offsetSlip } from "../offsetSlip.ts";
import { SIDE_WORDS } from "../sideWords.ts";
import type { GoalKind } from "./goalKind.ts";

/** The sum of geometry, wear and work offset leads the programmed point where it is said. */
export const offset: GoalKind<"offset"> = {
  words: (goal, { number, tool }) => {
    const what = `${AXIS_NAME[goal.axis]} of offset ${number(goal.offset)}`;
    if (goal.kept) return `${what} stays right`;
    if (goal.teaches) return `Teach the work offset’s ${AXIS_NAME[goal.axis]} with offset ${number(goal.offset)}`;
    if (goal.copyOf)
      return `${what}: the ${goal.edge === undefined ? "same" : SIDE_WORDS[goal.edge]} edge of offset ${number(goal.copyOf)}`;
    return `${what}, ${tool(goal.offset) ?? ""}`;
  },
  truth: ({ bench, goal, face }) => {
    const miss = offsetMiss(bench, goal, face);
    const reached = Math.abs(miss) <= goal.within + 1e-9;
    const wear = bench.lathe.rows[goal.offset]?.wear[goal.axis] ?? 0;
    if (reached && goal.inWear && wear === 0)
      return { reached: false, miss, says: "The geometry was changed: small amounts go into wear." };
    return { reached, miss };
  },
  evidence: ({ bench, facts, goal }) => offsetEvidence(bench, facts, goal),
  advice: touchAdvice,
  slip: ({ played, goal, truth, face }) => offsetSlip(played, goal, truth, face),
};
