import { callsAdvice } from "../advice/otherAdvice.ts";
import { type Bench, setupNow } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import { callsOf } from "../goalTruth.ts";
import type { GoalKind } from "./goalKind.ts";
import { plainSlip } from "./plainSlip.ts";

/** Every call of the program brings the tool that stands there. */
export const calls: GoalKind<"calls"> = {
  words: () => "Every call of the program brings its own tool",
  truth: ({ bench, goal }) => {
    const wrong = wrongCalls(bench, goal);
    return wrong.length === 0 ? { reached: true } : { reached: false, says: wrong.join(" ") };
  },
  advice: callsAdvice,
  slip: (missed) => ({
    ...plainSlip(missed, "wrong-call", 0),
    does: "Another tool would come, with an offset that is not its own, and index over the part.",
  }),
};

function wrongCalls(bench: Bench, { wants }: GoalOf<"calls">): readonly string[] {
  const { tools } = setupNow(bench);
  return callsOf(bench).flatMap(({ whole, station, offset }, index) => {
    const wanted = tools.find((tool) => tool.offset === wants[index]);
    if (!wanted) return [];
    if (station === wanted.station && offset === wanted.offset) return [];
    const there = tools.find((tool) => tool.station === station);
    return [
      `${whole} is for ${wanted.tool.description}; it brings ${there ? there.tool.description : "an empty station"}.`,
    ];
  });
}
