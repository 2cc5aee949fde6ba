import { describe, expect, it } from "vitest";
import type { Command } from "../ledger/index.ts";
import { loaded, mounted, nextId, opened, recorded, touched, undone, viewOf } from "../ledger/setup.fixture.ts";
import { shownAs } from "../machine/index.ts";
import type { Tool } from "../tool/index.ts";
import { checkFile, checksOf, judgeStop, proofState, stoppedAt, whereToolsStand } from "./index.ts";

const drill: Tool = {
  kind: "drill",
  description: "Drill 14",
  overhang: 80,
  diameter: 14,
  pointAngle: 118,
  programmed: "point",
  holder: 32,
};
const bar: Tool = {
  kind: "boring",
  description: "Bore",
  overhang: 42,
  insert: "CCMT 09T304",
  leadAngle: 95,
  bar: 12,
  smallestBore: 13,
};
const command = (kind: string, payload: object) => ({ id: nextId(), kind, version: 1, payload }) as unknown as Command;
const touchedTool = (offset: string, x: number, z: number) => [
  touched(offset, "x", x, 54.2),
  touched(offset, "z", z, 0),
];

describe("where tools stand", () => {
  it("without Z of its work offset what the control believes is not known, and X is a constant of the machine", () => {
    const { payload, ...open } = opened() as Extract<Command, { kind: "setup-opened" }>;
    const untaught = { ...open, payload: { ...payload, workOffset: { name: "G54" } } } as Command;
    const [one] = whereToolsStand(viewOf(untaught, loaded("1"), recorded("1", -340, -402)));
    // −340 with the wear of −0.02 that the row holds.
    expect(one?.reckoned.x).toBeCloseTo(-340.02, 9);
    expect(one?.reckoned.z).toBeUndefined();
    expect(one).toMatchObject({ truly: { z: undefined }, basis: { x: "trusted", z: "unknown" }, off: { z: 0 } });
    // What is missing is the work offset, and not a touch.
    expect(one?.lacks).toMatch(/under G54, whose Z is not known: teach or enter it first/);
    expect(whereToolsStand(viewOf(opened(), loaded("1")))[0]?.lacks).toMatch(/touch it first/);
  });
  it("a touch is a fact: a work offset taught twice moves the tool by what it is too much", () => {
    const base = [opened(), loaded("1"), ...touchedTool("1", -340, -402)];
    expect(whereToolsStand(viewOf(...base))[0]).toMatchObject({
      off: { x: 0, z: 0 },
      basis: { x: "touched", z: "touched" },
    });
    const twice = command("work-offset-set", {
      name: "G54",
      axis: "z",
      means: "entered",
      active: true,
      from: 0,
      to: -402,
    });
    expect(whereToolsStand(viewOf(...base, twice))[0]).toMatchObject({
      reckoned: { z: -804 },
      truly: { z: -402 },
      off: { z: -402 },
    });
  });
  it("a zero that was moved on purpose, or a bar that was re-chucked, is trusted", () => {
    const base = [opened(), loaded("1"), ...touchedTool("1", -340, -402)];
    const next = command("work-offset-set", { name: "G54", axis: "z", means: "shift", active: true, from: 0, to: -5 });
    expect(whereToolsStand(viewOf(...base, next))[0]).toMatchObject({ basis: { z: "trusted" }, off: { z: 0 } });
    const chuck = command("bar-rechucked", { stickOut: 60 });
    expect(whereToolsStand(viewOf(...base, chuck))[0]).toMatchObject({ basis: { z: "trusted" } });
  });
  it("safety wear stands out by its amount; a tool without numbers is unknown", () => {
    const wear = command("safety-wear-set", { offset: "1", x: 0.3, z: 0 });
    expect(whereToolsStand(viewOf(opened(), loaded("1"), ...touchedTool("1", -340, -402), wear))[0]?.off.x).toBeCloseTo(
      0.3,
      9,
    );
    expect(whereToolsStand(viewOf(opened(), loaded("1")))[0]).toMatchObject({
      reckoned: { x: undefined },
      basis: { x: "unknown" },
    });
  });
});

describe("two-line checks", () => {
  const setup = viewOf(
    opened(),
    loaded("1"),
    mounted("2", drill),
    mounted("4", bar),
    ...touchedTool("1", -340, -402),
    ...touchedTool("2", -338, -365),
    ...touchedTool("4", -332, -391),
  );
  const { checks, left } = checksOf(setup);

  it("go to 2 in front of the raw end, then 2 above the stock, and pause 25 away from each", () => {
    const [along, across] = checks[0]?.stops ?? [];
    // Raw end at 0.5; stock 55.4 at most.
    expect(along).toMatchObject({
      axis: "z",
      goal: 2.5,
      at: 27.5,
      machine: 27.5 - 402,
      toGo: -25,
      gap: 27,
      to: "raw end",
    });
    expect(across?.goal).toBeCloseTo(59.4, 9);
    expect(across?.at).toBeCloseTo(109.4, 9);
    expect(across?.machine).toBeCloseTo(109.4 - 340, 9);
    expect(across?.toGo).toBeCloseTo(-50, 9);
    // Half of the difference in diameter: (109.4 − 55.4) / 2.
    expect(across?.gap).toBeCloseTo(27, 9);
    expect(checks[0]?.lines).toEqual([
      "(01 FACE AND TURN)",
      "T0101",
      "G54",
      "G0 Z27.500",
      "M0",
      "G0 Z2.500",
      "M0",
      "G0 X109.400",
      "M0",
      "G0 X59.400",
      "M0",
      "G28 U0",
      "G28 W0",
    ]);
  });
  it("go to the centre with a drill, into the hole with a bar, and say why where they cannot", () => {
    expect(checks[1]?.stops[1]).toMatchObject({ goal: 0, at: 50, toGo: -50, gap: undefined });
    expect(left).toMatchObject([{ tool: { offset: "4" }, reason: expect.stringContaining("Record the hole") }]);
    const hole = (diameter: number) =>
      checksOf(
        viewOf(opened(), mounted("4", bar), ...touchedTool("4", -332, -391), command("hole-recorded", { diameter })),
      );
    expect(hole(22).checks[0]?.stops[1]).toMatchObject({ goal: 18, at: 68 });
    expect(hole(12).left[0]?.reason).toContain("thinner bar");
  });
  it("are one file: units first, nothing turning, home by one axis at a time, an end", () => {
    const lines = checkFile(setup, checks).split("\n");
    expect(lines.slice(0, 4)).toEqual(["%", expect.stringContaining("MILLIMETRES"), "G21 G40", "M5"]);
    expect(lines.slice(-3)).toEqual(["M30", "%", ""]);
    expect(lines.filter((line) => /X.*Z|Z.*X/.test(line) && !line.startsWith("("))).toEqual([]);
    const inch = viewOf(
      opened({ units: "in", resolution: { x: 0.0001, z: 0.0001 } }),
      loaded("1"),
      ...touchedTool("1", -340, -402),
    );
    const text = checkFile(inch, checksOf(inch).checks);
    expect(text).toContain("G20 G40");
    // An inch in front of the goal, a tenth off the raw end: (0.5 + 2.54 + 25.4) / 25.4.
    expect(text).toContain("G0 Z1.1197");
  });
  it("a reading is right within two last digits, and off by what it says", () => {
    const [check] = checks;
    const stop = check?.stops[1];
    if (!check || !stop) throw new Error("there is a check");
    expect(judgeStop(setup, check.tool, stop, shownAs("readout", -230.598))).toMatchObject({ isRight: true });
    const off = judgeStop(setup, check.tool, stop, shownAs("readout", -230.4));
    expect(off.isRight).toBe(false);
    expect(off.off).toBeCloseTo(0.2, 9);
  });
  it("say what is left to go, and how wide the gap looks, where somebody stopped by hand", () => {
    const [along, across] = checks[0]?.stops ?? [];
    if (!along || !across) throw new Error("there are stops");
    // 10 mm nearer along Z: 15 to go, 17 wide; 20 less on the diameter: 30 to go, 17 wide.
    expect(stoppedAt(along, along.machine - 10)).toMatchObject({ at: 17.5, toGo: -15, gap: 17 });
    const nearer = stoppedAt(across, across.machine - 20);
    expect(nearer.toGo).toBeCloseTo(-30, 9);
    expect(nearer.gap).toBeCloseTo(17, 9);
  });
  it("hold until something that they rest on changes", () => {
    const proof = command("proof-checked", {
      offset: "1",
      found: "right",
      stop: { x: 109.4, z: 27.5 },
      by: { x: null, z: null },
      source: "seen",
    });
    const base = [opened(), loaded("1"), ...touchedTool("1", -340, -402)];
    const state = (...more: Command[]) => {
      const view = viewOf(...base, ...more);
      const [tool] = view.tools;
      return tool && proofState(view, tool);
    };
    expect([state(), state(proof)]).toEqual(["open", "proven"]);
    expect(state(proof, touched("1", "z", -402.1, 0))).toBe("again");
    expect(state(proof, command("insert-indexed", { offset: "1" }))).toBe("again");
    expect(state({ ...proof, payload: { ...(proof.payload as object), found: "off" } } as Command)).toBe("off");
  });
  it("hold no longer once a number under them is taken back, which leaves an older one", () => {
    const second = touched("1", "x", -340.2);
    const proof = command("proof-checked", {
      offset: "1",
      found: "right",
      stop: { x: 109.4, z: 27.5 },
      by: { x: null, z: null },
      source: "seen",
      rests: [{ on: "geometry", entry: second.id }],
    });
    const base = [opened(), loaded("1"), ...touchedTool("1", -340, -402), second, proof];
    const stateAfter = (...more: Command[]) => {
      const view = viewOf(...base, ...more);
      const [tool] = view.tools;
      return tool && proofState(view, tool);
    };
    expect(stateAfter()).toBe("proven");
    expect(stateAfter(undone(second.id))).toBe("again");
  });
});
