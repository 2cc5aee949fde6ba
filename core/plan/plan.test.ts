import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { loaded, mounted, opened, touched, viewOf } from "../ledger/setup.fixture.ts";
import type { LatheAxis, MachineProfile } from "../machine/index.ts";
import type { BladeTool, BoringTool, Gauge, OnCentreTool } from "../tool/index.ts";
import { arrange } from "./arrangement.ts";
import { bestOrder, brokenNeeds } from "./bestOrder.ts";
import { planSetup } from "./plan.ts";
import { secondsOf } from "./planCost.ts";
import { type PlanStep, planSteps } from "./planSteps.ts";
import { touchingOrder } from "./touchingOrder.ts";

const ways = ["skim", "paper", "centre", "setter"] as const;
const gauges: readonly Gauge[] = ["micrometer", "paper", "indicator", "none"];

/** Steps of any kind with prerequisites that make no circle: each may need steps in front of it. */
const stepsOf = (most: number, least = 1) =>
  fc
    .array(
      fc.record({
        slot: fc.integer({ min: 0, max: 11 }),
        zone: fc.constantFrom("turret", "sub"),
        way: fc.constantFrom(...ways),
        gauge: fc.constantFrom(...gauges),
        seconds: fc.integer({ min: 20, max: 300 }),
        needs: fc.array(fc.nat({ max: 40 }), { maxLength: 2 }),
      }),
      { minLength: least, maxLength: most, size: "max" },
    )
    .map((list) =>
      list.map(({ slot, zone, way, gauge, seconds, needs }, index): PlanStep => {
        const before = index === 0 ? [] : [...new Set(needs.map((need) => need % index))];
        return {
          key: `${index} x`,
          offset: String(index),
          kind: "x",
          station: `${zone} ${slot}`,
          zone,
          zoneKind: zone,
          spindle: zone === "sub" ? "sub" : "main",
          slot,
          slots: 12,
          way,
          gauge,
          seconds,
          needs: before.map((need) => ({ key: `${need} x`, words: `needs ${need}` })),
        } as const;
      }),
    );

/** Every order that keeps the prerequisites, one after the other. */
function* everyOrder(left: readonly PlanStep[], done: readonly PlanStep[] = []): Generator<readonly PlanStep[]> {
  if (left.length === 0) yield done;
  for (const step of left)
    if (step.needs.every(({ key }) => done.some((one) => one.key === key)))
      yield* everyOrder(
        left.filter((one) => one !== step),
        [...done, step],
      );
}

describe("bestOrder", () => {
  const indexing = fc.boolean().map((oneWay) => ({ oneWay }));
  it("is the best of all orders of up to seven steps", { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(stepsOf(7), indexing, (steps, how) => {
        const { order, seconds, isProven } = bestOrder(steps, how);
        const least = Math.min(...[...everyOrder(steps)].map((one) => secondsOf(one, how)));
        expect(isProven).toBe(true);
        expect(seconds).toBeCloseTo(least, 6);
        expect(secondsOf(order, how)).toBeCloseTo(seconds, 6);
      }),
      { numRuns: 150 },
    );
  });
  it("keeps prerequisites, leaves nothing out, and is never worse than the order given", { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(stepsOf(48), indexing, (steps, how) => {
        const { order, seconds } = bestOrder(steps, how);
        expect(new Set(order)).toEqual(new Set(steps));
        expect(order.length).toBe(steps.length);
        expect(brokenNeeds(order)).toEqual([]);
        expect(seconds).toBeLessThanOrEqual(secondsOf(steps, how) + 1e-6);
      }),
      { numRuns: 300 },
    );
  });
  it("comes close to the best where both searches can be run", { timeout: 60_000 }, () => {
    // Thirty-one steps without a station push a list over the exact search. Getting to the first of them costs as well, so that
    // both orders are compared with them at the end.
    fc.assert(
      fc.property(stepsOf(9), indexing, (steps, how) => {
        const still: PlanStep[] = Array.from({ length: 31 }, (_, index) => ({
          ...(steps[0] as PlanStep),
          key: `rest ${index}`,
          station: "",
          gauge: "none" as const,
          seconds: 0,
          needs: steps.map(({ key }) => ({ key, words: "" })),
        }));
        const exact = secondsOf([...bestOrder(steps, how).order, ...still], how);
        const local = bestOrder([...steps, ...still], how);
        expect(local.isProven).toBe(false);
        expect(secondsOf(local.order, how)).toBeLessThanOrEqual(exact * 1.15 + 60);
      }),
      { numRuns: 300 },
    );
  });
  it("plans 24 tools in time", { timeout: 60_000 }, () => {
    const steps = [
      ...fc.sample(stepsOf(48, 48), { numRuns: 6, seed: 7 }),
      ...fc.sample(stepsOf(30, 20), { numRuns: 12, seed: 8 }),
    ];
    // The least of three, since a busy machine makes any one of them longer.
    const times = steps.map((list) =>
      Math.min(
        ...[1, 2, 3].map(() => {
          const began = performance.now();
          bestOrder(list, { oneWay: true });
          return performance.now() - began;
        }),
      ),
    );
    expect(Math.max(...times)).toBeLessThan(300);
  });
  it("has nothing to order in nothing", () => {
    expect(bestOrder([], { oneWay: false })).toEqual({ order: [], seconds: 0, isProven: true });
  });
});

const drill: OnCentreTool = {
  kind: "drill",
  description: "Drill",
  diameter: 14,
  pointAngle: 118,
  programmed: "point",
  overhang: 60,
};
const bar: BoringTool = {
  kind: "boring",
  description: "Bore",
  insert: "CCMT 060204",
  leadAngle: 95,
  bar: 12,
  smallestBore: 14,
  overhang: 40,
};
const blade: BladeTool = {
  kind: "part-off",
  description: "Part off",
  width: 3,
  cornerRadius: 0.2,
  depth: 20,
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
  ],
};

/** What each step needs, in words. */
const needs = (...commands: Parameters<typeof viewOf>) => {
  const view = viewOf(...commands);
  return Object.fromEntries(
    planSteps(view, touchingOrder(view)).map(({ key, needs: list }) => [key, list.map((one) => one.key)]),
  );
};

describe("prerequisites", () => {
  it("put the face first, and the drill before the hole before the bar, on a home-referenced machine", () => {
    expect(needs(opened(), loaded("1"), mounted("2", drill), mounted("4", bar))).toEqual({
      "1 x": [],
      "1 z": [],
      "2 x": [],
      "2 z": ["1 z"],
      hole: ["2 x", "2 z"],
      "4 x": ["hole"],
      "4 z": ["1 z"],
    });
  });
  it("ask for no face where a setter measures", () => {
    const setter = { kind: "arm", calibratedIn: "mm", outside: 0, bore: 0, face: 0 } as const;
    const all = needs(opened({ school: "setter", setter }), loaded("1"), loaded("3", { faces: false }));
    expect(all["3 z"]).toEqual([]);
    expect(all["1 work"]).toEqual(["1 z"]);
  });
  it("put the master first in its school", () => {
    const first = opened({ school: "master-tool" });
    const told = { ...first, payload: { ...first.payload, master: "1" } } as typeof first;
    expect(needs(told, loaded("1"), loaded("2", { faces: false }))["2 z"]).toEqual(["1 work"]);
  });
  it("put parting before the sub-spindle's side, and the whole main side before back tools", () => {
    const all = needs(opened(swiss), mounted("3", blade, "G1"), mounted("21", drill, "S1"), mounted("41", drill, "B1"));
    expect(all["21 z"]).toEqual(["face", "3 z"]);
    expect(all["41 x"]).toEqual(["length"]);
    expect(all.length).toEqual(["3 x", "3 z", "21 x", "21 z"]);
  });
});

describe("planSetup", () => {
  const tools = [opened(), loaded("1"), loaded("3", { faces: false }), mounted("2", drill), mounted("4", bar)];
  it("proposes an order that keeps every prerequisite and takes no longer than the one that holds", () => {
    const plan = planSetup(viewOf(...tools));
    expect(brokenNeeds(plan.order)).toEqual([]);
    expect(plan.seconds).toBeLessThanOrEqual(plan.secondsNow);
    expect(plan.isProven).toBe(true);
    expect(plan.order.map(({ key }) => key).indexOf("4 x")).toBeGreaterThan(
      plan.order.map(({ key }) => key).indexOf("hole"),
    );
  });
  it("plans what is left only", () => {
    const plan = planSetup(viewOf(...tools, touched("1", "x", -300), touched("1", "z", -400)));
    expect(plan.order.map(({ key }) => key)).not.toContain("1 x");
    expect(plan.now.length).toBe(plan.order.length);
  });
});

describe("an order chosen by hand", () => {
  const view = viewOf(opened(), loaded("1"), loaded("3", { faces: false }));
  const steps = touchingOrder(view);
  const at = (key: string) => {
    const [offset = "", kind = ""] = key.split(" ");
    return { offset, kind: kind as LatheAxis };
  };
  const written = (order: readonly { readonly offset: string; readonly kind: string }[]) =>
    order.map(({ offset, kind }) => `${offset} ${kind}`);
  it("holds, with radius and orientation behind the last axis of their tool", () => {
    expect(written(arrange(steps, ["1 x", "3 x", "1 z", "3 z"].map(at)))).toEqual([
      "1 x",
      "3 x",
      "1 z",
      "1 nose",
      "3 z",
      "3 nose",
    ]);
  });
  it("keeps what it does not name, and passes over what is gone", () => {
    expect(written(arrange(steps, ["3 x", "9 x"].map(at)))).toEqual(["3 x", "3 z", "3 nose", "1 x", "1 z", "1 nose"]);
    expect(arrange(steps, [])).toEqual(steps);
  });
  it("names the prerequisite that it breaks", () => {
    const plan = planSteps(view, steps);
    const byKey = (key: string) => plan.find((step) => step.key === key) as PlanStep;
    const [broken] = brokenNeeds(["3 z", "1 x", "1 z", "3 x"].map(byKey));
    expect(broken).toMatchObject({ step: { key: "3 z" }, need: { words: "needs the face that T01 makes" }, at: 0 });
  });
});
