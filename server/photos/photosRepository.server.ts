import { createHash } from "node:crypto";
import type { Payload, PHOTO_TYPES } from "../../core/ledger/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../../core/refusal.ts";
import type { Sql } from "../database/pool.server.ts";
import { LARGEST_PHOTO } from "./largestPhoto.ts";

type PhotoType = (typeof PHOTO_TYPES)[number];
export type Photo = NonNullable<Payload<"note-added">["photo"]>;

/** What a file is by its first bytes: its name and what its sender says of it are nobody's word. */
function typeOf(content: Buffer): PhotoType | undefined {
  const ascii = (from: number, to: number) => content.toString("latin1", from, to);
  if (content[0] === 0xff && content[1] === 0xd8 && content[2] === 0xff) return "image/jpeg";
  if (ascii(0, 8) === "\x89PNG\r\n\x1a\n") return "image/png";
  return ascii(0, 4) === "RIFF" && ascii(8, 12) === "WEBP" ? "image/webp" : undefined;
}

/** Keeps a photo under its fingerprint; the same photo is kept once. */
export async function takePhoto(sql: Sql, file: File, now = new Date()): Promise<Answer<Photo, Refusal<"photo">>> {
  const no = (message: string) => refused({ code: "photo" as const, message });
  if (file.size > LARGEST_PHOTO)
    return no(`This photo has ${(file.size / 1e6).toFixed(1)} MB; a photo may have ${LARGEST_PHOTO / 1e6} MB.`);
  const content = Buffer.from(await file.arrayBuffer());
  const type = typeOf(content);
  if (!type) return no("This is not a photo that is kept here. Choose a JPEG, PNG or WebP picture.");
  const fingerprint = createHash("sha256").update(content).digest("hex");
  await sql.run("INSERT IGNORE INTO photos (fingerprint, media_type, content, stored_at) VALUES (?, ?, ?, ?)", [
    ...[fingerprint, type, content, now],
  ]);
  return accepted({ fingerprint, type, bytes: content.length });
}

export async function readPhoto(
  sql: Sql,
  fingerprint: string,
): Promise<{ readonly type: PhotoType; readonly content: Buffer } | undefined> {
  const [row] = await sql.rows<{ media_type: PhotoType; content: Buffer }>(
    "SELECT media_type, content FROM photos WHERE fingerprint = ?",
    [fingerprint],
  );
  return row && { type: row.media_type, content: row.content };
}
