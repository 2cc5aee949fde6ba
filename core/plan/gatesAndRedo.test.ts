import { describe, expect, it } from "vitest";
import type { Command } from "../ledger/index.ts";
import { loaded, mounted, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import type { MachineProfile } from "../machine/index.ts";
import type { Tool } from "../tool/index.ts";
import { nextStep, touchingOrder } from "./touchingOrder.ts";
import { unprovenOf } from "./unproven.ts";

const entry = <Kind extends Command["kind"]>(kind: Kind, payload: unknown): Command =>
  ({ id: nextId(), kind, version: 1, payload }) as Command;
const bar: Tool = {
  kind: "boring",
  description: "Bore",
  insert: "CCMT 060204",
  leadAngle: 95,
  bar: 12,
  smallestBore: 14,
  overhang: 40,
};
const drill: Tool = {
  kind: "drill",
  description: "Drill",
  diameter: 14,
  pointAngle: 118,
  programmed: "point",
  overhang: 60,
};
const blade: Tool = {
  kind: "groove-outside",
  description: "Groove",
  width: 3,
  cornerRadius: 0.2,
  depth: 10,
  shank: 20,
  overhang: 30,
  programmed: "left",
};
const swiss: Partial<MachineProfile> = {
  kind: "swiss-type",
  school: "jog-from-preset",
  zones: [
    { id: "gang", name: "Gang", kind: "gang", works: "main", from: "plus" },
    { id: "sub", name: "Sub side", kind: "sub-side", works: "main", from: "plus" },
    { id: "back", name: "Back", kind: "back", works: "sub", from: "plus" },
  ],
  stations: [
    { id: "G1", zone: "gang" },
    { id: "S1", zone: "sub" },
    { id: "B1", zone: "back" },
    { id: "B2", zone: "back" },
  ],
};
const lines = (...commands: Command[]) =>
  touchingOrder(viewOf(...commands)).map(({ offset, kind, state, reason }) =>
    `${offset} ${kind} ${state} ${reason}`.trim(),
  );

/** Z of a tool touched with paper on what the bar's end is. */
const onPaper = (offset: string): Command => {
  const touch = touched(offset, "z", -402.88) as Extract<Command, { kind: "touch-accepted" }>;
  return { ...touch, payload: { ...touch.payload, way: "paper" } };
};
const ofZ = (offset: string, ...commands: Command[]) =>
  lines(...commands).find((line) => line.startsWith(`${offset} z`));

describe("the face", () => {
  const two = [opened(), loaded("1"), loaded("2", { faces: false })];
  it("is not made by paper on the raw end: the facing is asked for, and the rest waits for it", () => {
    const raw = [...two, onPaper("1")];
    expect(lines(...raw)).toContain("face ready");
    expect(ofZ("2", ...raw)).toBe("2 z waiting after T01 has made the face");
    expect(ofZ("2", ...raw, entry("face-recorded", { offset: "1" }))).toBe("2 z ready");
  });
  it("is made by a skim of the facing tool, and is not asked for then", () => {
    const cut = [...two, touched("1", "z", -402.88)];
    expect(lines(...cut).some((line) => line.startsWith("face"))).toBe(false);
    expect(ofZ("2", ...cut)).toBe("2 z ready");
  });
  it("is not made by a number that was taken over", () => {
    const cells = [{ offset: "1", column: "geometry.z", from: null, to: -402.88 }];
    const taken = [...two, entry("table-edited", { edit: "taken-over", cells })];
    expect(lines(...taken)).toContain("face ready");
    expect(ofZ("2", ...taken)).toBe("2 z waiting after T01 has made the face");
  });
  it("waits for the tool that is to be touched on the raw end first", () => {
    const chosen = entry("way-chosen", { offset: "1", axis: "z", way: "paper" });
    expect(lines(...two, chosen)).toContain("face waiting after Z of T01");
  });
});

describe("a second offset that the program calls", () => {
  const called = (offsets: string[]) => ({
    name: "O5201.nc",
    bytes: 1,
    fingerprint: "0".repeat(64),
    units: "mm",
    number: 5201,
    lines: 9,
    tools: [{ path: 1, station: "2", offsets, line: 3, words: "GROOVE", x: null, z: null }],
    work: [],
    findings: [],
  });
  const base = [opened(), loaded("1"), mounted("2", blade), entry("program-read", called(["2", "12"]))];
  const ofSecond = (...commands: Command[]) => lines(...base, ...commands).filter((line) => line.startsWith("12 "));
  it("stands in the plan from the start, and waits for its first", () => {
    expect(ofSecond()).toEqual(["12 second waiting after T02 is touched"]);
    expect(ofSecond(touched("1", "z", -402), touched("2", "x", -340, 50), touched("2", "z", -410))).toEqual([
      "12 second ready",
    ]);
  });
  it("is done once it is made, and is not asked for where the program calls none", () => {
    const made = entry("second-offset-made", { offset: "12", of: "2", edge: "right", x: -340, z: -413 });
    const found = [touched("1", "z", -402), touched("2", "x", -340, 50), touched("2", "z", -410)];
    expect(ofSecond(...found, made)).toEqual(["12 second done"]);
    expect(lines(opened(), mounted("2", blade), entry("program-read", called(["2"]))).join()).not.toContain("second");
  });
});

describe("a position that was lost", () => {
  const two = [opened(), loaded("1"), loaded("2", { faces: false })];
  const found = [touched("1", "x", -339.25, 51.48), touched("1", "z", -402.88), touched("2", "x", -341, 51.48)];
  const lost = entry("position-lost", { by: "crash" });
  const checked = (x: number, z: number, off: string[]) => entry("position-checked", { offset: "1", x, z, off });
  const states = (...commands: Command[]) => lines(...two, ...found, ...commands);
  it("leaves every touch until it is checked, and says on the record that nothing is proven", () => {
    expect(states(lost)).toEqual(states());
    expect(unprovenOf(viewOf(...two, ...found, lost))).toContain(
      "Position lost (a crash): no reference tool checked since",
    );
  });
  it("marks what was touched before on the axis that is off, and only that", () => {
    const off = states(lost, checked(0.002, 1.25, ["z"]));
    expect(off).toContain("1 z redo the position was lost: it is 1.25 mm off");
    expect(off).toContain("1 x done");
    expect(off).toContain("2 x done");
    expect(states(lost, checked(0.002, 1.25, ["z"]), touched("1", "z", -404.13))).toContain("1 z done");
  });
  it("is over where the reference tool reads what it must", () => {
    expect(states(lost, checked(0.002, 0, []))).toEqual(states());
    expect(unprovenOf(viewOf(...two, ...found, lost, checked(0.002, 0, []))).join()).not.toContain("Position lost");
  });
});

describe("a part in the sub-spindle", () => {
  const base = [opened(swiss), loaded("1"), { ...mounted("9", drill, "B1") }];
  const length = (payload: object) => entry("part-length-recorded", payload);
  it("opens back tools within its limits, and keeps them outside", () => {
    // 18.30 against 18.00 ± 0.05 is 0.30 too long; 18.05 is at the limit.
    expect(ofZ("9", ...base)).toBe("9 z waiting for a part whose overall length is recorded right");
    expect(ofZ("9", ...base, length({ length: 18.3, nominal: 18, tolerance: 0.05 }))).toBe(
      "9 z waiting for a part of the right length: this one is 0.3 mm too long",
    );
    expect(ofZ("9", ...base, length({ length: 17.9, nominal: 18, tolerance: 0.05 }))).toMatch(/0\.1 mm too short$/);
    expect(ofZ("9", ...base, length({ length: 18.05, nominal: 18, tolerance: 0.05 }))).toBe("9 z ready");
  });
  it("opens them where somebody goes on knowingly", () => {
    expect(ofZ("9", ...base, length({ length: 18.3, nominal: 18, tolerance: 0.05, goOn: true }))).toBe("9 z ready");
  });
});

describe("gates", () => {
  it("let no bar be touched before its hole is there", () => {
    const base = [opened(), loaded("1"), mounted("4", bar), mounted("2", drill)];
    expect(lines(...base)).toEqual([
      "1 x ready",
      "1 z ready",
      "1 nose ready",
      "2 x ready",
      "2 z waiting after T01 has made the face",
      "2 nose ready",
      "hole ready",
      "4 x waiting for the hole",
      "4 z waiting after T01 has made the face",
      "4 nose ready",
    ]);
    expect(lines(...base, entry("hole-recorded", { diameter: 16 }))).toContain("4 x ready");
  });
  it("keep back tools for a part whose length is right, while the main side goes on", () => {
    const base = [
      opened(swiss),
      mounted("1", { ...blade }, "G1"),
      mounted("21", drill, "S1"),
      mounted("41", drill, "B1"),
    ];
    expect(lines(...base)).toEqual([
      "face ready",
      "1 x ready",
      "1 z waiting for the faced bar end",
      "1 nose ready",
      "21 x ready",
      "21 z waiting for the faced bar end",
      "21 nose ready",
      "length ready",
      "41 x ready",
      "41 z waiting for a part whose overall length is recorded right",
      "41 nose ready",
    ]);
    const faced = lines(...base, entry("face-recorded", {}));
    expect(faced).toContain("21 z ready");
    expect(faced).toContain("41 z waiting for a part whose overall length is recorded right");
    expect(lines(...base, entry("part-length-recorded", { length: 20, nominal: 20 }))).toContain("41 z ready");
  });
  it("teach the work offset with the master before any other tool's Z", () => {
    const master = (school: string, after: Command[] = []) => {
      const first = opened({ school: school as MachineProfile["school"] });
      const told = { ...first, payload: { ...first.payload, master: "1" } } as Command;
      return lines(told, loaded("1"), loaded("2", { faces: false }), ...after);
    };
    expect(master("master-tool")).toEqual([
      "1 x ready",
      "1 work ready",
      "1 nose ready",
      "2 x ready",
      "2 z waiting after T01 has taught the work offset",
      "2 nose ready",
    ]);
    // With a setter the tools come first, on no face at all, and one of them teaches the work offset after them.
    const setter = { kind: "arm", calibratedIn: "mm", outside: 0, bore: 0, face: 0 } as const;
    const bySetter = lines(opened({ school: "setter", setter }), loaded("1"), loaded("2", { faces: false }));
    expect(bySetter).toContain("2 z ready");
    expect(bySetter.at(-1)).toBe("1 work waiting for Z of T01");
  });
});

describe("what must be redone when something changed, exactly that and nothing else", () => {
  const both = (offset: string) => [touched(offset, "x", -300, 50), touched(offset, "z", -400)];
  const base = [
    opened(),
    loaded("1"),
    loaded("3", { faces: false }),
    mounted("5", blade),
    ...both("1"),
    ...both("3"),
    ...both("5"),
  ];
  const again = (...commands: Command[]) => lines(...base, ...commands).filter((line) => line.includes("redo"));

  it("an insert indexed: X and Z of its tool, checked by measuring", () => {
    expect(again(entry("insert-indexed", { offset: "3" }))).toEqual([
      "3 x redo insert indexed: check by measuring",
      "3 z redo insert indexed: check by measuring",
    ]);
    expect(again(entry("insert-indexed", { offset: "3" }), ...both("3"))).toEqual([]);
  });
  it("a tool moved: everything touched on it", () => {
    expect(again(entry("tool-moved", { offset: "5", from: "5", to: "9" }))).toEqual([
      "5 x redo moved to station 9",
      "5 z redo moved to station 9",
    ]);
  });
  it("the bar re-chucked: one tool re-teaches the work offset for all; the face is to be made again", () => {
    const changed = lines(...base, entry("bar-rechucked", { stickOut: 50 }));
    expect(changed.filter((line) => line.includes("redo"))).toEqual(["1 work redo bar re-chucked"]);
    expect(changed.filter((line) => line.startsWith("3 "))).toEqual(["3 x done", "3 z done", "3 nose ready"]);
  });
  it("a second offset follows its first", () => {
    const second = entry("second-offset-made", { offset: "15", of: "5", edge: "right", x: -300, z: -403 });
    expect(again(second)).toEqual([]);
    expect(again(second, touched("5", "z", -400.12))).toEqual(["15 second redo T05 was touched anew"]);
  });
  it("the master's insert: its work offset, then the others in one action", () => {
    const first = opened({ school: "master-tool" });
    const teach = (exact: number) =>
      entry("work-offset-taught", {
        name: "G54",
        offset: "1",
        axis: "z",
        way: "skim",
        machine: exact,
        size: 0,
        geometry: 0,
        exact,
        touched: 0,
        expectedError: 0.01,
        typed: {},
      });
    const setup = [
      { ...first, payload: { ...first.payload, master: "1" } } as Command,
      loaded("1"),
      loaded("3", { faces: false }),
      touched("1", "x", -300),
      teach(-400),
      // Touched under what the master has taught.
      ...both("3").map((one) =>
        one.kind === "touch-accepted" && one.payload.axis === "z"
          ? { ...one, payload: { ...one.payload, work: -400 } }
          : one,
      ),
      entry("insert-indexed", { offset: "1" }),
    ];
    expect(lines(...setup).filter((line) => line.includes("redo"))).toEqual([
      "1 x redo insert indexed: check by measuring",
      "1 work redo master's insert indexed",
    ]);
    const taught = [...setup, touched("1", "x", -300), teach(-399.88)];
    expect(lines(...taught).filter((line) => line.includes("redo"))).toEqual(["3 z redo re-base on the master"]);
    const view = viewOf(...taught);
    expect(view.masterShift).toBeCloseTo(0.12, 9);
    const done = viewOf(...taught, entry("master-changed", { from: "1", to: "1", shift: view.masterShift }));
    expect(done.tools[1]?.z?.exact).toBeCloseTo(-400.12, 9);
    expect((done.tools[1]?.z?.exact ?? 0) + (done.workOffset.z ?? Number.NaN)).toBeCloseTo(-800, 9);
    expect(nextStep(touchingOrder(done))?.kind).toBe("nose");
  });
});

describe("a holder's number", () => {
  const numbered = (holder: string) => entry("holder-numbered", { offset: "1", holder });
  const state = (...commands: readonly Command[]) => {
    const view = viewOf(opened(), loaded("1"), touched("1", "x", -339.25), touched("1", "z", -400), ...commands);
    const steps = touchingOrder(view).filter(({ kind }) => kind === "x" || kind === "z");
    return { holder: view.tools[0]?.holder, steps: steps.map(({ state: is, reason }) => `${is} ${reason}`.trim()) };
  };
  it("said for the first time leaves what was touched in it", () => {
    expect(state(numbered("12"))).toEqual({ holder: "12", steps: ["done", "done"] });
    expect(state(numbered("12"), numbered("12")).steps).toEqual(["done", "done"]);
  });
  it("that is another one asks for everything touched in the one before, until it is touched anew", () => {
    expect(state(numbered("12"), numbered("7"))).toEqual({
      holder: "7",
      steps: ["redo stands in holder 7 now", "redo stands in holder 7 now"],
    });
    const after = state(numbered("12"), numbered("7"), touched("1", "x", -339.2));
    expect(after.steps).toEqual(["done", "redo stands in holder 7 now"]);
  });
  it("is the one that the tool was loaded in last", () => {
    const again = (holder: string): Command => {
      const command = loaded("1");
      return { ...command, payload: { ...command.payload, holder } } as Command;
    };
    expect(state(numbered("12"), again("9"))).toMatchObject({ holder: "9" });
    expect(state(again("9"), numbered("4")).steps).toEqual([
      "redo stands in holder 4 now",
      "redo stands in holder 4 now",
    ]);
  });
});
