import { type Photo, readPhotoFile } from "../../core/commands/index.ts";
import { type Answer, accepted, type Refusal } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { contentOf, type Incoming } from "../uploads/incoming.ts";
import { storing } from "../uploads/storing.server.ts";

/** Keeps a photo under its fingerprint; the same photo is kept once. Refused where it is no picture that is kept. */
export async function takePhoto(
  sql: Sql,
  file: Incoming,
  now = new Date(),
): Promise<Answer<{ readonly photo: Photo; readonly isNew: boolean }, Refusal<"photo">>> {
  return storing(async () => {
    const content = await contentOf(file);
    const read = readPhotoFile(content);
    if (!read.ok) return read;
    const { affected } = await sql.run(
      "INSERT IGNORE INTO photos (fingerprint, media_type, content, stored_at) VALUES (:fingerprint, :type, :content, :now)",
      { fingerprint: file.fingerprint, type: read.value.type, content, now },
    );
    return accepted({ photo: { fingerprint: file.fingerprint, ...read.value }, isNew: affected === 1 });
  });
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
