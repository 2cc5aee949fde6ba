import { createHash } from "node:crypto";
import { readFile } from "node:fs/promises";
import type { Content } from "../reading/jobs.ts";

/** A file that has come in: where its bytes are, what its sender calls it, and their SHA-256. */
export interface Incoming {
  readonly content: Content;
  readonly name: string;
  readonly bytes: number;
  readonly fingerprint: string;
}

/** A file that is in memory already, such as one that ships with Luvrit. */
export function incomingOf(content: Uint8Array, name: string): Incoming {
  return {
    content: { bytes: content },
    name,
    bytes: content.length,
    fingerprint: createHash("sha256").update(content).digest("hex"),
  };
}

/** All bytes of a file; one that was received is read from where it was put. */
export const contentOf = async ({ content }: Incoming): Promise<Buffer> =>
  "path" in content ? readFile(content.path) : Buffer.from(content.bytes);
