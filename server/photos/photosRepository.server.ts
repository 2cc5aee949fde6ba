import { createHash } from "node:crypto";
import { type Photo, readPhotoFile } from "../../core/deeds/index.ts";
import { type Answer, accepted, type Refusal } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";

/** Keeps a photo under its fingerprint; the same photo is kept once. */
export async function takePhoto(sql: Sql, file: File, now = new Date()): Promise<Answer<Photo, Refusal<"photo">>> {
  const content = Buffer.from(await file.arrayBuffer());
  const read = readPhotoFile(content);
  if (!read.ok) return read;
  const fingerprint = createHash("sha256").update(content).digest("hex");
  await sql.run("INSERT IGNORE INTO photos (fingerprint, media_type, content, stored_at) VALUES (?, ?, ?, ?)", [
    ...[fingerprint, read.value.type, content, now],
  ]);
  return accepted({ fingerprint, ...read.value });
}

export async function readPhoto(
  sql: Sql,
  fingerprint: string,
): Promise<{ readonly type: Photo["type"]; readonly content: Buffer } | undefined> {
  const [row] = await sql.rows<{ media_type: Photo["type"]; content: Buffer }>(
    "SELECT media_type, content FROM photos WHERE fingerprint = ?",
    [fingerprint],
  );
  return row && { type: row.media_type, content: row.content };
}

/** A photo that is kept, as a note names it; undefined where there is none. */
export async function keptPhoto(sql: Sql, fingerprint: string): Promise<Photo | undefined> {
  const [row] = await sql.rows<{ media_type: Photo["type"]; bytes: number }>(
    "SELECT media_type, LENGTH(content) AS bytes FROM photos WHERE fingerprint = ?",
    [fingerprint],
  );
  return row && { fingerprint, type: row.media_type, bytes: Number(row.bytes) };
}
