import { spawn } from "node:child_process";
import { randomBytes } from "node:crypto";
import { readFileSync } from "node:fs";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { HardShop } from "./hardShop.ts";
import { longOr, report, slowness } from "./long.ts";

const MEGABYTES = 12;
const AT_ONCE = longOr(25, 5);
/** What a process may keep of the 300 MB for what comes next, MB: an allocator does not give every page back. */
const KEPT = 50;

/** Asks until its input ends; says the longest that an answer took, milliseconds. */
const WATCH = `
  let over = false;
  process.stdin.on("end", () => { over = true; }).resume();
  (async () => {
    let slowest = 0;
    for (let turn = 0; !over; turn++) {
      const began = performance.now();
      await (await fetch(process.argv[1])).text();
      if (turn > 3) slowest = Math.max(slowest, performance.now() - began);
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    console.log(slowest);
  })();
`;

let shop: HardShop;
beforeAll(async () => {
  shop = await HardShop.open("uploads");
  await shop.addApps(1);
});
afterAll(() => shop.close());
const address = () => shop.apps[0]?.address ?? "";
const residentMegabytes = () =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${shop.apps[0]?.pid}/status`, "utf8"))?.[1] ?? 0) / 1024;

/** A program of that size that was not sent before. */
function program(): FormData {
  const form = new FormData();
  const lines = Buffer.alloc(
    MEGABYTES * 1e6 - 2000,
    `G1 X${12.345} Z-67.89 F0.1 (${randomBytes(6).toString("hex")})\n`,
  );
  form.set("program", new File([lines], "O1.nc"));
  return form;
}
async function send(cookie: string): Promise<number> {
  const answer = await fetch(`${address()}/files`, {
    method: "POST",
    headers: { origin: address(), cookie },
    body: program(),
  });
  await answer.text();
  return answer.status;
}

/**
 * Sends them all at once, as often as asked for; the longest that `/health` took meanwhile, milliseconds. Without end where one was
 * given up because its reading took too long (422): the machine was held up, and the turn says nothing.
 */
async function slowestWhileSending(cookies: readonly string[]): Promise<number> {
  // From a process of its own: this one is busy with sending.
  const watch = spawn("node", ["-e", WATCH, `${address()}/health`], { stdio: ["pipe", "pipe", "inherit"] });
  let said = "";
  watch.stdout.on("data", (piece) => {
    said += piece;
  });
  let isHeldUp = false;
  for (let turn = 0; turn < longOr(6, 1); turn++) {
    const statuses = await Promise.all(
      Array.from({ length: AT_ONCE }, (_, index) => send(cookies[index % cookies.length] ?? "")),
    );
    expect(statuses.filter((status) => status !== 200 && status !== 429 && status !== 422)).toEqual([]);
    isHeldUp ||= statuses.includes(422);
    if (!isHeldUp) expect(statuses.filter((status) => status === 200).length).toBeGreaterThanOrEqual(cookies.length);
  }
  const watched = new Promise((resolve) => watch.once("exit", resolve));
  watch.stdin.end();
  await watched;
  return isHeldUp ? Number.POSITIVE_INFINITY : Number(said);
}

describe(`${AT_ONCE} programs of ${MEGABYTES} MB at once`, () => {
  it("leave the server answering, and its memory as it was", async () => {
    const people = await Promise.all(Array.from({ length: 5 }, () => shop.person()));
    // What is loaded at the first file stays: a reader of files, and statements that are prepared.
    for (let turn = 0; turn < 3; turn++) expect(await send(people[turn]?.cookie ?? "")).toBe(200);
    await pause(1500);
    const before = residentMegabytes();
    let slower = slowness();
    let most = 0;
    const looking = setInterval(() => {
      most = Math.max(most, residentMegabytes());
    }, 50);
    // What holds the server up does so every time; what else happens on this machine does not.
    let slowest = Number.POSITIVE_INFINITY;
    for (let turn = 0; turn < 3 && slowest >= 200 * slower; turn++) {
      slowest = Math.min(slowest, await slowestWhileSending(people.map(({ cookie }) => cookie)));
      slower = Math.max(slower, slowness());
    }
    clearInterval(looking);
    // Memory goes back once the collector has had a reason to look.
    let after = residentMegabytes();
    for (let tries = 0; tries < 60 && after > before + KEPT; tries++) {
      await fetch(`${address()}/sign-in`);
      await pause(250);
      after = residentMegabytes();
    }
    report(
      `${AT_ONCE} uploads at once: /health ${slowest.toFixed(0)} ms at most, memory ${before.toFixed(0)} MB before, ${most.toFixed(0)} at most, ${after.toFixed(0)} after`,
    );
    expect(slowest).toBeLessThan(200 * slower);
    expect(after).toBeLessThan(before + KEPT);
  }, 180_000);
});
