import http, { type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { LatheCommand, LatheConfig } from "../../sim/lathe/index.ts";
import { currentDocument, errorDocument, probeDocument, type Served, sampleDocument } from "./documents.ts";
import { BUFFER, LathePool } from "./lathePool.ts";

/** Largest body: a lathe with every tool of a large machine. */
const LARGEST_BODY = 512 * 1024;

interface Answer {
  readonly status: number;
  readonly type: "xml" | "json" | "text";
  readonly body: string;
}

/**
 * A machine's position feed, served from simulated lathes: `/probe`, `/current` and `/sample` in the open MTConnect
 * vocabulary, for all lathes or `/{lathe}/…` for one; beside it the doors by which lathes are put up and driven.
 */
export function createFeedServer(pool = new LathePool()): { readonly server: Server; readonly pool: LathePool } {
  const instanceId = Math.floor(Date.now() / 1000);
  const server = http.createServer((request, response) => {
    answerTo(request, pool, instanceId)
      .catch((failure: unknown): Answer => {
        if (failure instanceof TooLarge) return { status: 413, type: "text", body: "This is larger than any lathe.\n" };
        if (failure instanceof SyntaxError) return { status: 400, type: "text", body: "This is not JSON.\n" };
        throw failure;
      })
      .then((answer) => send(response, answer));
  });
  server.requestTimeout = 10_000;
  return { server, pool };
}

class TooLarge extends Error {}

function send(response: ServerResponse, { status, type, body }: Answer): void {
  const types = { xml: "text/xml; charset=utf-8", json: "application/json", text: "text/plain; charset=utf-8" };
  response.writeHead(status, {
    "content-type": types[type],
    "cache-control": "no-store",
    "content-length": Buffer.byteLength(body),
  });
  response.end(body);
}

async function answerTo(request: IncomingMessage, pool: LathePool, instanceId: number): Promise<Answer> {
  const url = new URL(request.url ?? "/", "http://stand-in");
  const served: Served = { instanceId, now: new Date().toISOString() };
  const parts = url.pathname.split("/").filter((part) => part !== "");
  if (parts[0] === "lathes") return lathe(request, parts.slice(1), pool, served);
  const [id, what] = parts.length === 1 ? [undefined, parts[0]] : [parts[0], parts[1]];
  if (id !== undefined && !pool.get(id)) return wrong(404, "NO_DEVICE", `There is no lathe “${id}” here.`, served);
  const ids = id === undefined ? pool.ids() : [id];
  const xml = (body: string): Answer => ({ status: 200, type: "xml", body });
  if (what === "probe") return xml(probeDocument(pool, ids, served));
  if (what === "current") return xml(currentDocument(pool, ids, served));
  if (what === "sample") {
    const from = Number(url.searchParams.get("from") ?? Math.max(1, pool.lastSequence - 99));
    const count = Number(url.searchParams.get("count") ?? 100);
    if (!Number.isInteger(from) || from < 0 || from > pool.lastSequence + 1)
      return wrong(404, "OUT_OF_RANGE", `“from” must be from 0 to ${pool.lastSequence + 1}.`, served);
    if (!Number.isInteger(count) || count < 1 || count > BUFFER)
      return wrong(404, "OUT_OF_RANGE", `“count” must be from 1 to ${BUFFER}.`, served);
    return xml(sampleDocument(pool, ids, { from, count }, served));
  }
  return wrong(404, "UNSUPPORTED", "Ask for /probe, /current or /sample.", served);
}

const wrong = (status: number, code: string, message: string, served: Served): Answer => ({
  status,
  type: "xml",
  body: errorDocument(code, message, served),
});

const json = (body: unknown, status = 200): Answer => ({ status, type: "json", body: JSON.stringify(body) });

/** The doors to a lathe itself: put it up, look at it, drive it, load an offset file into its control. */
async function lathe(
  request: IncomingMessage,
  [id = "", door]: readonly string[],
  pool: LathePool,
  { now }: Served,
): Promise<Answer> {
  if (request.method === "PUT" && door === undefined && /^[a-z0-9-]{1,40}$/.test(id)) {
    const { label, config, seed } = JSON.parse(await bodyOf(request)) as {
      label: string;
      config: LatheConfig;
      seed: number;
    };
    const { revision } = pool.put(id, { label: String(label), config, seed: Number(seed) | 0 }, now);
    return json({ revision });
  }
  const there = pool.get(id);
  if (!there) return json({ message: `There is no lathe “${id}” here.` }, 404);
  if (request.method === "GET" && door === undefined) {
    const { label, seed, state, revision } = there;
    return json({ label, seed, state, revision });
  }
  if (request.method === "POST" && (door === "commands" || door === "offsets")) {
    const text = await bodyOf(request);
    const { base, commands } =
      door === "offsets"
        ? { base: there.revision, commands: [{ do: "load-offsets", text } as const] }
        : (JSON.parse(text) as { base: number; commands: readonly LatheCommand[] });
    const driven = Array.isArray(commands) ? pool.drive(id, base, commands, now) : undefined;
    if (!driven) return json({ revision: there.revision, state: there.state }, 409);
    return json({ revision: driven.lathe.revision, events: driven.events });
  }
  return json({ message: "This door does not open that way." }, 405);
}

async function bodyOf(request: IncomingMessage): Promise<string> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of request as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > LARGEST_BODY) throw new TooLarge();
    chunks.push(chunk);
  }
  return Buffer.concat(chunks).toString("utf8");
}
