import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, inject, it } from "vitest";
import { viewSetup } from "../../core/ledger/index.ts";
import { loaded, machineFixture, opened, touched } from "../../core/ledger/setup.fixture.ts";
import { isFileFormConfirmed } from "../../core/machine/index.ts";
import { proofState } from "../../core/proof/index.ts";
import { database } from "../context.server.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { readCalibratedMachine, storeMachine } from "../machines/machinesRepository.server.ts";
import type { Person } from "../people/person.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { runSetupForm } from "./runSetupForm.server.ts";

let pool: Pool;
let setter: Person;
const [here, beside, elsewhere, signedOff] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
beforeAll(async () => {
  pool = await freshDatabase();
  process.env.DATABASE_URL = inject("databaseUrl");
  setter = await somebody(pool);
  const tool = [loaded("1"), touched("1", "x", -339.25, 54), touched("1", "z", -400, 0)];
  const proof = {
    offset: "1",
    found: "right",
    stop: { x: 60, z: 2 },
    by: { x: null, z: null },
    source: "seen",
  } as const;
  const proven = { id: randomUUID(), kind: "proof-checked", payload: proof } as const;
  const signed = { id: randomUUID(), kind: "signed-off", payload: { unproven: [] as string[] } } as const;
  for (const [setup, commands] of [
    [here, [opened(), ...tool]],
    [beside, [opened(), ...tool, proven]],
    [elsewhere, [opened({ id: "other" }), ...tool]],
    [signedOff, [opened(), ...tool, signed]],
  ] as const)
    for (const [base, command] of commands.entries())
      await appendEntry(pool, setup, { ...command, id: randomUUID() }, { person: setter, device: "pc", base });
});
afterAll(async () => {
  await pool.end();
  await database().end();
});

async function view(setup: string) {
  const state = await readSetup(sqlOn(pool), setup);
  if (!state) throw new Error("the setup is there");
  return viewSetup(state);
}
async function send(intent: string, fields: Readonly<Record<string, string>>, id = randomUUID()) {
  const { seq } = await view(here);
  const form = { intent, id, base: String(seq), ...fields };
  expect(await runSetupForm(here, setter, "tablet", form)).toMatchObject({ outcome: "kept" });
  return form;
}
const proofOf = async (setup: string) => {
  const seen = await view(setup);
  return seen.tools[0] && proofState(seen, seen.tools[0]);
};

describe("a position that is lost", () => {
  it("is lost for every setup that runs on the machine, once, and for no other machine and no record that is closed", async () => {
    expect(await proofOf(beside)).toBe("proven");
    const form = await send("lose-position", { by: "power-cut" });
    expect((await view(beside)).positionLost).toMatchObject({ by: "power-cut", elsewhere: true, person: setter.name });
    expect(await proofOf(beside)).toBe("again");
    expect((await view(elsewhere)).positionLost).toBeUndefined();
    expect((await view(signedOff)).positionLost).toBeUndefined();
    // Sent again after a lost answer it tells none of them twice.
    const { seq } = await view(beside);
    expect(await runSetupForm(here, setter, "tablet", form)).toMatchObject({ outcome: "kept" });
    expect((await view(beside)).seq).toBe(seq);
  });
  it("is settled for all of them by one check, each by its own tolerances", async () => {
    // Ø 54 at −339.250 + 54 = −285.250; the face at −400. It reads 0.06 more on Z: within nothing of these tools.
    await send("check-position", {
      offset: "1",
      readX: "-285.25",
      isX: "54",
      readZ: "-399.94",
      isZ: "0",
      sizeUnit: "mm",
    });
    const seen = await view(beside);
    expect(seen.positionLost).toBeUndefined();
    expect(seen.positionChecked).toMatchObject({ elsewhere: true, off: ["z"] });
    expect(seen.positionChecked?.z).toBeCloseTo(0.06, 9);
  });
  it("is taken back everywhere with the entry that lost it", async () => {
    const { id } = await send("lose-position", { by: "crash" });
    expect((await view(beside)).positionLost).toBeDefined();
    await send("undo", { entry: id });
    expect((await view(here)).positionLost).toBeUndefined();
    expect((await view(beside)).positionLost).toBeUndefined();
    // What was settled before is settled again.
    expect((await view(beside)).positionChecked).toMatchObject({ off: ["z"] });
  });
  it("how its control reads a file is told to every open setup on it, and kept for the next until its profile is changed", async () => {
    const sql = sqlOn(pool);
    await storeMachine(sql, machineFixture, new Date(Date.now() - 60_000));
    expect((await view(here)).machine.fileForm).toBeUndefined();
    // X −339.25 and Z −400 were touched: by number, geometry of offset 1 is P10001.
    const form = await send("confirm-file", { format: "gcode-n", language: "box-cycles" });
    expect((await view(here)).fileForm).toMatchObject({
      line: "G10 P10001 X-339.250",
      means: "sets offset 1, X to −339.250",
    });
    for (const setup of [here, beside])
      expect((await view(setup)).machine).toMatchObject({ dialect: "gcode-n", language: "box-cycles" });
    expect((await view(beside)).fileForm).toMatchObject({ elsewhere: true });
    expect((await view(elsewhere)).machine).toMatchObject({ dialect: "gcode-l" });
    expect((await view(signedOff)).machine.fileForm).toBeUndefined();
    const next = await readCalibratedMachine(sql, machineFixture.id);
    expect(next && isFileFormConfirmed(next)).toBe(true);
    // A profile that is changed later says it itself.
    await storeMachine(sql, machineFixture, new Date(Date.now() + 60_000));
    expect((await readCalibratedMachine(sql, machineFixture.id))?.fileForm).toBeUndefined();
    await send("undo", { entry: form.id });
    expect((await view(beside)).machine.dialect).toBe("gcode-l");
  });
  it("a form that the language does not have is refused", async () => {
    const { seq } = await view(here);
    const fields = { intent: "confirm-file", id: randomUUID(), base: String(seq) };
    for (const [format, language] of [
      ["gcode-set", "box-cycles"],
      ["gcode-l", "rs-274"],
    ] as const)
      expect(await runSetupForm(here, setter, "tablet", { ...fields, format, language })).toMatchObject({
        outcome: "refused",
      });
  });
});
