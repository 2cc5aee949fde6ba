import { AXIS_NAME, type Axis, lastDigit } from "../../core/machine/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { type Run, replay } from "../../sim/exercise/run.ts";
import { type Feel, observe } from "../../sim/lathe/index.ts";
import { actWords } from "./actWords.ts";

/** One or more acts of a recorded run that read as one. */
interface RunLine {
  /** Numbers of its first and last act, counted from 1. */
  readonly from: number;
  readonly to: number;
  readonly words: string;
  /** What came of it: a gauge's reading, what the hand felt. */
  readonly came: string;
}

const FELT: Readonly<Record<Feel, string>> = {
  free: "",
  drags: "it drags",
  grips: "it grips",
  crushed: "crushed",
  touches: "touches",
};

/** A run as a list that can be read: turns of the wheel on an axis as the place that they lead to. */
export function runLines(run: Pick<Run, "exercise" | "seed" | "acts">): readonly RunLine[] {
  const lines: (RunLine & { readonly axis?: Axis })[] = [];
  let count = 0;
  replay(run, ({ act, bench, events }) => {
    count++;
    const { machine } = bench.lathe.config;
    const last = lines.at(-1);
    if (act.do === "jog") {
      const { readout, feel } = observe(bench.lathe);
      const line = {
        axis: act.axis,
        to: count,
        words: `Wheel: machine ${AXIS_NAME[act.axis]} ${formatLength(readout[act.axis], lastDigit(machine, act.axis))}`,
        came: FELT[feel],
      };
      // Where something was felt is a place of its own, which the hand goes on from.
      if (last?.axis === act.axis && (last.came === "" || line.came !== ""))
        lines[lines.length - 1] = { ...line, from: last.from };
      else lines.push({ ...line, from: count });
      return;
    }
    const came = events
      .filter(({ kind }) => kind !== "entered")
      .map(({ message }) => message)
      .join(" ");
    lines.push({ from: count, to: count, words: actWords(act, bench), came });
  });
  return lines;
}
