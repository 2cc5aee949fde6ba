import { randomUUID } from "node:crypto";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { viewSetup } from "../../core/ledger/index.ts";
import { stationOf } from "../../core/machine/index.ts";
import { setupTable } from "../../core/offsets/index.ts";
import { hasNamedNose, readInsertDesignation } from "../../core/tool/index.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { keepLateForm } from "../late/lateRepository.server.ts";
import { readLedger } from "../ledger/ledgerRows.server.ts";
import { listSetups, readSetup } from "../ledger/setupsRepository.server.ts";
import { claimRow } from "../news/claimsRepository.server.ts";
import { noteSetupDevice } from "../news/devicesRepository.server.ts";
import { audit } from "../people/auditRepository.server.ts";
import { listPeople } from "../people/peopleRepository.server.ts";
import { beginSession } from "../people/sessionRepository.server.ts";
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
    // Begun anew while a page is on a tool, and somebody has signed in.
    const [person] = await listPeople(sqlOn(pool));
    if (!person) throw new Error("the demo has people");
    const origin = { device: "tablet", address: "192.0.2.1" };
    await claimRow(pool, first[0] ?? "", "1", { id: randomUUID(), person, device: "tablet", since: new Date() }, false);
    const tablet = { device: randomUUID(), kind: "tablet", person, isOpen: true, waiting: 1 };
    await noteSetupDevice(sqlOn(pool), first[0] ?? "", tablet);
    const late = { id: randomUUID(), person, device: "tablet", madeOn: tablet.device, madeAt: undefined, fields: {} };
    await keepLateForm(sqlOn(pool), first[0] ?? "", late);
    await beginSession(sqlOn(pool), person.id, origin);
    await audit(sqlOn(pool), "signed-in", person, origin);
    await loadDemo(pool, FOLDER, { fresh: true });
    expect(await ids()).toEqual(first);
    // No table keeps anything of the shop before.
    for (const table of [
      "claims",
      "late_forms",
      "setup_devices",
      "sessions",
      "audit",
      "practice_runs",
      "skill_signs",
      "exercises",
    ])
      expect([table, await sqlOn(pool).rows(`SELECT * FROM ${table}`)]).toEqual([table, []]);
  });
  it("holds numbers that close: every touch gives back its readout", async () => {
    for (const { id } of await listSetups(sqlOn(pool)))
      for (const entry of await readLedger(sqlOn(pool), id))
        if (entry.kind === "touch-accepted") {
          const { exact, work, touched, machine } = entry.payload;
          expect(exact + (work ?? Number.NaN) + (touched ?? Number.NaN)).toBeCloseTo(machine ?? Number.NaN, 6);
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
