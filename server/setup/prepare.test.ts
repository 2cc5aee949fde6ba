import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { viewSetup } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { LARGEST_PROGRAM, setupLists } from "../../core/program/index.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { listMachines, readMachine, readMachineProfile, storeMachine } from "../machines/machinesRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { changedProgramLines, editedProgramFile } from "../program/editedProgram.server.ts";
import { readProgramText, storeProgram } from "../program/programsRepository.server.ts";
import { keepProgram, takeProgram } from "../program/takeProgram.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { type Incoming, incomingOf } from "../uploads/incoming.ts";
import { openSetup } from "./openSetup.server.ts";
import { runSetupForm } from "./runSetupForm.server.ts";

const demo = (name: string) => path.resolve(import.meta.dirname, "../../db/demo", name);
const machines: MachineProfile[] = JSON.parse(readFileSync(demo("machines.json"), "utf8"));
const collar = readFileSync(demo("programs/O4402.nc"));
let pool: Pool;
let person: Person;
beforeAll(async () => {
  pool = await freshDatabase();
  process.env.DATABASE_URL = inject("databaseUrl");
  for (const machine of machines) await storeMachine(sqlOn(pool), machine);
  person = await somebody(pool);
});
afterAll(async () => {
  await pool.end();
  await database().end();
});

const form = (changes: Readonly<Record<string, string>> = {}) => ({
  id: randomUUID(),
  machine: "north",
  job: "F-061",
  part: "Clamp collar",
  operation: "op 1",
  workOffset: "G54",
  sizeUnit: "mm",
  material: "brass",
  nominalDiameter: "55",
  oversize: "0,4",
  stickOut: "46",
  chuckDiameter: "165",
  toFace: "0.5",
  ...changes,
});
const view = async (id: string) => {
  const state = await readSetup(sqlOn(pool), id);
  if (!state) throw new Error("the setup is there");
  return viewSetup(state);
};
/** Sends one small form and gives what came of it. */
async function send(setupId: string, intent: string, fields: Readonly<Record<string, string>>) {
  const { seq } = await view(setupId);
  return runSetupForm(setupId, person, "tablet", { intent, id: randomUUID(), base: String(seq), ...fields });
}
const groove = {
  kind: "groove-outside",
  sizeUnit: "mm",
  toleranceX: "0.05",
  toleranceZ: "0.05",
  typed: JSON.stringify({
    description: "Groove 3",
    overhang: "34",
    width: "3",
    cornerRadius: "0.2",
    depth: "12",
    shank: "25",
    programmed: "left",
  }),
};
const opened = async () => {
  const fields = form();
  const outcome = await openSetup(person, "desk", fields, incomingOf(collar, "O4402.nc"));
  expect(outcome).toEqual({ outcome: "opened", setupId: fields.id });
  return fields.id;
};

describe("opening a setup", () => {
  it("says what is wrong in each field, and opens nothing", async () => {
    const wrong = form({
      job: " ",
      nominalDiameter: "0",
      stickOut: "1,250",
      toFace: "60",
      hole: "70",
      machine: "none",
    });
    const outcome = await openSetup({ ...person, decimalMark: undefined }, "desk", wrong, undefined);
    expect(outcome).toMatchObject({ outcome: "refused" });
    expect(outcome.outcome === "refused" && Object.keys(outcome.fields).sort()).toEqual([
      "job",
      "machine",
      "nominalDiameter",
      "stickOut",
    ]);
    expect(await readSetup(sqlOn(pool), wrong.id)).toBeUndefined();
  });
  it("refuses files that are no program", async () => {
    const refusal = async (file: Incoming) => {
      const outcome = await openSetup(person, "desk", form(), file);
      return outcome.outcome === "refused" ? outcome.fields.program : "";
    };
    expect(await refusal(incomingOf(Buffer.alloc(0), "O1.nc"))).toContain("empty");
    expect(await refusal(incomingOf(Buffer.alloc(5000), "O1.nc"))).toContain("not text");
    expect(await refusal(incomingOf(Buffer.alloc(LARGEST_PROGRAM + 1, 32), "O1.nc"))).toContain("12 MB");
  });
  it("takes the program in, and the same form sent again opens nothing twice", async () => {
    const fields = form();
    const again = () => openSetup(person, "desk", fields, incomingOf(collar, "O4402.nc"));
    expect(await again()).toEqual(await again());
    const setup = await view(fields.id);
    expect(setup).toMatchObject({ seq: 2, program: "O4402.nc", stock: { oversize: 0.4 }, machine: { id: "north" } });
    expect(setup.programRead?.tools.map(({ station, offsets }) => `${station}: ${offsets.join(" ")}`)).toEqual([
      "1: 1",
      "2: 2",
      "4: 4",
      "7: 7 17",
      "9: 9",
    ]);
    expect(await readProgramText(sqlOn(pool), setup.programRead?.fingerprint ?? "")).toBe(collar.toString("latin1"));
  });
  it("reads a program that waited on a device as one that is sent at once, and asks for one that has not come along", async () => {
    const setup = await opened();
    const take = (fingerprint: string) => ({
      intent: "take-program",
      id: randomUUID(),
      base: "2",
      name: "C:\\jobs\\O4402.nc",
      program: fingerprint,
    });
    const missing = await runSetupForm(setup, person, "desk", take("0".repeat(64)));
    expect(missing).toMatchObject({
      outcome: "refused",
      fields: { program: expect.stringContaining("Choose its file again") },
    });
    const kept = await keepProgram(sqlOn(pool), incomingOf(collar, "O4402.nc"));
    if (!kept.ok) throw new Error("a program is kept");
    expect(await runSetupForm(setup, person, "desk", take(incomingOf(collar, "").fingerprint))).toMatchObject({
      outcome: "kept",
    });
    const at = await takeProgram(sqlOn(pool), incomingOf(collar, "O4402.nc"), (await view(setup)).machine);
    if (!at.ok) throw new Error("a program is taken");
    expect(at.value.isNew).toBe(false);
    expect((await view(setup)).programRead).toMatchObject(at.value.program);
  });
  it("opens nothing under the id of another setup", async () => {
    const command = { id: randomUUID(), kind: "setup-opened" } as const;
    const other = await opened();
    const { machine, stock } = await view(other);
    const { measuredDiameter: _, measuredEntry: __, grip: ___, ...bar } = stock;
    const payload = {
      job: "A",
      part: "B",
      operation: "op 1",
      program: "",
      machine,
      stock: bar,
      workOffset: { name: "G54", x: 0, z: 0 },
    };
    const id = randomUUID();
    const author = { person, device: "desk", base: 0 };
    expect(await appendEntry(pool, id, { ...command, payload }, author)).toMatchObject({ outcome: "appended" });
    expect(await openSetup(person, "desk", form({ id }), undefined)).toMatchObject({ outcome: "refused" });
    expect(await view(id)).toMatchObject({ seq: 1, job: "A" });
  });
  it("wants the master of a machine that has one", async () => {
    const without = await openSetup(person, "desk", form({ machine: "bench", master: "" }), undefined);
    expect(without).toMatchObject({ outcome: "refused", fields: { master: expect.any(String) } });
    // Millimetres sent as inches: what cannot be is said, not stored.
    const mixed = await openSetup(person, "desk", form({ machine: "bench", master: "2", sizeUnit: "in" }), undefined);
    expect(mixed).toMatchObject({ outcome: "refused", fields: { chuckDiameter: expect.stringContaining("unit") } });
    const fields = form({ machine: "bench", master: "02", sizeUnit: "in", chuckDiameter: "6", nominalDiameter: "2" });
    await openSetup(person, "desk", fields, undefined);
    expect(await view(fields.id)).toMatchObject({ master: "2", stock: { nominalDiameter: 50.8 } });
  });
  it("begins with the tools that stand in the machine and are called, and starts from a past setup", async () => {
    const first = await opened();
    expect(await send(first, "load-tool", { ...groove, offset: "7", station: "11" })).toMatchObject({
      outcome: "kept",
    });
    const next = form({ standing: "yes" });
    await openSetup(person, "desk", next, incomingOf(collar, "O4402.nc"));
    expect((await view(next.id)).tools).toMatchObject([{ offset: "7", station: "11", x: undefined }]);
    const past = form({ from: first });
    await openSetup(person, "desk", past, undefined);
    expect((await view(past.id)).tools).toMatchObject([{ offset: "7", station: "11", tool: { width: 3 } }]);
  });
});

describe("preparing", () => {
  it("renumbers second offsets along, refuses what would make one call of two, and gives the file", async () => {
    const id = await opened();
    await send(id, "load-tool", { ...groove, offset: "7", station: "11" });
    const call = (station: string, offset: string) => ({ station, offset });
    const both = [
      { path: 1, from: call("7", "7"), to: call("11", "7") },
      { path: 1, from: call("7", "17"), to: call("11", "17") },
    ];
    const doubled = [{ path: 1, from: call("7", "7"), to: call("9", "9") }];
    expect(await send(id, "renumber", { changes: JSON.stringify(doubled) })).toMatchObject({
      outcome: "refused",
      message: expect.stringContaining("two different tools"),
    });
    expect(await send(id, "renumber", { changes: "[{}]" })).toMatchObject({ outcome: "refused" });
    expect(await send(id, "renumber", { changes: JSON.stringify(both) })).toMatchObject({ outcome: "kept" });
    const setup = await view(id);
    expect((await changedProgramLines(sqlOn(pool), setup)).map(({ after }) => after)).toEqual(["T1107", "T1117"]);
    expect((await editedProgramFile(sqlOn(pool), setup))?.text).toContain("\nT1107\n");
    expect(setupLists(setup)?.conflicts.filter(({ code }) => code === "elsewhere")).toEqual([]);
  });
  it("loads tools with every field answered for", async () => {
    const id = await opened();
    const fields = async (changes: Readonly<Record<string, string>>) => {
      const outcome = await send(id, "load-tool", { ...groove, offset: "7", station: "7", ...changes });
      return outcome.outcome === "refused" ? Object.keys(outcome.fields) : [];
    };
    expect(await fields({ offset: "0" })).toEqual(["offset"]);
    expect(await fields({ offset: "65" })).toEqual(["offset"]);
    expect(await fields({ station: "13" })).toEqual(["station"]);
    expect(await fields({ toleranceX: "0" })).toEqual(["toleranceX"]);
    expect(await fields({ typed: "{}" })).toContain("width");
    expect(await fields({})).toEqual([]);
    expect(await fields({ offset: "8" })).toEqual(["station"]);
    expect(await send(id, "remove-tool", { offset: "7" })).toMatchObject({ outcome: "kept" });
    expect((await view(id)).tools).toEqual([]);
    expect(await send(id, "remove-tool", { offset: "7" })).toMatchObject({ outcome: "refused" });
  });
  it("reads a backup in the machine's own signs and units, and nothing of a broken one", async () => {
    const id = await opened();
    const take = (text: string) => send(id, "take-table", { source: "file", name: "backup.nc", text });
    for (const text of ["", "G21\nG10 L10 P1 X?", "G10 L10 P1 X1.", "G21 G91\nG10 L10 P1 X1.", "<!DOCTYPE x>"])
      expect(await take(text)).toMatchObject({ outcome: "refused", fields: { text: expect.any(String) } });
    expect((await view(id)).table).toBeUndefined();
    expect(await take("G20 G90\nG10 L10 P7 X-10. Z-15. R.0312 Q3\nG10 L11 P7 X-.001")).toMatchObject({
      outcome: "kept",
    });
    const [row] = (await view(id)).table?.rows ?? [];
    expect(row).toMatchObject({ offset: "7", x: -254, z: -381, orientation: 3 });
    expect(row?.noseRadius).toBeCloseTo(0.79248, 9);
    expect(row?.wearX).toBeCloseTo(-0.0254, 9);
    const decided = JSON.stringify([{ offset: "7", decision: "touch" }]);
    expect(await send(id, "decide-rows", { rows: decided })).toMatchObject({ outcome: "kept" });
    expect((await view(id)).stale).toEqual({ "7": "touch" });
  });
  it("reads a table with columns of its own as they were named; what was left out stays not known", async () => {
    const id = await opened();
    const text = "Nr;Durchmesser;Laenge;Notiz\n7;-10;-15;old\n8;-11;;\n";
    const columns = JSON.stringify(["offset", "geometry.x", "geometry.z", null]);
    const table = { source: "file", name: "own.csv", text, units: "in" };
    expect(await send(id, "take-table", { ...table, columns })).toMatchObject({ outcome: "kept" });
    // −10 in is −254 mm, −15 in −381 mm, −11 in −279.4 mm; neither wear nor Z of the second row stands in the file.
    expect((await view(id)).table?.rows).toEqual([
      { offset: "7", x: -254, z: -381 },
      { offset: "8", x: -279.4 },
    ]);
    expect(await send(id, "take-table", { ...table, columns: "[1" })).toMatchObject({
      outcome: "refused",
      fields: { text: "The columns were not complete. Choose the file again." },
    });
  });
  it("takes over what earlier setups left in the control", async () => {
    const id = await opened();
    expect(await send(id, "take-table", { source: "last-setup" })).toMatchObject({ outcome: "kept" });
    expect((await view(id)).table?.rows).toMatchObject([
      { offset: "7", x: -254 },
      { offset: "8", x: -279.4 },
    ]);
  });
  it("keeps tolerances, stock, facts and order, and refuses an order that breaks a prerequisite", async () => {
    const id = await opened();
    await send(id, "load-tool", { ...groove, offset: "7", station: "7" });
    const feature = { feature: randomUUID(), name: "Groove", offset: "7", axis: "x", sizeUnit: "mm" };
    const upside = { ...feature, nominal: "38", lower: "0.1", upper: "0" };
    expect(await send(id, "record-feature", upside)).toMatchObject({
      outcome: "refused",
      fields: { upper: expect.any(String) },
    });
    expect(await send(id, "record-feature", { ...upside, lower: "-0.1" })).toMatchObject({ outcome: "kept" });
    const stock = {
      material: "steel",
      nominalDiameter: "60",
      oversize: "0",
      stickOut: "50",
      chuckDiameter: "165",
      toFace: "1",
    };
    expect(await send(id, "describe-stock", { ...stock, sizeUnit: "mm" })).toMatchObject({ outcome: "kept" });
    expect(await send(id, "check-fact", { fact: "door", found: "opened and closed" })).toMatchObject({
      outcome: "kept",
    });
    const order = (...keys: [string, string][]) =>
      send(id, "arrange-order", {
        by: "hand",
        steps: JSON.stringify(keys.map(([offset, kind]) => ({ offset, kind }))),
      });
    expect(await order(["7", "z"], ["", "face"])).toMatchObject({
      outcome: "refused",
      message: expect.stringContaining("needs the faced end of the bar"),
    });
    expect(await order(["", "face"], ["7", "z"], ["7", "x"])).toMatchObject({ outcome: "kept" });
    expect(await view(id)).toMatchObject({
      features: [{ name: "Groove", lower: -0.1 }],
      stock: { material: "steel", toFace: 1 },
      facts: { door: { found: "opened and closed" } },
      order: { by: "hand" },
      tools: [{ tolerance: { x: 0.05 } }],
    });
    expect((await view(id)).tools[0]?.tolerance.x).toBeCloseTo(0.05, 9);
  });
});

describe("how the stock is held", () => {
  it("has a hole and a grip where they are said, and says nothing of what is not", async () => {
    const id = await opened();
    const bar = { material: "steel", nominalDiameter: "60", oversize: "0", stickOut: "50", chuckDiameter: "165" };
    const describe = (more: Readonly<Record<string, string>>) =>
      send(id, "describe-stock", { ...bar, toFace: "1", sizeUnit: "mm", ...more });
    expect(await describe({ hole: "60" })).toMatchObject({ outcome: "refused", fields: { hole: expect.any(String) } });
    expect(await describe({ grip: "0" })).toMatchObject({ outcome: "refused", fields: { grip: expect.any(String) } });
    expect(await describe({ hole: "1 in", grip: "20" })).toMatchObject({ outcome: "kept" });
    expect(await view(id)).toMatchObject({ rawHole: 25.4, hole: { diameter: 25.4 }, stock: { grip: 20 } });
    // A form from before knows neither: the hole is as the setup was opened with, the grip is not known.
    expect(await describe({})).toMatchObject({ outcome: "kept" });
    expect(await view(id)).toMatchObject({ rawHole: undefined, stock: { grip: undefined } });
    expect(await describe({ hole: "", grip: "12" })).toMatchObject({ outcome: "kept" });
    expect(await send(id, "rechuck-bar", { stickOut: "40", sizeUnit: "mm" })).toMatchObject({ outcome: "kept" });
    expect(await view(id)).toMatchObject({ stock: { stickOut: 40, grip: undefined } });
  });
});

describe("a part that is drawn by its steps", () => {
  it("keeps them as millimetres, and refuses at its field what cannot be turned", async () => {
    const id = await opened();
    await send(id, "load-tool", { ...groove, offset: "7", station: "7" });
    const step = (side: string, diameter: string, to: string, offset = "7") => ({ side, diameter, to, offset });
    const draw = (steps: readonly object[], more: Readonly<Record<string, string>> = {}) =>
      send(id, "describe-part", { partSteps: JSON.stringify(steps), face: "7", parted: "", sizeUnit: "in", ...more });
    // A bar of 20 mm, in inches: 0.75 in is 19.05 mm, 0.8 in would be 20.32.
    const stock = { material: "steel", nominalDiameter: "20", oversize: "0", stickOut: "50", chuckDiameter: "165" };
    await send(id, "describe-stock", { ...stock, toFace: "1", sizeUnit: "mm" });
    const refused = (fields: object) => ({ outcome: "refused", fields });
    expect(await draw([step("outer", "0.8", "0.5")])).toMatchObject(
      refused({ "diameter-0": expect.stringContaining("The stock is 20.000 mm at most") }),
    );
    expect(await draw([step("outer", "0.7", "0.5"), step("outer", "0.75", "0.5")])).toMatchObject(
      refused({ "to-1": expect.stringContaining("The step before goes to 12.700 mm already") }),
    );
    expect(await draw([step("outer", "0.7", "0.5"), step("inner", "0.7", "0.1")])).toMatchObject(
      refused({ "diameter-1": expect.stringContaining("The outside measures 17.780 mm here") }),
    );
    expect(await draw([step("outer", "0", "x")])).toMatchObject(
      refused({ "diameter-0": expect.any(String), "to-0": expect.any(String) }),
    );
    expect(await draw([step("inner", "0.5", "1")], { parted: "7" })).toMatchObject(
      refused({ parted: expect.any(String) }),
    );
    expect(await draw([step("outer", "0.7", "0.5", "8")])).toMatchObject({ outcome: "refused" });
    expect((await view(id)).stepped).toBeUndefined();
    const steps = [step("outer", "0.7", "0.5"), step("outer", "0.75", "1"), step("inner", "0.25", "2")];
    expect(await draw(steps, { parted: "7" })).toMatchObject({ outcome: "kept" });
    const { stepped } = await view(id);
    expect(stepped).toMatchObject({ face: "7", parted: "7" });
    expect(stepped?.steps.map(({ diameter, to }) => [diameter, to])).toEqual([
      [expect.closeTo(17.78, 9), expect.closeTo(12.7, 9)],
      [expect.closeTo(19.05, 9), expect.closeTo(25.4, 9)],
      [expect.closeTo(6.35, 9), expect.closeTo(50.8, 9)],
    ]);
  });
});

describe("machines and programs", () => {
  it("are kept as they are, a program once", async () => {
    const sql = sqlOn(pool);
    expect((await listMachines(sql)).map(({ id }) => id).sort()).toEqual(["bench", "north", "old", "swiss"]);
    await storeMachine(sql, { ...(machines[0] as MachineProfile), name: "North, moved" });
    expect(await readMachine(sql, "north")).toMatchObject({ name: "North, moved", stations: expect.any(Array) });
    expect(readMachineProfile({ id: "x" })).toMatchObject({ ok: false });
    const bytes = Buffer.from([0x25, 0x0a, 0xe9, 0x0d, 0x0a]);
    const { fingerprint } = incomingOf(bytes, "");
    expect(await storeProgram(sql, fingerprint, bytes)).toEqual({ isNew: true });
    expect(await storeProgram(sql, fingerprint, bytes)).toEqual({ isNew: false });
    expect(Buffer.from((await readProgramText(sql, fingerprint)) ?? "", "latin1")).toEqual(bytes);
  });
});
