import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cheapestAssignment } from "./assignment.ts";
import { meshCombs } from "./combSearch.ts";
import { type CombProblem, type CombTool, checkCombs, combConflicts, smallestGap } from "./combs.ts";

const tool = (
  name: string,
  slot: string,
  lateral: number,
  standout: number,
  allowed?: CombTool["allowed"],
): CombTool => ({
  tool: name,
  slot,
  lateral,
  radius: 4,
  standout,
  ...(allowed && { allowed }),
});

/** Every placing there is, told by brute force. */
function everyPlacing(problem: CombProblem): readonly { conflicts: number; moves: number; room: number }[] {
  const placings = (tools: readonly CombTool[]): readonly (readonly CombTool[])[] => {
    let open: (readonly CombTool[])[] = [[]];
    for (const one of tools) {
      const slots = new Map([[one.slot, one.lateral]]);
      for (const { slot, lateral } of one.allowed ?? []) if (!slots.has(slot)) slots.set(slot, lateral);
      open = open.flatMap((placed) =>
        [...slots]
          .filter(([slot]) => placed.every((other) => other.slot !== slot))
          .map(([slot, lateral]) => [...placed, { ...one, slot, lateral }]),
      );
    }
    return open;
  };
  const moved = (now: readonly CombTool[], before: readonly CombTool[]) =>
    now.filter(({ slot }, index) => slot !== before[index]?.slot).length;
  const ofB = placings(problem.b);
  return placings(problem.a).flatMap((a) =>
    ofB.map((b) => {
      const placed = { ...problem, a, b };
      return {
        conflicts: combConflicts(placed).length,
        moves: moved(a, problem.a) + moved(b, problem.b),
        room: smallestGap(placed) ?? Number.POSITIVE_INFINITY,
      };
    }),
  );
}

const tenths = (min: number, max: number) => fc.integer({ min: min * 10, max: max * 10 }).map((value) => value / 10);
function combOf(letter: string, most: number): fc.Arbitrary<readonly CombTool[]> {
  return fc.integer({ min: 1, max: most }).chain((count) =>
    fc.tuple(
      ...Array.from({ length: count }, (_, index) =>
        fc.record({
          tool: fc.constant(`${letter}${index}`),
          slot: fc.constant(`${letter}-${index}`),
          lateral: fc.constant(index * 20),
          radius: tenths(1, 12),
          standout: tenths(5, 60),
          allowed: fc.subarray(
            Array.from({ length: count + 1 }, (__, slot) => ({ slot: `${letter}-${slot}`, lateral: slot * 20 })),
          ),
        }),
      ),
    ),
  );
}
const problems: fc.Arbitrary<CombProblem> = fc
  .record({ margin: tenths(0, 3), a: combOf("a", 4), b: combOf("b", 4), gap: tenths(40, 90), shift: tenths(-40, 40) })
  .map(({ margin, a, b, gap, shift }) => ({
    margin,
    a,
    b,
    alignments: [
      ...a.map((one) => ({ name: `${one.tool} works`, gap, tool: one.tool, at: shift })),
      { name: "parked", gap: gap + 5, shift },
    ],
  }));

describe("opposing combs", () => {
  const facing: CombProblem = {
    margin: 1,
    a: [tool("tap", "1", 0, 62), tool("centre drill", "2", 20, 20)],
    b: [tool("drill", "11", 0, 40), tool("reamer", "12", 20, 15)],
    alignments: [{ name: "tap works", gap: 100, tool: "tap", at: 0 }],
  };
  it("a long tap meets a drill by what both and the margin are longer than the gap", () => {
    // 62 + 40 + 1 − 100 = 3.
    expect(combConflicts(facing)).toEqual([{ alignment: "tap works", a: "tap", b: "drill", excess: 3 }]);
    expect(smallestGap(facing)).toBe(-2);
  });
  it("a gap of 0.05 over the margin is no conflict, and figures of the last place are none either", () => {
    const at = (gap: number) => combConflicts({ ...facing, alignments: [{ name: "n", gap, shift: 0 }] });
    expect(at(103.05)).toEqual([]);
    expect(at(103 - 1e-7)).toEqual([]);
    expect(at(102.95)).toHaveLength(1);
  });
  it("meshes by moving as few tools as it takes", () => {
    const slots = [0, 20, 40].map((lateral, index) => ({ slot: String(index + 11), lateral }));
    const problem = { ...facing, b: facing.b.map((one) => ({ ...one, allowed: slots })) };
    // The drill goes to the free slot; the reamer stays: 100 − 62 − 15 would be its room, but nothing stands over the tap.
    expect(meshCombs(problem)).toEqual({
      moves: [{ tool: "drill", from: "11", to: "13" }],
      conflicts: 0,
      smallestGap: 100 - 20 - 15,
    });
  });
  it("finds what trying every placing finds", () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const all = everyPlacing(problem);
        const best = all.reduce((one, other) =>
          other.conflicts - one.conflicts || other.moves - one.moves || one.room - other.room
            ? (other.conflicts - one.conflicts || other.moves - one.moves || one.room - other.room) < 0
              ? other
              : one
            : one,
        );
        const found = meshCombs(problem);
        expect([found.conflicts, found.moves.length]).toEqual([best.conflicts, best.moves]);
        expect(found.smallestGap ?? Number.POSITIVE_INFINITY).toBeCloseTo(best.room, 9);
        // And what it says of its placing is so.
        const to = new Map(found.moves.map((move) => [move.tool, move.to]));
        const moved = (tools: readonly CombTool[]) =>
          tools.map((one) => {
            const slot = one.allowed?.find(({ slot: name }) => name === to.get(one.tool));
            return slot ? { ...one, ...slot } : one;
          });
        const placed = { ...problem, a: moved(problem.a), b: moved(problem.b) };
        expect(checkCombs(placed).ok).toBe(true);
        expect(combConflicts(placed)).toHaveLength(found.conflicts);
        expect(smallestGap(placed)).toEqual(found.smallestGap);
      }),
      { numRuns: 150 },
    );
  });
  it("assigns as cheaply as any permutation", () => {
    const costs = fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 20, maxLength: 20 });
    fc.assert(
      fc.property(costs, (cost) => {
        let least = Number.POSITIVE_INFINITY;
        const walk = (row: number, used: number, sum: number): void => {
          if (row === 4) least = Math.min(least, sum);
          else
            for (let to = 0; to < 5; to++)
              if (!(used & (1 << to))) walk(row + 1, used | (1 << to), sum + (cost[row * 5 + to] ?? 0));
        };
        walk(0, 0, 0);
        expect(cheapestAssignment(Float64Array.from(cost), 4, 5)?.cost).toBe(least);
      }),
    );
    expect(
      cheapestAssignment(Float64Array.of(1, Number.POSITIVE_INFINITY, 1, Number.POSITIVE_INFINITY), 2, 2),
    ).toBeUndefined();
  });
  it.each([
    ["a name twice", { ...facing, b: [tool("tap", "11", 0, 40)] }],
    ["two tools in one slot", { ...facing, b: [tool("drill", "11", 0, 40), tool("reamer", "11", 20, 4)] }],
    ["an alignment by a tool of comb b", { ...facing, alignments: [{ name: "n", gap: 9, tool: "drill", at: 0 }] }],
  ])("refuses %s", (_name, problem) => {
    expect(checkCombs(problem)).toMatchObject({ ok: false, refusal: { code: "bad-input" } });
  });
});
