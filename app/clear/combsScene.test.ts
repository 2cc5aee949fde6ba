import { describe, expect, it } from "vitest";
import { combConflicts } from "../../core/clearance/index.ts";
import { combsScene } from "./combsScene.ts";

/*
 * Worked by hand: planes 72 apart, margin 2. A tool of comb a stands 38 out of slot S2, at 20 across, and works at 0: the
 * comb is moved by −20. Opposite, at 0, one stands 37 out: 38 + 37 + 2 − 72 = 5 too long together.
 */
const tool = (name: string, slot: string, lateral: number, standout: number) => ({
  tool: name,
  slot,
  lateral,
  radius: 6,
  standout,
});
const a = [tool("21", "S2", 20, 38)];
const b = [tool("41", "B1", 0, 37), tool("42", "B3", 40, 60)];
const alignment = { name: "21", gap: 72, tool: "21", at: 0 };
const problem = { margin: 2, a, b, alignments: [alignment] };
const seat = (slot: string, lateral: number) => ({ slot, lateral, bore: 16 });
const seats = {
  a: [seat("S1", 0), seat("S2", 20)],
  b: [seat("B1", 0), { ...seat("B2", 20), bore: undefined }, seat("B3", 40)],
};
const scene = combsScene({ problem, seats, tools: new Map() }, alignment, combConflicts(problem));

describe("the drawing of facing combs", () => {
  it("moves the comb of the tool that works, and shows every seat with what stands in it", () => {
    const middles = scene.seats.map(({ slot, outer, tool: stands }) => [slot, outer.z, outer.x + 0, stands]);
    // A block is 22 thick: its outer side lies at −22 and at 72 + 22.
    expect(middles).toEqual([
      ["S1", -22, 20, undefined],
      ["S2", -22, 0, "21"],
      ["B1", 94, 0, "41"],
      ["B2", 94, -20, undefined],
      ["B3", 94, -40, "42"],
    ]);
  });

  it("draws tools as far as they stand out", () => {
    expect(scene.tools.map(({ offset, end, meets }) => [offset, end.z, meets])).toEqual([
      ["21", 38, true],
      ["41", 35, true],
      ["42", 12, false],
    ]);
  });

  it("marks the length by which two are too long together", () => {
    const [meeting, ...others] = scene.meetings;
    expect(others).toEqual([]);
    expect(meeting?.excess).toBe(5);
    expect([meeting?.from.z, meeting?.to.z]).toEqual([33, 38]);
  });

  it("draws a seat of unknown size as its middle line", () => {
    expect(scene.seats[3]?.bore.map(({ x }) => x)).toEqual([-20, -20, -20, -20]);
  });
});
