import { lastDigit, mainZone, toControl } from "../../../core/machine/index.ts";
import { axisOfSide } from "../../../core/touch/index.ts";
import { formatLength } from "../../../core/units/index.ts";
import { setterAdvice, triggerByRecord } from "../advice/setterAdvice.ts";
import { contactOf } from "../reduceFacts.ts";
import { setterMiss } from "../setterTruth.ts";
import type { GoalKind, MissedGoal } from "./goalKind.ts";
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
  slip: (missed) => ({
    ...setterSlip(missed),
    does: "Every tool that is measured on the setter would be wrong by the same amount.",
  }),
};

/** Entered is what the press comes to, or another number: only the first was touched too roughly. */
function setterSlip(missed: MissedGoal<"setter">): ReturnType<typeof plainSlip> {
  const { played, goal } = missed;
  const { lathe } = played.bench;
  const { machine } = lathe.config;
  const at = played.facts.setters[goal.side];
  if (at === undefined) return plainSlip(missed, "left-out", 0);
  const right = triggerByRecord(played.bench, played.facts, goal);
  if (right === undefined || !lathe.triggers) return plainSlip(missed, "untouched", at);
  const axis = axisOfSide(goal.side);
  const digit = lastDigit(machine, axis);
  const entered = toControl(machine, axis, lathe.triggers[goal.side], "readout", mainZone(machine));
  if (Math.abs(entered - right) <= digit) return plainSlip(missed, "inexact", at);
  return {
    ...plainSlip(missed, "unexplained", at),
    keyed: {
      number: formatLength(entered, digit),
      where: `entered for the setter’s ${goal.side}`,
      right: formatLength(right, digit),
    },
  };
}
