import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { firstPartCorrections } from "../../core/correction/index.ts";
import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import { bladeFixture, loaded, mounted, opened, touched } from "../../core/ledger/setup.fixture.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { appendEntry, rebuildSnapshots } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { readHistory } from "../ledger/toolHistory.server.ts";
import type { Person } from "../people/person.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { runSetupForm } from "./runSetupForm.server.ts";

let pool: Pool;
let setter: Person;
const [before, now] = [randomUUID(), randomUUID()];
beforeAll(async () => {
  pool = await freshDatabase();
  process.env.DATABASE_URL = inject("databaseUrl");
  setter = await somebody(pool);
  const past = [opened(), mounted("7", bladeFixture), touched("7", "x", -340.118, 54.2), touched("7", "z", -399.94, 0)];
  for (const [setup, commands] of [
    [before, past],
    [
      now,
      [opened(), mounted("7", bladeFixture), loaded("1"), touched("1", "x", -339.25, 54.2), touched("1", "z", -402, 0)],
    ],
  ] as const)
    for (const [base, command] of commands.entries())
      await appendEntry(pool, setup, { ...command, id: randomUUID() }, { person: setter, device: "pc", base });
});
afterAll(async () => {
  await pool.end();
  await database().end();
});

async function view(setup = now): Promise<SetupView> {
  const state = await readSetup(sqlOn(pool), setup);
  if (!state) throw new Error("the setup is there");
  return viewSetup(state);
}
async function send(intent: string, fields: Readonly<Record<string, string>>, setup = now) {
  const { seq } = await view(setup);
  return runSetupForm(setup, setter, "tablet", { intent, id: randomUUID(), base: String(seq), ...fields });
}
/** Where each tool was found in earlier setups, newest first, without what else is remembered of those touches. */
async function history(setup = now): Promise<Record<string, Record<string, readonly number[]>>> {
  const past = Object.entries(await readHistory(sqlOn(pool), setup, await view(setup)));
  const found = past.map(([offset, axes]) => [
    offset,
    Object.fromEntries(
      Object.entries(axes).flatMap(([axis, { touches }]) =>
        touches.length > 0 ? [[axis, touches.map(({ value }) => value)]] : [],
      ),
    ),
  ]);
  return Object.fromEntries(found.filter(([, axes]) => Object.keys(axes as object).length > 0));
}

describe("where a tool was found before", () => {
  it("is remembered by machine, station and tool, and not of the setup itself", async () => {
    expect(await history()).toEqual({ "7": { x: [-340.118], z: [-399.94] } });
    expect(await history(before)).toEqual({});
  });
  it("is forgotten when the touch is taken back, remembered when it is made again, and the same after a rebuild", async () => {
    const record = (await view(before)).tools[0]?.x;
    expect(await send("undo", { entry: record?.entry ?? "" }, before)).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]).toEqual({ z: [-399.94] });
    const touch = { offset: "7", axis: "x", way: "skim", sizeUnit: "mm", machine: "-285.918", size: "54.2" };
    expect(await send("accept-touch", touch, before)).toMatchObject({ outcome: "kept" });
    const kept = await history();
    expect(kept["7"]?.x?.[0]).toBeCloseTo(-340.118, 9);
    await rebuildSnapshots(pool);
    expect(await history()).toEqual(kept);
  });
  it("is remembered as it was reckoned anew, and as it was once that is taken back", async () => {
    const topOf = async (cell: string) => (await readSetup(sqlOn(pool), before))?.cells[cell]?.at(-1)?.id ?? "";
    const moved = { name: "G54", axis: "x", means: "entered", value: "0.05", meant: "yes" };
    expect(await send("set-work", moved, before)).toMatchObject({ outcome: "kept" });
    expect(await send("reckon-anew", { offset: "7", axis: "x" }, before)).toMatchObject({ outcome: "kept" });
    // −285.918 − 54.2 − 0.05 = −340.168.
    expect((await history())["7"]?.x?.[0]).toBeCloseTo(-340.168, 9);
    // A second touch at −285.9 under 0.05: −285.9 − 54.2 − 0.05 = −340.15. Reckoned for 0.03 and undone, neither number is remembered.
    const touch = { offset: "7", axis: "x", way: "skim", sizeUnit: "mm", machine: "-285.9", size: "54.2" };
    expect(await send("accept-touch", touch, before)).toMatchObject({ outcome: "kept" });
    const second = await topOf("geometry/7/x");
    expect(await send("set-work", { ...moved, value: "0.03" }, before)).toMatchObject({ outcome: "kept" });
    expect(await send("reckon-anew", { offset: "7", axis: "x" }, before)).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]?.x?.[0]).toBeCloseTo(-340.13, 9);
    const again = await topOf("geometry/7/x");
    expect(await send("undo", { entry: second }, before)).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]?.x?.[0]).toBeCloseTo(-340.168, 9);
    expect(await send("undo", { entry: again }, before)).toMatchObject({ outcome: "kept" });
    expect(await send("undo", { entry: await topOf("work/x") }, before)).toMatchObject({ outcome: "kept" });
    expect(await send("undo", { entry: await topOf("geometry/7/x") }, before)).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]?.x?.[0]).toBeCloseTo(-340.118, 9);
    expect(await send("undo", { entry: await topOf("work/x") }, before)).toMatchObject({ outcome: "kept" });
  });
});

describe("a touch of an earlier setup that is no help", () => {
  const topOf = async (cell: string, setup = before) =>
    (await readSetup(sqlOn(pool), setup))?.cells[cell]?.at(-1)?.id ?? "";
  it("is left out when somebody says so, stays so after a rebuild, and counts again when that is taken back", async () => {
    const touch = await topOf("geometry/7/x");
    expect(await send("leave-out", { offset: "7", axis: "x", touch: randomUUID() })).toMatchObject({
      outcome: "refused",
      message: expect.stringMatching(/not compared with that touch any more/),
    });
    expect(await send("leave-out", { offset: "7", axis: "x", touch })).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]).toEqual({ z: [-399.94] });
    await rebuildSnapshots(pool);
    expect((await history())["7"]).toEqual({ z: [-399.94] });
    expect(await send("undo", { entry: await topOf(`left-out/${touch}/x`, now) })).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]?.x).toHaveLength(1);
  });
  it("is left out of what a tool under another offset is compared with", async () => {
    // The same blade in the same station, but called as offset 27 today.
    const other = randomUUID();
    for (const [base, command] of [opened(), mounted("27", bladeFixture, "7")].entries())
      await appendEntry(pool, other, { ...command, id: randomUUID() }, { person: setter, device: "pc", base });
    expect((await history(other))["27"]?.x).toEqual([-340.118]);
    const touch = await topOf("geometry/7/x");
    expect(await send("leave-out", { offset: "27", axis: "x", touch }, other)).toMatchObject({ outcome: "kept" });
    expect((await history(other))["27"]).toEqual({ z: [-399.94] });
    expect(await send("undo", { entry: await topOf(`left-out/${touch}/x`, other) }, other)).toMatchObject({
      outcome: "kept",
    });
  });
  it("does not teach once its first correction is larger than it should be", async () => {
    const wear = (value: string) => send("enter-cell", { offset: "7", column: "wear.x", value, how: "add" }, before);
    expect(await wear("-0.01")).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]?.x).toHaveLength(1);
    expect(await send("undo", { entry: await topOf("wear/7/x") }, before)).toMatchObject({ outcome: "kept" });
    expect(await wear("-0.3")).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]).toEqual({ z: [-399.94] });
    await rebuildSnapshots(pool);
    expect((await history())["7"]).toEqual({ z: [-399.94] });
    expect(await send("undo", { entry: await topOf("wear/7/x") }, before)).toMatchObject({ outcome: "kept" });
    expect((await history())["7"]?.x).toHaveLength(1);
  });
  it("says where the seats of its kind lie", async () => {
    // The blade of `before` stands out by 30: −340.118 − 60. A turning tool of `now` is of the same kind for that.
    const past = await readHistory(sqlOn(pool), now, await view());
    expect(past["1"]?.x?.touches).toEqual([]);
    expect(past["1"]?.x?.seats.map((seat) => Number(seat.toFixed(3)))).toEqual([-400.118]);
    // Touched here as well, the blade counts by that touch: −285.9 − 54.2.
    const touch = { offset: "7", axis: "x", way: "skim", sizeUnit: "mm", machine: "-285.9", size: "54.2" };
    expect(await send("accept-touch", touch)).toMatchObject({ outcome: "kept" });
    expect((await readHistory(sqlOn(pool), now, await view()))["1"]?.x).toBeUndefined();
    expect(await send("undo", { entry: await topOf("geometry/7/x", now) })).toMatchObject({ outcome: "kept" });
  });
});

describe("a tool in a numbered holder", () => {
  const numbered = async (holder: string, setup: typeof now) => {
    expect(await send("number-holder", { offset: "7", holder }, setup)).toMatchObject({ outcome: "kept" });
  };
  const undoHolder = async (setup: typeof now) => {
    const entry = (await readSetup(sqlOn(pool), setup))?.cells["holder/7"]?.at(-1)?.id ?? "";
    expect(await send("undo", { entry }, setup)).toMatchObject({ outcome: "kept" });
  };
  it("has the past of that holder, also of what was touched before it was numbered, and none of another", async () => {
    const past = (await history())["7"];
    await numbered("12", before);
    // Here it is not numbered: what was found in this station counts, as before.
    expect((await history())["7"]).toEqual(past);
    await numbered("12", now);
    expect((await history())["7"]).toEqual(past);
    await undoHolder(now);
    await numbered("H-9", now);
    expect((await history())["7"]).toBeUndefined();
    await undoHolder(now);
    const kept = await history();
    await rebuildSnapshots(pool);
    expect(await history()).toEqual(kept);
  });
  it("has no past of a number that was undone", async () => {
    await undoHolder(before);
    await numbered("12", now);
    expect((await history())["7"]).toBeUndefined();
    await undoHolder(now);
    expect((await history())["7"]?.x).toHaveLength(1);
  });
  it("refuses a number that is none, and a holder that another tool stands in", async () => {
    expect(await send("number-holder", { offset: "7", holder: "#3" })).toMatchObject({
      outcome: "refused",
      fields: { holder: expect.stringContaining("as it is marked") },
    });
    await numbered("12", now);
    expect(await send("number-holder", { offset: "1", holder: "12" })).toMatchObject({
      outcome: "refused",
      fields: { holder: "Holder 12 holds the tool of offset 7. Number that one first." },
    });
    await undoHolder(now);
  });
});

describe("a doubtful touch", () => {
  const touch = { offset: "7", axis: "x", way: "paper", sizeUnit: "mm", size: "54.2", spacer: "10" };
  // A block of 10 was counted twice on the diameter, and none lay there: 20 too far in.
  const slipped = { ...touch, machine: "-285.918" };
  it("is not kept without an answer, whatever the browser says", async () => {
    expect(await send("accept-touch", slipped)).toMatchObject({
      outcome: "refused",
      message: expect.stringMatching(/counted twice, or counted where none lay/),
    });
    expect((await view()).tools.find(({ offset }) => offset === "7")?.x).toBeUndefined();
    expect(await send("accept-touch", { ...slipped, settled: "perhaps" })).toMatchObject({ outcome: "refused" });
  });
  it("is put right as offered, with what was worked out kept beside it, and closes", async () => {
    expect(await send("accept-touch", { ...slipped, settled: "corrected", doubted: "paper-twice" })).toMatchObject({
      outcome: "kept",
    });
    const x = (await view()).tools.find(({ offset }) => offset === "7")?.x;
    expect(x?.exact).toBeCloseTo(-340.118, 9);
    expect(x?.doubt).toMatchObject({ kind: "paper-twice", settled: "corrected", from: expect.closeTo(-360.118, 6) });
    // G + P stays what the machine showed at contact.
    expect((x?.exact ?? 0) + (x?.touched ?? 0)).toBeCloseTo(-285.918, 9);
  });
  it("is kept all the same when somebody says so, and not asked about again", async () => {
    expect(await send("accept-touch", { ...slipped, settled: "kept", doubted: "paper-twice" })).toMatchObject({
      outcome: "kept",
    });
    // What was kept in doubt teaches the next setup nothing.
    const learned = async () => (await history(before))["7"]?.x?.map((value) => Number(value.toFixed(3))) ?? [];
    expect(await learned()).not.toContain(-360.118);
    // A second touch that finds it there again does.
    expect(await send("accept-touch", slipped)).toMatchObject({ outcome: "kept" });
    expect(await learned()).toContain(-360.118);
  });
});

describe("a touch whose slip would not show", () => {
  const seat = { feature: randomUUID(), name: "Neck", offset: "1", axis: "x", sizeUnit: "mm" };
  const paper = { offset: "1", axis: "x", way: "paper", sizeUnit: "mm", size: "54.2", spacer: "0.1" };
  const hidden = async () => (await view()).tools.find(({ offset }) => offset === "1")?.x?.hidden;
  it("keeps what would not show until it is touched another way", async () => {
    expect(await send("record-feature", { ...seat, nominal: "38", lower: "-0.03", upper: "0.03" })).toMatchObject({
      outcome: "kept",
    });
    const old = (await readSetup(sqlOn(pool), now))?.cells["geometry/1/x"]?.at(-1)?.id ?? "";
    expect(await send("undo", { entry: old })).toMatchObject({ outcome: "kept" });
    // −284.85 − 54.2 − 2 · 0.1 = −339.25.
    expect(await send("accept-touch", { ...paper, machine: "-284.85" })).toMatchObject({ outcome: "kept" });
    expect(await hidden()).toMatchObject({ kind: "paper-ignored", by: expect.closeTo(0.2, 9) });
    expect(await send("accept-touch", { ...paper, machine: "-284.852" })).toMatchObject({ outcome: "kept" });
    expect(await hidden()).toMatchObject({ kind: "paper-ignored" });
    const skim = { ...paper, way: "skim", machine: "-285.05" };
    expect(await send("accept-touch", skim)).toMatchObject({ outcome: "kept" });
    expect(await hidden()).toBeUndefined();
    expect(await send("remove-feature", { feature: seat.feature })).toMatchObject({ outcome: "kept" });
  });
});

describe("the first part", () => {
  const [feature, other] = [randomUUID(), randomUUID()];
  const sizes = { nominal: "30", lower: "-0.05", upper: "0.05", sizeUnit: "mm" };
  it("is measured feature by feature; what cannot be is refused in its field", async () => {
    const seat = { feature, name: "Seat", offset: "1", axis: "x", ...sizes, at: "5" };
    expect(await send("record-feature", seat)).toMatchObject({ outcome: "kept" });
    const measured = { feature, part: "1", gauge: "", sizeUnit: "mm" };
    for (const wrong of ["abc", "3", "-30.02"])
      expect(await send("measure-feature", { ...measured, measured: wrong })).toMatchObject({
        outcome: "refused",
        fields: { measured: expect.any(String) },
      });
    expect(await send("measure-feature", { ...measured, part: "0", measured: "30.05" })).toMatchObject({
      fields: { part: expect.any(String) },
    });
    expect(await send("measure-feature", { ...measured, feature: other, measured: "30.05" })).toMatchObject({
      outcome: "refused",
    });
    expect(await send("measure-feature", { ...measured, measured: "30.05" })).toMatchObject({ outcome: "kept" });
    expect(firstPartCorrections(await view())).toMatchObject([{ offset: "1", axis: "x", value: -0.05, amount: -0.05 }]);
  });
  it("corrects wear once: what was measured before is spent", async () => {
    const correct = { offset: "1", axis: "x", how: "wear" };
    expect(await send("correct-offset", correct)).toMatchObject({ outcome: "kept" });
    expect((await view()).tools.find(({ offset }) => offset === "1")?.wear.x).toMatchObject({ value: -0.05 });
    expect(firstPartCorrections(await view())).toEqual([]);
    expect(await send("correct-offset", correct)).toMatchObject({ outcome: "refused" });
  });
  it("asks a second time before a large correction, and chases no taper", async () => {
    await send("measure-feature", { feature, part: "2", measured: "30.4", gauge: "", sizeUnit: "mm" });
    const correct = { offset: "1", axis: "x", how: "geometry" };
    expect(await send("correct-offset", correct)).toMatchObject({ fields: { meant: expect.any(String) } });
    await send("record-feature", {
      feature: other,
      name: "Seat, back",
      offset: "1",
      axis: "x",
      ...sizes,
      at: "45",
    });
    await send("measure-feature", { feature: other, part: "2", measured: "30.6", gauge: "", sizeUnit: "mm" });
    expect(await send("correct-offset", { ...correct, meant: "yes" })).toMatchObject({
      outcome: "refused",
      message: expect.stringMatching(/no error of one offset/),
    });
  });
});
