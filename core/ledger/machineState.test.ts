import { describe, expect, it } from "vitest";
import type { Command } from "./entry.ts";
import { foldMachine, type MachineEntry } from "./machineState.ts";
import { asEntries, loaded, nextId, opened, recorded, touched, undone } from "./setup.fixture.ts";

/** Histories of two setups, one after the other, unless the test interleaves them. */
const setup = (setupId: string, ...commands: Command[]): MachineEntry[] =>
  asEntries(commands).map((entry) => ({ setupId, entry }));

describe("foldMachine", () => {
  const before = setup(
    "past",
    opened(),
    loaded("1"),
    loaded("3"),
    recorded("3", -341, -405),
    touched("1", "x", -339.2),
  );

  it("lets a tool and its offsets outlive their setup", () => {
    const state = foldMachine([...before, ...setup("now", opened(), loaded("1", { insert: "CNMG 120412" }))]);
    expect(state.stations["3"]).toMatchObject({ value: { offset: "3" }, setupId: "past" });
    expect(state.stations["1"]).toMatchObject({ value: { tool: { insert: "CNMG 120412" } }, setupId: "now" });
    expect(state.rows["1"]?.x).toMatchObject({ value: -339.2, setupId: "past" });
    expect(state.rows["3"]).toMatchObject({ x: { value: -341 }, z: { value: -405 }, orientation: { value: 3 } });
  });
  it("keeps a tool that a setup leaves out where it stands, and moves one that is loaded elsewhere", () => {
    const out = { id: nextId(), kind: "tool-removed", payload: { offset: "3" } } as Command;
    expect(foldMachine(setup("now", opened(), loaded("3"), out)).stations).toHaveProperty("3");
    const { kind, payload } = loaded("3") as Extract<Command, { kind: "tool-loaded" }>;
    const again: Command = { id: nextId(), kind, payload: { ...payload, station: "5" } };
    expect(Object.keys(foldMachine(setup("now", opened(), loaded("3"), again)).stations)).toEqual(["5"]);
  });
  it("believes the newest, cell by cell, and says which entry it comes from", () => {
    const touch = touched("1", "x", -339.25);
    const state = foldMachine([...before, ...setup("now", opened(), loaded("1"), touch)]);
    expect(state.rows["1"]).toEqual({ x: { value: -339.25, setupId: "now", entry: touch.id } });
  });
  it("goes back to what the setup before left when an entry is taken back", () => {
    const touch = touched("1", "x", -339.25);
    const state = foldMachine([...before, ...setup("now", opened(), loaded("1"), touch, undone(touch.id))]);
    expect(state.rows["1"]?.x).toMatchObject({ value: -339.2, setupId: "past" });
  });
  it("forgets with a touch what was reckoned anew from its readings", () => {
    const touch = touched("1", "x", -339.25);
    const number = { offset: "1", axis: "x", from: -339.25, to: -339.3, of: touch.id, rests: [], because: "G54 X" };
    const reckoned = { id: nextId(), kind: "numbers-reckoned-anew", payload: { numbers: [number] } } as Command;
    const now = (...more: Command[]) =>
      foldMachine([...before, ...setup("now", opened(), loaded("1"), touch, ...more)]);
    expect(now(reckoned).rows["1"]?.x).toMatchObject({ value: -339.3 });
    expect(now(reckoned, undone(touch.id)).rows["1"]?.x).toMatchObject({ value: -339.2, setupId: "past" });
  });
  it("follows the order of making when setups run side by side", () => {
    const one = setup("one", opened(), loaded("1"), touched("1", "x", -1));
    const other = setup("other", opened(), loaded("1"), touched("1", "x", -2));
    const interleaved = [one[0], other[0], other[1], other[2], one[1], one[2]] as MachineEntry[];
    expect(foldMachine(interleaved).rows["1"]?.x).toMatchObject({ value: -1, setupId: "one" });
    expect(foldMachine([])).toEqual({ stations: {}, rows: {}, setter: {}, position: undefined, fileForm: undefined });
  });
  it("takes a loss of position and its check from where they were entered, not from the setups that were told", () => {
    const entry = (kind: string, payload: unknown) => ({ id: nextId(), kind, version: 1, payload }) as Command;
    const check = { offset: "1", x: 0, z: 0.03 };
    const told = setup(
      "other",
      opened(),
      entry("position-lost", { by: "stall", elsewhere: true }),
      entry("position-checked", { ...check, off: [], elsewhere: true }),
    );
    const here = [...before, ...setup("now", opened(), loaded("1"), entry("position-lost", { by: "stall" }))];
    expect(foldMachine([...here, ...told]).position?.off).toBeUndefined();
    const checked = setup(
      "now",
      opened(),
      loaded("1"),
      entry("position-lost", { by: "stall" }),
      entry("position-checked", { ...check, off: ["z"] }),
    );
    expect(foldMachine([...checked, ...told]).position?.off).toEqual(["z"]);
  });
  it("follows a tool to its new station, a second offset, and what a setup re-based of its own", () => {
    const entry = (kind: string, payload: unknown) => ({ id: nextId(), kind, version: 1, payload }) as Command;
    const state = foldMachine([
      ...before,
      ...setup(
        "now",
        ...[opened(), loaded("1"), touched("1", "z", -400)],
        entry("second-offset-made", { offset: "11", of: "1", edge: "right", x: -339, z: -403, orientation: 4 }),
        entry("school-changed", { from: "home-referenced", to: "master-tool", shift: -400, master: "1" }),
        entry("tool-moved", { offset: "1", from: "1", to: "7" }),
      ),
    ]);
    expect(state.stations["7"]).toMatchObject({ value: { offset: "1" } });
    expect(state.stations["1"]).toBeUndefined();
    expect(state.rows["1"]?.z?.value).toBe(0);
    expect(state.rows["11"]).toMatchObject({ z: { value: -3 }, orientation: { value: 4 } });
    // Another setup's row is not shifted by this one's change of school.
    expect(state.rows["3"]?.z?.value).toBe(-405);
  });
});
