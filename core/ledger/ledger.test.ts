import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { LatheAxis } from "../machine/index.ts";
import { CELLS } from "./cells.ts";
import { decide } from "./decide.ts";
import type { Command, Entry } from "./entry.ts";
import { topOf } from "./lookUp.ts";
import { asEntries, loaded, nextId, opened, recorded, stateOf, touched, undone, withNext } from "./setup.fixture.ts";
import { apply, EMPTY_SETUP, fold } from "./setupState.ts";
import { viewSetup } from "./setupView.ts";

const signOff: Command = { id: nextId(), kind: "signed-off", payload: { unproven: [] } };
const reopen: Command = { id: nextId(), kind: "reopened", payload: { reason: "insert changed" } };

describe("the fold of a setup", () => {
  it("shows the newest value of every cell, and where it came from", () => {
    const second = touched("1", "x", -339.25, 51.48);
    const view = viewSetup(
      stateOf(opened(), loaded("1"), recorded("1", -339.432, -402.9), touched("1", "x", -339.2, 51.4), second),
    );
    expect(view.tools).toHaveLength(1);
    expect(view.tools[0]).toMatchObject({
      offset: "1",
      x: { exact: -339.25, entry: second.id, person: "Ines" },
      control: { x: -339.432 },
    });
    expect(view.tools[0]?.z).toBeUndefined();
  });

  it("gives back exactly what stood there before when an entry is undone, newest or not", () => {
    const [first, second] = [touched("1", "x", -1), touched("1", "x", -2)];
    const both = stateOf(opened(), loaded("1"), first, second);
    expect(topOf(withNext(both, undone(second.id)), CELLS.geometry("1", "x"))?.id).toBe(first.id);
    expect(topOf(withNext(both, undone(first.id)), CELLS.geometry("1", "x"))?.id).toBe(second.id);
    expect(viewSetup(withNext(withNext(both, undone(second.id)), undone(first.id))).tools[0]?.x).toBeUndefined();
  });

  it("refuses a history with a gap as the bug it is", () => {
    const [entry] = asEntries([opened()], 4);
    expect(() => apply(EMPTY_SETUP, entry as Entry)).toThrow(/cannot follow/);
  });

  it("is the same whether folded in one go, in pieces, or through a stored snapshot", () => {
    const move = fc.record({
      offset: fc.constantFrom("1", "2", "3"),
      axis: fc.constantFrom<LatheAxis>("x", "z"),
      exact: fc.integer({ min: -400, max: 0 }),
      undo: fc.nat(9),
      isUndo: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(move, { maxLength: 25 }), fc.nat(25), (moves, cut) => {
        const commands: Command[] = [opened(), loaded("1"), loaded("2"), loaded("3")];
        for (const { offset, axis, exact, undo, isUndo } of moves) {
          const target = commands[4 + undo];
          commands.push(isUndo && target ? undone(target.id) : touched(offset, axis, exact));
        }
        const entries = asEntries(commands);
        const whole = fold(entries);
        const at = Math.min(cut, entries.length);
        const snapshot = JSON.parse(JSON.stringify(fold(entries.slice(0, at))));
        expect(fold(entries.slice(at), snapshot)).toEqual(whole);
        expect(whole.seq).toBe(entries.length);
        for (const stack of Object.values(whole.cells))
          for (const entry of stack) expect(whole.undone[entry.id]).toBeUndefined();
      }),
    );
  });
});

describe("decide", () => {
  const state = stateOf(opened(), loaded("1"));
  const code = (from: typeof state, command: Command) => {
    const answer = decide(from, command);
    return answer.ok ? "accepted" : answer.refusal.code;
  };
  it("opens once, and only then takes anything else", () => {
    expect(code(EMPTY_SETUP, opened())).toBe("accepted");
    expect(code(state, opened())).toBe("open-already");
    expect(code(EMPTY_SETUP, loaded("1"))).toBe("not-open");
  });
  it("wants a tool before its offset is touched", () => {
    expect(code(state, touched("1", "x", -1))).toBe("accepted");
    expect(code(state, touched("7", "x", -1))).toBe("no-such-tool");
  });
  it("undoes what stands, once, and never what others rest on", () => {
    const touch = touched("1", "x", -1);
    const withTouch = withNext(state, touch);
    const undo = undone(touch.id);
    expect(code(withTouch, undo)).toBe("accepted");
    expect(code(withNext(withTouch, undo), undone(touch.id))).toBe("no-such-entry");
    expect(code(state, undone(nextId()))).toBe("no-such-entry");
    const load = loaded("2");
    expect(code(withNext(state, load), undone(load.id))).toBe("cannot-undo");
  });
  it("takes nothing after sign-off until it is reopened", () => {
    const signed = withNext(state, signOff);
    expect(code(signed, touched("1", "x", -1))).toBe("signed-off");
    expect(code(signed, signOff)).toBe("signed-off");
    expect(code(state, reopen)).toBe("not-signed-off");
    expect(code(withNext(signed, reopen), touched("1", "x", -1))).toBe("accepted");
  });
});

describe("the tolerance that an offset is held to", () => {
  // Its tool is loaded with ±0.025 on X and ±0.05 on Z.
  const held = (...features: readonly object[]) =>
    viewSetup(
      stateOf(
        opened(),
        loaded("1"),
        loaded("2"),
        ...features.map(
          (more): Command => ({
            id: nextId(),
            kind: "feature-recorded",
            payload: {
              feature: nextId(),
              name: "Ø 22",
              offset: "1",
              axis: "x",
              nominal: 22,
              lower: 0,
              upper: 0,
              ...more,
            },
          }),
        ),
      ),
    ).tools.map(({ tolerance }) => tolerance);
  it("is half the band of what somebody gave, in place of what the tool was loaded with", () => {
    expect(held({ lower: -0.05, upper: 0.05 })).toMatchObject([{ x: 0.05, z: 0.05 }, { x: 0.025 }]);
    // H8 at 22 mm is 0 to +0.033.
    expect(held({ upper: 0.033, limitsBy: "H8" })).toMatchObject([{ x: 0.0165 }, { x: 0.025 }]);
    expect(held({ lower: -0.3, upper: 0.3, limitsBy: "m" }, { upper: 0.08 })).toMatchObject([{ x: 0.04 }, {}]);
  });
  it("is never widened by general tolerances, and is narrowed by them", () => {
    expect(held({ lower: -0.3, upper: 0.3, limitsBy: "m" })).toMatchObject([{ x: 0.025, z: 0.05 }, {}]);
    expect(held({ lower: -0.1, upper: 0.1, limitsBy: "shop" })).toMatchObject([{ x: 0.025 }, {}]);
    expect(held({ lower: -0.02, upper: 0.02, limitsBy: "shop" })).toMatchObject([{ x: 0.02 }, {}]);
  });
  it("is that of a width for both its walls, and that of a length from the face for its own surface alone", () => {
    const length = { axis: "z", nominal: -9, lower: -0.02, upper: 0.02 };
    expect(held({ ...length, from: { offset: "2", is: "wall" } })).toMatchObject([{ z: 0.02 }, { z: 0.02 }]);
    expect(held({ ...length, from: { offset: "2", is: "face" } })).toMatchObject([{ z: 0.02 }, { z: 0.05 }]);
  });
});
