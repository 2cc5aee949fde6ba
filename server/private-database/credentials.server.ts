import { randomBytes } from "node:crypto";
import { lstat } from "node:fs/promises";
import type { DatabasePlace } from "./databasePlace.server.ts";
import { readOwnFile, writeOwnFile } from "./ownFiles.server.ts";
import { freePort, isFree } from "./ports.server.ts";

/** The application's account in the private database, and the port on loopback where it listens. */
export interface Credentials {
  readonly port: number;
  readonly password: string;
}

/** The credentials of a place; undefined where there are none, or where somebody else could have written them. */
export async function readCredentials({ credentials: file }: DatabasePlace): Promise<Credentials | undefined> {
  const text = await readOwnFile(file);
  if (text === undefined) return undefined;
  const { uid, mode } = await lstat(file);
  if (uid !== (process.getuid?.() ?? uid) || (mode & 0o077) !== 0) return undefined;
  let given: Partial<Credentials>;
  try {
    given = JSON.parse(text) as Partial<Credentials>;
  } catch {
    // Cut off by a full disk: made anew.
    return undefined;
  }
  const { port, password } = given;
  const isPort = typeof port === "number" && Number.isInteger(port) && port > 0 && port < 65536;
  // The password becomes part of a statement: nothing but what is made below.
  return isPort && typeof password === "string" && /^[\w-]{20,100}$/.test(password) ? { port, password } : undefined;
}

/** The credentials of a place for this start: as before where they are there and the port is free, else made anew. */
export async function freshCredentials(place: DatabasePlace): Promise<Credentials> {
  const before = await readCredentials(place);
  const port = before && (await isFree(before.port)) ? before.port : await freePort();
  const credentials = { port, password: before?.password ?? randomBytes(24).toString("base64url") };
  await writeOwnFile(place.credentials, JSON.stringify(credentials));
  return credentials;
}
