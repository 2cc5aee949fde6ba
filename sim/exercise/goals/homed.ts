import { AXES } from "../../../core/machine/index.ts";
import { homeIt } from "../advice/touchAdvice.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** How far a count may be off where the machine knows its place, millimetres. */
const NOTHING_LOST = 1e-6;

/** The machine knows where it is. */
export const homed: GoalKind<"homed"> = {
  words: () => "The machine has been sent home and knows where it is",
  truth: ({ bench: { lathe } }) =>
    lathe.isHomed && AXES.every((axis) => Math.abs(lathe.lost[axis]) < NOTHING_LOST)
      ? { reached: true }
      : {
          reached: false,
          says: "Its count was lost and it was not sent home: every position that it shows is wrong by the same amount.",
        },
  advice: ({ bench }) => homeIt(bench),
  slip: (missed) => ({
    ...plainSlip(missed, "left-out", 0),
    does: "The first motion would go to another place than the display says, as far off as the count was lost.",
  }),
};
