import { describe, expect, it } from "vitest";
import { formatNamed } from "../formats/index.ts";
import type { Command } from "../ledger/index.ts";
import { loaded, nextId, opened, recorded, touched, undone, viewOf } from "../ledger/setup.fixture.ts";
import { spokenLength } from "../units/index.ts";
import {
  gridColumns,
  keyedSoFar,
  readBack,
  tableGrid,
  touchedRows,
  withNumbersOf,
  workAfter,
  workDoubt,
} from "./index.ts";

const keyed = (cells: readonly { row: string; column: "geometry.x" | "wear.x"; value: number | null }[]): Command => ({
  id: nextId(),
  kind: "cells-keyed",
  payload: { cells: [...cells] },
});
const start = () => [opened(), loaded("1"), recorded("1", -339.432, -402.9), touched("1", "x", -339.25, 51.48)];
const cell = (commands: readonly Command[], column: "geometry.x" | "wear.x" = "geometry.x") =>
  tableGrid(viewOf(...commands)).find(({ row }) => row === "1")?.cells[column];

describe("the grid", () => {
  it("has work offsets first, geometry beside its wear, and says what to key", () => {
    const rows = tableGrid(viewOf(...start()));
    expect(rows.map(({ row, kind }) => [row, kind])).toEqual([
      ["G54", "work"],
      ["1", "tool"],
    ]);
    expect(gridColumns(rows)).toEqual(["geometry.x", "wear.x", "geometry.z", "wear.z", "noseRadius", "orientation"]);
    expect(cell(start())).toMatchObject({
      now: -339.432,
      wanted: -339.25,
      key: { as: "overwrite", number: -339.25 },
      display: 51.48,
      source: { words: "touched: skim and measure", canUndo: true },
    });
    // Wear of a touched axis starts at 0; it stood at −0.02.
    expect(cell(start(), "wear.x")).toMatchObject({ now: -0.02, wanted: 0, key: { as: "overwrite", number: 0 } });
  });
  it("adds to wear where the machine adds and somebody knows what stands there", () => {
    const adding = [opened({ measuring: "add" }), ...start().slice(1)];
    expect(cell(adding, "wear.x")?.key).toEqual({ as: "add", number: 0.02 });
  });
  it("keeps ticks while the number stands, and says when it has changed since", () => {
    const tick = keyed([{ row: "1", column: "geometry.x", value: -339.25 }]);
    expect(cell([...start(), tick])?.keyed).toMatchObject({ value: -339.25, stale: false });
    expect(cell([...start(), tick, touched("1", "x", -339.3, 51.5)])?.keyed).toMatchObject({ stale: true });
    expect(cell([...start(), tick, keyed([{ row: "1", column: "geometry.x", value: null }])])?.keyed).toBeUndefined();
    expect(cell([...start(), tick, undone(tick.id)])?.keyed).toBeUndefined();
    expect(keyedSoFar(tableGrid(viewOf(...start(), tick)))).toEqual({ of: 2, done: 1 });
  });
  it("lists rows left over from before that are to be cleared", () => {
    const table: Command = {
      id: nextId(),
      kind: "table-read",
      payload: {
        source: "file",
        name: "backup.nc",
        rows: [{ offset: "8", x: -1.5, z: -2, wearX: 0, wearZ: 0.01, noseRadius: 0.4, orientation: 3 }],
      },
    };
    const decided: Command = {
      id: nextId(),
      kind: "stale-decided",
      payload: { rows: [{ offset: "8", decision: "clear" }] },
    };
    const left = tableGrid(viewOf(...start(), table, decided)).at(-1);
    expect(left).toMatchObject({ row: "8", kind: "left-over", cells: { "geometry.x": { now: -1.5, wanted: 0 } } });
    expect(left?.cells["wear.x"]).toMatchObject({ now: 0, wanted: 0 });
  });
});

describe("reading back", () => {
  it("finds every cell as it was loaded, and names the one that is not", () => {
    const view = viewOf(...start());
    const table = touchedRows(view);
    const holds = formatNamed("gcode-l")?.holds ?? [];
    const same = readBack(view, table, "control", holds);
    expect(same.differences).toEqual([]);
    expect(same.agreed.map(({ column }) => column)).toEqual(["geometry.x", "wear.x"]);
    const [tool] = table.tools;
    if (!tool) throw new Error("the fixture has a row");
    const swapped = { ...table, tools: [{ ...tool, geometry: { x: -339.52 } }] };
    expect(readBack(view, swapped, "control", holds).differences).toEqual([
      { row: "1", column: "geometry.x", wanted: -339.25, found: -339.52 },
    ]);
    expect(readBack(view, { ...table, tools: [] }, "control", holds).differences).toEqual([
      { row: "1", column: "geometry.x", wanted: -339.25, found: null },
      { row: "1", column: "wear.x", wanted: 0, found: null },
    ]);
    // A format that has no wear does not miss it.
    expect(readBack(view, { ...table, tools: [] }, "control", ["geometry.x"]).differences).toHaveLength(1);
  });
  it("reads the equation's numbers on a control with other signs, units and radius", () => {
    const machine = {
      units: "in",
      resolution: { x: 0.0001, z: 0.0001 },
      xShown: "radius",
      storedSign: { x: -1, z: 1 },
    } as const;
    const view = viewOf(opened(machine), loaded("1"), touched("1", "x", -50.8, 25.4));
    const plain = withNumbersOf(view, touchedRows(view), "equation");
    expect(plain).toMatchObject({ units: "in", tools: [{ geometry: { x: -2 } }] });
    expect(touchedRows(view).tools[0]?.geometry.x).toBe(1);
    expect(readBack(view, plain, "equation", ["geometry.x"]).differences).toEqual([]);
    const inMillimetres = {
      ...plain,
      units: "mm" as const,
      tools: [{ offset: "1", geometry: { x: -50.8 }, wear: {} }],
    };
    expect(readBack(view, inMillimetres, "equation", ["geometry.x"]).differences).toEqual([]);
  });
});

describe("work offsets without a touch", () => {
  const view = viewOf(opened());
  it("move by what is known, worked by hand", () => {
    const set: Command = {
      id: nextId(),
      kind: "work-offset-set",
      payload: { name: "G54", axis: "z", means: "entered", active: true, from: 0, to: -104.775 },
    };
    const taught = viewOf(opened(), set);
    expect(taught.workOffset.z).toBe(-104.775);
    // The part is 2.5 shorter at its other end.
    expect(workAfter(taught, "G55", "z", "next-operation", -2.5)).toBe(-107.275);
    expect(workAfter(taught, "G54", "z", "shift", 3)).toBe(-101.775);
    expect(workAfter(taught, "G54", "z", "datum-distance", 62.4)).toBe(62.4);
    const other: Command = {
      ...set,
      id: nextId(),
      payload: { ...set.payload, name: "G55", active: false, to: -107.275 },
    } as Command;
    const both = viewOf(opened(), set, other);
    expect(both.workOffset.z).toBe(-104.775);
    expect(both.otherWork.G55?.z?.value).toBe(-107.275);
    expect(touchedRows(both).work).toEqual([
      { name: "G54", x: 0, z: -104.775 },
      { name: "G55", z: -107.275 },
    ]);
    expect(viewOf(opened(), set, undone(set.id)).workOffset.z).toBe(0);
  });
  it("in X are questioned when they change", () => {
    expect(workDoubt(view, "G54", "x", 0)).toBeUndefined();
    expect(workDoubt(view, "G54", "x", 0.5)).toContain("does not move with the stock");
    expect(workDoubt(view, "G55", "x", 0)).toBeUndefined();
    expect(workDoubt(view, "G54", "z", 0.5)).toBeUndefined();
  });
});

describe("spokenLength", () => {
  it("reads every digit", () => {
    expect(spokenLength(-339.25, 0.001)).toBe("minus three three nine point two five zero");
    expect(spokenLength(0.0312, 0.0001)).toBe("zero point zero three one two");
    expect(spokenLength(3, 1)).toBe("three");
  });
});
