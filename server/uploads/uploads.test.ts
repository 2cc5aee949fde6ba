import { randomBytes, randomUUID } from "node:crypto";
import { mkdtemp, readdir, readFile, rm } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { readPhoto } from "../photos/photosRepository.server.ts";
import { readProgramBytes, storeProgram } from "../program/programsRepository.server.ts";
import { freshDatabase, somebody } from "../testing/freshDatabase.ts";
import { type Incoming, incomingOf } from "./incoming.ts";
import { receiveForm } from "./receiveForm.server.ts";
import { keepSentProgram, takeSentPhoto } from "./takeFile.server.ts";
import { clearUnused, markUsed, noteUpload } from "./uploadsRepository.server.ts";

let pool: Pool;
let folder: string;
beforeAll(async () => {
  pool = await freshDatabase();
  folder = await mkdtemp(path.join(os.tmpdir(), "luvrit-incoming-"));
  process.env.LUVRIT_INCOMING = folder;
});
afterAll(async () => {
  delete process.env.LUVRIT_INCOMING;
  await pool.end();
  await rm(folder, { recursive: true, force: true });
});

const post = (fields: Readonly<Record<string, string | File>>, headers: Readonly<Record<string, string>> = {}) => {
  const form = new FormData();
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  return new Request("http://127.0.0.1/", { method: "POST", body: form, headers });
};
/** What is answered where a form is not received. */
const refusalOf = (request: Request, person = "x"): Promise<readonly [number, string]> =>
  receiveForm(request, person, { program: 1000 }).then(
    () => [200, "received"] as const,
    async (answer: unknown) =>
      answer instanceof Response ? ([answer.status, await answer.text()] as const) : ([500, String(answer)] as const),
  );

describe("a form with a file", () => {
  it("is received to the disk, byte for byte, and removed when it is done with", async () => {
    const bytes = randomBytes(900);
    const { fields, file, done } = await receiveForm(
      post({ intent: "x", name: "Übung", program: new File([bytes], "O1 – ü.nc") }),
      ...(["x", { program: 1000 }] as const),
    );
    expect(fields).toEqual({ intent: "x", name: "Übung" });
    expect(file).toMatchObject({ field: "program", name: "O1 – ü.nc", bytes: 900 });
    expect(file?.fingerprint).toBe(incomingOf(bytes, "").fingerprint);
    if (!file || !("path" in file.content)) throw new Error("it lies on the disk");
    expect(await readFile(file.content.path)).toEqual(bytes);
    await done();
    expect(await readdir(folder)).toEqual([]);
  });
  it("without one has its fields, however it was sent", async () => {
    const empty = post({ intent: "x", program: new File([], "") });
    expect(await receiveForm(empty, "x", { program: 1000 })).toMatchObject({
      fields: { intent: "x" },
      file: undefined,
    });
    const plain = new Request("http://127.0.0.1/", { method: "POST", body: new URLSearchParams({ intent: "y" }) });
    expect(await receiveForm(plain, "x", { program: 1000 })).toMatchObject({
      fields: { intent: "y" },
      file: undefined,
    });
  });
  it("is refused in words where it is too large, cut short or none, and leaves nothing", async () => {
    expect(await refusalOf(post({ program: new File([randomBytes(1001)], "a") }))).toEqual([
      413,
      "This file is too large: it may have 0.001 MB.",
    ]);
    expect(await refusalOf(post({ other: new File(["x"], "a") }))).toMatchObject([
      400,
      expect.stringContaining("no place"),
    ]);
    const whole = post({ program: new File([randomBytes(800)], "a") });
    const type = whole.headers.get("Content-Type") ?? "";
    const body = Buffer.from(await whole.arrayBuffer());
    for (const length of [0, 20, 150, 600, body.length - 8]) {
      const cut = new Request("http://127.0.0.1/", {
        method: "POST",
        body: body.subarray(0, length),
        headers: { "Content-Type": type },
      });
      expect((await refusalOf(cut))[0]).toBe(400);
    }
    const text = new Request("http://127.0.0.1/", {
      method: "POST",
      body: "x",
      headers: { "Content-Type": "text/plain" },
    });
    expect((await refusalOf(text))[0]).toBe(415);
    const nameless = new Request("http://127.0.0.1/", {
      method: "POST",
      body: "x",
      headers: { "Content-Type": "multipart/form-data" },
    });
    expect((await refusalOf(nameless))[0]).toBe(400);
    expect(await readdir(folder)).toEqual([]);
  });
  it("waits for others of the same person: two at a time, and of another person beside them", async () => {
    let release = () => {};
    const held = () =>
      new Request("http://127.0.0.1/", {
        method: "POST",
        headers: { "Content-Type": "multipart/form-data; boundary=b" },
        duplex: "half",
        body: new ReadableStream({
          start(controller) {
            const before = release;
            release = () => {
              before();
              controller.enqueue(
                Buffer.from('--b\r\nContent-Disposition: form-data; name="intent"\r\n\r\nx\r\n--b--\r\n'),
              );
              controller.close();
            };
          },
        }),
      } as RequestInit);
    const first = [held(), held()].map((request) => receiveForm(request, "one", {}));
    expect(await refusalOf(post({ intent: "x" }), "one")).toMatchObject([429, expect.stringContaining("in a moment")]);
    expect(await refusalOf(post({ intent: "x" }), "other")).toMatchObject([200, "received"]);
    release();
    for (const one of first) expect(await one).toMatchObject({ fields: { intent: "x" } });
    expect(await refusalOf(post({ intent: "x" }), "one")).toMatchObject([200, "received"]);
  });
});

const program = (): Incoming => incomingOf(Buffer.from(`%\nO1 (${randomUUID()})\nM30\n%`), "O1.nc");
const PNG = Buffer.from(
  "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==",
  "base64",
);

describe("files that were sent", () => {
  const aDayOld = () => sqlOn(pool).run("UPDATE uploads SET stored_at = TIMESTAMPADD(HOUR, -25, UTC_TIMESTAMP(3))");
  it("are removed after a day where no entry names them, and kept where one does", async () => {
    const sql = sqlOn(pool);
    const { id } = await somebody(pool);
    const [lost, used, again] = [program(), program(), program()];
    for (const file of [lost, used, again]) expect(await keepSentProgram(sql, file, id)).toMatchObject({ ok: true });
    const photo = incomingOf(PNG, "a.png");
    expect(await takeSentPhoto(sql, photo, id)).toMatchObject({ ok: true });
    await markUsed(sql, "program", used.fingerprint);
    expect(await clearUnused(pool)).toBe(0);
    await aDayOld();
    // Sent again today by somebody else: kept for another day.
    await keepSentProgram(sql, again, (await somebody(pool)).id);
    expect(await clearUnused(pool)).toBe(2);
    expect(await readProgramBytes(sql, lost.fingerprint)).toBeUndefined();
    expect(await readPhoto(sql, photo.fingerprint)).toBeUndefined();
    expect(await readProgramBytes(sql, used.fingerprint)).toBeDefined();
    expect(await readProgramBytes(sql, again.fingerprint)).toBeDefined();
    await aDayOld();
    expect(await clearUnused(pool)).toBe(1);
    expect(await readProgramBytes(sql, used.fingerprint)).toBeDefined();
  });
  it("that were here before there were notes are never removed: entries name them", async () => {
    const sql = sqlOn(pool);
    const { id } = await somebody(pool);
    const older = program();
    if (!("bytes" in older.content)) throw new Error("it is in memory");
    await storeProgram(sql, older.fingerprint, Buffer.from(older.content.bytes));
    await keepSentProgram(sql, older, id);
    await aDayOld();
    await clearUnused(pool);
    expect(await readProgramBytes(sql, older.fingerprint)).toBeDefined();
  });
  it("of one person have a limit for a day, said in words", async () => {
    const sql = sqlOn(pool);
    const [{ id }, other] = [await somebody(pool), await somebody(pool)];
    await noteUpload(sql, "photo", { fingerprint: "f".repeat(64), bytes: 1_000_000_000, isNew: true }, id);
    expect(await keepSentProgram(sql, program(), id)).toMatchObject({
      refusal: { message: expect.stringContaining("You have sent 1000 MB of files within a day") },
    });
    expect(await keepSentProgram(sql, program(), other.id)).toMatchObject({ ok: true });
    await aDayOld();
    expect(await keepSentProgram(sql, program(), id)).toMatchObject({ ok: true });
  });
});
