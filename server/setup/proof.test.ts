import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { viewSetup } from "../../core/ledger/index.ts";
import { loaded, opened, touched } from "../../core/ledger/setup.fixture.ts";
import { proofState } from "../../core/proof/index.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { runSetupForm } from "./runSetupForm.server.ts";

let pool: Pool;
let setter: Person;
const setup = randomUUID();
beforeAll(async () => {
  pool = await freshDatabase();
  process.env.DATABASE_URL = inject("databaseUrl");
  setter = await somebody(pool);
  const commands = [opened(), loaded("1"), touched("1", "x", -340, 54.2), touched("1", "z", -402, 0)];
  for (const [base, command] of commands.entries())
    await appendEntry(pool, setup, { ...command, id: randomUUID() }, { person: setter, device: "pc", base });
});
afterAll(async () => {
  await pool.end();
  await database().end();
});

const view = async () => {
  const state = await readSetup(sqlOn(pool), setup);
  if (!state) throw new Error("the setup is there");
  return viewSetup(state);
};
async function send(intent: string, fields: Readonly<Record<string, string>>) {
  const { seq } = await view();
  return runSetupForm(setup, setter, "tablet", { intent, id: randomUUID(), base: String(seq), ...fields });
}

describe("forms of Clear and Prove", () => {
  const reach = {
    offset: "1",
    sizeUnit: "mm",
    xFrom: "57",
    xTo: "-1.6",
    zFrom: "",
    zTo: "",
    retractX: "",
    retractZ: "",
  };
  it("keep a reach in rising order; one end alone is refused in the other's field", async () => {
    expect(await send("record-reach", { ...reach, xTo: "" })).toMatchObject({
      outcome: "refused",
      fields: { xTo: expect.any(String) },
    });
    expect(await send("record-reach", { ...reach, xFrom: "", xTo: "" })).toMatchObject({ outcome: "refused" });
    expect(await send("record-reach", reach)).toMatchObject({ outcome: "kept" });
    expect((await view()).tools[0]?.reach).toMatchObject({ x: [-1.6, 57], z: null });
  });
  it("keep what stands in front, and that nothing does", async () => {
    const front = { what: "tailstock", diameter: "60", z: "8", sizeUnit: "mm" };
    expect(await send("describe-front", { ...front, diameter: "0" })).toMatchObject({
      outcome: "refused",
      fields: { diameter: expect.any(String) },
    });
    expect(await send("describe-front", front)).toMatchObject({ outcome: "kept" });
    expect((await view()).front).toMatchObject({ what: "tailstock", diameter: 60, z: 8 });
    expect(await send("describe-front", { ...front, what: "nothing", diameter: "", z: "" })).toMatchObject({
      outcome: "kept",
    });
    expect((await view()).front).toBeUndefined();
  });
  it("work a check out from the readings themselves: right is refused where they are off", async () => {
    const proof = { offset: "1", source: "keyed", note: "" };
    // Predicted are −340 + 109.4 and −402 + 27.5.
    const off = { ...proof, x: "-230.4", z: "-374.5" };
    expect(await send("record-proof", { ...off, found: "right" })).toMatchObject({
      outcome: "refused",
      fields: { found: expect.any(String) },
    });
    expect(await send("record-proof", { ...off, found: "off", note: "wide gap" })).toMatchObject({ outcome: "kept" });
    const [tool] = (await view()).tools;
    expect(tool?.proof).toMatchObject({ found: "off", note: "wide gap" });
    expect(tool?.proof?.by.x).toBeCloseTo(0.2, 9);
    expect(tool?.proof?.by.z).toBeCloseTo(0, 9);
    expect(await send("record-proof", { ...proof, found: "right", x: "-230.6", z: "q" })).toMatchObject({
      outcome: "refused",
      fields: { z: expect.any(String) },
    });
    expect(await send("record-proof", { ...proof, found: "right", x: "-230.6", z: "-374.5" })).toMatchObject({
      outcome: "kept",
    });
    const after = await view();
    expect(after.tools[0] && proofState(after, after.tools[0])).toBe("proven");
  });
});
