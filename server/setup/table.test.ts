import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { proposedAnswers } from "../../core/carry/index.ts";
import { FORMATS, lossesOf, readOffsetFile } from "../../core/formats/index.ts";
import { type Command, viewSetup } from "../../core/ledger/index.ts";
import { loaded, opened, recorded, touched } from "../../core/ledger/setup.fixture.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { readBack, setupTable, tableGrid, touchedRows, withNumbersOf } from "../../core/offsets/index.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readLedger } from "../ledger/ledgerRows.server.ts";
import { forgetSample, makeMissingWords, searchSetups } from "../ledger/setupSearch.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { storeMachine } from "../machines/machinesRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { readPhoto, takePhoto } from "../photos/photosRepository.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { incomingOf } from "../uploads/incoming.ts";
import { importItems } from "../workshop/workshopRepository.server.ts";
import { readCarried } from "./carry.server.ts";
import { openSetup } from "./openSetup.server.ts";
import { runSetupForm } from "./runSetupForm.server.ts";

const demo = (name: string) => path.resolve(import.meta.dirname, "../../db/demo", name);
const machines: MachineProfile[] = JSON.parse(readFileSync(demo("machines.json"), "utf8"));
let pool: Pool;
let setter: Person;
let lead: Person;
beforeAll(async () => {
  pool = await freshDatabase();
  process.env.DATABASE_URL = inject("databaseUrl");
  for (const machine of machines) await storeMachine(sqlOn(pool), machine);
  setter = await somebody(pool);
  lead = await somebody(pool, "lead");
});
afterAll(async () => {
  await pool.end();
  await database().end();
});

const view = async (id: string) => {
  const state = await readSetup(sqlOn(pool), id);
  if (!state) throw new Error("the setup is there");
  return viewSetup(state);
};
async function send(setupId: string, intent: string, fields: Readonly<Record<string, string>> = {}, person = setter) {
  const { seq } = await view(setupId);
  return runSetupForm(setupId, person, "tablet", { intent, id: randomUUID(), base: String(seq), ...fields });
}
async function running(commands: readonly Command[]): Promise<string> {
  const setup = randomUUID();
  for (const [base, command] of commands.entries()) {
    const done = await appendEntry(
      pool,
      setup,
      { ...command, id: randomUUID() },
      { person: setter, device: "pc", base },
    );
    expect(done.outcome).toBe("appended");
  }
  return setup;
}
const usual = (machine: Partial<MachineProfile> = {}) =>
  running([
    opened(machine),
    loaded("1"),
    loaded("2"),
    recorded("1", -339.432, -402.9),
    touched("1", "x", -339.25, 51.48),
  ]);

describe("the table's forms", () => {
  it("enter, add, clear and copy as one entry each, undone as one", async () => {
    const setup = await usual();
    expect(
      await send(setup, "enter-cell", { offset: "1", column: "geometry.z", value: "-402,88", how: "value" }),
    ).toMatchObject({ outcome: "kept" });
    // Its touch says −339.25: both cannot be right, so what is meant is asked first.
    const more = { offset: "1", column: "geometry.x", value: ".02", how: "add" };
    expect(await send(setup, "enter-cell", more)).toMatchObject({
      fields: { meant: expect.stringContaining("0.020") },
    });
    expect(await send(setup, "enter-cell", { ...more, meant: "yes" })).toMatchObject({ outcome: "kept" });
    expect(await send(setup, "copy-row", { from: "1", to: "2" })).toMatchObject({ outcome: "kept" });
    const copied = await view(setup);
    expect(setupTable(copied).map(({ x, z }) => [x?.value, z?.value])).toEqual([
      [-339.23, -402.88],
      [-339.23, -402.88],
    ]);
    const entry = copied.tools.find(({ offset }) => offset === "2")?.x?.entry ?? "";
    expect(await send(setup, "undo", { entry })).toMatchObject({ outcome: "kept" });
    expect(setupTable(await view(setup))[1]).toMatchObject({ x: undefined, z: undefined });
    // The wear of the second row is not known: it is set to 0 once, and then there is nothing to clear.
    expect(await send(setup, "clear-wear", { offsets: '["1","2"]' })).toMatchObject({ outcome: "kept" });
    expect(await send(setup, "clear-wear", { offsets: '["1","2"]' })).toMatchObject({ outcome: "refused" });
  });
  it.each([
    ["enter-cell", { offset: "1", column: "geometry.x", value: "abc", how: "value" }, "value"],
    ["enter-cell", { offset: "1", column: "orientation", value: "11", how: "value" }, "value"],
    ["enter-cell", { offset: "2", column: "geometry.x", value: "0.1", how: "add" }, "value"],
    ["copy-row", { from: "1", to: "1" }, "to"],
    ["set-work", { name: "G54", axis: "z", means: "next-operation", value: "-2.5" }, "value"],
    ["set-work", { name: "G54", axis: "x", means: "datum-distance", value: "1" }, "value"],
    ["set-work", { name: "G54", axis: "x", means: "entered", value: "1" }, "meant"],
    ["compare-table", { name: "x", text: "hello" }, "text"],
    ["add-note", { text: "  " }, "text"],
  ] as const)("refuse %s in its field: %j", async (intent, fields, field) => {
    const setup = await usual();
    const before = await view(setup);
    const refused = await send(setup, intent, fields);
    expect(refused).toMatchObject({ outcome: "refused" });
    expect("fields" in refused ? Object.keys(refused.fields) : []).toContain(field);
    expect(await view(setup)).toEqual(before);
  });
  it("set a work offset of the next operation, and X only when it is meant", async () => {
    const setup = await usual();
    await send(setup, "set-work", { name: "G54", axis: "z", means: "entered", value: "-104.775" });
    await send(setup, "set-work", { name: "G55", axis: "z", means: "next-operation", value: "-2.5" });
    await send(setup, "set-work", { name: "G54", axis: "x", means: "entered", value: "0.5", meant: "yes" });
    expect(await view(setup)).toMatchObject({
      workOffset: { z: -104.775, x: 0.5 },
      otherWork: { G55: { z: { value: -107.275 } } },
    });
  });
  it("tick cells from two devices without asking, and compare what the control holds", async () => {
    const setup = await usual();
    const { seq } = await view(setup);
    const tick = (column: string, value: number) =>
      runSetupForm(setup, setter, "tablet", {
        intent: "key-cells",
        id: randomUUID(),
        base: String(seq),
        cells: JSON.stringify([{ row: "1", column, value }]),
      });
    expect(await tick("geometry.x", -339.25)).toMatchObject({ outcome: "kept" });
    expect(await tick("geometry.x", -339.25)).toMatchObject({ outcome: "kept" });
    const csv = "offset,geometry X mm,wear X mm\n1,-339.520,0\n";
    expect(await send(setup, "compare-table", { name: "north.csv", text: csv })).toMatchObject({ outcome: "kept" });
    const compared = (await view(setup)).compared;
    expect(compared).toMatchObject({
      name: "north.csv",
      format: "csv",
      agreed: [{ row: "1", column: "wear.x", value: 0 }],
      differences: [{ row: "1", column: "geometry.x", wanted: -339.25, found: -339.52 }],
    });
    expect((await view(setup)).keyed["1/wear.x"]).toMatchObject({ value: 0 });
    // The same table under other heads, by the columns that somebody has named.
    const foreign = "Nr;Durchmesser;Rest\n1;-339,25;x\n";
    const columns = JSON.stringify(["offset", "geometry.x", null]);
    expect(await send(setup, "compare-table", { name: "f.csv", text: foreign, columns, units: "mm" })).toMatchObject({
      outcome: "kept",
    });
    expect((await view(setup)).compared?.differences).toEqual([]);
  });
  it("keep sign-off and reopening to leads, and name what is unproven", async () => {
    const setup = await usual();
    expect(await send(setup, "sign-off")).toMatchObject({
      outcome: "refused",
      message: expect.stringContaining("role lead"),
    });
    expect(await send(setup, "sign-off", {}, lead)).toMatchObject({ outcome: "kept" });
    expect((await view(setup)).signOff?.unproven).toContain("T01: Z not done");
    expect(await send(setup, "add-note", { text: "late" })).toMatchObject({ outcome: "refused" });
    expect(await send(setup, "reopen", { reason: "" }, lead)).toMatchObject({ fields: { reason: expect.any(String) } });
    expect(await send(setup, "reopen", { reason: "insert changed" }, lead)).toMatchObject({ outcome: "kept" });
    expect(await send(setup, "add-note", { text: "jaws bored", offset: "1" })).toMatchObject({ outcome: "kept" });
    expect((await view(setup)).notes).toMatchObject([{ text: "jaws bored", offset: "1" }]);
  });
  it("say which of the shop's spacers a touch was made with", async () => {
    await importItems(
      pool,
      "spacer",
      [{ name: "Blue paper", content: { kind: "paper", thickness: 0.09, uncertainty: 0.008 } }],
      "x",
    );
    const setup = await usual();
    const fields = {
      offset: "1",
      axis: "z",
      way: "paper",
      sizeUnit: "mm",
      machine: "-402.79",
      size: "0",
      spacer: ".09",
    };
    expect(await send(setup, "accept-touch", fields)).toMatchObject({ outcome: "kept" });
    expect((await view(setup)).tools[0]?.z).toMatchObject({ gauge: "Blue paper", exact: -402.88 });
  });
});

describe.each(machines.map((machine) => [machine.name, machine] as const))("files of %s", (_, machine) => {
  it.each(FORMATS.map((format) => [format.name, format] as const))(
    "as %s are read back as they were, with the stated losses",
    async (name, format) => {
      const station = machine.stations?.[0]?.id ?? "1";
      const tool = { ...loaded("1"), payload: { ...loaded("1").payload, station } } as Command;
      const setup = await view(
        await running([
          opened(machine),
          tool,
          touched("1", "x", -50.8, 25.4),
          touched("1", "z", -127, 0),
          nose(machine),
        ]),
      );
      const { numbers } = format;
      const table = numbers === "equation" ? withNumbersOf(setup, touchedRows(setup), numbers) : touchedRows(setup);
      const text = format.write(table, { rounding: "to-resolution", title: "round trip" });
      const read = readOffsetFile(text, { format: name, units: machine.units, numbering: machine.numbering });
      if (!read.ok) throw new Error(read.refusal.message);
      const back = readBack(setup, read.value.table, numbers, format.holds);
      expect(back.differences).toEqual([]);
      const held = Object.values(tableGrid(setup).find(({ row }) => row === "1")?.cells ?? {}).filter(
        ({ column, wanted }) => wanted !== undefined && (format.holds as readonly string[]).includes(column),
      );
      expect(back.agreed).toHaveLength(held.length);
      expect(held.length).toBeGreaterThanOrEqual(3);
      // What is not read back is what was said to be lost, and nothing else that is not 0.
      const lost = lossesOf(table, format);
      expect(lost.includes("orientation")).toBe(!format.holds.includes("orientation"));
      expect(lost.includes("units")).toBe(!format.holds.includes("units"));
    },
  );
});

function nose(machine: MachineProfile): Command {
  return {
    id: randomUUID(),
    kind: "nose-accepted",
    payload: { offset: "1", insert: "CNMG 120408", noseRadius: 0.8, orientation: machine.numbering === "A" ? 3 : 2 },
  };
}

describe("search", () => {
  const named = (job: string, part: string, machine: Partial<MachineProfile> = {}): Command => {
    const command = opened(machine);
    return { ...command, payload: { ...command.payload, job, part } } as Command;
  };
  const found = async (text: string, more: Parameters<typeof searchSetups>[1] | object = {}) =>
    (await searchSetups(sqlOn(pool), { text, ...more })).setups.map(({ job }) => job);
  it("finds by the beginnings of words, short ones and fractions among them, and by machine and date", async () => {
    await running([
      named("Q-701", "Pulley 3/8", { id: "attic", name: "Attic lathe" }),
      loaded("1", { insert: "DNMG 110404" }),
    ]);
    await running([named("Q-702", "Pulley 1¼ größer")]);
    const later = await running([named("Q-703", "Knob")]);
    await send(later, "add-note", { text: "Zylinderstift gegen Verdrehen" });
    expect(await found("pulley")).toEqual(["Q-702", "Q-701"]);
    expect(await found("pull dnmg 1104")).toEqual(["Q-701"]);
    expect(await found("q-701")).toEqual(["Q-701"]);
    expect(await found("q701")).toEqual(["Q-701"]);
    expect(await found("3/8")).toEqual(["Q-701"]);
    expect(await found("großer")).toEqual(["Q-702"]);
    expect(await found("grösser")).toEqual(["Q-702"]);
    // Signs are no words, and a single digit is a word of its own or nothing.
    for (const nothing of ["%", "- _", "0"]) expect(await found(nothing)).toEqual([]);
    expect(await found("3")).toEqual(["Q-701"]);
    expect(await found("zylinder")).toEqual(["Q-703"]);
    expect(await found("pulley knob")).toEqual([]);
    expect(await found("pulley", { machine: "attic" })).toEqual(["Q-701"]);
    expect(await found("pulley", { to: "2020-01-01T00:00:00Z" })).toEqual([]);
    expect(await found("pulley", { from: "2020-01-01T00:00:00Z" })).toEqual(["Q-702", "Q-701"]);
    expect(await found("", { machine: "attic" })).toEqual(["Q-701"]);
    expect(await found("% _ ' \" + - * ( ) < > ~")).toBeInstanceOf(Array);
  });
  it("asks the index of words for a rare one, and fills in what has no words yet", async () => {
    const setup = await running([named("Q-801", "Gimbal")]);
    forgetSample();
    expect(await found("gimbal")).toEqual(["Q-801"]);
    expect(await found("gimbal turret")).toEqual(["Q-801"]);
    await sqlOn(pool).run("DELETE FROM setup_words WHERE setup_id = ?", [setup]);
    expect(await found("gimbal")).toEqual([]);
    expect(await makeMissingWords(sqlOn(pool))).toBe(1);
    expect(await found("gimbal")).toEqual(["Q-801"]);
  });
  it("finds the same by the index and by walking back", async () => {
    forgetSample();
    await found("thimble");
    // The sample that was just taken knows no such word: it counts as rare, and the index is asked.
    for (let nth = 0; nth < 6; nth++) await running([named(`Q-85${nth}`, "Thimble")]);
    const newestFirst = ["Q-855", "Q-854", "Q-853", "Q-852", "Q-851", "Q-850"];
    expect(await found("thimble")).toEqual(newestFirst);
    // A fresh sample knows six of them: common enough to walk back.
    forgetSample();
    expect(await found("thimble")).toEqual(newestFirst);
  });
  it("does not sort or scan all setups for a page", async () => {
    const plan = async (sql: string) =>
      (await sqlOn(pool).rows<{ type: string; key: string | null; Extra: string }>(`EXPLAIN ${sql}`)).map(
        ({ type, key, Extra }) => [type, key, Extra.includes("filesort")],
      );
    const walk = (where: string) =>
      `SELECT w.setup_id FROM setup_words w WHERE ${where} ORDER BY w.opened_at DESC, w.setup_id DESC LIMIT 51`;
    expect(await plan(walk("MATCH (w.words) AGAINST ('+q_a*' IN BOOLEAN MODE)"))).toEqual([
      ["fulltext", "setup_words_by_word", true],
    ]);
    expect(await plan(walk("w.words LIKE '% q_a%'"))).toEqual([["index", "PRIMARY", false]]);
  });
});

describe("starting from a past setup", () => {
  const form = (from: string, more: Readonly<Record<string, string>> = {}) => ({
    id: randomUUID(),
    machine: "north",
    job: "F-900",
    part: "Again",
    operation: "op 1",
    workOffset: "G54",
    sizeUnit: "mm",
    material: "brass",
    nominalDiameter: "55",
    oversize: "0.4",
    stickOut: "46",
    chuckDiameter: "165",
    toFace: "0.5",
    from,
    ...more,
  });
  /** What decides, beside the past setup, for the form above. */
  const facts = (machine: MachineProfile | undefined) => {
    if (!machine) throw new Error("the demo has a machine");
    return { machine, workOffset: "G54", master: undefined, isNext: false };
  };
  it("takes over what has not moved, unproven, and asks for the work offset", async () => {
    const [north] = machines;
    const past = await running([
      opened(north),
      loaded("1"),
      loaded("2"),
      touched("1", "x", -339.25, 51.48),
      touched("1", "z", -402.88, 0),
    ]);
    const taken = form(past);
    expect(await openSetup(setter, "pc", taken, undefined)).toMatchObject({ outcome: "opened" });
    const again = await view(taken.id);
    expect(again.tools[0]).toMatchObject({ x: { exact: -339.25, edit: "taken-over" }, z: { exact: -402.88 } });
    expect(again.tools[1]?.x).toBeUndefined();
    expect(again.rechucked).toBeDefined();
    const rows = (await readCarried(sqlOn(pool), past, facts(north)))?.rows ?? [];
    const carry = proposedAnswers(rows).map((one) =>
      one.key.startsWith("geometry/") ? { ...one, choice: "touch", shown: "" } : one,
    );
    const anew = form(past, { carry: JSON.stringify(carry) });
    expect(await openSetup(setter, "pc", anew, undefined)).toMatchObject({ outcome: "opened" });
    expect(await view(anew.id)).toMatchObject({ from: { setup: past, as: "again" } });
    expect((await view(anew.id)).tools[0]?.x).toBeUndefined();
    // Sent again it is the same setup, whatever the machine holds by now.
    expect(await openSetup(setter, "pc", anew, undefined)).toMatchObject({ outcome: "opened" });
  });
  it("refuses a value that has changed since it was seen, and what cannot be chosen", async () => {
    const [north] = machines;
    const past = await running([opened(north), loaded("1"), touched("1", "x", -341.1, 51.48)]);
    const answers = proposedAnswers((await readCarried(sqlOn(pool), past, facts(north)))?.rows ?? []);
    const author = { person: setter, device: "pc", base: 3 };
    await appendEntry(pool, past, { ...touched("1", "x", -341.2, 51.48), id: randomUUID() }, author);
    const late = form(past, { carry: JSON.stringify(answers) });
    expect(await openSetup(setter, "pc", late, undefined)).toMatchObject({
      outcome: "refused",
      fields: { carry: "X geometry: It is −341.200 by now, not −341.100. Look at it again." },
    });
    const broken = form(past, { carry: '[{"key":"geometry/1/x"}]' });
    expect(await openSetup(setter, "pc", broken, undefined)).toMatchObject({ outcome: "refused" });
    expect(await view(late.id).catch(() => undefined)).toBeUndefined();
  });
  it("brings a dimension along whole: its form, and the place where it is measured", async () => {
    const [north] = machines;
    const cone = {
      feature: randomUUID(),
      name: "Cone",
      offset: "1",
      axis: "x",
      nominal: 31.5,
      lower: -0.02,
      upper: 0.01,
      form: "taper",
      atZ: -12.5,
    } as const;
    const recorded = { id: randomUUID(), kind: "feature-recorded", payload: cone } as const;
    const past = await running([opened(north), loaded("1"), recorded]);
    const again = form(past);
    expect(await openSetup(setter, "pc", again, undefined)).toMatchObject({ outcome: "opened" });
    const [entry] = (await readLedger(sqlOn(pool), again.id)).filter(({ kind }) => kind === "feature-recorded");
    expect(entry?.payload).toEqual(cone);
  });
});

describe("photos", () => {
  const png = Buffer.from(
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
    "base64",
  );
  it("are kept once, as what they are, whatever they are called", async () => {
    const first = await takePhoto(sqlOn(pool), incomingOf(png, "../../etc/passwd.jpg"));
    const second = await takePhoto(sqlOn(pool), incomingOf(png, "b.png"));
    if (!first.ok || !second.ok) throw new Error("a photo is taken");
    expect(first.value.photo).toEqual(second.value.photo);
    expect([first.value.isNew, second.value.isNew]).toEqual([true, false]);
    expect(await readPhoto(sqlOn(pool), first.value.photo.fingerprint)).toEqual({ type: "image/png", content: png });
  });
  it("that waited on a device come before their note, and a note without its photo is not kept", async () => {
    const setup = await running([opened(machines[0] as MachineProfile)]);
    const note = (photo: string) => ({
      intent: "add-note",
      id: randomUUID(),
      base: "1",
      text: "",
      photo,
    });
    const taken = await takePhoto(sqlOn(pool), incomingOf(png, "jaws.png"));
    if (!taken.ok) throw new Error("a photo is taken");
    const lost = await runSetupForm(setup, setter, "pc", note("0".repeat(64)));
    expect(lost).toMatchObject({ outcome: "refused", fields: { photo: expect.stringContaining("Choose it again") } });
    expect(await runSetupForm(setup, setter, "pc", note(taken.value.photo.fingerprint))).toMatchObject({
      outcome: "kept",
    });
    const entry = (await readLedger(sqlOn(pool), setup)).at(-1);
    expect(entry).toMatchObject({ kind: "note-added", payload: { text: "", photo: taken.value.photo } });
  });
  it.each([
    ["<script>alert(1)</script>", "not a photo"],
    ["GIF89a", "not a photo"],
    ["x".repeat(8_000_001), "MB"],
  ])("refuse what is none", async (content, words) => {
    const refused = await takePhoto(sqlOn(pool), incomingOf(Buffer.from(content), "a.png"));
    expect(refused.ok ? "" : refused.refusal.message).toContain(words);
  });
});
