import { randomBytes, randomUUID } from "node:crypto";
import { readFile } from "node:fs/promises";
import net from "node:net";
import path from "node:path";
import type { RouteConfigEntry } from "@react-router/dev/routes";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import routes from "../../app/routes.ts";
import { sqlOn } from "../../server/database/pool.server.ts";
import { ROOT } from "../command/processes.ts";
import { HardShop, openedSetup, sendTo } from "./hardShop.ts";

type Who = "nobody" | "viewer" | "setter" | "lead";
type Needed = Exclude<Who, "nobody"> | "open" | "absent";

/**
 * Who may ask for what: every route with what looking and changing need. `open`: anybody; `absent`: there is nothing of the
 * kind. A route that is not in here fails the test below: its author says whose it is.
 */
const NEEDED: Readonly<Record<string, readonly [look: Needed, change: Needed]>> = {
  "": ["viewer", "absent"],
  "sign-in": ["open", "open"],
  "sign-out": ["absent", "open"],
  switch: ["viewer", "viewer"],
  first: ["open", "open"],
  secret: ["viewer", "viewer"],
  theme: ["absent", "open"],
  stream: ["viewer", "absent"],
  practice: ["viewer", "absent"],
  "practice/lathe": ["viewer", "absent"],
  "practice/exercises/:exerciseId": ["viewer", "absent"],
  "practice/exercises/:exerciseId/finish": ["absent", "viewer"],
  "practice/exercises/:exerciseId/file": ["viewer", "absent"],
  "practice/runs/:runId": ["viewer", "absent"],
  "practice/record/:personId?": ["lead", "lead"],
  "practice/people": ["lead", "absent"],
  "practice/own": ["lead", "lead"],
  "practice/why/:topic": ["viewer", "absent"],
  "practice/find-the-slip": ["viewer", "absent"],
  "practice/drills/:drillId": ["viewer", "absent"],
  "practice/lathes/:machineId": ["viewer", "setter"],
  "setups/new": ["setter", "setter"],
  "setups/:setupId/program": ["viewer", "absent"],
  "setups/:setupId/offsets.nc": ["viewer", "absent"],
  "setups/:setupId/sheet.csv": ["viewer", "absent"],
  "setups/:setupId/entries": ["absent", "setter"],
  "setups/:setupId/pack": ["viewer", "absent"],
  "setups/:setupId/replay": ["absent", "setter"],
  "setups/:setupId/here": ["absent", "setter"],
  "setups/:setupId/device": ["absent", "setter"],
  "setups/:setupId/late": ["absent", "setter"],
  "setups/:setupId/part.svg": ["viewer", "absent"],
  "setups/:setupId/compare": ["viewer", "absent"],
  "photos/:fingerprint": ["viewer", "absent"],
  files: ["absent", "setter"],
  "workshop/:section?": ["viewer", "setter"],
  "workshop/:section/file": ["viewer", "absent"],
  "setups/:setupId": ["viewer", "absent"],
  "setups/:setupId/prepare": ["viewer", "absent"],
  "setups/:setupId/mount": ["viewer", "absent"],
  "setups/:setupId/touch": ["viewer", "absent"],
  "setups/:setupId/practice": ["viewer", "absent"],
  "setups/:setupId/table": ["viewer", "absent"],
  "setups/:setupId/clear": ["viewer", "absent"],
  "setups/:setupId/prove": ["viewer", "absent"],
  "setups/:setupId/prove/checks.nc": ["viewer", "absent"],
  "setups/:setupId/first-part": ["viewer", "absent"],
  "setups/:setupId/keep": ["viewer", "absent"],
  "setups/:setupId/sheet": ["viewer", "absent"],
  "*": ["open", "absent"],
};

/** Every address pattern of the application, out of its own list of routes. */
function patternsOf(entries: readonly RouteConfigEntry[], above = ""): readonly string[] {
  return entries.flatMap((entry) => {
    const path = [above, entry.path ?? ""].filter((part) => part !== "").join("/");
    return [...(entry.file ? [path] : []), ...patternsOf(entry.children ?? [], path)];
  });
}

let shop: HardShop;
let setup: string;
const cookies: Record<Who, string> = { nobody: "", viewer: "", setter: "", lead: "" };
/** A connection that sends its request a letter at a time, begun at once: how long it is borne is seen at the end. */
let slow: { readonly closedAfter: Promise<number>; readonly socket: net.Socket };

beforeAll(async () => {
  shop = await HardShop.open("attempts");
  await shop.addApps(1);
  for (const role of ["viewer", "setter", "lead"] as const) cookies[role] = (await shop.person(role)).cookie;
  setup = await openedSetup(shop.pool, (await shop.person("setter")).person);
  slow = trickle(new URL(address()).port);
});
afterAll(async () => {
  slow.socket.destroy();
  await shop.close();
});
const address = () => shop.apps[0]?.address ?? "";

function trickle(port: string) {
  const socket = net.connect(Number(port), "127.0.0.1");
  const began = Date.now();
  const letters = "GET /health HTTP/1.1\r\nHost: luvrit\r\nX-Slow: ";
  let at = 0;
  const timer = setInterval(() => socket.write(letters[at++] ?? "x"), 400);
  const closedAfter = new Promise<number>((resolve) => {
    socket.once("close", () => {
      clearInterval(timer);
      resolve(Date.now() - began);
    });
    // Ended by the other side while we were writing: that is what is wanted.
    socket.on("error", () => undefined);
  });
  return { closedAfter, socket };
}

const ask = (path: string, who: Who, more: RequestInit = {}) =>
  fetch(`${address()}${path}`, {
    redirect: "manual",
    ...more,
    signal: AbortSignal.timeout(20_000),
    headers: { cookie: cookies[who], ...(more.method && { origin: address() }), ...more.headers },
  });
const form = (fields: Readonly<Record<string, string>>): RequestInit => ({
  method: "POST",
  body: new URLSearchParams(fields),
});
/** The answer's text; of a stream only that it began. */
async function textOf(answer: Response): Promise<string> {
  if (!answer.headers.get("Content-Type")?.startsWith("text/event-stream")) return answer.text();
  await answer.body?.cancel();
  return "";
}

/** What became of a request, as far as access goes. */
function access(answer: Response): "let in" | "sent to sign in" | "not allowed" | "absent" {
  const to = answer.headers.get("location") ?? "";
  if (answer.status === 302 && to.startsWith("/sign-in?to=")) return "sent to sign in";
  if (answer.status === 403) return "not allowed";
  if (answer.status === 405) return "absent";
  return "let in";
}

describe("every route and every role", () => {
  const patterns = [...new Set(patternsOf(routes))];
  it("is listed here: there is no other", () => {
    expect([...patterns].sort()).toEqual(Object.keys(NEEDED).sort());
  });

  const RANK: Readonly<Record<Who | "open", number>> = { open: 0, nobody: 0, viewer: 1, setter: 2, lead: 3 };
  const fill = (pattern: string) =>
    `/${pattern
      .replace(":setupId", setup)
      .replace(":machineId", "nowhere")
      .replace(":fingerprint", "0".repeat(64))
      .replace(":exerciseId", "outside-by-skim")
      .replace(":runId", randomUUID())
      .replace(":personId?", randomUUID())
      .replace(":topic", "diameters")
      .replace(":section?", "tools")
      .replace(":section", "tools")
      .replace("*", "nothing/here")}`;
  it.each(patterns)("%s", async (pattern) => {
    const [look, change] = NEEDED[pattern] ?? ["lead", "lead"];
    for (const [method, needed] of [
      ["GET", look],
      ["POST", change],
    ] as const)
      for (const who of ["nobody", "viewer", "setter", "lead"] as const) {
        // Signing out is tried elsewhere; here it would end the very sessions that are used.
        if (pattern === "sign-out" && who !== "nobody") continue;
        const answer = await ask(fill(pattern), who, method === "POST" ? form({ nonsense: "yes" }) : {});
        await textOf(answer);
        const got = access(answer);
        const what = `${who} ${method} ${pattern}: ${answer.status}`;
        if (needed === "absent") expect([404, 405, 400, 204, 302, 403], what).toContain(answer.status);
        else if (RANK[who] >= RANK[needed]) expect([got, what]).toEqual(["let in", what]);
        else expect([got, what]).toEqual([who === "nobody" ? "sent to sign in" : "not allowed", what]);
        expect(answer.status, what).toBeLessThan(500);
      }
  });

  it("keeps people and sign-ins to leads, whatever the address says", async () => {
    for (const section of ["people", "sign-ins"])
      for (const who of ["viewer", "setter"] as const)
        expect((await ask(`/workshop/${section}`, who)).status).toBe(403);
    expect((await ask("/workshop/sign-ins", "lead")).status).toBe(200);
  });

  it("refuses every form that needs a higher role", async () => {
    const id = () => ({ id: randomUUID(), base: "1" });
    const signOff = await sendTo(address(), setup, cookies.setter, { intent: "sign-off", ...id() });
    expect(await signOff.text()).toContain("needs the role lead");
    const person = { intent: "keep-person", name: "Me", role: "lead", mark: "either", secret: "123456", retired: "no" };
    expect(await (await ask("/workshop/people.data", "setter", form(person))).text()).toContain("needs the role lead");
    expect(
      await (await ask("/workshop/people.data", "setter", form({ intent: "end-sessions", id: randomUUID() }))).text(),
    ).toContain("needs the role lead");
    expect((await sendTo(address(), setup, cookies.viewer, { intent: "add-note", text: "x", ...id() })).status).toBe(
      403,
    );
    // What came after the sign-off is a lead's to decide.
    for (const decision of ["enter", "give-back"])
      expect(
        (await ask(`/setups/${setup}/late`, "setter", form({ decision, reason: "x", ids: "", over: "" }))).status,
      ).toBe(403);
    const replay = JSON.stringify({ device: randomUUID(), person: randomUUID(), items: [] });
    const others = await ask(`/setups/${setup}/replay`, "setter", {
      method: "POST",
      body: replay,
      headers: { "Content-Type": "application/json" },
    });
    // What another person made on this device is not entered under this one's name.
    expect(others.status).toBe(400);
  });
});

describe("forged requests", () => {
  it.each([
    ["another origin", "https://elsewhere.example"],
    ["no origin that can be named", "null"],
    ["an origin that is not one", "elsewhere"],
    ["our own name with more behind it", "HOST.elsewhere.example"],
  ])("from %s change nothing", async (_name, origin) => {
    const from = origin.replace("HOST", new URL(address()).host);
    const answer = await ask(`/setups/${setup}/entries`, "setter", {
      ...form({ intent: "add-note", id: randomUUID(), base: "1", text: "forged" }),
      headers: { origin: from },
    });
    expect(answer.status).toBe(403);
  });
  it("without any origin change nothing, and an invented session is refused", async () => {
    const bare = await fetch(`${address()}/setups/${setup}/entries`, {
      method: "POST",
      headers: { cookie: cookies.setter },
    });
    expect(bare.status).toBe(403);
    for (const cookie of [
      "luvrit=x",
      `luvrit=${encodeURIComponent(randomBytes(30).toString("base64"))}`,
      cookies.setter.slice(0, -6),
    ]) {
      const answer = await fetch(`${address()}/`, { redirect: "manual", headers: { cookie } });
      expect(answer.headers.get("location")).toMatch(/^\/sign-in/);
    }
  });
  it("cannot use a session that was ended", async () => {
    const { cookie } = await shop.person("setter");
    expect((await fetch(`${address()}/`, { redirect: "manual", headers: { cookie } })).status).toBe(200);
    await fetch(`${address()}/sign-out`, {
      method: "POST",
      redirect: "manual",
      headers: { cookie, origin: address() },
    });
    expect((await fetch(`${address()}/`, { redirect: "manual", headers: { cookie } })).status).toBe(302);
  });
  it("lead nowhere but here after a sign-in", async () => {
    const { person } = await shop.person("setter");
    for (const to of [
      "//elsewhere.example",
      "https://elsewhere.example",
      "/\\elsewhere.example",
      "/\t/elsewhere.example",
    ]) {
      const answer = await ask(
        `/sign-in?${new URLSearchParams({ to })}`,
        "nobody",
        form({ intent: "secret", name: person.name, secret: "246813" }),
      );
      expect([302, 429]).toContain(answer.status);
      expect(answer.headers.get("location") ?? "/").toMatch(/^\/(?![/\\\t])/);
    }
  });
});

const SCRIPT = `"><script>alert(1)</script><img src=x onerror=alert(1)>`;
const SQL = `x'); DROP TABLE ledger; -- " OR 1=1 #`;

describe("what is typed", () => {
  it("is never run: neither as a script nor as a statement, wherever it is shown again", async () => {
    for (const text of [SCRIPT, SQL, "{{7*7}} %{7*7}", "\u0000\u202e"]) {
      const kept = await sendTo(address(), setup, cookies.setter, {
        intent: "add-note",
        id: randomUUID(),
        base: "1",
        text,
      });
      expect(kept.status).toBe(200);
    }
    const pages = [
      `/setups/${setup}/keep`,
      `/?q=${encodeURIComponent(SCRIPT)}`,
      `/?q=${encodeURIComponent(SQL)}`,
      `/?machine=${encodeURIComponent(SQL)}`,
    ];
    pages.push(
      `/setups/${setup}/touch?tool=${encodeURIComponent(SCRIPT)}&do=${encodeURIComponent(SCRIPT)}`,
      `/workshop/${encodeURIComponent(SCRIPT)}`,
    );
    for (const path of pages) {
      const answer = await ask(path, "lead");
      const html = await answer.text();
      expect(answer.status).toBeLessThan(500);
      expect(html).not.toContain("<script>alert");
      expect(html).not.toMatch(/<img src=x/);
      // Were one to slip through, the browser would not run it.
      const policy = answer.headers.get("Content-Security-Policy") ?? "";
      expect(policy).toMatch(/script-src 'self' 'nonce-[^']{16,}'(;|$)/);
      expect(policy).toContain("object-src 'none'");
      expect(policy).toContain("frame-ancestors 'none'");
    }
    const [{ count } = { count: 0 }] = await sqlOn(shop.pool).rows<{ count: number }>(
      "SELECT COUNT(*) AS count FROM ledger",
    );
    expect(count).toBeGreaterThan(4);
  });
  it("is kept as it was typed, and comes out of a spreadsheet as text", async () => {
    const formula = `=HYPERLINK("https://elsewhere.example","x")`;
    const item = { intent: "keep-item", kind: "spacer", name: formula, unit: "mm", retired: "no" };
    const texts = JSON.stringify({ kind: "paper", thickness: "0.09", uncertainty: "0.005" });
    expect(await (await ask("/workshop/spacers.data", "lead", form({ ...item, texts }))).text()).toContain("is saved");
    const csv = await (await ask("/workshop/spacers/file?as=csv", "lead")).text();
    expect(csv).toContain("'=HYPERLINK");
    expect(csv).not.toMatch(/(^|[,;"])=HYPERLINK/m);
  });
  it.each([
    ["a prototype", { __proto__: { role: "lead" }, constructor: "x" }],
    ["an unknown field", { intent: "add-note", text: "x", role: "lead" }],
    ["an id that is none", { intent: "add-note", text: "x", id: "1 OR 1=1" }],
    ["a base that is none", { intent: "add-note", text: "x", base: "-1" }],
    ["a list that is none", { intent: "key-cells", cells: "[[[[{}]]]]" }],
    ["numbers beyond numbers", { intent: "record-hole", diameter: "1e999", sizeUnit: "mm" }],
  ])("as %s is refused in words", async (_name, fields) => {
    const answer = await sendTo(address(), setup, cookies.setter, { id: randomUUID(), base: "1", ...fields } as Record<
      string,
      string
    >);
    expect(answer.status).toBe(422);
  });
});

describe("paths", () => {
  it.each([
    "/assets/../../../../etc/passwd",
    "/assets/..%2f..%2f..%2fetc%2fpasswd",
    "/assets/%2e%2e/%2e%2e/package.json",
    "/%2e%2e/%2e%2e/etc/passwd",
    "/assets/..%5c..%5cpackage.json",
    "/photos/..%2f..%2f..%2fetc%2fpasswd",
    "/setups/..%2f..%2fetc/touch",
    "/workshop/..%2f..%2fetc%2fpasswd/file",
    "/assets/%00",
    "/.luvrit/database/credentials.json",
    "/.env",
  ])("%s reaches no file", async (path) => {
    // Sent as it stands: a browser would tidy it up first.
    const { host, port } = { host: "127.0.0.1", port: Number(new URL(address()).port) };
    const said = await new Promise<string>((resolve, reject) => {
      let text = "";
      const socket = net.connect(port, host, () => {
        socket.write(`GET ${path} HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: ${cookies.lead}\r\nConnection: close\r\n\r\n`);
      });
      socket.on("data", (piece) => {
        text += piece;
      });
      socket.on("error", reject);
      socket.on("close", () => resolve(text));
    });
    expect(said).toMatch(/^HTTP\/1\.1 (30\d|40\d)/);
    expect(said).not.toMatch(/root:|"password"|"dependencies"/);
  });
});

describe("too much, too slow", () => {
  it("is refused by its size before it is read, also where the size is not said", async () => {
    const large = "x".repeat(80_000);
    expect((await ask(`/setups/${setup}/prepare`, "setter", form({ large }))).status).toBe(413);
    expect((await ask("/sign-in", "nobody", form({ large }))).status).toBe(413);
    const stream = new ReadableStream({
      start(controller) {
        controller.enqueue(new TextEncoder().encode("intent=x"));
        controller.close();
      },
    });
    const file = new FormData();
    file.set("photo", new File(["x".repeat(12_200_000)], "a.png"));
    const tooLarge = await ask("/files", "setter", { method: "POST", body: file });
    expect(tooLarge.status).toBe(413);
    expect(await tooLarge.text()).toContain("12 MB");
    const unsaid = await ask(`/setups/${setup}/entries`, "setter", {
      method: "POST",
      body: stream,
      duplex: "half",
    } as RequestInit);
    expect(unsaid.status).toBe(413);
  });
  it.each([
    ["photo", "<script>alert(1)</script>", "not a photo"],
    ["photo", "x".repeat(8_100_000), "may have 8 MB"],
    ["program", "\0\0\0\0", "not text"],
    ["anything", "x", "no place for"],
  ])("a file that waited as a %s and is none is refused in words", async (kind, content, words) => {
    const body = new FormData();
    body.set(kind, new File([content], "../../a.png", { type: "image/png" }));
    const answer = await ask("/files", "setter", { method: "POST", body });
    expect([400, 413, 422]).toContain(answer.status);
    expect(await answer.text()).toContain(words);
  });
  it.each([
    [
      "entities within entities",
      `<?xml version="1.0"?><!DOCTYPE a [<!ENTITY a "aaaaaaaaaa">${"bcdefghij"
        .split("")
        .map((name, index) => `<!ENTITY ${name} "${`&${"abcdefghi"[index]};`.repeat(10)}">`)
        .join("")}]><MTConnectStreams>&j;</MTConnectStreams>`,
    ],
    [
      "an entity that reads a file",
      `<?xml version="1.0"?><!DOCTYPE a [<!ENTITY a SYSTEM "file:///etc/passwd">]><MTConnectStreams>&a;</MTConnectStreams>`,
    ],
    ["elements within elements", `<MTConnectStreams>${"<a>".repeat(200_000)}</MTConnectStreams>`],
    ["a list within lists", "[".repeat(100_000)],
    ["quotes that never end", `"${"a,".repeat(300_000)}`],
  ])("%s in a file are refused soon", async (_name, text) => {
    const began = Date.now();
    const data = new FormData();
    for (const [key, value] of Object.entries({
      intent: "compare-table",
      id: randomUUID(),
      base: "1",
      name: "bomb",
      text,
    }))
      data.set(key, value);
    const answer = await ask(`/setups/${setup}/entries.data`, "setter", { method: "POST", body: data });
    expect(answer.status).toBe(422);
    expect(await answer.text()).not.toContain("root:");
    expect(Date.now() - began).toBeLessThan(4000);
    expect((await ask("/ready", "nobody")).status).toBe(200);
  });
  it("is no way past the question whether a number can be: a form that has no place for a file is refused with one", async () => {
    const data = new FormData();
    const touch = { intent: "accept-touch", id: randomUUID(), base: "1", offset: "1", axis: "x", way: "skim" };
    for (const [key, value] of Object.entries({ ...touch, solveFor: "geometry", machine: "-285.032", size: "54.218" }))
      data.set(key, value);
    // A photo that would be taken with a note: with it, a touch would be worked out as if nothing were known of its tool.
    data.set(
      "photo",
      new File([await readFile(path.join(ROOT, "docs/screenshots/nose.png"))], "a.png", { type: "image/png" }),
    );
    const answer = await ask(`/setups/${setup}/entries.data`, "setter", { method: "POST", body: data });
    expect(answer.status).toBe(422);
    expect(await answer.text()).toContain("no place for");
  });
  it("is slowed down by person and by address, and says so", async () => {
    await shop.addApps(1, { LUVRIT_MOST_CHANGES: "5", LUVRIT_MOST_REQUESTS: "40" });
    const app = shop.apps[1]?.address ?? "";
    const { cookie } = await shop.person("setter");
    const statuses: number[] = [];
    for (let count = 0; count < 8; count++)
      statuses.push(
        (await sendTo(app, setup, cookie, { intent: "add-note", id: randomUUID(), base: "1", text: "x" })).status,
      );
    expect(statuses).toEqual([200, 200, 200, 200, 200, 429, 429, 429]);
    const more: number[] = [];
    for (let count = 0; count < 40; count++) more.push((await fetch(`${app}/sign-in`)).status);
    expect(more.at(-1)).toBe(429);
    // Files of the application and health are not counted: a person who is slowed down can still see so.
    expect((await fetch(`${app}/health`)).status).toBe(200);
  });
  it("a request that trickles in is ended within seconds", async () => {
    expect(await slow.closedAfter).toBeLessThan(25_000);
  });
});

describe("what is no request of a page", () => {
  /** Sends bytes as they are, for what no client of ours would send. */
  const raw = (head: string) =>
    new Promise<string>((resolve, reject) => {
      const socket = net.connect(Number(new URL(address()).port), "127.0.0.1", () => socket.write(head));
      let said = "";
      socket.setTimeout(5000, () => socket.destroy());
      socket.on("data", (piece) => {
        said += piece;
        if (said.includes("\r\n\r\n")) socket.destroy();
      });
      socket.once("close", () => resolve(said.split("\r\n")[0] ?? ""));
      socket.once("error", reject);
    });
  it.each(["TRACE", "TRACK", "CONNECT", "OPTIONS", "DELETE", "PATCH", "PROPFIND", "LOCK", "SEARCH"])(
    "%s is refused, and is no fault of the server",
    async (method) => {
      const said = await raw(`${method} /sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n`);
      // The engine of the server itself hangs up on CONNECT.
      if (method !== "CONNECT") expect(said).toMatch(/^HTTP\/1\.1 4\d\d /);
      else expect(said).not.toMatch(/ 5\d\d /);
    },
  );
  it.each([
    ["no type", undefined, "x=1"],
    ["text", "text/plain", "intent=add-note"],
    ["JSON where a form is wanted", "application/json", "{}"],
    ["a form without its boundary", "multipart/form-data", "x"],
    [
      "a form that is cut short",
      "multipart/form-data; boundary=b",
      '--b\r\nContent-Disposition: form-data; name="x"\r\n\r\ny',
    ],
    ["a type that is none", "x", "y"],
    ["nothing at all", "application/x-www-form-urlencoded", ""],
  ])("a body of %s is refused on every route that takes forms", async (_name, type, body) => {
    const to = ["sign-in", "switch", "theme", "secret", "workshop/people", "practice/own", "setups/new", "files"];
    to.push(...["touch", "table", "keep", "program", "replay", "here"].map((stage) => `setups/${setup}/${stage}`));
    for (const path of to) {
      const answer = await ask(`/${path}`, "lead", {
        method: "POST",
        body: Buffer.from(body),
        headers: type === undefined ? {} : { "Content-Type": type },
      });
      // Who is signed in already is led on from signing in.
      const least = path === "sign-in" && body === "" ? 300 : 400;
      expect([path, answer.status >= least && answer.status < 500]).toEqual([path, true]);
      await answer.text();
    }
  });
  it.each(["elsewhere.example", "127.0.0.1.elsewhere.example", "169.254.169.254", ""])(
    "under the name “%s” it is refused: a stranger's name may be made to lead here",
    async (host) => {
      expect(await raw(`GET /sign-in HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)).toMatch(/ 4(?:00|21) /);
    },
  );
  it("a time that is none, or of another century, is no fault of the server and stands in no ledger", async () => {
    const { person, cookie } = await shop.person();
    const note = () => ({ intent: "add-note", id: randomUUID(), base: "1", text: "from a device" });
    const replay = (madeAt: string) =>
      fetch(`${address()}/setups/${setup}/replay`, {
        method: "POST",
        headers: { origin: address(), cookie, "Content-Type": "application/json" },
        body: JSON.stringify({ device: randomUUID(), person: person.id, items: [{ fields: note(), madeAt }] }),
      });
    for (const madeAt of ["2026-06-30T23:59:60Z", "2026-13-01T00:00:00Z", "yesterday", "9".repeat(5000)])
      expect((await replay(madeAt)).status).toBe(400);
    for (const madeAt of ["1970-01-01T00:00:00Z", "2099-01-01T00:00:00Z"]) {
      expect(await (await replay(madeAt)).json()).toEqual({ kept: 1 });
      const [last] = await sqlOn(shop.pool).rows<{ made_at: Date | null }>(
        "SELECT made_at FROM ledger WHERE setup_id = ? ORDER BY seq DESC LIMIT 1",
        [setup],
      );
      expect(last?.made_at).toBeNull();
    }
    const here = (since: string) =>
      ask(`/setups/${setup}/here`, "setter", {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify({ page: randomUUID(), row: "1", since }),
      });
    expect((await here("2026-06-30T23:59:60Z")).status).toBe(204);
  });
});

describe("an id that was used before", () => {
  it("is a repetition with the same content by the same person, and refused otherwise", async () => {
    const [one, other] = [await shop.person(), await shop.person()];
    const fields = { intent: "add-note", id: randomUUID(), base: "1", text: "the first" };
    expect((await sendTo(address(), setup, one.cookie, fields)).status).toBe(200);
    // Sent again, on newer knowledge too.
    expect((await sendTo(address(), setup, one.cookie, { ...fields, base: "2" })).status).toBe(200);
    const changed = await sendTo(address(), setup, one.cookie, { ...fields, text: "another" });
    expect([changed.status, await changed.text()]).toEqual([422, expect.stringContaining("with other content")]);
    const theirs = await sendTo(address(), setup, other.cookie, fields);
    expect([theirs.status, await theirs.text()]).toEqual([422, expect.stringContaining("of another person")]);
    const [{ count } = { count: 0 }] = await sqlOn(shop.pool).rows<{ count: number }>(
      "SELECT COUNT(*) AS count FROM ledger WHERE id = ?",
      [fields.id],
    );
    expect(Number(count)).toBe(1);
  });
});

describe("another person's claim on a tool", () => {
  const here = (cookie: string, body: object) =>
    fetch(`${address()}/setups/${setup}/here`, {
      method: "POST",
      headers: { origin: address(), cookie, "Content-Type": "application/json" },
      body: JSON.stringify(body),
    });
  const whose = async () =>
    (
      await sqlOn(shop.pool).rows<{ person_id: string }>(
        "SELECT person_id FROM claims WHERE setup_id = ? AND row_key = '7'",
        [setup],
      )
    )[0]?.person_id;
  it("ends by its owner, or is taken over knowingly, not by naming its page", async () => {
    const [one, other] = [await shop.person(), await shop.person()];
    const page = randomUUID();
    await here(one.cookie, { page, row: "7" });
    expect(await whose()).toBe(one.person.id);
    await here(other.cookie, { page });
    await here(other.cookie, { page, row: "7" });
    expect(await whose()).toBe(one.person.id);
    await here(other.cookie, { page: randomUUID(), row: "7", take: true });
    expect(await whose()).toBe(other.person.id);
  });
});

describe("a role that is lowered", () => {
  it("lets nothing through that was on its way, from the moment it is confirmed", async () => {
    const { person, cookie } = await shop.person("setter");
    const lock = await shop.pool.getConnection();
    await lock.beginTransaction();
    await lock.execute("SELECT id FROM setups WHERE id = ? FOR UPDATE", [setup]);
    // Let in as a setter, and waiting for its turn when the role is changed.
    const waiting = sendTo(address(), setup, cookie, { intent: "add-note", id: randomUUID(), base: "1", text: "late" });
    await new Promise((resolve) => setTimeout(resolve, 300));
    await sqlOn(shop.pool).run("UPDATE people SET role = 'viewer' WHERE id = ?", [person.id]);
    await lock.rollback();
    lock.release();
    const answer = await waiting;
    expect([answer.status, await answer.text()]).toEqual([422, expect.stringContaining("needs the role setter")]);
  });
});

describe("streams of one person", () => {
  it("are so many and no more; the next one is told so in words", async () => {
    const { cookie } = await shop.person();
    const ends = new AbortController();
    const open = async () => {
      const answer = await fetch(`${address()}/stream?setup=${setup}`, { headers: { cookie }, signal: ends.signal });
      const reader = answer.body?.getReader();
      return new TextDecoder().decode((await reader?.read())?.value);
    };
    for (let count = 0; count < 12; count++) expect(await open()).toContain('"listening"');
    expect(await open()).toContain("open in too many browsers");
    ends.abort();
    // Places come back when streams end.
    await expect
      .poll(
        async () =>
          await fetch(`${address()}/stream?setup=${setup}`, { headers: { cookie } }).then(async (answer) => {
            const reader = answer.body?.getReader();
            const text = new TextDecoder().decode((await reader?.read())?.value);
            await reader?.cancel();
            return text;
          }),
        { timeout: 5000 },
      )
      .toContain('"listening"');
  });
});

describe("guesses at a PIN, all at once", () => {
  it("are checked five times, whatever comes at the same moment, and leave the person's own tablet alone", async () => {
    const { person } = await shop.person();
    const from = (secret: string, cookie = "") =>
      fetch(`${address()}/sign-in`, {
        method: "POST",
        redirect: "manual",
        headers: { origin: address(), cookie },
        body: new URLSearchParams({ intent: "secret", name: person.name, secret }),
      });
    const first = await from("246813");
    const device =
      first.headers
        .getSetCookie()
        .find((one) => one.startsWith("luvrit-device="))
        ?.split(";")[0] ?? "";
    expect(device).not.toBe("");
    const statuses = (await Promise.all(Array.from({ length: 60 }, (_, guess) => from(String(100_000 + guess))))).map(
      ({ status }) => status,
    );
    expect(statuses.filter((status) => status === 422).length).toBeLessThanOrEqual(4);
    expect(statuses.filter((status) => status === 429).length).toBeGreaterThanOrEqual(56);
    const [row] = await sqlOn(shop.pool).rows<{ most: number }>(
      "SELECT MAX(failed) AS most FROM sign_in_counts WHERE counted_at > TIMESTAMPADD(MINUTE, -1, UTC_TIMESTAMP(3))",
    );
    expect(Number(row?.most)).toBe(5);
    expect((await from("246813")).status).toBe(429);
    expect((await from("246813", device)).status).toBe(302);
  });
});

describe("every kind of answer", () => {
  it.each(["/sign-in", "/health", "/favicon.svg", "/nothing-here", "/service-worker.js"])(
    "%s says little and forbids much",
    async (path) => {
      const { headers } = await ask(path, "nobody");
      expect(headers.get("X-Content-Type-Options")).toBe("nosniff");
      expect(headers.get("Content-Security-Policy")).toContain("default-src 'self'");
      expect(headers.get("Referrer-Policy")).toBe("same-origin");
      expect(headers.get("X-Powered-By")).toBeNull();
      expect(headers.get("Server")).toBeNull();
    },
  );
  it("shows a reference in place of a cause where something of ours is wrong", async () => {
    const html = await (await ask(`/setups/${"z".repeat(36)}/touch`, "lead")).text();
    expect(html).not.toMatch(/at .*\.(ts|js):\d+|SELECT |mysql2/);
  });
});
