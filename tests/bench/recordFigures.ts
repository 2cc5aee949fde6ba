import { randomUUID } from "node:crypto";
import { chromium } from "@playwright/test";
import type { Command } from "../../core/ledger/index.ts";
import { openPool, type Sql, sqlOn } from "../../server/database/pool.server.ts";
import { stableId } from "../../server/identity/stableId.ts";
import { appendEntry } from "../../server/ledger/ledgerRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { searchSetups, storeWords } from "../../server/ledger/setupSearch.server.ts";
import { readSetup } from "../../server/ledger/setupsRepository.server.ts";
import { listPeople } from "../../server/people/peopleRepository.server.ts";

const percentile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)] ?? Number.NaN;
};
const round = (value: number) => Math.round(value * 100) / 100;

/** Numbers from a seed: the same shop in every run. */
function chance(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return Math.floor((state / 2 ** 32) * below);
  };
}

const PARTS =
  "clamp ring collar roller pin knob tube flange spacer bush shaft pulley nut sleeve hub cap plug stud gland".split(
    " ",
  );
const WHAT =
  "focuser eyepiece shutter dome mirror tripod finder guide counterweight dust drawtube axis worm encoder".split(" ");
const INSERTS = [
  "CNMG 120408",
  "DNMG 110404",
  "CCMT 060204",
  "VBMT 160404",
  "WNMG 080408",
  "TNMG 160404",
  "DCMT 070202",
];
const PEOPLE = ["Ines", "Bruno", "Marit", "Odile", "Nora", "Tomas", "Edda", "Jonas"];
const MACHINES = [
  ["north", "North turret lathe"],
  ["bench", "Bench lathe"],
  ["old", "Old turret lathe"],
  ["swiss", "Sliding-headstock lathe 20"],
] as const;
const SNAPSHOT_BYTES = 3500;
const BATCH = 500;

/** Fills the list with past setups of a made-up shop, twenty years of them, straight into the tables. */
async function fillShop(sql: Sql, setups: number): Promise<void> {
  const of = chance(7);
  const pick = <Value>(list: readonly Value[]): Value => list[of(list.length)] as Value;
  const padding = JSON.stringify({ seq: 1, cells: {}, undone: {}, pad: "x".repeat(SNAPSHOT_BYTES) });
  const today = Date.now();
  for (let from = 0; from < setups; from += BATCH) {
    const rows: (string | number | boolean | Date | null)[] = [];
    const words: (string | Date)[] = [];
    for (let index = from; index < Math.min(setups, from + BATCH); index++) {
      const id = randomUUID();
      const [machine, name] = pick(MACHINES);
      const job = `J-${100_000 + index}`;
      const part = `${pick(WHAT)} ${pick(PARTS)} ${of(400)}`;
      const at = new Date(today - of(20 * 365 * 24 * 3600) * 1000);
      rows.push(id, machine, name, job, part, `op ${1 + of(3)}`, 20, of(50) > 0, 9, 9, null, null, padding, at, at);
      const texts = [
        job,
        part,
        name,
        `O${1000 + of(9000)}`,
        "brass",
        pick(INSERTS),
        pick(INSERTS),
        `drill ${of(30)}`,
        `groove ${of(6)}`,
        pick(PEOPLE),
        pick(PEOPLE),
      ];
      words.push(
        at,
        id,
        machine,
        texts
          .join(" ")
          .toLowerCase()
          .split(/[^a-z0-9]+/)
          .concat(job.toLowerCase().replace("-", ""))
          .map((word) => ` q_${word}`)
          .join(""),
      );
    }
    const marks = (columns: number, values: readonly unknown[]) =>
      Array.from({ length: values.length / columns }, () => `(${Array(columns).fill("?").join(",")})`).join(",");
    await sql.run(
      `INSERT INTO setups (id, machine_id, machine_name, job, part, operation, seq, signed_off, steps_done, steps_total, next_offset, next_kind, snapshot, opened_at, changed_at) VALUES ${marks(15, rows)}`,
      rows,
    );
    await sql.run(`INSERT INTO setup_words (opened_at, setup_id, machine_id, words) VALUES ${marks(4, words)}`, words);
  }
}

/** Searches as people type them, over so many setups: common words, rare ones, several, with machine and dates. */
export async function searchTimes(url: string, setups: number, scale: number) {
  const pool = openPool(url, 4);
  try {
    const sql = sqlOn(pool);
    const began = performance.now();
    await fillShop(sql, setups);
    const fillSeconds = (performance.now() - began) / 1000;
    const of = chance(11);
    const pick = <Value>(list: readonly Value[]): Value => list[of(list.length)] as Value;
    const kinds: readonly (() => Parameters<typeof searchSetups>[1])[] = [
      () => ({ text: `J-${100_000 + of(setups)}` }),
      () => ({ text: `j${100_000 + of(setups)}` }),
      () => ({ text: `${pick(WHAT)} ${pick(PARTS)} ${of(400)}` }),
      () => ({ text: `${pick(PARTS)} ${pick(INSERTS)}` }),
      () => ({ text: `${pick(WHAT)} ${pick(PEOPLE)}` }),
      () => ({ text: pick(PARTS).slice(0, 3) }),
      () => ({ text: `o${1000 + of(9000)}` }),
      () => ({ text: `${pick(INSERTS)} drill ${of(30)}`, machine: pick(MACHINES)[0] }),
      () => ({ text: pick(PARTS), from: "2015-01-01T00:00:00Z", to: "2016-01-01T00:00:00Z" }),
      () => ({ text: "", machine: pick(MACHINES)[0] }),
      () => ({ text: "brass" }),
      () => ({ text: "nothing that there is" }),
    ];
    for (const kind of kinds) await searchSetups(sql, kind());
    const times: number[] = [];
    const byKind = kinds.map(() => [] as number[]);
    let found = 0;
    for (let turn = 0; turn < Math.max(2, 30 * scale); turn++)
      for (const [index, kind] of kinds.entries()) {
        const search = kind();
        const start = performance.now();
        found += (await searchSetups(sql, search)).setups.length;
        const took = performance.now() - start;
        times.push(took);
        byKind[index]?.push(took);
      }
    return {
      setups,
      fillSeconds: round(fillSeconds),
      searches: times.length,
      found,
      p50: round(percentile(times, 0.5)),
      p95: round(percentile(times, 0.95)),
      p95ByKind: byKind.map((list) => round(percentile(list, 0.95))),
    };
  } finally {
    await pool.end();
  }
}

/** A setup whose table has so many offsets, half of them touched. */
export async function openLargeTable(url: string, offsets: number): Promise<string> {
  const pool = openPool(url, 2);
  try {
    const sql = sqlOn(pool);
    const [person] = await listPeople(sql);
    const [opened, ...others] = await readLedger(sql, stableId("setup drawtube"));
    const like = others.find((entry) => entry.kind === "tool-loaded");
    if (!person || opened?.kind !== "setup-opened" || like?.kind !== "tool-loaded")
      throw new Error("the demo data is there");
    const id = randomUUID();
    let base = 0;
    const append = async (kind: Command["kind"], payload: object) => {
      const command = { id: randomUUID(), kind, version: 1, payload } as Command;
      const result = await appendEntry(pool, id, command, { person, device: "bench", base });
      if (result.outcome !== "appended") throw new Error(JSON.stringify(result));
      base = result.entry.seq;
    };
    const { stations: _, ...machine } = opened.payload.machine;
    await append("setup-opened", { ...opened.payload, machine });
    for (let offset = 1; offset <= offsets; offset++) {
      await append("tool-loaded", { ...like.payload, offset: String(offset), station: String(offset) });
      if (offset % 2 === 0) continue;
      const common = { offset: String(offset), way: "skim", work: 0, expectedError: 0.007, typed: {}, touched: 50 };
      await append("touch-accepted", { ...common, axis: "x", exact: -339 - offset / 10 });
      await append("touch-accepted", { ...common, axis: "z", exact: -402 - offset / 10 });
    }
    const state = await readSetup(sql, id);
    if (state) await storeWords(sql, id, state);
    return id;
  } finally {
    await pool.end();
  }
}

/** From the tap on “Table” to the laid-out grid on the screen, and from cell to cell, in a real browser. */
export async function tableTimes(address: string, setup: string, offsets: number, scale: number) {
  const browser = await chromium.launch({
    executablePath: process.env.LUVRIT_BROWSER ?? "/usr/bin/chromium-headless-shell",
    args: ["--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking"],
  });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    // The browser's driver waits for ever for the script of a worker that pages share.
    await page.addInitScript(() => Reflect.deleteProperty(window, "SharedWorker"));
    await page.goto(`${address}/sign-in`);
    await page.getByRole("button", { name: "Ines" }).click();
    await page.getByRole("heading", { name: "Running setups" }).waitFor();
    const opens: number[] = [];
    const paints: number[] = [];
    const wholes: number[] = [];
    for (let turn = 0; turn < Math.max(2, 8 * scale); turn++) {
      await page.goto(`${address}/setups/${setup}/keep`);
      await page.waitForLoadState("networkidle");
      const [open, paint, whole] = await page.evaluate(async () => {
        const link = [...document.querySelectorAll("nav a")].find(
          (one) => one.textContent?.trim() === "Table",
        ) as HTMLElement;
        const seen = (selector: string) =>
          new Promise<number>((resolve) => {
            new MutationObserver((_, observer) => {
              if (!document.querySelector(selector)) return;
              observer.disconnect();
              resolve(performance.now());
            }).observe(document.body, { childList: true, subtree: true });
          });
        const began = performance.now();
        const grid = seen('[role="grid"]');
        const last = seen('[role="grid"] tbody tr:nth-child(60)');
        link.click();
        const arrived = await grid;
        await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve, 0)));
        const painted = performance.now();
        return [painted - began, painted - arrived, (await last) - arrived];
      });
      opens.push(open ?? Number.NaN);
      paints.push(paint ?? Number.NaN);
      wholes.push(whole ?? Number.NaN);
    }
    const moves = await page.evaluate(async () => {
      const grid = document.querySelector('[role="grid"]') as HTMLElement;
      grid.querySelector<HTMLElement>('[aria-selected="true"]')?.focus();
      const measured: number[] = [];
      for (let step = 0; step < 120; step++) {
        const began = performance.now();
        const key = ["ArrowDown", "ArrowRight", "ArrowDown", "ArrowLeft"][step % 4] ?? "";
        document.activeElement?.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
        await Promise.resolve();
        grid.querySelector('[aria-selected="true"]')?.getBoundingClientRect();
        measured.push(performance.now() - began);
        await new Promise((resolve) => requestAnimationFrame(resolve));
      }
      return measured;
    });
    return {
      offsets,
      tapToPainted: { p50: round(percentile(opens, 0.5)), most: round(Math.max(...opens)) },
      gridToPainted: { p50: round(percentile(paints, 0.5)), most: round(Math.max(...paints)) },
      gridToAllRows: { p50: round(percentile(wholes, 0.5)), most: round(Math.max(...wholes)) },
      cellToCell: { p50: round(percentile(moves, 0.5)), p95: round(percentile(moves, 0.95)) },
    };
  } finally {
    await browser.close();
  }
}
