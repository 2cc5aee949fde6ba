import { proofAdvice } from "../advice/otherAdvice.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** Two short lines were run for the tool: Z ahead of the face, then X clear, rapid turned down, one line at a time. */
export const proved: GoalKind<"proved"> = {
  words: (goal, { number }) => `Prove offset ${number(goal.offset)} by two lines`,
  truth: ({ facts, goal }) => {
    const proof = facts.proofs[goal.offset];
    if (!proof) return { reached: false, says: "The two lines were not run." };
    return proof.lacks.length === 0
      ? { reached: true }
      : { reached: false, says: `Run, but ${proof.lacks.join(", and ")}.` };
  },
  advice: proofAdvice,
  slip: (missed) => ({
    ...plainSlip(missed, "not-proved", missed.played.facts.proofs[missed.goal.offset]?.at ?? 0),
    does: "A wrong number in the table would have been found out by the crash.",
  }),
};
