import { createHash, randomUUID } from "node:crypto";
import { once } from "node:events";
import { type FileHandle, lstat, mkdir, open, readdir, rm } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import type { Readable } from "node:stream";
import busboy from "busboy";
import { Slots } from "../concurrency/slots.ts";
import { fieldsOf } from "../http/formOf.server.ts";
import type { Incoming } from "./incoming.ts";

/** A form with the file that it brings, which lies on the disk until `done` is called. */
export interface ReceivedForm {
  readonly fields: Readonly<Record<string, string>>;
  /** The file of the named field; undefined where none was chosen. */
  readonly file: (Incoming & { readonly field: string }) | undefined;
  done(): Promise<void>;
}

/** Fields of most forms are short; the largest is a list. Bytes. */
const LONGEST_FIELD = 64 * 1024;
const MOST_FIELDS = 80;
/** Files of one person that are received at the same time, and of all of them; the next ones wait their turn. */
const OF_ONE_PERSON = 2;
const receiving = new Slots(4, 40);
const ofPerson = new Map<string, number>();

const folder = () => process.env.LUVRIT_INCOMING ?? path.join(os.tmpdir(), `luvrit-incoming-${process.pid}`);

const tell = (status: number, words: string) =>
  new Response(words, {
    status,
    statusText: "Not received",
    headers: { ...(status === 429 && { "Retry-After": "2" }) },
  });
const BUSY = () => tell(429, "Others of your files are being received just now. Send this one again in a moment.");

/**
 * Receives a form with at most one file, in one of the named fields, piece by piece to the disk: however many come at once,
 * little of them is in memory. What is larger than its field allows, cut short or no form is answered in words (413, 400).
 */
export async function receiveForm(
  request: Request,
  personId: string,
  largest: Readonly<Record<string, number>>,
  longestField = LONGEST_FIELD,
): Promise<ReceivedForm> {
  if (!/^multipart\/form-data\b/i.test(request.headers.get("Content-Type") ?? "")) return withoutFile(request);
  const count = ofPerson.get(personId) ?? 0;
  if (count >= OF_ONE_PERSON) throw BUSY();
  ofPerson.set(personId, count + 1);
  try {
    const received = await receiving.run(() => receive(request, largest, longestField));
    if (!received) throw BUSY();
    return received;
  } finally {
    const left = (ofPerson.get(personId) ?? 1) - 1;
    if (left > 0) ofPerson.set(personId, left);
    else ofPerson.delete(personId);
  }
}

async function withoutFile(request: Request): Promise<ReceivedForm> {
  const given = await fieldsOf(request);
  const fields = Object.fromEntries(
    Object.entries(given).filter((entry): entry is [string, string] => typeof entry[1] === "string"),
  );
  return { fields, file: undefined, done: async () => undefined };
}

async function receive(
  request: Request,
  largest: Readonly<Record<string, number>>,
  longestField: number,
): Promise<ReceivedForm> {
  if (!request.body) throw tell(400, "This form is empty.");
  const at = path.join(folder(), randomUUID());
  await mkdir(folder(), { recursive: true, mode: 0o700 });
  // Opened before anything is read: a stream that is given up might open its file after that.
  const handle = await open(at, "wx", 0o600).catch((failure: unknown) => {
    throw refusalOf(failure);
  });
  const fields: Record<string, string> = {};
  let file: ReceivedForm["file"];
  let writing: Promise<void> = Promise.resolve();
  let refusal: Response | undefined;
  const done = () => rm(at, { force: true });
  try {
    const parser = parserOf(request, longestField);
    parser.on("field", (name, value, { valueTruncated }) => {
      if (valueTruncated) refusal ??= tell(413, "A field of this form is larger than any form of Luvrit.");
      fields[name] = value;
    });
    parser.on("file", (field, stream, { filename = "" }) => {
      const most = largest[field] ?? 0;
      if (largest[field] === undefined) refusal ??= tell(400, "This form brings a file that it has no place for.");
      writing = write(stream, handle, most).then(({ bytes, fingerprint }) => {
        if (bytes > most) refusal ??= tell(413, `This file is too large: it may have ${most / 1e6} MB.`);
        // A browser sends an empty file without a name where none was chosen.
        if (bytes > 0 || filename !== "") file = { field, name: filename, content: { path: at }, bytes, fingerprint };
      });
      // Waited for below; a fault that comes earlier is not lost.
      writing.catch(() => undefined);
    });
    await feed(request.body, parser);
    await writing;
  } catch (failure) {
    refusal = refusalOf(failure);
  } finally {
    await handle.close();
  }
  if (refusal || !file) await done();
  if (refusal) throw refusal;
  return { fields, file, done };
}

function parserOf(request: Request, longestField: number): busboy.Busboy {
  const limits = {
    fieldSize: longestField,
    fields: MOST_FIELDS,
    files: 1,
    parts: MOST_FIELDS + 1,
    fieldNameSize: 100,
  };
  return busboy({ headers: Object.fromEntries(request.headers), defParamCharset: "utf8", limits });
}

/**
 * Hands a body to its parser, as fast as that takes it. All of it is read, whatever comes of it: a browser that is still
 * sending when it is answered and hung up on never sees the answer.
 */
async function feed(body: ReadableStream<Uint8Array>, parser: busboy.Busboy): Promise<void> {
  const ended = new Promise<void>((resolve, reject) => parser.once("close", resolve).once("error", reject));
  let isOver = false;
  const over = ended.then(
    () => {
      isOver = true;
    },
    () => {
      isOver = true;
    },
  );
  const reader = body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    if (!isOver && !parser.write(value)) await Promise.race([once(parser, "drain").catch(() => undefined), over]);
  }
  if (!isOver) parser.end();
  await ended;
}

function refusalOf(failure: unknown): Response {
  const { code } = failure as NodeJS.ErrnoException;
  if (code === "ENOSPC")
    return tell(
      503,
      "The server's disk is full, so no file can be received. Tell the person who looks after the server.",
    );
  if (code !== undefined && /^E[A-Z]+$/.test(code) && code !== "ECONNRESET") throw failure;
  return tell(400, "This form cannot be read: it is cut short, or not what it says it is.");
}

/** Writes a file's bytes as they come, up to a limit. What is beyond it, or what the disk does not take, is passed over. */
async function write(stream: Readable, handle: FileHandle, most: number) {
  const digest = createHash("sha256");
  let bytes = 0;
  let failure: unknown;
  for await (const piece of stream as AsyncIterable<Buffer>) {
    bytes += piece.length;
    if (bytes > most || failure !== undefined) continue;
    digest.update(piece);
    try {
      await handle.appendFile(piece);
    } catch (cause) {
      failure = cause;
    }
  }
  if (failure !== undefined) throw failure;
  return { bytes, fingerprint: digest.digest("hex") };
}

/** Whatever is received takes minutes at most: a file that lies there longer was left by a process that was killed. */
const LEFT_AFTER_MS = 3600 * 1000;

/** Removes files whose receiving was cut off by a kill. */
export async function clearIncoming(): Promise<void> {
  for (const name of await readdir(folder()).catch(() => [])) {
    const file = path.join(folder(), name);
    const there = await lstat(file).catch(() => undefined);
    if (there?.isFile() && Date.now() - there.mtimeMs > LEFT_AFTER_MS) await rm(file, { force: true });
  }
}
