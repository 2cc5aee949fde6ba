import { foldMachine } from "../../core/ledger/index.ts";
import { type MachineProfile, machineProfileSchema, SETTER_SIDES } from "../../core/machine/index.ts";
import type { Answer } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { readMachineLedger } from "../ledger/ledgerRepository.server.ts";
import { type SchemaRefusal, validator } from "../validation/validate.server.ts";

interface MachineRow {
  readonly profile: MachineProfile | string;
}
interface KeptRow extends MachineRow {
  readonly version: number;
  readonly retired_at: Date | null;
  readonly changed_at: Date;
}

/** A machine as the workshop keeps it. */
export interface KeptMachine {
  readonly machine: MachineProfile;
  /** What a change must have seen. */
  readonly version: number;
  readonly retired: boolean;
  readonly changedAt: string;
}

const toMachine = ({ profile }: MachineRow): MachineProfile =>
  typeof profile === "string" ? JSON.parse(profile) : profile;

/** The shop's machines by name, without those that are retired. */
export async function listMachines(sql: Sql): Promise<readonly MachineProfile[]> {
  const rows = await sql.rows<MachineRow>("SELECT profile FROM machines WHERE retired_at IS NULL ORDER BY name");
  return rows.map(toMachine);
}

/** All machines, the retired ones last, each with the version that a change must have seen. */
export async function listKeptMachines(sql: Sql): Promise<readonly KeptMachine[]> {
  const rows = await sql.rows<KeptRow>(
    "SELECT profile, version, retired_at, changed_at FROM machines ORDER BY retired_at IS NOT NULL, name",
  );
  return rows.map((row) => ({
    machine: toMachine(row),
    version: row.version,
    retired: row.retired_at !== null,
    changedAt: row.changed_at.toISOString(),
  }));
}

/** Changes a machine as one who has seen its `version`, or retires it; false where somebody was faster. */
export async function changeMachine(
  sql: Sql,
  machine: MachineProfile,
  version: number,
  retired: boolean,
): Promise<boolean> {
  const { affected } = await sql.run(
    `UPDATE machines SET name = ?, profile = ?, version = version + 1, changed_at = UTC_TIMESTAMP(3),
            retired_at = IF(?, COALESCE(retired_at, UTC_TIMESTAMP(3)), NULL)
      WHERE id = ? AND version = ?`,
    [machine.name, JSON.stringify(machine), retired, machine.id, version],
  );
  return affected === 1;
}

export async function readMachine(sql: Sql, id: string): Promise<MachineProfile | undefined> {
  const [row] = await sql.rows<MachineRow>("SELECT profile FROM machines WHERE id = ?", [id]);
  return row && toMachine(row);
}

/**
 * A machine with its setter as setups have calibrated it, and the form of its files as they have confirmed it, since its profile was
 * changed last; undefined where there is none such. */
export async function readCalibratedMachine(sql: Sql, id: string): Promise<MachineProfile | undefined> {
  const [row] = await sql.rows<MachineRow & { changed_at: Date }>(
    "SELECT profile, changed_at FROM machines WHERE id = ?",
    [id],
  );
  if (!row) return undefined;
  const machine = toMachine(row);
  const { setter: found, fileForm: said } = foldMachine(await readMachineLedger(sql, id));
  const isNews = ({ at }: { readonly at: string }) => Date.parse(at) > row.changed_at.getTime();
  const form =
    said && isNews(said) ? { dialect: said.value.format, language: said.value.language, fileForm: said.value } : {};
  if (!machine.setter) return { ...machine, ...form };
  let { setter } = machine;
  for (const side of SETTER_SIDES) {
    const one = found[side];
    if (one && isNews(one))
      setter = { ...setter, [side]: one.value, calibratedAt: { ...setter.calibratedAt, [side]: one.at } };
  }
  return { ...machine, ...form, setter };
}

/** Stores a machine, new or changed; setups keep the profile that they were opened with. */
export async function storeMachine(sql: Sql, machine: MachineProfile, now = new Date()): Promise<void> {
  await sql.run(
    `INSERT INTO machines (id, name, profile, changed_at) VALUES (:id, :name, :profile, :now)
     ON DUPLICATE KEY UPDATE name = VALUES(name), profile = VALUES(profile), changed_at = VALUES(changed_at),
       version = version + 1, retired_at = NULL`,
    { id: machine.id, name: machine.name, profile: JSON.stringify(machine), now },
  );
}

/** Reads a machine's profile from outside. */
export const readMachineProfile: (json: unknown) => Answer<MachineProfile, SchemaRefusal> =
  validator<MachineProfile>(machineProfileSchema);
