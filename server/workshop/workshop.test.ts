import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type MachineProfile, machineProfileSchema, stationSchema, zoneSchema } from "../../core/machine/index.ts";
import { textsOfProfile, writeWorkshopCsv, writeWorkshopJson } from "../../core/workshop/index.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { listKeptMachines, listMachines, readMachine } from "../machines/machinesRepository.server.ts";
import { listKeptPeople } from "../people/peopleRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { beginSession, readSession } from "../people/sessionRepository.server.ts";
import { attemptSignIn } from "../people/signInAttempt.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { runWorkshopForm } from "./runWorkshopForm.server.ts";
import { listItems, shopSpacers, toolLibrary } from "./workshopRepository.server.ts";

const demo = (name: string) =>
  JSON.parse(readFileSync(path.resolve(import.meta.dirname, "../../db/demo", name), "utf8"));
const machines: readonly MachineProfile[] = demo("machines.json");
const workshop = demo("workshop.json");
let pool: Pool;
let setter: Person;
let lead: Person;
beforeAll(async () => {
  pool = await freshDatabase();
  setter = await somebody(pool);
  lead = await somebody(pool, "lead");
});
afterAll(() => pool.end());

const run = (fields: Readonly<Record<string, string>>, person = lead) => runWorkshopForm(pool, person, fields);
const spacer = (name: string, more: Readonly<Record<string, string>> = {}) => ({
  intent: "keep-item",
  kind: "spacer",
  name,
  unit: "mm",
  retired: "no",
  texts: JSON.stringify({ kind: "paper", thickness: "0.09", uncertainty: "0.008" }),
  ...more,
});

describe("items", () => {
  it("are kept, changed on the latest version only, retired and brought back", async () => {
    expect(await run(spacer("Blue"), setter)).toMatchObject({ outcome: "done" });
    expect(await run(spacer("blue"))).toMatchObject({ outcome: "refused", fields: { name: expect.any(String) } });
    const [item] = await listItems(sqlOn(pool), "spacer");
    if (!item) throw new Error("the spacer is there");
    const change = { id: item.id, version: "1" };
    expect(await run(spacer("Blue paper", change), setter)).toMatchObject({ outcome: "done" });
    expect(await run(spacer("Green", change))).toMatchObject({
      outcome: "refused",
      message: expect.stringContaining("meanwhile"),
    });
    expect(await shopSpacers(sqlOn(pool))).toEqual([{ name: "Blue paper", kind: "paper", thickness: 0.09 }]);
    expect(await run(spacer("Blue paper", { id: item.id, version: "2", retired: "yes" }))).toMatchObject({
      outcome: "done",
    });
    expect(await shopSpacers(sqlOn(pool))).toEqual([]);
    expect(await listItems(sqlOn(pool), "spacer")).toMatchObject([{ retired: true, version: 3, changedBy: lead.name }]);
  });
  it("are refused field by field, and nothing is stored", async () => {
    const bad = spacer("", { texts: JSON.stringify({ kind: "", thickness: "x" }) });
    expect(await run(bad)).toMatchObject({
      outcome: "refused",
      fields: { name: expect.any(String), kind: expect.any(String), thickness: expect.any(String) },
    });
    expect(await run({ ...spacer("a"), texts: "[" })).toMatchObject({ outcome: "refused" });
    expect(await run({ ...spacer("a"), extra: "1" })).toMatchObject({ outcome: "refused" });
  });
  it("are a lead's where they are not measured at the machine", async () => {
    const tool = { ...spacer("T", { kind: "assembly" }) };
    expect(await run(tool, setter)).toMatchObject({
      outcome: "refused",
      message: expect.stringContaining("role lead"),
    });
  });
  it("come from files, all of them or none", async () => {
    const text = writeWorkshopJson("assembly", workshop.assembly);
    expect(await run({ intent: "import-items", kind: "assembly", text })).toMatchObject({
      message: "5 new, 0 changed, 0 as they were.",
    });
    const csv = writeWorkshopCsv("assembly", workshop.assembly).replace(",85,", ",90,");
    expect(await run({ intent: "import-items", kind: "assembly", text: csv })).toMatchObject({
      message: "0 new, 1 changed, 4 as they were.",
    });
    const broken = writeWorkshopJson("assembly", [
      ...workshop.assembly,
      { name: "X", content: { tool: { kind: "drill" } } },
    ]);
    expect(await run({ intent: "import-items", kind: "assembly", text: broken })).toMatchObject({ outcome: "refused" });
    expect((await toolLibrary(sqlOn(pool))).assemblies).toHaveLength(5);
  });
});

describe("machines", () => {
  const swiss = machines.find(({ id }) => id === "swiss") as MachineProfile;
  const form = (machine: MachineProfile, more: Readonly<Record<string, string>> = {}) => ({
    intent: "keep-machine",
    retired: "no",
    texts: JSON.stringify(textsOfProfile(machineProfileSchema, machine)),
    zones: JSON.stringify((machine.zones ?? []).map((zone) => textsOfProfile(zoneSchema, zone))),
    stations: JSON.stringify((machine.stations ?? []).map((station) => textsOfProfile(stationSchema, station))),
    ...more,
  });
  it("are kept whole from a form, changed and retired", async () => {
    expect(await run(form(swiss))).toMatchObject({ outcome: "done" });
    expect(await readMachine(sqlOn(pool), "swiss")).toEqual(swiss);
    expect(await run(form(swiss))).toMatchObject({ outcome: "refused", fields: { id: expect.any(String) } });
    expect(await run(form({ ...swiss, name: "Swiss 20" }, { version: "1" }))).toMatchObject({ outcome: "done" });
    expect(await run(form(swiss, { version: "1" }))).toMatchObject({ outcome: "refused" });
    expect(await run(form(swiss, { version: "2", retired: "yes" }))).toMatchObject({ outcome: "done" });
    expect(await listMachines(sqlOn(pool))).toEqual([]);
    expect(await listKeptMachines(sqlOn(pool))).toMatchObject([{ retired: true, version: 3 }]);
  });
  it("are refused where they contradict themselves", async () => {
    const upside = { ...swiss, id: "x", travel: { ...swiss.travel, x: [10, -10] as [number, number] } };
    expect(await run(form(upside))).toMatchObject({ outcome: "refused", fields: { "travel/x/1": expect.any(String) } });
    const stray = { ...swiss, id: "x", stations: [{ id: "1", zone: "nowhere" }] };
    expect(await run(form(stray as MachineProfile))).toMatchObject({
      fields: { "stations/0/zone": expect.any(String) },
    });
    const half = form(swiss, { texts: JSON.stringify({ id: "x" }) });
    expect(await run(half)).toMatchObject({ outcome: "refused", fields: { name: expect.any(String) } });
    expect(await run({ intent: "import-machines", text: JSON.stringify([swiss, { id: 1 }]) })).toMatchObject({
      message: expect.stringContaining("Machine 2"),
    });
    expect(await run({ intent: "import-machines", text: JSON.stringify(machines) })).toMatchObject({ outcome: "done" });
    expect(await listMachines(sqlOn(pool))).toHaveLength(4);
  });
});

describe("people", () => {
  const person = (name: string, more: Readonly<Record<string, string>> = {}) => ({
    intent: "keep-person",
    name,
    role: "setter",
    mark: "either",
    secret: "4711",
    retired: "no",
    ...more,
  });
  it("are let in, changed and let go; a person who has left is signed out", async () => {
    const name = `Nora ${randomUUID().slice(0, 6)}`;
    expect(await run(person(name))).toMatchObject({ outcome: "done" });
    expect(await run(person(name))).toMatchObject({ outcome: "refused", fields: { name: expect.any(String) } });
    const nora = (await listKeptPeople(sqlOn(pool))).find((one) => one.name === name);
    if (!nora) throw new Error("Nora is there");
    const tryIn = () =>
      attemptSignIn(sqlOn(pool), { origin: { device: "pc", address: "192.0.2.1" }, device: undefined }, name, "4711");
    expect(await tryIn()).toMatchObject({ outcome: "in" });
    const token = await beginSession(sqlOn(pool), nora.id, { device: "pc", address: "192.0.2.1" });
    const change = { id: nora.id, version: "1", mark: ",", secret: "" };
    expect(await run(person(name, change))).toMatchObject({ outcome: "done" });
    // What a lead set was good for one sign-in.
    expect(await readSession(sqlOn(pool), token)).toMatchObject({ person: { decimalMark: "," }, mustChoose: true });
    expect(await run(person(name, { ...change, version: "2", retired: "yes" }))).toMatchObject({ outcome: "done" });
    expect(await readSession(sqlOn(pool), token)).toBeUndefined();
    expect(await tryIn()).toMatchObject({ outcome: "wrong" });
  });
  it("always leave one lead, and only a lead can change them", async () => {
    const me = (await listKeptPeople(sqlOn(pool))).find(({ id }) => id === lead.id);
    const change = { id: lead.id, version: String(me?.version ?? 1), secret: "" };
    expect(await run(person(lead.name, change))).toMatchObject({
      fields: { role: expect.stringContaining("at least one lead") },
    });
    expect(await run(person(lead.name, { ...change, role: "lead", retired: "yes" }))).toMatchObject({
      outcome: "refused",
    });
    expect(await run(person("X"), setter)).toMatchObject({ message: expect.stringContaining("role lead") });
    expect(await run(person("X", { secret: "12" }))).toMatchObject({ fields: { secret: expect.any(String) } });
  });
});
