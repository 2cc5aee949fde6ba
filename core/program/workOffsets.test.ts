import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Command, calledWork, pathOfWork, readCalledWork, underWork, workOfPath } from "../ledger/index.ts";
import { loaded, nextId, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import { workNow, workUses } from "../offsets/index.ts";
import { touchingOrder, unprovenOf } from "../plan/index.ts";
import { proofState } from "../proof/index.ts";
import { programRecord } from "./programRecord.ts";
import { readProgram } from "./readProgram.ts";

const entry = <Kind extends Command["kind"]>(kind: Kind, payload: unknown): Command =>
  ({ id: nextId(), kind, payload }) as Command;
const set = (name: string, to: number, active = false) =>
  entry("work-offset-set", { name, axis: "z", means: "entered", active, from: null, to });
const taught = (name: string, offset: string, exact: number, other = true) =>
  entry("work-offset-taught", {
    name,
    ...(other && { other }),
    offset,
    axis: "z",
    way: "paper",
    geometry: -400,
    exact,
    touched: 0.1,
    expectedError: 0.01,
    typed: {},
  });
const file = { name: "O1.nc", bytes: 100, fingerprint: "0".repeat(64) };
const program = (text: string) => entry("program-read", programRecord(file, readProgram(text)));

const TWO = `%
O1
$1
G21 G54
T0101
G0 X50. Z2.
G1 Z-5. F.1
G55
G1 Z-6. F.1
T0202
G0 X40. Z2.
G28 U0 W0
M30
$2
G21 G54
T0404
G0 X0 Z2.
M30
%`;

describe("which work offset a tool works under", () => {
  it("is what the program calls for it, path by path, the first one first", () => {
    const view = viewOf(opened(), loaded("1"), loaded("2"), loaded("3"), loaded("4"), program(TWO));
    const under = Object.fromEntries(view.tools.map(({ offset, worksUnder }) => [offset, worksUnder]));
    // T03 is not called; path 2 has a G54 of its own.
    expect(under).toEqual({ 1: ["G54", "G55"], 2: ["G55"], 3: ["G54"], 4: ["G54 path 2"] });
    expect(
      workUses(view).map(({ name, line, path, tools }) => [name, line, path, tools.map((one) => one.offset)]),
    ).toEqual([
      ["G54", 4, 1, ["1", "3"]],
      ["G55", 8, 1, ["1", "2"]],
      ["G54 path 2", 15, 2, ["4"]],
    ]);
  });
  it("follows a call that is renumbered, and what a person says goes before both", () => {
    const renumbered = entry("calls-renumbered", {
      changes: [{ path: 1, from: { station: "2", offset: "2" }, to: { station: "3", offset: "3" } }],
    });
    const chosen = entry("work-offset-chosen", { offset: "1", name: "G55" });
    const view = viewOf(opened(), loaded("1"), loaded("3"), program(TWO), renumbered, chosen);
    expect(view.tools.map(({ worksUnder }) => worksUnder)).toEqual([["G55", "G54"], ["G55"]]);
  });
  it("is read from a program without a call of any as the setup's own", () => {
    const view = viewOf(opened(), loaded("1"), program("%\nO1\nG21\nT0101\nG0 X50. Z2.\nM30\n%"));
    expect(view.tools[0]?.worksUnder).toEqual(["G54"]);
  });
});

describe("a work offset's name", () => {
  it.each([
    ["g54", "G54"],
    ["G59", "G59"],
    ["G54.1 P12", "G54.1 P12"],
    ["g54.1p007", "G54.1 P7"],
    ["G54.1 P300", "G54.1 P300"],
    ["G54.1 P301", undefined],
    ["G54.1 P0", undefined],
    ["G53", undefined],
    ["G60", undefined],
    ["54", undefined],
    ["", undefined],
  ])("is read from %s as %s", (text, name) => {
    expect(readCalledWork(text)).toBe(name);
  });
  it("carries its path, and gives both back", () => {
    expect(workOfPath("G54", 1)).toBe("G54");
    expect(workOfPath("G54.1 P3", 2)).toBe("G54.1 P3 path 2");
    expect([calledWork("G54.1 P3 path 2"), pathOfWork("G54.1 P3 path 2"), pathOfWork("G55")]).toEqual([
      "G54.1 P3",
      2,
      1,
    ]);
  });
});

describe("numbers under several work offsets", () => {
  it("count for the tools that work under them alone", () => {
    const view = viewOf(opened(), loaded("1"), loaded("2"), program(TWO), set("G55", -12.5));
    expect(view.tools.map(({ work }) => work.z)).toEqual([0, -12.5]);
    expect(underWork(view, "G55")).toMatchObject({ workOffset: { name: "G55", z: -12.5 }, ownWork: "G54" });
  });
  it("keep every sum when the school changes", () => {
    // T01: −400 under G54 at 0; T02: −395 under G55 at −12. The master T01 becomes 0: G54 −400, G55 −412, T02 5.
    const change = entry("school-changed", { from: "home-referenced", to: "master-tool", shift: -400, master: "1" });
    const view = viewOf(
      opened(),
      loaded("1"),
      loaded("2"),
      program(TWO),
      set("G55", -12),
      touched("1", "z", -400),
      touched("2", "z", -395),
      change,
    );
    expect(view.tools.map(({ z, work }) => [z?.exact, work.z])).toEqual([
      [0, -400],
      [5, -412],
    ]);
  });
  it("are taught one by one: the plan asks for the one that is not known, with a tool that is set under another", () => {
    const start = [opened(), loaded("1"), loaded("2"), program(TWO)] as const;
    const step = (...more: readonly Command[]) =>
      touchingOrder(viewOf(...start, ...more)).find(({ work }) => work === "G55");
    expect(step()).toMatchObject({ kind: "work", offset: "1", state: "waiting", reason: "for Z of T01" });
    expect(step(touched("1", "z", -400))).toMatchObject({ state: "ready" });
    expect(step(touched("1", "z", -400), taught("G55", "1", -12.6))).toMatchObject({ state: "done" });
    // Set by hand it is known, and not taught.
    expect(step(set("G55", -12.6))).toBeUndefined();
  });
  it("name what is not proven of them", () => {
    const start = [opened(), loaded("1"), loaded("2"), loaded("4"), program(TWO)] as const;
    const lines = (...more: readonly Command[]) =>
      unprovenOf(viewOf(...start, ...more)).filter((line) => /^G5/.test(line));
    expect(lines()).toEqual(["G55: Z with T01 not done", "G55: Z not known", "G54 path 2: Z not known"]);
    expect(lines(set("G55", 1), set("G54 path 2", 2)).slice(0, 2)).toEqual([
      "G55: Z set without a touch",
      "G54 path 2: Z set without a touch",
    ]);
    const after = lines(touched("1", "z", -400), taught("G55", "1", -12.6), set("G54 path 2", 2));
    expect(after.some((line) => line.startsWith("G55: Z"))).toBe(false);
  });
  it("open the check of a tool again once its own has changed, and no other tool's", () => {
    const checked = (offset: string, under?: string) =>
      entry("proof-checked", {
        offset,
        found: "right",
        stop: { x: 50, z: 2 },
        by: { x: null, z: null },
        source: "seen",
        ...(under !== undefined && { under }),
      });
    const start = [opened(), loaded("1"), loaded("2"), program(TWO), set("G55", -12)] as const;
    const states = (...more: readonly Command[]) => {
      const view = viewOf(...start, checked("1"), checked("2", "G55"), ...more);
      return view.tools.map((tool) => proofState(view, tool));
    };
    expect(states()).toEqual(["proven", "proven"]);
    expect(states(set("G55", -13))).toEqual(["proven", "again"]);
    expect(states(set("G54", 1, true))).toEqual(["again", "proven"]);
    // Put under another one it was not checked there.
    expect(states(entry("work-offset-chosen", { offset: "1", name: "G55" }))).toEqual(["again", "proven"]);
  });
  it("are the last that was said of each, whatever the order in which it was said", () => {
    const names = ["G54", "G55", "G54 path 2", "G54.1 P3"] as const;
    const said = fc.record({
      name: fc.constantFrom(...names),
      to: fc.integer({ min: -300_000, max: 300_000 }).map((thousandths) => thousandths / 1000),
      isTaught: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(said, { maxLength: 12 }), (history) => {
        const model = new Map<string, number>([["G54", 0]]);
        const commands = history.map(({ name, to, isTaught }) => {
          model.set(name, to);
          return isTaught ? taught(name, "1", to, name !== "G54") : set(name, to, name === "G54");
        });
        const view = viewOf(opened(), loaded("1"), ...commands);
        for (const name of names) expect(workNow(view, name, "z")).toBe(model.get(name));
      }),
    );
  });
});
