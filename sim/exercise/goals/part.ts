import { rangeOn } from "../../stock/profile.ts";
import { partAdvice } from "../advice/otherAdvice.ts";
import type { GoalKind } from "./goalKind.ts";
import { sizeSlip } from "./sizeSlip.ts";

/** The part is as the drawing wants it. */
export const part: GoalKind<"part"> = {
  words: (goal, { write }) =>
    goal.isDrilled
      ? `Drill ${write(goal.diameter)}, past Z ${write(goal.atZ)}`
      : `${goal.side === "bore" ? "Bore" : "Turn"} ${write(goal.diameter)} ± ${write(goal.within)} at Z ${write(goal.atZ)}`,
  truth: ({ bench, goal }) => {
    const { inner, outer } = bench.lathe.stock.main;
    const wall = rangeOn(goal.side === "bore" ? inner : outer, goal.atZ, goal.atZ);
    const miss = wall ? 2 * wall[0] - goal.diameter : Number.NaN;
    // A drilled hole may be bored larger afterwards.
    return { reached: goal.isDrilled ? miss >= -goal.within : Math.abs(miss) <= goal.within, miss };
  },
  advice: partAdvice,
  slip: sizeSlip,
};
