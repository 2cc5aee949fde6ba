import { createHash } from "node:crypto";
import type { Sql } from "../database/pool.server.ts";

/** Fingerprint of a program's bytes, under which it is kept. */
export const fingerprintOf = (content: Buffer): string => createHash("sha256").update(content).digest("hex");

/** Keeps a program's bytes as they came; the same program is kept once. */
export async function storeProgram(sql: Sql, content: Buffer, now = new Date()): Promise<string> {
  const fingerprint = fingerprintOf(content);
  await sql.run("INSERT IGNORE INTO programs (fingerprint, content, stored_at) VALUES (?, ?, ?)", [
    fingerprint,
    content,
    now,
  ]);
  return fingerprint;
}

/** A program's text, byte for byte one character; undefined where there is none. */
export async function readProgramText(sql: Sql, fingerprint: string): Promise<string | undefined> {
  const [row] = await sql.rows<{ content: Buffer }>("SELECT content FROM programs WHERE fingerprint = ?", [
    fingerprint,
  ]);
  return row?.content.toString("latin1");
}
