import { setterAdvice } from "../advice/setterAdvice.ts";
import { contactOf } from "../reduceFacts.ts";
import { setterMiss } from "../setterTruth.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** The control has where a side of the setter trips. */
export const setter: GoalKind<"setter"> = {
  words: ({ side, offset }, { number }) => `Where the setter’s ${side} trips, found with offset ${number(offset)}`,
  truth: ({ bench, goal }) => {
    const miss = setterMiss(bench, goal);
    return { reached: Math.abs(miss) <= goal.within, miss };
  },
  evidence: ({ bench, facts, goal }) => {
    const station = Object.values(bench.lathe.tools).find(({ offset }) => offset === goal.offset)?.station ?? "";
    if (facts.setters[goal.side] === undefined) return "left-out";
    return contactOf(facts, station, goal.side === "face" ? "z" : "x")?.by === "setter" ? undefined : "untouched";
  },
  advice: setterAdvice,
  slip: (missed) => {
    const at = missed.played.facts.setters[missed.goal.side];
    return {
      ...plainSlip(missed, at === undefined ? "left-out" : "inexact", at ?? 0),
      does: "Every tool that is measured on the setter would be wrong by the same amount.",
    };
  },
};
