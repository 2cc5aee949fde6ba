import { describe, expect, it } from "vitest";
import { type Command, foldMachine } from "../ledger/index.ts";
import { asEntries, loaded, mounted, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { touchingOrder } from "../plan/index.ts";
import type { Tool } from "../tool/index.ts";
import { coarseLastStep } from "./coarseStep.ts";
import { axesToCalibrate, triggerFound } from "./setterCalibration.ts";

const setter = { kind: "arm", calibratedIn: "mm", outside: 100.246, bore: 90, face: 325 } as const;
const entry = <Kind extends Command["kind"]>(kind: Kind, payload: unknown): Command =>
  ({ id: nextId(), kind, payload }) as Command;
const onSetter = (offset: string, axis: "x" | "z", machine: number, trigger: number) =>
  entry("touch-accepted", {
    offset,
    axis,
    way: "setter",
    machine,
    trigger,
    exact: machine - trigger,
    expectedError: 0.005,
    typed: { machine: String(machine), trigger: String(trigger) },
  });
const calibrated = (exact: number, before: number, side = "outside") =>
  entry("setter-calibrated", {
    side,
    offset: "1",
    machine: -190.1,
    geometry: -290.35,
    exact,
    before,
    typed: { machine: "-190.1" },
  });
const drill: Tool = {
  kind: "drill",
  description: "Drill 14",
  diameter: 14,
  pointAngle: 118,
  programmed: "corner",
  overhang: 60,
};

describe("the setter's calibration", () => {
  it("is where the display stood less what the tool has", () => {
    // Skimmed to −290.350; it trips the setter at −190.100: −190.1 + 290.35 = 100.250.
    const view = viewOf(opened({ setter }), loaded("1"), touched("1", "x", -290.35, 54));
    const [tool] = view.tools;
    expect(tool && axesToCalibrate(view, tool)).toEqual(["x"]);
    expect(triggerFound(view, tool, "outside", -190.1, tool?.x?.exact)).toBeCloseTo(100.25, 9);
  });
  it("counts the point of a drill whose corner is programmed", () => {
    // 7 mm over tan 59°: its point stands 4.206 in front; −120 − 4.206 + 450 = 325.794.
    const view = viewOf(opened({ setter }), mounted("5", drill), touched("5", "z", -450, 0));
    expect(triggerFound(view, view.tools[0], "face", -120, -450)).toBeCloseTo(325.794, 3);
  });
  it("of a gauge tool is a plain difference", () => {
    const view = viewOf(opened({ setter }));
    expect(triggerFound(view, undefined, "face", -80.5, -406.25)).toBeCloseTo(325.75, 9);
    expect(triggerFound(view, undefined, "face", -80.5, undefined)).toBeUndefined();
  });
  it("is not made with a tool that the setter itself has measured, nor where there is none", () => {
    const view = viewOf(opened({ setter }), loaded("1"), onSetter("1", "x", -190.1, 100.246));
    expect(view.tools[0] && axesToCalibrate(view, view.tools[0])).toEqual([]);
    const without = viewOf(opened(), loaded("1"), touched("1", "x", -290.35, 54));
    expect(without.tools[0] && axesToCalibrate(without, without.tools[0])).toEqual([]);
  });
  it("counts from then on, is dated, and marks what was measured before by how far it trips off", () => {
    const start = [opened({ setter, school: "setter" }), loaded("1"), loaded("2", { faces: false })] as const;
    const before = onSetter("2", "x", -185, 100.246);
    const view = viewOf(...start, touched("1", "x", -290.35, 54), before, calibrated(100.25, 100.246));
    expect(view.machine.setter).toMatchObject({
      outside: 100.25,
      face: 325,
      calibratedAt: { outside: expect.any(String) },
    });
    const step = touchingOrder(view).find(({ offset, kind }) => offset === "2" && kind === "x");
    expect(step).toMatchObject({ state: "redo", reason: "setter calibrated: it trips 0.004 mm off" });
    // Measured anew it stands, and what was skimmed was never in question.
    const anew = viewOf(
      ...[...start, touched("1", "x", -290.35, 54), before, calibrated(100.25, 100.246)],
      onSetter("2", "x", -185, 100.25),
    );
    const steps = touchingOrder(anew).filter(({ kind }) => kind === "x");
    expect(steps.map(({ offset, state }) => [offset, state])).toEqual([
      ["1", "done"],
      ["2", "done"],
    ]);
  });
  it("that finds it where it was leaves what was measured", () => {
    const view = viewOf(
      ...[opened({ setter, school: "setter" }), loaded("2"), onSetter("2", "x", -185, 100.246)],
      calibrated(100.246, 100.246),
    );
    expect(touchingOrder(view).find(({ kind }) => kind === "x")?.state).toBe("done");
  });
  it("outlives the setup: the machine keeps the latest of each side", () => {
    const history = asEntries([
      opened({ setter }),
      calibrated(100.25, 100.246),
      calibrated(100.3, 100.25),
      calibrated(325.1, 325, "face"),
    ]);
    const { setter: kept } = foldMachine(history.map((one) => ({ setupId: "past", entry: one })));
    expect(kept).toMatchObject({ outside: { value: 100.3 }, face: { value: 325.1 } });
    expect(kept.bore).toBeUndefined();
  });
});

describe("a coarse last step", () => {
  const asked = (machine: number, ...before: readonly number[]) => {
    const others = before.map((_one, index) => String(index + 3));
    const view = viewOf(
      opened({ setter }),
      loaded("2"),
      ...others.map((offset) => loaded(offset, { faces: false })),
      ...others.map((offset, index) => onSetter(offset, "x", before[index] ?? 0, 100.246)),
    );
    const tool = view.tools.find(({ offset }) => offset === "2");
    return tool && coarseLastStep(view, tool, { axis: "x", way: "setter" }, machine);
  };
  it("is asked about where readings all stand on whole coarse steps", () => {
    expect(asked(-98.47, -102.31)).toBeCloseTo(0.01, 9);
    expect(asked(-98.5, -102.3)).toBeCloseTo(0.1, 9);
    // One reading on a whole tenth is one in a hundred by itself.
    expect(asked(-98.5)).toBeCloseTo(0.1, 9);
  });
  it("is not where one of two stands between, nor for one hundredth alone, nor for paper", () => {
    expect(asked(-98.473, -102.31)).toBeUndefined();
    expect(asked(-98.47)).toBeUndefined();
    expect(asked(-98.47, -102.317)).toBeUndefined();
    const view = viewOf(opened({ setter }), loaded("2"));
    expect(view.tools[0] && coarseLastStep(view, view.tools[0], { axis: "x", way: "paper" }, -98.5)).toBeUndefined();
  });
});
