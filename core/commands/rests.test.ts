import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { apply, type Command, type SetupState, viewSetup } from "../ledger/index.ts";
import { asEntries, loaded, nextId, opened, stateOf, undone, withNext } from "../ledger/setup.fixture.ts";
import { allReckonedAnew, brokenRests, reckonedAnew, restingOn, touchingOrder } from "../plan/index.ts";
import { makeCommand } from "./makeCommand.ts";

const entry = <Kind extends Command["kind"]>(kind: Kind, payload: unknown): Command =>
  ({ id: nextId(), kind, payload }) as Command;
const setWork = (to: number, axis: "x" | "z" = "z") =>
  entry("work-offset-set", { name: "G54", axis, means: "entered", active: true, from: null, to });
/** A touch of the face, bare, at a machine position, under what the work offset is then. */
function touchedUnder(state: SetupState, offset: string, machine: number): Command {
  const { workSaid } = viewSetup(state);
  const work = workSaid.G54?.z;
  return entry("touch-accepted", {
    offset,
    axis: "z",
    way: "scratch",
    machine,
    size: 0,
    ...(work && { work: work.value }),
    exact: machine - (work?.value ?? 0),
    touched: 0,
    expectedError: 0.01,
    rests: work ? [{ on: "work", entry: work.entry }] : [],
    typed: { machine: String(machine), size: "0" },
  });
}
const actor = { name: "Ines", role: "setter", decimalMark: undefined, readList: () => undefined } as const;
const known = { history: {}, spacers: [], shop: {}, program: undefined, left: [], gauges: [] };
function send(state: SetupState, form: Readonly<Record<string, string>>): SetupState {
  const made = makeCommand(state, { id: nextId(), base: String(state.seq), ...form } as never, actor, known);
  if (!("kind" in made)) throw new Error(made.outcome === "refused" ? made.message : made.outcome);
  return withNext(state, made);
}
const start = () => stateOf(opened(), loaded("1"), loaded("2", { faces: false }), setWork(-10));
const toolOf = (state: SetupState, offset = "2") => {
  const view = viewSetup(state);
  const tool = view.tools.find((one) => one.offset === offset);
  if (!tool) throw new Error("the tool is there");
  return { view, tool };
};
const wordsOf = (state: SetupState, axis: "x" | "z" = "z") => {
  const { view, tool } = toolOf(state);
  return brokenRests(view, tool, axis).map(({ words }) => words);
};

describe("a work offset that a number rests on", () => {
  // Found at −9.6873 under G54 Z −10: 0.3127. Under −10.05 the same reading is 0.3627.
  const touched = () => {
    const state = start();
    return withNext(state, touchedUnder(state, "2", -9.6873));
  };
  it("set to another number marks it, with what the same readings give", () => {
    const state = withNext(touched(), setWork(-10.05));
    expect(wordsOf(state)).toEqual(["G54 Z was −10.000, and is −10.050 now"]);
    const { view, tool } = toolOf(state);
    expect(tool.z?.exact).toBeCloseTo(0.3127, 9);
    expect(reckonedAnew(view, tool, "z")?.to).toBeCloseTo(0.3627, 9);
    expect(touchingOrder(view).find(({ offset, kind }) => offset === "2" && kind === "z")).toMatchObject({
      state: "redo",
      reason: "G54 Z was −10.000, and is −10.050 now",
    });
  });
  it("is reckoned with anew in one action, which can be taken back", () => {
    const state = send(withNext(touched(), setWork(-10.05)), { intent: "reckon-anew", offset: "2", axis: "z" });
    const { view, tool } = toolOf(state);
    expect(tool.z).toMatchObject({ work: -10.05, machine: -9.6873, touched: 0 });
    expect(tool.z?.exact).toBeCloseTo(0.3627, 9);
    expect(wordsOf(state)).toEqual([]);
    expect(allReckonedAnew(view)).toEqual([]);
    const back = withNext(state, undone(tool.z?.entry ?? ""));
    expect(toolOf(back).tool.z?.exact).toBeCloseTo(0.3127, 9);
    expect(wordsOf(back)).toHaveLength(1);
  });
  it("that comes back to what it was leaves the number", () => {
    const second = setWork(-10.05);
    const state = withNext(withNext(touched(), second), undone(second.id));
    expect(wordsOf(state)).toEqual([]);
  });
  it("that is not known any more asks for a touch", () => {
    const first = setWork(-10);
    const bare = stateOf(
      { ...opened(), payload: { ...opened().payload, workOffset: { name: "G54" } } } as Command,
      loaded("2"),
      first,
    );
    const state = withNext(withNext(bare, touchedUnder(bare, "2", -9.6873)), undone(first.id));
    expect(wordsOf(state)).toEqual(["G54 Z was −10.000, and is not known any more"]);
    expect(reckonedAnew(toolOf(state).view, toolOf(state).tool, "z")).toBeUndefined();
  });
  it("that was not known and then is counts from then", () => {
    const bare = stateOf(
      { ...opened(), payload: { ...opened().payload, workOffset: { name: "G54" } } } as Command,
      loaded("2"),
    );
    const state = withNext(withNext(bare, touchedUnder(bare, "2", -9.6873)), setWork(-10));
    expect(wordsOf(state)).toEqual(["G54 Z was not known, and is −10.000 now"]);
    // −9.6873 as if it were 0; less −10 it is 0.3127.
    expect(reckonedAnew(toolOf(state).view, toolOf(state).tool, "z")?.to).toBeCloseTo(0.3127, 9);
  });
  it("that has moved with the bar leaves every tool", () => {
    const rechucked = entry("bar-rechucked", { stickOut: 40 });
    expect(wordsOf(withNext(withNext(touched(), rechucked), setWork(-14)))).toEqual([]);
    const shifted = entry("work-offset-set", {
      name: "G54",
      axis: "z",
      means: "shift",
      active: true,
      from: -10,
      to: -14,
    });
    expect(wordsOf(withNext(touched(), shifted))).toEqual([]);
  });
  it("that a change of school has moved leaves every tool, since the sum is the same", () => {
    const first = withNext(touched(), touchedUnder(touched(), "1", -10.5));
    const change = entry("school-changed", { from: "home-referenced", to: "master-tool", shift: -0.5, master: "1" });
    expect(wordsOf(withNext(first, change))).toEqual([]);
  });
  it("is looked at and still right for a reason, until it changes again", () => {
    const changed = withNext(touched(), setWork(-10.05));
    expect(() => send(changed, { intent: "confirm-number", offset: "2", axis: "z", why: " " })).toThrow("Say why");
    const state = send(changed, { intent: "confirm-number", offset: "2", axis: "z", why: "only the face was moved" });
    expect(wordsOf(state)).toEqual([]);
    expect(wordsOf(withNext(state, setWork(-10.1)))).toEqual(["G54 Z was −10.000, and is −10.100 now"]);
  });
  it("leaves what was reckoned from a touch that is undone since", () => {
    // Tool 2 at −0.001 under −10: 9.999; again at −0.002 under −0.001, reckoned anew for −0.002: 0. That touch is undone.
    let state = withNext(start(), touchedUnder(start(), "2", -0.001));
    state = withNext(state, setWork(-0.001));
    const second = touchedUnder(state, "2", -0.002);
    state = withNext(withNext(state, second), setWork(-0.002));
    state = send(state, { intent: "reckon-anew" });
    expect(toolOf(state).tool.z?.exact).toBeCloseTo(0, 9);
    state = withNext(state, undone(second.id));
    // The first touch stands again, with what has changed under it: −0.001 less −0.002 is 0.001.
    expect(toolOf(state).tool.z?.exact).toBeCloseTo(9.999, 9);
    expect(wordsOf(state)).toEqual(["G54 Z was −10.000, and is −0.002 now"]);
    expect(reckonedAnew(toolOf(state).view, toolOf(state).tool, "z")?.to).toBeCloseTo(0.001, 9);
  });
  it("is named where it is taken back", () => {
    const state = touched();
    const given = viewSetup(state).workSaid.G54?.z?.entry ?? "";
    expect(restingOn(viewSetup(state), given).map(({ tool, axis }) => [tool.offset, axis])).toEqual([["2", "z"]]);
    expect(restingOn(viewSetup(state), nextId())).toEqual([]);
  });
  it("leaves each number right or marked, whatever is set, touched, reckoned and taken back, in any order", () => {
    const step = fc.oneof(
      fc.record({ act: fc.constant("set" as const), to: fc.integer({ min: -20_000, max: -1 }) }),
      fc.record({
        act: fc.constant("touch" as const),
        offset: fc.constantFrom("1", "2"),
        to: fc.integer({ min: -20_000, max: -1 }),
      }),
      fc.record({ act: fc.constant("reckon" as const) }),
      fc.record({ act: fc.constant("undo" as const), nth: fc.nat(20) }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 16 }), (steps) => {
        let state = start();
        const made: string[] = [];
        /** Where each touch was read, by its entry. */
        const readAt = new Map<string, number>();
        for (const one of steps) {
          const view = viewSetup(state);
          let command: Command | undefined;
          if (one.act === "set") command = setWork(one.to / 1000);
          else if (one.act === "touch") {
            command = touchedUnder(state, one.offset, one.to / 1000);
            readAt.set(command.id, one.to / 1000);
          } else if (one.act === "reckon") {
            if (allReckonedAnew(view).length > 0) {
              state = send(state, { intent: "reckon-anew" });
              continue;
            }
          } else {
            const id = made[one.nth % Math.max(made.length, 1)];
            if (id !== undefined && view.undone[id] === undefined) command = undone(id);
          }
          if (!command) continue;
          if (command.kind !== "entry-undone") made.push(command.id);
          state = apply(state, asEntries([command], state.seq)[0] as never);
        }
        const view = viewSetup(state);
        for (const tool of view.tools) {
          if (!tool.z) continue;
          const machine = readAt.get(tool.z.reckoned?.from ?? tool.z.entry) ?? Number.NaN;
          const right = machine - (view.workSaid.G54?.z?.value ?? 0);
          const isMarked = brokenRests(view, tool, "z").length > 0;
          expect(isMarked || Math.abs(tool.z.exact - right) < 1e-9).toBe(true);
        }
      }),
      {
        // Undone after it was reckoned, a touch left its number standing.
        examples: [
          [
            [
              { act: "touch", offset: "1", to: -1 },
              { act: "set", to: -1 },
              { act: "touch", offset: "1", to: -2 },
              { act: "set", to: -2 },
              { act: "reckon" },
              { act: "undo", nth: 14 },
            ],
          ],
        ],
        numRuns: 1000,
      },
    );
  });
});

describe("a diameter that a number rests on", () => {
  const skim = (size: number) =>
    entry("touch-accepted", {
      offset: "1",
      axis: "x",
      way: "skim",
      machine: -288,
      size,
      work: 0,
      exact: -288 - size,
      touched: size,
      expectedError: 0.007,
      rests: [],
      typed: { machine: "-288", size: String(size) },
    });
  /** Paper of 0.1 on the diameter that the first tool was measured on: −290 − (51.48 + 0.2) = −341.68. */
  const onPaper = (rest: string) =>
    entry("touch-accepted", {
      offset: "2",
      axis: "x",
      way: "paper",
      machine: -290,
      size: 51.48,
      spacer: 0.1,
      work: 0,
      exact: -341.68,
      touched: 51.68,
      expectedError: 0.03,
      rests: [{ on: "size", entry: rest }],
      typed: { machine: "-290", size: "51.48", spacer: ".1" },
    });
  it("taken back asks for a touch, and measured again gives the number anew", () => {
    const first = skim(51.48);
    const state = stateOf(opened(), loaded("1"), loaded("2", { faces: false }), first, onPaper(first.id));
    expect(wordsOf(state, "x")).toEqual([]);
    const back = withNext(state, undone(first.id));
    expect(wordsOf(back, "x")).toEqual(["Ø 51.48 mm, on which it was touched, was undone"]);
    expect(reckonedAnew(toolOf(back).view, toolOf(back).tool, "x")).toBeUndefined();
    // It was 51.380: −290 − 51.58 = −341.580.
    const again = withNext(back, skim(51.38));
    expect(wordsOf(again, "x")).toEqual(["it was touched on Ø 51.48 mm, and that is Ø 51.38 mm now"]);
    const anew = reckonedAnew(toolOf(again).view, toolOf(again).tool, "x");
    expect(anew?.to).toBeCloseTo(-341.58, 9);
    expect(anew?.touched).toBeCloseTo(51.58, 9);
  });
  it("skimmed to another one later leaves what was touched on it before", () => {
    const first = skim(51.48);
    const state = stateOf(opened(), loaded("1"), loaded("2", { faces: false }), first, onPaper(first.id), skim(50.9));
    expect(wordsOf(state, "x")).toEqual([]);
  });
});

describe("what was made before a number was found", () => {
  // T02 is touched on the face that T01 has cut as Z0.
  const faced = (machine: number, size = 0) =>
    entry("touch-accepted", {
      offset: "1",
      axis: "z",
      way: "skim",
      machine,
      size,
      exact: machine - size,
      touched: size,
      expectedError: 0.01,
      rests: [],
      typed: { machine: String(machine), size: String(size) },
    });
  const onFace = (rest: string) =>
    entry("touch-accepted", {
      offset: "2",
      axis: "z",
      way: "scratch",
      machine: -405,
      size: 0,
      exact: -405,
      touched: 0,
      expectedError: 0.01,
      rests: [{ on: "face", entry: rest }],
      typed: { machine: "-405", size: "0" },
    });
  const start = (...more: Command[]) => {
    const first = faced(-402.9);
    return stateOf(opened(), loaded("1"), loaded("2", { faces: false }), first, onFace(first.id), ...more);
  };
  it("a face that is cut anew as Z0 asks for a touch", () => {
    expect(wordsOf(start())).toEqual([]);
    const anew = start(faced(-403.1));
    expect(wordsOf(anew)).toEqual(["the face was made anew after it was touched"]);
    expect(reckonedAnew(toolOf(anew).view, toolOf(anew).tool, "z")).toBeUndefined();
  });
  it("one that was measured in front of the face leaves what was touched on it", () => {
    expect(wordsOf(start(faced(-402.6, 0.3)))).toEqual([]);
  });
  it("one after the bar was chucked anew leaves it, since the work offset is taught", () => {
    expect(wordsOf(start(entry("bar-rechucked", { stickOut: 70 }), faced(-403.1)))).toEqual([]);
  });
  it("a holder that is swept anew asks for a touch", () => {
    const swept = () => entry("mount-recorded", { offset: "2", check: "sweep", given: {}, found: {} });
    const first = swept();
    const centred = entry("touch-accepted", {
      offset: "2",
      axis: "x",
      way: "centre",
      machine: -300,
      exact: -300,
      touched: 0,
      expectedError: 0.01,
      rests: [{ on: "sweep", entry: first.id }],
      typed: { machine: "-300" },
    });
    const before = stateOf(opened(), loaded("1"), loaded("2", { faces: false }), first, centred);
    expect(wordsOf(before, "x")).toEqual([]);
    expect(wordsOf(withNext(before, swept()), "x")).toEqual(["its holder was swept anew after it was touched"]);
  });
});
