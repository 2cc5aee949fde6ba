import { readFileSync } from "node:fs";
import path from "node:path";
import { touchScene } from "../../app/drawing/geometry/touchScene.ts";
import { EVERY_TOOL } from "../../core/touch/everyTool.fixture.ts";
import { readTouchCase, solveTouch } from "../../core/touch/index.ts";
import { type Bench, percentile, turns } from "./section.ts";

/** Cases a second of the touch equation inside one process, read and solved, over a mixture of kinds. */
export function solveFigures(bench: Bench) {
  const { cases } = JSON.parse(readFileSync(path.join(bench.root, "core/touch/worked-cases.json"), "utf8")) as {
    cases: unknown[];
  };
  const run = (rounds: number) => {
    let sum = 0;
    for (let turn = 0; turn < rounds; turn++)
      for (const one of cases) {
        const problem = readTouchCase(one);
        if (problem.ok) sum += solveTouch(problem.value).value;
      }
    return sum;
  };
  run(turns(bench, 500));
  const rounds = turns(bench, 10_000);
  const began = performance.now();
  run(rounds);
  return { casesPerSecond: Math.round((rounds * cases.length) / ((performance.now() - began) / 1000)) };
}

/** Drawings worked out a second, over every tool in every way that its zone offers; milliseconds each. */
export function drawingFigures(bench: Bench) {
  const times: number[] = [];
  const zone = { id: "g", name: "Gang", kind: "gang", works: "main", from: "plus" } as const;
  for (let round = 0; round < turns(bench, 40); round++)
    for (const tool of EVERY_TOOL)
      for (const axis of ["x", "z"] as const)
        for (const way of ["scratch", "paper", "skim"] as const) {
          const began = performance.now();
          touchScene({
            axis,
            way,
            tool,
            zone,
            choice: {},
            stockDiameter: 55,
            stickOut: 68,
            chuckDiameter: 165,
            holding: "chuck",
            hole: 24,
            size: axis === "x" ? 50 : 0,
            spacer: 0.1,
            retreat: 5,
            overhang: 25,
            visibleSpacer: 1,
            faced: true,
            toFace: 0.5,
            onDatum: false,
          });
          times.push(performance.now() - began);
        }
  return { p50: round3(percentile(times, 0.5)), p95: round3(percentile(times, 0.95)), drawings: times.length };
}
const round3 = (value: number) => Math.round(value * 1000) / 1000;
