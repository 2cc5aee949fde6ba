import { randomUUID } from "node:crypto";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openPool, sqlOn } from "../../server/database/pool.server.ts";
import { rebuildSnapshots } from "../../server/ledger/ledgerRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { HardShop, openedSetup, sendTo } from "./hardShop.ts";
import { chance, longOr, report } from "./long.ts";

const KILLS = longOr(200, 4);
const CLIENTS = 8;
const SEED = 20261102;

let shop: HardShop;
beforeAll(async () => {
  shop = await HardShop.open("kills");
  await shop.addApps(2);
}, 120_000);
afterAll(() => shop.close());

/** Adds entries one after another, each sent until somebody says that it is kept; gives what was acknowledged, in order. */
async function client(setup: string, cookie: string, shared: boolean, isOver: () => boolean, seed: number) {
  const next = chance(seed);
  const kept: string[] = [];
  for (let count = 0; !isOver(); count++) {
    const id = randomUUID();
    const fields = shared
      ? { intent: "add-note", text: `note ${count}` }
      : { intent: "record-hole", diameter: (10 + (count % 9)).toString(), sizeUnit: "mm" };
    for (let attempt = 0; ; attempt++) {
      const app = shop.apps[Math.floor(next() * shop.apps.length)];
      try {
        // The base that a page would have: what it has last seen of its own setup.
        const base = shared ? "1" : String(kept.length + 1);
        const answer = await sendTo(
          app?.address ?? "",
          setup,
          cookie,
          { ...fields, id, base },
          AbortSignal.timeout(8000),
        );
        const text = await answer.text();
        if (answer.status === 200 || answer.status === 202) {
          if (!/"(?:done|redirect)"|Redirect/.test(text)) throw new Error(`not kept: ${text}`);
          kept.push(id);
          break;
        }
        if (answer.status < 500) throw new Error(`refused with ${answer.status}: ${text}`);
      } catch (failure) {
        const { name, message } = failure as Error;
        // The process or the database died under it: sent again, under the same name.
        if (name !== "TypeError" && name !== "TimeoutError" && name !== "AbortError") throw new Error(message);
      }
      if (isOver() && attempt > 200) throw new Error("nobody answers after the last kill");
      await pause(20 + 40 * next());
    }
  }
  return kept;
}

describe(`${KILLS} kills of processes and of the database under load`, () => {
  it(
    "lose nothing that was acknowledged, double nothing, keep the order, and the state is the fold",
    async () => {
      const { person, cookie } = await shop.person();
      const shared = await openedSetup(shop.pool, person);
      const own = await Promise.all(Array.from({ length: CLIENTS }, () => openedSetup(shop.pool, person)));
      let over = false;
      const isOver = () => over;
      const working = [
        ...own.map((setup, index) => client(setup, cookie, false, isOver, SEED + index)),
        ...[1, 2].map((index) => client(shared, cookie, true, isOver, SEED - index)),
      ];
      // Somebody who fails fails at once, not after the last kill.
      const failed = Promise.all(working).catch((failure: unknown) => {
        over = true;
        throw failure;
      });
      failed.catch(() => undefined);
      const next = chance(SEED);
      let kills = 0;
      for (; kills < KILLS && !over; kills++) {
        await pause(150 + 450 * next());
        const whom = Math.floor(next() * 3);
        if (whom === 2) await shop.killDatabase();
        else {
          const app = shop.apps[whom];
          await app?.kill();
          await app?.up();
        }
      }
      await pause(500);
      over = true;
      const kept = await failed;
      expect(kills).toBe(KILLS);

      const pool = openPool(shop.database.url, 2);
      try {
        const ledgers = await Promise.all([...own, shared].map((setup) => readLedger(sqlOn(pool), setup)));
        for (const entries of ledgers) {
          expect(entries.map(({ seq }) => seq)).toEqual(entries.map((_, index) => index + 1));
          expect(new Set(entries.map(({ id }) => id)).size).toBe(entries.length);
        }
        for (const [index, ids] of kept.entries()) {
          const order = (ledgers[Math.min(index, own.length)] ?? [])
            .map(({ id }) => id)
            .filter((id) => ids.includes(id));
          expect(order).toEqual(ids);
        }
        const acknowledged = kept.flat().length;
        const written = ledgers.reduce((sum, entries) => sum + entries.length, 0) - own.length - 1;
        report(`${kills} kills, ${acknowledged} acknowledged, ${written} written, 0 lost, 0 doubled`);
        // With a process or the database dead half of the time, work went on all the same.
        expect(acknowledged).toBeGreaterThan(KILLS * 4);
        expect(written).toBe(acknowledged);
        expect((await rebuildSnapshots(pool)).differed).toEqual([]);
      } finally {
        await pool.end();
      }
    },
    longOr(30 * 60_000, 120_000),
  );
});
