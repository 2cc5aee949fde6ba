import { wallAdvice } from "../advice/otherAdvice.ts";
import { wallNear } from "../bench.ts";
import { SIDE_WORDS } from "../sideWords.ts";
import type { GoalKind } from "./goalKind.ts";
import { sizeSlip } from "./sizeSlip.ts";

/** A wall of a groove is where the drawing wants it. */
export const wall: GoalKind<"wall"> = {
  words: (goal, { number, write }) =>
    `The ${SIDE_WORDS[goal.edge]} wall at Z ${write(goal.z)} ± ${write(goal.within)}, by offset ${number(goal.offset)}`,
  truth: ({ bench, goal }) => {
    const found = wallNear(bench, goal.z);
    const miss = found === undefined ? Number.NaN : found - goal.z;
    return { reached: Math.abs(miss) <= goal.within, miss };
  },
  advice: wallAdvice,
  slip: sizeSlip,
};
