import { inTransaction, type Pool, type Sql } from "../database/pool.server.ts";

export type FileKind = "program" | "photo";

/** Bytes that one person may send in a day; a shop's photos and programs of a day are a fraction. */
const MOST_A_DAY = Number(process.env.LUVRIT_MEGABYTES_A_DAY ?? 1000) * 1e6;
/** A file that no entry names is kept this long: a form that waited on a device follows its file within seconds. */
const UNUSED_HOURS = 24;

/** Why a person may send no more today, in words; undefined where they may. */
export async function overQuota(sql: Sql, personId: string): Promise<string | undefined> {
  const [row] = await sql.rows<{ bytes: string | null }>(
    "SELECT SUM(bytes) AS bytes FROM uploads WHERE person_id = ? AND stored_at > TIMESTAMPADD(DAY, -1, UTC_TIMESTAMP(3))",
    [personId],
  );
  if (Number(row?.bytes ?? 0) < MOST_A_DAY) return undefined;
  return `You have sent ${MOST_A_DAY / 1e6} MB of files within a day, which is the most. Send this one tomorrow, or ask the person who looks after the server.`;
}

/**
 * Notes who has sent a file that is stored now. `isNew`: whether it was not there before. A file that was there without a
 * note is one from before there were notes: entries name it.
 */
export async function noteUpload(
  sql: Sql,
  kind: FileKind,
  { fingerprint, bytes, isNew }: { readonly fingerprint: string; readonly bytes: number; readonly isNew: boolean },
  personId: string,
): Promise<void> {
  const [before] = await sql.rows<{ used_at: Date | null; notes: number }>(
    "SELECT MAX(used_at) AS used_at, COUNT(*) AS notes FROM uploads WHERE kind = ? AND fingerprint = ?",
    [kind, fingerprint],
  );
  const usedAt = before?.used_at ?? (!isNew && Number(before?.notes ?? 0) === 0 ? new Date() : null);
  await sql.run(
    `INSERT INTO uploads (kind, fingerprint, person_id, bytes, stored_at, used_at) VALUES (:kind, :fingerprint, :personId, :bytes, UTC_TIMESTAMP(3), :usedAt)
     ON DUPLICATE KEY UPDATE stored_at = UTC_TIMESTAMP(3)`,
    { kind, fingerprint, personId, bytes, usedAt },
  );
}

/** Notes that an entry names a file: it is kept as long as the entry, and entries are never deleted. */
export async function markUsed(sql: Sql, kind: FileKind, fingerprint: string): Promise<void> {
  await sql.run(
    "UPDATE uploads SET used_at = UTC_TIMESTAMP(3) WHERE kind = ? AND fingerprint = ? AND used_at IS NULL",
    [kind, fingerprint],
  );
}

const TABLES: Readonly<Record<FileKind, string>> = { program: "programs", photo: "photos" };

/** Removes files that were sent and that no entry has named since; gives how many. */
export async function clearUnused(pool: Pool, most = 200): Promise<number> {
  return inTransaction(pool, async (sql) => {
    const rows = await sql.rows<{ kind: FileKind; fingerprint: string }>(
      `SELECT kind, fingerprint FROM uploads GROUP BY kind, fingerprint
       HAVING MAX(used_at) IS NULL AND MAX(stored_at) < TIMESTAMPADD(HOUR, -${UNUSED_HOURS}, UTC_TIMESTAMP(3)) LIMIT ?`,
      [String(most)],
    );
    let removed = 0;
    for (const { kind, fingerprint } of rows) {
      // Locked and looked at again: an entry that names it may be on its way.
      const notes = await sql.rows<{ used_at: Date | null; is_old: number }>(
        `SELECT used_at, stored_at < TIMESTAMPADD(HOUR, -${UNUSED_HOURS}, UTC_TIMESTAMP(3)) AS is_old
           FROM uploads WHERE kind = ? AND fingerprint = ? FOR UPDATE`,
        [kind, fingerprint],
      );
      if (notes.length === 0 || notes.some(({ used_at, is_old }) => used_at !== null || is_old !== 1)) continue;
      await sql.run(`DELETE FROM ${TABLES[kind]} WHERE fingerprint = ?`, [fingerprint]);
      await sql.run("DELETE FROM uploads WHERE kind = ? AND fingerprint = ?", [kind, fingerprint]);
      removed++;
    }
    return removed;
  });
}
