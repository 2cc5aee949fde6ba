import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { stationOf } from "../../core/frame/index.ts";
import { viewSetup } from "../../core/ledger/index.ts";
import { setupTable } from "../../core/offsets/index.ts";
import { hasNamedNose, readInsertDesignation } from "../../core/tool/index.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { readLedger } from "../ledger/ledgerRepository.server.ts";
import { listSetups, readSetup } from "../ledger/setupsRepository.server.ts";
import { freshDatabase } from "../testing/freshDatabase.ts";
import { loadDemo } from "./demo.server.ts";

const FOLDER = path.resolve(import.meta.dirname, "../../db/demo");
let pool: Pool;
beforeAll(async () => {
  pool = await freshDatabase();
  await loadDemo(pool, FOLDER, { fresh: false });
});
afterAll(() => pool.end());

describe("the demo data", () => {
  it("is loaded once, kept on a second start, and the same after a reset", async () => {
    const ids = async () => (await listSetups(sqlOn(pool))).map(({ id }) => id).sort();
    const first = await ids();
    expect(first).toHaveLength(9);
    await loadDemo(pool, FOLDER, { fresh: false });
    expect(await ids()).toEqual(first);
    await loadDemo(pool, FOLDER, { fresh: true });
    expect(await ids()).toEqual(first);
  });
  it("holds numbers that close: every touch gives back its readout", async () => {
    for (const { id } of await listSetups(sqlOn(pool)))
      for (const entry of await readLedger(sqlOn(pool), id))
        if (entry.kind === "touch-accepted") {
          const { exact, work, touched, machine } = entry.payload;
          expect(exact + work + (touched ?? Number.NaN)).toBeCloseTo(machine ?? Number.NaN, 6);
        }
  });
  it("can be read as a table, every insert as a designation, on every machine", async () => {
    for (const { id } of await listSetups(sqlOn(pool))) {
      const state = await readSetup(sqlOn(pool), id);
      if (!state) throw new Error("a listed setup can be read");
      const view = viewSetup(state);
      expect(setupTable(view)).toHaveLength(view.tools.length);
      for (const { tool, station } of view.tools) {
        if (hasNamedNose(tool)) expect(readInsertDesignation(tool.insert).ok).toBe(true);
        expect(stationOf(view.machine, station)).toBeDefined();
      }
    }
  });
});
