import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { viewSetup } from "../../core/ledger/index.ts";
import { loaded, opened } from "../../core/ledger/setup.fixture.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { runSetupForm } from "./runSetupForm.server.ts";

/*
 * Two people touch X of the same tool at −284.5: one measures 54.2, which makes −338.700, the other 54.1, which makes
 * −338.600. A tenth is what a jog step makes, so the second number is doubted beside the first.
 */
let pool: Pool;
let one: Person;
let other: Person;
const setup = randomUUID();
beforeAll(async () => {
  pool = await freshDatabase();
  process.env.DATABASE_URL = inject("databaseUrl");
  [one, other] = [await somebody(pool), await somebody(pool)];
  for (const [base, command] of [opened(), loaded("1")].entries())
    await appendEntry(pool, setup, { ...command, id: randomUUID() }, { person: one, device: "pc", base });
});
afterAll(async () => {
  await pool.end();
  await database().end();
});

const touch = { intent: "accept-touch", offset: "1", axis: "x", way: "skim", sizeUnit: "mm", machine: "-284.5" };
const send = (person: Person, base: number, fields: Readonly<Record<string, string>>) =>
  runSetupForm(setup, person, "tablet", { ...touch, id: randomUUID(), base: String(base), ...fields });
const heldX = async () => {
  const state = await readSetup(sqlOn(pool), setup);
  return state && viewSetup(state).tools[0]?.x?.exact;
};

describe("a number that meets somebody else's", () => {
  it("is shown beside it before it is doubted, and then is asked about by its doubt", async () => {
    expect(await send(one, 2, { size: "54.2" })).toMatchObject({ outcome: "kept" });
    const met = await send(other, 2, { size: "54.1" });
    expect(met).toMatchObject({ outcome: "conflict", seq: 3, theirs: { person: one.name } });
    expect(met.outcome === "conflict" && met.theirs.exact).toBeCloseTo(-338.7, 9);
    expect(await heldX()).toBeCloseTo(-338.7, 9);

    const doubted = await send(other, 3, { size: "54.1" });
    expect(doubted).toMatchObject({ outcome: "refused", fields: { settled: expect.stringContaining("0.100") } });
    expect(doubted).not.toHaveProperty("doubted");
    expect(await send(other, 3, { size: "54.1", settled: "kept" })).toMatchObject({ outcome: "kept" });
    expect(await heldX()).toBeCloseTo(-338.6, 9);
  });
});
