import { type MachineProfile, machineProfileSchema } from "../../core/frame/index.ts";
import type { Answer } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { type SchemaRefusal, validator } from "../validation/validate.server.ts";

interface MachineRow {
  readonly profile: MachineProfile | string;
}

const toMachine = ({ profile }: MachineRow): MachineProfile =>
  typeof profile === "string" ? JSON.parse(profile) : profile;

/** The shop's machines by name. */
export async function listMachines(sql: Sql): Promise<readonly MachineProfile[]> {
  const rows = await sql.rows<MachineRow>("SELECT profile FROM machines ORDER BY name");
  return rows.map(toMachine);
}

export async function readMachine(sql: Sql, id: string): Promise<MachineProfile | undefined> {
  const [row] = await sql.rows<MachineRow>("SELECT profile FROM machines WHERE id = ?", [id]);
  return row && toMachine(row);
}

/** Stores a machine, new or changed; setups keep the profile that they were opened with. */
export async function storeMachine(sql: Sql, machine: MachineProfile, now = new Date()): Promise<void> {
  await sql.run(
    `INSERT INTO machines (id, name, profile, changed_at) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE name = VALUES(name), profile = VALUES(profile), changed_at = VALUES(changed_at)`,
    [machine.id, machine.name, JSON.stringify(machine), now],
  );
}

/** Reads a machine's profile from outside. */
export const readMachineProfile: (json: unknown) => Answer<MachineProfile, SchemaRefusal> =
  validator<MachineProfile>(machineProfileSchema);
