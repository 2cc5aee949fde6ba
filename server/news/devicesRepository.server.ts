import type { Sql } from "../database/pool.server.ts";

/** A device that has a setup open, or on which entries for it wait. */
export interface SetupDevice {
  readonly id: string;
  readonly device: string;
  readonly person: string;
  readonly isOpen: boolean;
  readonly openedAt: string;
  /** When it was last heard of: what it holds has been known since then. */
  readonly heardAt: string;
  /** How long ago that was, seconds, by the database's clock. */
  readonly silentFor: number;
  /** Entries for this setup that waited on it then, of all its people. */
  readonly waiting: number;
}

/** A device that was left open and has said nothing for so long, with nothing waiting on it, is no news any more. */
const FORGOTTEN_DAYS = 14;

/** What a device says of a setup. */
interface Said {
  readonly device: string;
  readonly kind: string;
  readonly person: { readonly id: string; readonly name: string };
  readonly isOpen: boolean;
  readonly waiting: number;
}

/** Notes that a device has a setup open, and how many entries wait on it; one that has left it and holds nothing is forgotten. */
export async function noteSetupDevice(sql: Sql, setupId: string, said: Said): Promise<void> {
  const { device, kind, person, isOpen, waiting } = said;
  if (!isOpen && waiting === 0) {
    await sql.run("DELETE FROM setup_devices WHERE setup_id = ? AND device_id = ?", [setupId, device]);
    return;
  }
  await sql.run(
    `INSERT INTO setup_devices (setup_id, device_id, person_id, person_name, device, is_open, waiting, opened_at, heard_at)
     VALUES (:setupId, :device, :personId, :personName, :kind, :isOpen, :waiting, UTC_TIMESTAMP(3), UTC_TIMESTAMP(3))
     ON DUPLICATE KEY UPDATE opened_at = IF(is_open = 1 AND person_id = VALUES(person_id), opened_at, VALUES(opened_at)),
       person_id = VALUES(person_id), person_name = VALUES(person_name), device = VALUES(device), is_open = VALUES(is_open),
       waiting = VALUES(waiting), heard_at = VALUES(heard_at)`,
    { setupId, device, personId: person.id, personName: person.name, kind, isOpen, waiting },
  );
}

/** The devices that have a setup open or hold entries for it, the one that has been silent longest first. */
export async function readSetupDevices(sql: Sql, setupId: string): Promise<readonly SetupDevice[]> {
  const rows = await sql.rows<{
    device_id: string;
    person_name: string;
    device: string;
    is_open: number;
    waiting: number;
    opened_at: Date;
    heard_at: Date;
    silent_for: number;
  }>(
    `SELECT device_id, person_name, device, is_open, waiting, opened_at, heard_at,
            TIMESTAMPDIFF(SECOND, heard_at, UTC_TIMESTAMP(3)) AS silent_for
       FROM setup_devices
      WHERE setup_id = ? AND (waiting > 0 OR heard_at >= TIMESTAMPADD(DAY, -${FORGOTTEN_DAYS}, UTC_TIMESTAMP(3)))
      ORDER BY heard_at, device_id`,
    [setupId],
  );
  return rows.map((row) => ({
    id: row.device_id,
    device: row.device,
    person: row.person_name,
    isOpen: row.is_open === 1,
    openedAt: row.opened_at.toISOString(),
    heardAt: row.heard_at.toISOString(),
    silentFor: Number(row.silent_for),
    waiting: row.waiting,
  }));
}
