import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { apply, type Command, EMPTY_SETUP, type Entry, history, viewSetup } from "../ledger/index.ts";
import {
  asEntries,
  loaded,
  nextId,
  opened,
  recorded,
  stateOf,
  touched,
  undone,
  viewOf,
} from "../ledger/setup.fixture.ts";
import { unprovenOf } from "../plan/index.ts";
import {
  compareSetups,
  ledgerLines,
  mayChangeWords,
  searchedWords,
  setupSheet,
  setupWords,
  sheetRows,
  wordsOf,
} from "./index.ts";

const note = (text: string, offset?: string): Command => ({
  id: nextId(),
  kind: "note-added",
  payload: { text, ...(offset && { offset }) },
});
const nose = (offset: string): Command => ({
  id: nextId(),
  kind: "nose-accepted",
  payload: { offset, insert: "CNMG 120408", noseRadius: 0.8, orientation: 3 },
});

describe("words of a setup", () => {
  it("are small, without accents, in parts and as a whole", () => {
    expect(wordsOf("CNMG 120408, F-052 — Ø 1¼ Léa")).toEqual([
      "cnmg",
      "120408",
      "f",
      "052",
      "f052",
      "ø",
      "1",
      "1",
      "4",
      "14",
      "lea",
    ]);
  });
  it("are looked for as they are written", () => {
    expect(searchedWords("F-052 cnmg 3/8")).toEqual(["f052", "cnmg", "38"]);
    expect(searchedWords("   ")).toEqual([]);
    expect(searchedWords("% - *")).toEqual([]);
    expect(wordsOf("Großer Ring, GROẞER")).toEqual(["grosser", "ring", "grosser"]);
  });
  it("hold job, part, tools, inserts, people and notes", () => {
    const words = setupWords(stateOf(opened(), loaded("1"), note("soft jaws bored to 54")));
    for (const word of ["f052", "drawtube", "52", "o5201", "turret", "aluminium", "cnmg", "120408", "ines", "jaws"])
      expect(words).toContain(word);
  });
});

describe("an entry that cannot change the words", () => {
  it("does not, in any of the stored ledgers", () => {
    let unchanged = 0;
    for (const name of ["", "-every-tool", "-prepare", "-table"]) {
      const file = new URL(`../ledger/ledger-version-1${name}.json`, import.meta.url);
      let state = EMPTY_SETUP;
      for (const entry of JSON.parse(readFileSync(file, "utf8")) as Entry[]) {
        const next = apply(state, entry);
        if (!mayChangeWords(state, entry)) {
          expect(setupWords(next), `${name} ${entry.seq}`).toEqual(setupWords(state));
          unchanged++;
        }
        state = next;
      }
    }
    expect(unchanged).toBeGreaterThan(20);
  });
});

describe("the ledger as a person reads it", () => {
  const touch = touched("1", "x", -339.25, 51.48);
  const commands = [opened(), loaded("1"), touch, note("chatters at 0.3", "1"), undone(touch.id)];
  const state = stateOf(...commands);
  const entries = commands.map((command, index) => ({
    ...command,
    seq: index + 1,
    base: index,
    person: "Ines",
    device: "tablet",
    at: "2026-03-01T08:00:00.000Z",
  })) as Entry[];
  it("says who, when, what, with which numbers, newest first, and what was undone by which entry", () => {
    const lines = ledgerLines(entries, state, viewSetup(state));
    expect(lines.map(({ seq }) => seq)).toEqual([5, 4, 3, 2, 1]);
    expect(lines[2]).toMatchObject({
      what: "X geometry of offset 1",
      person: "Ines",
      device: "tablet",
      offsets: ["1"],
      undoneBy: 5,
      canUndo: false,
      numbers: expect.stringContaining("X −339.250"),
      from: expect.stringContaining("micrometer or bore gauge"),
    });
    expect(lines[1]).toMatchObject({ what: "note", numbers: "chatters at 0.3", offsets: ["1"], canUndo: true });
    expect(history(state).map(({ kind }) => kind)).not.toContain("touch-accepted");
  });
});

describe("numbers of the ledger", () => {
  it("say which dimension with which limits, as a gauge reads it, and which way a tool is touched", () => {
    const feature = "0f6f1a52-3d8e-4d52-9f6a-0a4a3f3c1b11";
    const bore = { feature, name: "Bore H8", offset: "1", axis: "x", nominal: 25.4, lower: 0, upper: 0.0254 } as const;
    const at = { version: 1 } as const;
    const commands: Command[] = [
      opened({ units: "in", resolution: { x: 0.0001, z: 0.0001 }, xShown: "radius" }),
      loaded("1"),
      { ...at, id: nextId(), kind: "way-chosen", payload: { offset: "1", axis: "x", way: "skim" } },
      { ...at, id: nextId(), kind: "feature-recorded", payload: bore },
      {
        ...at,
        id: nextId(),
        kind: "feature-measured",
        payload: { feature, part: 1, measured: 25.4127, uncertainty: 0.002 },
      },
      { ...at, id: nextId(), kind: "part-length-recorded", payload: { length: 50.8, nominal: 50.7746 } },
    ];
    const state = stateOf(...commands);
    const lines = ledgerLines(asEntries(commands), state, viewSetup(state)).slice(0, 4);
    expect(lines.map(({ what, numbers }) => [what, numbers])).toEqual([
      ["length of the part measured", "2.0000, should be 1.9990"],
      ["measured on part 1", "Bore H8 1.0005"],
      ["dimension Bore H8", "Ø 1.0000, 0.0000 to +0.0010"],
      ["way to touch X of offset 1", "skim and measure"],
    ]);
  });
  it("are in the machine's own unit, radii in exact sixty-fourths", () => {
    const inch = { units: "in", resolution: { x: 0.0001, z: 0.0001 } } as const;
    const commands = [opened(inch), loaded("1"), recorded("1", -50.8, -25.4), nose("1")];
    const state = stateOf(...commands);
    const [accepted, row] = ledgerLines(asEntries(commands), state, viewSetup(state));
    expect(accepted?.numbers).toBe("CNMG 120408: radius 0.0312 in, tip 3");
    expect(row?.numbers).toBe("X −2.0000, Z −1.0000 in, wear X −0.0008, Z 0.0000");
  });
});

describe("what is unproven", () => {
  it("is named line by line, and nothing is left when all is done and keyed", () => {
    const open = unprovenOf(viewOf(opened(), loaded("1"), touched("1", "x", -339.25, 51.48)));
    expect(open).toEqual([
      "T01: Z not done",
      "T01: radius and orientation not done",
      "T01: 2 cells not ticked as keyed",
      "T01: not checked at the machine",
    ]);
    const done = [opened(), loaded("1"), touched("1", "x", -339.25, 51.48), touched("1", "z", -402.88, 0), nose("1")];
    const cells = [
      ["geometry.x", -339.25],
      ["wear.x", 0],
      ["geometry.z", -402.88],
      ["wear.z", 0],
      ["noseRadius", 0.8],
      ["orientation", 3],
    ] as const;
    const keyed: Command = {
      id: nextId(),
      kind: "cells-keyed",
      payload: { cells: cells.map(([column, value]) => ({ row: "1", column, value })) },
    };
    expect(unprovenOf(viewOf(...done, keyed))).toEqual(["T01: not checked at the machine"]);
    const proof: Command = {
      id: nextId(),
      kind: "proof-checked",
      payload: { offset: "1", found: "right", stop: { x: 105, z: 27 }, by: { x: 0, z: 0 }, source: "keyed" },
    };
    expect(unprovenOf(viewOf(...done, keyed, proof))).toEqual([]);
    expect(unprovenOf(viewOf(...done, keyed, proof, touched("1", "z", -402.9, 0)))).toContain(
      "T01: changed since it was checked",
    );
    const taken: Command = {
      id: nextId(),
      kind: "table-edited",
      payload: { edit: "taken-over", cells: [{ offset: "1", column: "geometry.x", from: null, to: -339.25 }] },
    };
    expect(unprovenOf(viewOf(...done, keyed, taken))).toContain("T01: X taken over from an earlier setup");
    const radius: Command = {
      id: nextId(),
      kind: "table-edited",
      payload: { edit: "entered", cells: [{ offset: "1", column: "noseRadius", from: 0.8, to: 0.4 }] },
    };
    expect(unprovenOf(viewOf(...done, radius))).toContain("T01: radius and orientation changed by hand");
    const work = (name: string, active: boolean): Command => ({
      id: nextId(),
      kind: "work-offset-set",
      payload: { name, axis: "z", means: "entered", active, from: 0, to: -100 },
    });
    expect(unprovenOf(viewOf(...done, work("G54", true), work("G55", false)))).toEqual(
      expect.arrayContaining(["G54: Z set without a touch", "G55: Z set without a touch"]),
    );
  });
});

describe("two setups side by side", () => {
  it("mark what differs, with the difference of numbers on the same machine", () => {
    const left = viewOf(opened(), loaded("1"), touched("1", "x", -339.25, 51.48));
    const right = viewOf(
      opened(),
      loaded("1", { insert: "CNMG 120404" }),
      touched("1", "x", -339.2, 51.5),
      loaded("2"),
    );
    const groups = compareSetups(left, right);
    const line = (title: string, name: string) =>
      groups.find((group) => group.title === title)?.lines.find((one) => one.name === name);
    expect(line("Offset 1", "X geometry")).toEqual({
      name: "X geometry",
      left: "−339.250",
      right: "−339.200",
      differs: true,
      difference: "+0.050",
    });
    expect(line("Offset 1", "tool")).toMatchObject({ differs: true, right: "Face and turn, CNMG 120404" });
    expect(line("Offset 1", "station")).toMatchObject({ differs: false });
    expect(line("Offset 2", "tool")).toMatchObject({ left: "no tool", differs: true });
    expect(
      compareSetups(left, left)
        .flatMap(({ lines }) => lines)
        .filter(({ differs }) => differs),
    ).toEqual([]);
  });
});

describe("the setup sheet", () => {
  it("holds every tool with its numbers, and the gauges that were used once each", () => {
    const view = viewOf(
      opened(),
      loaded("1"),
      touched("1", "x", -339.25, 51.48),
      touched("1", "z", -402.88, 0),
      note("bore jaws"),
    );
    const sheet = setupSheet(view);
    expect(sheet.tools[0]).toMatchObject({
      offset: "01",
      station: "1",
      what: "Face and turn",
      size: "CNMG 120408",
      overhang: "32.000 mm",
      geometry: { x: "−339.250", z: "−402.880", y: "" },
    });
    expect(sheet.gauges).toEqual(["micrometer or bore gauge"]);
    expect(sheet.notes).toEqual(["bore jaws (Ines)"]);
    const rows = sheetRows(view);
    const head = rows.find(([first]) => first === "offset");
    expect(head).toContain("geometry X mm");
    expect(rows.find(([first], index) => index > rows.indexOf(head ?? []) && /^T?0*1$/.test(first ?? ""))).toHaveLength(
      head?.length ?? 0,
    );
  });
  it("says the part's length and the tolerances, and what is not proven, as it was signed for where it was", () => {
    const seat = {
      feature: nextId(),
      name: "Seat",
      offset: "1",
      axis: "x",
      nominal: 52,
      lower: -0.02,
      upper: 0.01,
    } as const;
    const commands: Command[] = [
      opened(),
      loaded("1"),
      { id: nextId(), kind: "feature-recorded", payload: seat },
      { id: nextId(), kind: "hole-recorded", payload: { diameter: 12.08, depth: 31.5 } },
      { id: nextId(), kind: "part-length-recorded", payload: { length: 18.02, nominal: 18, tolerance: 0.05 } },
    ];
    const sheet = setupSheet(viewOf(...commands));
    expect(sheet.about).toContainEqual(["hole", "Ø 12.080 mm, 31.500 mm deep"]);
    expect(sheet.about).toContainEqual(["part's length", "18.020 mm, drawing 18.000 ±0.050"]);
    expect(sheet.dimensions).toEqual(["Seat Ø 52.000, 51.980 to 52.010 (T01)"]);
    // Half of the band of 0.03 on X; Z as it was loaded.
    expect(sheet.tools[0]?.tolerance).toMatchObject({ x: "±0.015", z: "±0.050" });
    expect(sheet.unproven).toContain("T01: X not done");
    const signed: Command = { id: nextId(), kind: "signed-off", payload: { unproven: ["T01: X not done"] } };
    expect(setupSheet(viewOf(...commands, signed)).unproven).toEqual(["T01: X not done"]);
  });
});

describe("an entry in place of another person's", () => {
  /** The ledger with each entry by the person beside it, as the record reads it: the entry's number, and whose it replaces. */
  const replaced = (...made: readonly (readonly [string, Command])[]) => {
    const entries = asEntries(made.map(([, command]) => command)).map((entry, index) => ({
      ...entry,
      person: made[index]?.[0] ?? "",
    })) as Entry[];
    const state = entries.reduce(apply, EMPTY_SETUP);
    return ledgerLines(entries, state, viewSetup(state)).flatMap(({ seq, replaces }) =>
      replaces ? [[seq, replaces.person, replaces.seq]] : [],
    );
  };
  const begin = [
    ["Ines", opened()],
    ["Ines", loaded("1")],
  ] as const;
  it("names it, and names neither one's own nor one that was undone", () => {
    const hers = touched("1", "x", -339.25);
    expect(replaced(...begin, ["Ines", hers], ["Bruno", touched("1", "x", -339.24)])).toEqual([[4, "Ines", 3]]);
    expect(replaced(...begin, ["Ines", hers], ["Ines", touched("1", "x", -339.24)])).toEqual([]);
    expect(replaced(...begin, ["Ines", hers], ["Bruno", touched("1", "z", -400)])).toEqual([]);
    const back = undone(hers.id);
    expect(replaced(...begin, ["Ines", hers], ["Bruno", back], ["Bruno", touched("1", "x", -339.24)])).toEqual([]);
  });
});
