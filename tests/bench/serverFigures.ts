import { randomUUID } from "node:crypto";
import http from "node:http";
import { gunzipSync } from "node:zlib";
import autocannon from "autocannon";
import type { Command, EntryOf } from "../../core/ledger/index.ts";
import { openPool, sqlOn } from "../../server/database/pool.server.ts";
import { stableId } from "../../server/identity/stableId.ts";
import { appendEntry } from "../../server/ledger/ledgerRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { listPeople } from "../../server/people/peopleRepository.server.ts";
import { type Bench, percentile, round, turns } from "./section.ts";

/** Compressed bytes of every script that the first load of a page asks for. */
async function scriptBytes(address: string, cookie: string) {
  const html = await (await fetch(address, { headers: { cookie } })).text();
  const urls = new Set(
    [...html.matchAll(/(?:href|src|from|import\()\s*=?\s*"(\/assets\/[^"]+\.js)"/g)].map(([, url]) => url as string),
  );
  let total = 0;
  for (const url of urls) {
    const answer = await fetch(new URL(url, address), { headers: { "accept-encoding": "gzip" } });
    total += Number(answer.headers.get("content-length")) || (await compressedLength(new URL(url, address)));
  }
  return { kilobytes: round(total / 1000), files: urls.size };
}

/** What goes over the wire for one file, gzip; checked to be really compressed. */
function compressedLength(url: URL): Promise<number> {
  return new Promise((resolve, reject) => {
    http.get(url, { headers: { "accept-encoding": "gzip" } }, (answer) => {
      const pieces: Buffer[] = [];
      answer.on("data", (piece: Buffer) => pieces.push(piece));
      answer.on("error", reject);
      answer.on("end", () => {
        const body = Buffer.concat(pieces);
        if (answer.headers["content-encoding"] === "gzip") gunzipSync(body);
        resolve(body.length);
      });
    });
  });
}

async function pageTimes(url: string, cookie: string, connections: number, amount: number) {
  const times: number[] = [];
  await new Promise<void>((resolve, reject) => {
    const finished = (failure: unknown) => (failure ? reject(failure) : resolve());
    const load = autocannon({ url, connections, amount: Math.max(amount, connections), headers: { cookie } }, finished);
    load.on("response", (_client, status, _bytes, milliseconds) => {
      if (status !== 200) reject(new Error(`the page answered ${status}`));
      times.push(milliseconds);
    });
  });
  return {
    p50: round(percentile(times, 0.5)),
    p95: round(percentile(times, 0.95)),
    perSecond: round((1000 * times.length * connections) / times.reduce((a, b) => a + b, 0)),
  };
}

/** The Touch page: one at a time, ten in flight, with the most tools that there are; and the scripts that it loads. */
export async function touchFigures(bench: Bench) {
  const { address, cookie, databaseUrl } = await bench.demo();
  const touch = `${address}/setups/${stableId("setup drawtube")}/touch?tool=1&do=x`;
  const first = await (await fetch(touch, { headers: { cookie } })).text();
  if (!first.includes("machine at contact")) throw new Error("the Touch screen was not served");
  await pageTimes(touch, cookie, 4, turns(bench, 200));
  const swiss = await openFullSwiss(databaseUrl);
  const full = `${address}/setups/${swiss.id}/touch?tool=1&do=x`;
  return {
    oneAtATime: await pageTimes(touch, cookie, 1, turns(bench, 400)),
    tenInFlight: await pageTimes(touch, cookie, 10, turns(bench, 1000)),
    fullSwiss: { tools: swiss.tools, ...(await pageTimes(full, cookie, 1, turns(bench, 200))) },
    scripts: await scriptBytes(touch, cookie),
  };
}

/** The setup sheet, one at a time. */
export async function sheetFigures(bench: Bench) {
  const { address, cookie } = await bench.demo();
  const sheet = `${address}/setups/${stableId("setup clamp-ring")}/sheet`;
  await pageTimes(sheet, cookie, 1, turns(bench, 20));
  return pageTimes(sheet, cookie, 1, turns(bench, 100));
}

/** Durable appends one after the other, each its own transaction, on a fresh setup of many entries. */
export async function appendFigures(bench: Bench) {
  const rounds = turns(bench, 400);
  const pool = openPool((await bench.demo()).databaseUrl, 4);
  try {
    const [person] = await listPeople(sqlOn(pool));
    const [opened, ...tools] = await readLedger(sqlOn(pool), stableId("setup drawtube"));
    if (!person || !opened) throw new Error("the demo data is there");
    const setup = randomUUID();
    const author = (base: number) => ({ person, device: "bench", base });
    const fresh = (command: Command) => ({ id: randomUUID(), kind: command.kind, payload: command.payload }) as Command;
    let base = 0;
    for (const entry of [opened, ...tools]) {
      const result = await appendEntry(pool, setup, fresh(entry), author(base));
      if (result.outcome === "appended") base = result.entry.seq;
    }
    const times: number[] = [];
    for (let turn = 0; turn < rounds; turn++) {
      const command = fresh({
        id: "",
        kind: "way-chosen",
        payload: { offset: "1", axis: turn % 2 === 0 ? "x" : "z", way: "paper" },
      });
      const began = performance.now();
      const result = await appendEntry(pool, setup, command, author(base));
      times.push(performance.now() - began);
      if (result.outcome !== "appended") throw new Error(result.outcome);
      base = result.entry.seq;
    }
    return { p50: round(percentile(times, 0.5)), p95: round(percentile(times, 0.95)), appends: rounds };
  } finally {
    await pool.end();
  }
}

/** A sliding-headstock lathe with a tool in every station: the largest Touch screen there is. */
async function openFullSwiss(url: string): Promise<{ readonly id: string; readonly tools: number }> {
  const pool = openPool(url, 2);
  try {
    const [person] = await listPeople(sqlOn(pool));
    const [opened, ...entries] = await readLedger(sqlOn(pool), stableId("setup cap-pin"));
    if (!person || opened?.kind !== "setup-opened") throw new Error("the demo data is there");
    const loaded = entries.filter((entry): entry is EntryOf<"tool-loaded"> => entry.kind === "tool-loaded");
    const id = randomUUID();
    const stations = opened.payload.machine.stations ?? [];
    const append = async (command: Command, base: number) => {
      const result = await appendEntry(pool, id, command, { person, device: "bench", base });
      if (result.outcome !== "appended") throw new Error(result.outcome);
    };
    await append({ id: randomUUID(), kind: "setup-opened", payload: opened.payload }, 0);
    for (const [index, station] of stations.entries()) {
      const like = loaded.find(({ payload }) => payload.station.startsWith(station.id[0] ?? "G")) ?? loaded[0];
      if (!like) throw new Error("the demo setup has tools");
      const payload = { ...like.payload, offset: String(index + 1), station: station.id };
      await append({ id: randomUUID(), kind: "tool-loaded", payload }, index + 1);
    }
    return { id, tools: stations.length };
  } finally {
    await pool.end();
  }
}
