import { describe, expect, it } from "vitest";
import { errorBudget } from "../../core/limits/index.ts";
import { SCHOOLS } from "../../core/machine/index.ts";
import { TOOL_KINDS, TOUCH_WAYS } from "../../core/tool/index.ts";
import { type Case, everyCase } from "../../core/touch/everyTool.fixture.ts";
import { longOr } from "../../tests/hard/long.ts";
import { normal, uniform } from "../chance.ts";
import { type Loop, runLoop } from "./closedLoop.fixture.ts";

/** Zones that each touch is tried in, taken in turn out of all. */
const ZONES_EACH = longOr(3, 1);

/** The same touch in every combination of school, unit, sign, measuring function and zone, taken in turn. */
function dealt(): readonly Case[] {
  const machines = SCHOOLS.flatMap((school, index) =>
    (["overwrite", "add", "touched-dimension"] as const).map((measuring, turn) => {
      const units = (index + turn) % 2 === 0 ? ("mm" as const) : ("in" as const);
      const sign = (index + turn) % 3 === 0 ? (-1 as const) : (1 as const);
      return { measuring, units, cases: everyCase(school, units, sign, turn === 2 ? "radius" : "diameter") };
    }),
  );
  const seen = new Map<string, Map<string, Case[]>>();
  for (const { cases, measuring, units } of machines)
    for (const one of cases) {
      // A setter's probe is calibrated for its front, and a bar is pulled to a tool in front of it.
      // Arms do not swivel in the simulation, so that nothing is slid along one.
      if (one.way === "slide" && one.zone.arm) continue;
      const isRound = "width" in one.tool || "diameter" in one.tool;
      if (one.choice.stand === "behind" && (one.way === "pull" || (one.way === "setter" && isRound))) continue;
      const resolution = units === "mm" ? 0.001 : 0.0001;
      const machine = { ...one.machine, measuring, resolution: { x: resolution, y: resolution, z: resolution } };
      const key = [
        one.tool.kind,
        "hand" in one.tool ? one.tool.hand : "",
        one.axis,
        one.way,
        JSON.stringify(one.choice),
      ];
      const zones = seen.get(key.join(" ")) ?? new Map<string, Case[]>();
      seen.set(key.join(" "), zones);
      zones.set(one.zone.id, [...(zones.get(one.zone.id) ?? []), { ...one, machine }]);
    }
  return [...seen.values()].flatMap((zones, index) => {
    const all = [...zones.values()];
    const taken = Math.min(ZONES_EACH, all.length);
    return Array.from({ length: taken }, (_, turn) => {
      const there = all[(index * ZONES_EACH + turn) % all.length] ?? [];
      return there[(index + turn) % there.length] as Case;
    });
  });
}

const nameOf = ({ tool, zone, axis, way, choice, machine }: Case) =>
  [
    tool.kind,
    "hand" in tool ? tool.hand : "",
    zone.id,
    axis,
    way,
    JSON.stringify(choice),
    machine.units,
    machine.school,
    machine.measuring,
  ].join(" ");

/** Truths drawn from one seed. */
function drawn(seed: number) {
  let chance = seed;
  const draw = (low: number, high: number) => {
    const [value, next] = uniform(chance);
    chance = next;
    return low + (high - low) * value;
  };
  return (one: Case, run: number): Loop => ({
    one,
    seed: seed + run,
    paper: one.way === "block" ? 8 : 0.09,
    paperSlip: 0,
    geometry: { x: draw(-300, 300), y: draw(-30, 30), z: draw(-300, 300) },
    work: { x: draw(-20, 20), y: draw(-5, 5), z: draw(-200, 200) },
  });
}

describe("the closed loop", { timeout: 150_000 }, () => {
  const cases = dealt();
  it("takes in every kind and every way", () => {
    expect(new Set(cases.map(({ tool }) => tool.kind))).toEqual(new Set(TOOL_KINDS));
    expect(new Set(cases.map(({ way }) => way))).toEqual(new Set(TOUCH_WAYS));
    expect(cases.length).toBeGreaterThan(500 * ZONES_EACH);
  });
  it("puts the true tool where the program says, by contact, gauge, Luvrit, control, display and MDI", () => {
    const truth = drawn(4680);
    const wrong = cases.flatMap((one, index) => {
      const { miss, injected, allowed, display, refusals, events } = runLoop(truth(one, index));
      // What gauge, feel and wheel put in is small, nothing else comes in, and the display reads what it must.
      const isTrue = Math.abs(miss - injected) <= allowed && Math.abs(injected) <= allowed;
      const reads = display === undefined || Math.abs(display) < 1.01;
      return isTrue && reads && refusals === ""
        ? []
        : [
            `${nameOf(one)}: miss ${miss}, injected ${injected} of ${allowed}, display ${display} ${refusals} ${events.slice(-2).join(" | ")}`,
          ];
    });
    expect(wrong.slice(0, 8), `${wrong.length} of ${cases.length}`).toEqual([]);
  });
  it("stays within the stated budget where paper and gauges err as they usually do", () => {
    const truth = drawn(17);
    const felt = cases.filter(({ way }) => way === "paper" || way === "skim" || way === "preset" || way === "scratch");
    let chance = 99;
    let within = 0;
    const far: string[] = [];
    for (const [index, one] of felt.entries()) {
      const [paperSlip, next] = normal(chance, 0.008);
      chance = next;
      const { miss } = runLoop({ ...truth(one, index), paperSlip });
      const { expanded } = errorBudget(one.machine, one.tool, one.axis, one.way, 0.02);
      if (Math.abs(miss) <= expanded) within += 1;
      if (!(Math.abs(miss) <= 2.2 * expanded)) far.push(`${nameOf(one)}: ${miss}, budget ${expanded}`);
    }
    // Twice the standard uncertainty covers 95 of 100; none lies beyond all reason.
    expect(within / felt.length).toBeGreaterThan(0.93);
    expect(far).toEqual([]);
  });
});
