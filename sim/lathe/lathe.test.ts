import { describe, expect, it } from "vitest";
import { perform } from "../scenario/hand.ts";
import { SCENARIO_LATHES } from "../scenario/lathes.ts";
import { createLathe, type LatheCommand, type LatheState, observe, quickJog, truth } from "./index.ts";

const lathe = (name = "turret", seed = 1): LatheState => {
  const config = SCENARIO_LATHES[name];
  if (!config) throw new Error(name);
  return createLathe(config, seed);
};
const said = (state: LatheState, ...commands: LatheCommand[]) =>
  perform(state, ...commands).events.map(({ kind, message }) => `${kind}: ${message}`);
const rows: readonly LatheCommand[] = [
  { do: "enter-offset", offset: "1", axis: "x", register: "geometry", as: "overwrite", number: -340 },
  { do: "enter-offset", offset: "1", axis: "z", register: "geometry", as: "overwrite", number: -400 },
  { do: "call", station: "1", offset: "1" },
];

describe("control", () => {
  it("runs one block at a time, with the distance to go, and holds", () => {
    const held = perform(
      lathe(),
      ...rows,
      { do: "mdi", text: "T0101 G54\nG0 Z20\nG0 X60" },
      { do: "rapid-override", percent: 5 },
      { do: "cycle-start" },
      { do: "cycle-start" },
      { do: "advance", milliseconds: 1000 },
      { do: "feed-hold" },
      { do: "advance", milliseconds: 1000 },
    ).state;
    // Rapid 12 m/min at 5 %: 10 mm in a second, from Z 403 towards Z 20.
    expect(observe(held)).toMatchObject({ mode: "held", display: { z: 393 }, distanceToGo: { z: -373, x: 0 } });
    const there = perform(held, { do: "cycle-start" }, { do: "advance", milliseconds: 60_000 }).state;
    expect(observe(there)).toMatchObject({ mode: "hand", display: { x: 350, z: 20 } });
    const both = perform(there, { do: "cycle-start" }, { do: "advance", milliseconds: 60_000 }).state;
    expect(truth(both)).toMatchObject({ x: 60, z: 20 });
  });
  it("does not move on a feed to the revolution while the spindle stands", () => {
    const state = perform(
      lathe(),
      ...rows,
      { do: "mdi", text: "G1 Z300 F0.2" },
      { do: "cycle-start" },
      { do: "advance", milliseconds: 5000 },
    ).state;
    expect(observe(state).display.z).toBe(403);
    expect(observe(state).mode).toBe("running");
  });
  it("alarms instead of leaving the travel, and before anything moves", () => {
    expect(said(lathe(), ...rows, { do: "mdi", text: "G0 X400" }, { do: "cycle-start" }).at(-1)).toContain(
      "over-travel",
    );
    const end = perform(lathe(), { do: "jog", axis: "x", by: 50 });
    expect(end.state.readout.x).toBe(12);
    expect(end.events[0]?.message).toContain("end of its travel");
  });
  it("warns of a line into the chuck by the offsets that it holds, and goes on when it is told to", () => {
    const lines: LatheCommand[] = [
      { do: "rapid-override", percent: 100 },
      { do: "mdi", text: "G0 Z-75\nG0 X60" },
    ];
    const wait: LatheCommand = { do: "advance", milliseconds: 60_000 };
    const above = perform(lathe(), ...rows, ...lines, { do: "cycle-start" }, wait);
    const warned = perform(above.state, { do: "cycle-start" }, wait);
    expect(warned.events[0]?.message).toContain("leads into the chuck");
    expect(observe(warned.state).mode).toBe("held");
    expect(said(warned.state, { do: "cycle-start" }, wait).join()).toContain("ran into the chuck");
    // With a length that is 50 too long the control believes itself clear of it.
    const wrong = perform(
      lathe(),
      ...rows,
      { ...rows[1], number: -450 } as LatheCommand,
      { do: "mdi", text: "G0 Z-25\nG0 X60" },
      { do: "rapid-override", percent: 100 },
      { do: "cycle-start" },
      wait,
      { do: "cycle-start" },
      wait,
    );
    expect(wrong.events.some(({ kind }) => kind === "warning")).toBe(false);
    expect(wrong.events.at(-1)?.kind).toBe("crash");
  });
  it.each([
    ["G2 X10", "does not know G2"],
    ["G0 Xten", "not made of words"],
    ["T0909", "no tool 9"],
    ["T1", "too few digits"],
  ])("refuses %s", (text, words) => {
    expect(said(lathe(), { do: "mdi", text }, { do: "cycle-start" }).join()).toContain(words);
  });
  it("takes offset files in its own units, and only the rows that they hold", () => {
    const text = "%\nG21 G90\nG10 L2 P1 X0 Z-20\nG10 L10 P5 X-330.5 Z-404 R0.2 Q3\n%\n";
    const { state, events } = perform(lathe(), ...rows, { do: "load-offsets", text });
    expect(state.rows["5"]).toMatchObject({ geometry: { x: -330.5, z: -404 }, noseRadius: 0.2, orientation: 3 });
    expect(state.rows["1"]?.geometry.x).toBe(-340);
    expect(state.work.G54?.z).toBe(-20);
    expect(events.at(-1)?.message).toBe("1 row and 1 work offset taken from the file.");
    expect(said(state, { do: "load-offsets", text: text.replace("G21", "G20") })[0]).toContain("The file is in in");
  });
});

describe("door, spindle and power", () => {
  it("keeps the spindle still while the door is open, and stops it when it opens", () => {
    expect(said(lathe(), { do: "door", to: "open" }, { do: "spindle", run: "forward" })[0]).toContain("door is open");
    const opened = perform(lathe(), { do: "spindle", run: "forward" }, { do: "door", to: "open" });
    expect(opened.state.spindle.run).toBe("off");
  });
  it("forgets where it is on counting encoders, and finds it again at home, some way off home first", () => {
    const off = perform(lathe("turret without feedback"), { do: "power-cycle" });
    expect(off.state.isHomed).toBe(false);
    expect(said(off.state, { do: "mdi", text: "G0 X50" })[0]).toContain("has not been home");
    expect(said(off.state, { do: "home" })[0]).toContain("move some way off home first");
    const home = perform(
      off.state,
      { do: "jog", axis: "x", by: -30 },
      { do: "jog", axis: "z", by: -30 },
      { do: "rapid-override", percent: 100 },
      { do: "home" },
      { do: "advance", milliseconds: 60_000 },
    );
    expect(home.state).toMatchObject({ isHomed: true, readout: { x: 10, z: 3 }, slide: { x: 10, z: 3 } });
    expect(said(lathe(), { do: "power-cycle" })[0]).toContain("absolute");
  });
  it("lets a slide stand until lost motion is taken up", () => {
    const state = perform(
      lathe("turret with backlash"),
      { do: "jog", axis: "z", by: -10 },
      { do: "jog", axis: "z", by: 0.02 },
    ).state;
    expect(state.slide.z - 3).toBeCloseTo(-10, 9);
    const further = perform(state, { do: "jog", axis: "z", by: 0.02 }).state;
    expect(further.slide.z - 3).toBeCloseTo(-9.99, 9);
    const back = perform(further, { do: "jog", axis: "z", by: -0.04 }).state;
    expect(back.slide.z - 3).toBeCloseTo(-10, 9);
  });
});

describe("touch", () => {
  const beside = perform(
    lathe(),
    ...rows,
    { do: "jog", axis: "z", by: -411 },
    { do: "jog", axis: "x", by: -299.6 },
  ).state;
  const paper: LatheCommand = { do: "hold-spacer", spacer: { kind: "paper", thickness: 0.1, axis: "x" } };
  /** Steps that a hand still holds paper at. */
  const fine = (steps: number): readonly LatheCommand[] =>
    Array.from({ length: steps }, () => ({ do: "jog", axis: "x", by: -0.1 }));
  it("drags, grips, is crushed, tears", () => {
    // The tip stands at Ø 50.4 over Ø 50: 0.2 away, paper 0.1.
    const feels = [0, -0.18, -0.02, -0.05].reduce<{ state: LatheState; felt: string[] }>(
      ({ state, felt }, by) => {
        const next = perform(state, { do: "jog", axis: "x", by }).state;
        return { state: next, felt: [...felt, observe(next).feel] };
      },
      { state: perform(beside, paper).state, felt: [] },
    );
    expect(feels.felt).toEqual(["free", "drags", "grips", "crushed"]);
    expect(said(feels.state, ...fine(5)).join()).toContain("pressed through the paper");
  });
  it("says where it went in: through the paper, or beside it", () => {
    const onZ: LatheCommand = { do: "hold-spacer", spacer: { kind: "paper", thickness: 0.1, axis: "z" } };
    expect(said(beside, onZ, ...fine(10)).join()).toContain("beside the paper");
    expect(said(beside, paper, ...fine(10)).join()).toContain("through the paper");
  });
  it("is let go of where a coarse step would press it through, and nothing moves", () => {
    const { state, events } = perform(beside, paper, { do: "jog", axis: "x", by: -1 });
    expect(events.map(({ kind }) => kind)).toEqual(["warning"]);
    expect(state.spacer).toBeUndefined();
    expect(state.readout.x).toBe(beside.readout.x);
  });
  it("wants the spindle stopped for paper and gauges", () => {
    const turning = perform(beside, { do: "spindle", run: "forward" }).state;
    expect(said(turning, paper)[0]).toContain("Stop the spindle first");
    expect(said(turning, { do: "measure", gauge: "micrometer", z: -5 })[0]).toContain("Stop the spindle");
  });
  it("marks a resting part, and breaks where it is pressed in", () => {
    expect(said(beside, { do: "jog", axis: "x", by: -0.46 }).join()).toContain("scratch");
    expect(said(beside, { do: "jog", axis: "x", by: -1 }).join()).toContain("pressed 0.30 mm into the resting part");
  });
  it("reads a narrow band too large, a clean one true to the gauge", () => {
    const start = perform(
      lathe(),
      ...rows,
      { do: "spindle", run: "forward" },
      { do: "jog", axis: "x", by: -301 },
    ).state;
    const narrow = perform(
      start,
      { do: "jog", axis: "z", by: -403.5 },
      { do: "jog", axis: "z", by: 50 },
      { do: "spindle", run: "off" },
    ).state;
    const wide = perform(
      start,
      { do: "jog", axis: "z", by: -411 },
      { do: "jog", axis: "z", by: 50 },
      { do: "spindle", run: "off" },
    ).state;
    const read = (state: LatheState, z: number) =>
      perform(state, { do: "measure", gauge: "micrometer", z }).events[0]?.value ?? 0;
    expect(read(narrow, 0)).toBeGreaterThan(49.9);
    expect(Math.abs(read(wide, -4) - 49)).toBeLessThan(0.015);
  });
  it("presses a setter deeper by a coarse step, and bends it by a long one", () => {
    // The probe's face stands at Z 90 for a tool of no length: the turning tool meets it at Z −310.
    const near = perform(lathe(), ...rows, { do: "setter", to: "out" }, { do: "jog", axis: "z", by: -312.95 });
    const fine = perform(
      near.state,
      ...Array.from({ length: 51 }, (): LatheCommand => ({ do: "jog", axis: "z", by: -0.001 })),
    );
    expect(fine.events.find(({ kind }) => kind === "setter")?.value).toBeCloseTo(-310, 6);
    expect(fine.state.rows["1"]?.geometry.z).toBe(-400);
    const coarse = perform(near.state, { do: "jog", axis: "z", by: -0.1 });
    expect(coarse.events[0]?.value).toBeCloseTo(-310.05, 6);
    expect(said(near.state, { do: "jog", axis: "z", by: -2 }).join()).toContain("driven into the setter");
  });
  it("comes back after a remount as its holder lets it, by the seed", () => {
    const places = [1, 2, 3, 4, 5, 6].map(
      (seed) => perform(lathe("turret", seed), { do: "remount", station: "1" }).state.tools["1"]?.at.x ?? 0,
    );
    expect(new Set(places).size).toBe(6);
    expect(Math.max(...places.map((at) => Math.abs(at + 340)))).toBeGreaterThan(0.1);
    expect(perform(lathe("turret", 3), { do: "remount", station: "1" })).toEqual(
      perform(lathe("turret", 3), { do: "remount", station: "1" }),
    );
  });
});

describe("a quick approach", () => {
  // Bar 50, tip 0.2 outside of it and inside its length: 50.4.
  const at = perform(lathe(), ...rows, { do: "jog", axis: "z", by: -411 }, { do: "jog", axis: "x", by: -290 }).state;
  it("stops 2 mm before the part, whichever way it comes", () => {
    // The tip stands at 60: 10 on the diameter to go to the bar, less 2 mm of room, 4 on the diameter.
    expect(truth(at)?.x).toBeCloseTo(60, 6);
    expect(quickJog(at, "x", -50)).toBeCloseTo(-6, 1);
    expect(quickJog(at, "x", -50)).toBeGreaterThanOrEqual(-6);
    expect(quickJog(at, "x", -5)).toBeCloseTo(-5, 9);
  });
  it("goes away freely, and not at all where it stands nearer", () => {
    const near = perform(at, { do: "jog", axis: "x", by: -8 }).state;
    expect(quickJog(near, "x", -1)).toBe(0);
    expect(quickJog(near, "x", 1)).toBe(1);
  });
  it("stops at the end of travel without an alarm", () => {
    // X goes to 10 at most; from −15 there are 25 to go.
    const away = perform(lathe(), { do: "jog", axis: "x", by: -15 - lathe().readout.x }).state;
    const by = quickJog(away, "x", 400);
    const then = perform(away, { do: "jog", axis: "x", by });
    expect(then.events).toEqual([]);
    expect(quickJog(then.state, "x", 400)).toBe(0);
  });
  it("never cuts, presses or crashes, and does not move in alarm", () => {
    const turning = perform(at, { do: "spindle", run: "forward", rpm: 800 }).state;
    const by = quickJog(turning, "x", -50);
    const then = perform(turning, { do: "jog", axis: "x", by });
    expect(then.events).toEqual([]);
    expect(then.state.stock).toBe(turning.stock);
    expect(quickJog({ ...at, alarm: "something" }, "x", 1)).toBe(0);
  });
});

describe("crashes", () => {
  it.each<[string, readonly LatheCommand[], string]>([
    [
      "into the chuck",
      [
        { do: "jog", axis: "z", by: -490 },
        { do: "jog", axis: "x", by: -270 },
      ],
      "ran into the chuck",
    ],
    [
      "a holder into the part",
      [
        { do: "call", station: "5", offset: "5" },
        { do: "spindle", run: "forward" },
        { do: "jog", axis: "z", by: -415 },
        { do: "jog", axis: "x", by: -330 },
      ],
      "The holder of Groove 3",
    ],
    [
      "a drill beside the centre",
      [
        { do: "call", station: "8", offset: "8" },
        { do: "spindle", run: "forward" },
        { do: "jog", axis: "x", by: -290 },
        { do: "jog", axis: "z", by: -400 },
      ],
      "The tip of Drill 12 ran into the part",
    ],
    [
      "indexing over the part",
      [
        { do: "jog", axis: "z", by: -411 },
        { do: "jog", axis: "x", by: -299 },
        { do: "call", station: "5", offset: "5" },
      ],
      "indexed over the part",
    ],
  ])("%s", (_name, commands, words) => {
    const { state, events } = perform(lathe(), ...rows, ...commands);
    expect(events.map(({ message }) => message).join(" ")).toContain(words);
    expect(state.alarm).toBeDefined();
    expect(perform(state, { do: "jog", axis: "z", by: 1 }).events[0]?.message).toContain("reset it first");
  });
  it("bores a hole to the drill's size with its point, and a part is drilled on centre only", () => {
    const drilled = perform(
      lathe(),
      ...([
        { do: "call", station: "8", offset: "8" },
        { do: "spindle", run: "forward" },
        { do: "jog", axis: "x", by: -310 },
        { do: "jog", axis: "z", by: -373 },
      ] as const),
    ).state;
    const inner = drilled.stock.main.inner;
    expect(inner.at(-1)?.v1).toBe(6);
    expect(inner.find(({ v0, v1 }) => v0 === 0 && v1 === 6)?.z0).toBeCloseTo(-20, 6);
  });
});
