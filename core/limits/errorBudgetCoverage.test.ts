import { describe, expect, it } from "vitest";
import { normal, uniform } from "../../sim/chance.ts";
import { readoutAtContact } from "../../sim/contact/contact.ts";
import { correctionsOf } from "../correction/index.ts";
import { loaded, machineFixture, opened, toolFixture, viewOf } from "../ledger/setup.fixture.ts";
import { jogStep, type LatheAxis, lastDigit, repeatability } from "../machine/index.ts";
import type { TouchWay } from "../tool/index.ts";
import { readTypedTouch } from "../touch/index.ts";
import { errorBudget, USUAL_UNCERTAINTY } from "./errorBudget.ts";

/** Seeded chance for one run. */
function chance(seed: number) {
  let state = seed;
  const draw = (from: typeof uniform) => {
    const [value, next] = from(state);
    state = next;
    return value;
  };
  return { uniform: () => draw(uniform), normal: (sigma: number) => draw((now) => normal(now, sigma)) };
}

const setup = viewOf(opened(), loaded("1"));
const [tool] = setup.tools;
const TRUE = { x: -339.2514, z: -402.8836 } as const;
const RUNS = 4000;
const U = USUAL_UNCERTAINTY;

type TouchedAxis = LatheAxis;

/**
 * A touch on the simulated lathe, felt and read by a person: the gauge reads with its error, the paper is as thick as it
 * drags, the handwheel stops at a step, the slides come back as they do, the readout shows its digits.
 */
function touchOnce(run: ReturnType<typeof chance>, axis: TouchedAxis, way: TouchWay): number {
  if (!tool) throw new Error("the fixture has a tool");
  const size = axis === "x" ? 54 + run.uniform() : 0;
  const paper = way === "paper" ? 0.09 : 0;
  const contact = readoutAtContact({
    axis,
    approach: -1,
    surface: axis === "x" ? size / 2 : size,
    tool: { body: [0, 20] },
    spacer: paper + (way === "paper" ? run.normal(U.paper) : 0),
    offsets: { geometry: TRUE[axis], wear: 0, work: 0 },
  });
  const step = jogStep(machineFixture, axis);
  const stopped = way === "skim" ? contact : contact + (run.uniform() - 0.5) * step;
  const digit = lastDigit(machineFixture, axis);
  const shown = Math.round((stopped + run.normal(repeatability(machineFixture, axis))) / digit) * digit;
  const measured = axis === "x" ? size + run.normal(U.micrometer) : 0;
  const typed = { machine: shown.toFixed(3), size: measured.toFixed(4), spacer: String(paper) };
  const { solved } = readTypedTouch(setup, tool, { axis, way, sizeUnit: "mm" }, typed);
  if (!solved) throw new Error("a touch on the simulated lathe can be solved");
  return solved.exact - TRUE[axis];
}

describe("the error budget against the simulated lathe", () => {
  it.each<readonly [TouchedAxis, TouchWay]>([
    ["x", "skim"],
    ["x", "paper"],
    ["z", "skim"],
    ["z", "paper"],
  ])("covers 95 ± 2 in 100 errors: %s by %s", (axis, way) => {
    const run = chance(20261125);
    const { expanded } = errorBudget(machineFixture, toolFixture, axis, way, 0.025);
    let covered = 0;
    for (let count = 0; count < RUNS; count++) if (Math.abs(touchOnce(run, axis, way)) <= expanded) covered++;
    process.stdout.write(`budget of ${axis} by ${way}: ± ${expanded.toFixed(4)} covers ${(100 * covered) / RUNS} %\n`);
    expect(covered / RUNS).toBeGreaterThanOrEqual(0.93);
    expect(covered / RUNS).toBeLessThanOrEqual(0.97);
  });
  it("with the push-off of the first cut in the process, the spread about it stays covered, and wear takes it out", () => {
    const run = chance(7);
    const { expanded } = errorBudget(machineFixture, toolFixture, "x", "paper", 0.025);
    const pushOff = 0.02;
    const first = Array.from({ length: RUNS }, () => touchOnce(run, "x", "paper") + pushOff);
    const mean = first.reduce((sum, error) => sum + error, 0) / RUNS;
    expect(mean).toBeCloseTo(pushOff, 2);
    const covered = first.filter((error) => Math.abs(error - pushOff) <= expanded).length / RUNS;
    expect(covered).toBeGreaterThanOrEqual(0.93);
    expect(covered).toBeLessThanOrEqual(0.97);
  });
});

describe("a correction on the simulated lathe", () => {
  /** A part as it comes out: the program's size, what the offset is wrong by, what the tool gives way. */
  const cut = (target: number, wrong: number, wear: number, givesWay = 0) => target + wrong + wear + givesWay;
  it("takes an offset error out in one step, measuring with a micrometer", () => {
    const run = chance(3);
    for (let part = 0; part < 200; part++) {
      const wrong = run.normal(0.05);
      const measured = [30, 24, 18].map((target, index) => ({
        id: String(index),
        offset: "1",
        axis: "x" as const,
        target,
        form: "cylinder" as const,
        uncertainty: U.micrometer,
        measured: cut(target, wrong, 0) + run.normal(U.micrometer),
      }));
      const [correction] = correctionsOf(measured, 0.001);
      const next = cut(30, wrong, correction?.value ?? 0) - 30;
      // Three measurements: four of their standard errors and half a digit.
      expect(Math.abs(next)).toBeLessThanOrEqual((4 * U.micrometer) / Math.sqrt(3) + 0.0005);
    }
  });
  it("does not chase a taper: the shaft gives way towards its free end", () => {
    const run = chance(11);
    const measured = [-5, -25, -45].map((at, index) => ({
      id: String(index),
      offset: "1",
      axis: "x" as const,
      target: 30,
      at,
      form: "cylinder" as const,
      uncertainty: U.micrometer,
      measured: cut(30, 0.01, 0, 0.0012 * (at + 60)) + run.normal(U.micrometer),
    }));
    expect(correctionsOf(measured, 0.001)[0]?.verdict).toBe("taper");
  });
});
