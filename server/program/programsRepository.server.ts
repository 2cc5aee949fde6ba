import type { Sql } from "../database/pool.server.ts";

/** Keeps a program's bytes as they came, under their fingerprint; the same program is kept once. Whether it is new. */
export async function storeProgram(
  sql: Sql,
  fingerprint: string,
  content: Buffer,
  now = new Date(),
): Promise<{ readonly isNew: boolean }> {
  const { affected } = await sql.run("INSERT IGNORE INTO programs (fingerprint, content, stored_at) VALUES (?, ?, ?)", [
    fingerprint,
    content,
    now,
  ]);
  return { isNew: affected === 1 };
}

/** A program's bytes; undefined where there is none. */
export async function readProgramBytes(sql: Sql, fingerprint: string): Promise<Buffer | undefined> {
  const [row] = await sql.rows<{ content: Buffer }>("SELECT content FROM programs WHERE fingerprint = ?", [
    fingerprint,
  ]);
  return row?.content;
}

/** A program's text, byte for byte one character; undefined where there is none. */
export const readProgramText = async (sql: Sql, fingerprint: string): Promise<string | undefined> =>
  (await readProgramBytes(sql, fingerprint))?.toString("latin1");
