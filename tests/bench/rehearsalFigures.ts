import { readFileSync } from "node:fs";
import { type CombProblem, meshCombs } from "../../core/clearance/index.ts";
import { noseDeviation } from "../../core/nose/index.ts";
import { programMotions } from "../../core/program/index.ts";
import { comparedWith, rehearse, stageOf } from "../../sim/rehearsal/index.ts";
import { demoSetup } from "../e2e/demoSetup.ts";

const round = (value: number) => Math.round(value * 100) / 100;
const timed = <Value>(work: () => Value): readonly [Value, number] => {
  const began = performance.now();
  const value = work();
  return [value, performance.now() - began];
};

/** A finishing program of thousands of short moves, as freeforms are written. */
function freeform(moves: number): string {
  const lines = ["G21 G40 G54 G99", "T0101", "G97 S1200 M3", "G0 X60. Z2."];
  const passes = 10;
  for (let pass = 0; pass < passes; pass++) {
    lines.push(`G0 X${54 - pass * 1.2} Z1.`);
    for (let move = 0; move < moves / passes; move++)
      lines.push(`G1 X${(54 - pass * 1.2 - 3 * Math.sin(move / 60)).toFixed(3)} Z${(-move * 0.06).toFixed(3)} F.1`);
    lines.push("G0 X60.", "Z1.");
  }
  return [...lines, "M30"].join("\n");
}

/** Rehearsal, its comparison, combs and nose: how long each takes, and how many times as fast as the machine. */
export function rehearsalFigures(root: string, scale: number) {
  const { setup } = demoSetup("dome-collar");
  const stage = stageOf(setup);
  const collar = readFileSync(`${root}/db/demo/programs/O4402.nc`, "latin1");
  const { motions } = programMotions(collar, { units: "mm" });
  const [, first] = timed(() => rehearse(stage, motions, { margin: 1 }));
  const [played, again] = timed(() => rehearse(stage, motions, { margin: 1 }));
  const intended = rehearse(stage, motions, { margin: 1, asProgrammed: true });
  const [, compared] = timed(() => comparedWith(intended, played, -30));
  const long = programMotions(freeform(Math.max(50, 5000 * scale)), { units: "mm" }).motions;
  const before = process.memoryUsage().heapUsed;
  const [freed, longTook] = timed(() => rehearse(stage, long, { margin: 1 }));
  const memory = (process.memoryUsage().heapUsed - before) / 1e6;
  const comb = (letter: string, count: number, standout: (index: number) => number) => {
    const slots = Array.from({ length: count }, (_, index) => ({ slot: `${letter}${index}`, lateral: index * 20 }));
    return slots.map((slot, index) => ({
      ...slot,
      tool: `t${letter}${index}`,
      radius: 7,
      standout: standout(index),
      allowed: slots,
    }));
  };
  const a = comb("a", 6, (index) => 30 + ((index * 17) % 31));
  const combs: CombProblem = {
    margin: 1,
    a,
    b: comb("b", 9, (index) => 25 + ((index * 23) % 37)),
    alignments: a.map(({ tool }) => ({ name: tool, gap: 84, tool, at: 60 })),
  };
  const [placing, meshTook] = timed(() => meshCombs(combs));
  const profile = Array.from({ length: 201 }, (_, index): [number, number] => [
    20 + index + 5 * Math.sin(index),
    -index * 4,
  ]);
  const nose = { radius: 0.8, code: 3 };
  const [, noseTook] = timed(() =>
    noseDeviation({
      profile,
      side: "outside",
      real: nose,
      control: { ...nose, radius: 0.4, compensated: true },
      numbering: "A",
    }),
  );
  return {
    programPlayed: {
      machineSeconds: round(played.minutes * 60),
      firstMs: round(first),
      againMs: round(again),
      timesRealTime: round((played.minutes * 60_000) / first),
    },
    comparedMs: round(compared),
    longProgram: {
      moves: long.length,
      ms: round(longTook),
      megabytes: round(memory),
      timesRealTime: round((freed.minutes * 60_000) / longTook),
    },
    meshSixAndNine: { ms: round(meshTook), conflicts: placing.conflicts, moves: placing.moves.length },
    noseTwoHundredElementsMs: round(noseTook),
  };
}
