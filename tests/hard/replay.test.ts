import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { sqlOn } from "../../server/database/pool.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { HardShop, openedSetup } from "./hardShop.ts";
import { longOr, report } from "./long.ts";

const WAITED = longOr(1000, 200);
const BATCH = 50;

let shop: HardShop;
beforeAll(async () => {
  shop = await HardShop.open("replay");
  await shop.addApps(1);
});
afterAll(() => shop.close());

describe("a device that comes back", () => {
  it(`has ${WAITED} entries taken in within seconds, each once, in order, although answers are lost on the way`, async () => {
    const { person, cookie } = await shop.person();
    const setup = await openedSetup(shop.pool, person);
    const device = randomUUID();
    const items = Array.from({ length: WAITED }, (_, index) => ({
      fields:
        index % 3 === 2
          ? {
              intent: "record-hole",
              id: randomUUID(),
              base: "1",
              diameter: String(8 + (index % 40) / 2),
              sizeUnit: "mm",
            }
          : { intent: "add-note", id: randomUUID(), base: "1", text: `made without a server, ${index}` },
      madeAt: new Date(Date.UTC(2026, 10, 25, 6, 0, index)).toISOString(),
    }));
    const send = async (some: typeof items) => {
      const answer = await fetch(`${shop.apps[0]?.address}/setups/${setup}/replay`, {
        method: "POST",
        headers: { cookie, origin: shop.apps[0]?.address ?? "", "Content-Type": "application/json" },
        body: JSON.stringify({ device, person: person.id, items: some }),
      });
      expect(answer.status).toBe(200);
      return answer.json();
    };
    const began = performance.now();
    for (let from = 0; from < items.length; from += BATCH)
      expect(await send(items.slice(from, from + BATCH))).toEqual({ kept: Math.min(BATCH, items.length - from) });
    const seconds = (performance.now() - began) / 1000;
    // As after an answer that was lost: sent again, nothing is doubled.
    expect(await send(items.slice(-BATCH))).toEqual({ kept: BATCH });
    const entries = (await readLedger(sqlOn(shop.pool), setup)).slice(1);
    expect(entries.map(({ id }) => id)).toEqual(items.map(({ fields }) => fields.id));
    expect(entries.map(({ madeAt }) => madeAt)).toEqual(items.map(({ madeAt }) => madeAt));
    report(`${WAITED} entries that waited were taken in in ${seconds.toFixed(1)} s`);
    expect(seconds).toBeLessThan(10);
  });
});
