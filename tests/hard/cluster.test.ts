import { randomUUID } from "node:crypto";
import { mkdtemp, rm } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { migrate } from "../../server/database/migrate.server.ts";
import { openPool, sqlOn } from "../../server/database/pool.server.ts";
import { rebuildSnapshots } from "../../server/ledger/ledgerRepository.server.ts";
import { readLedger } from "../../server/ledger/ledgerRows.server.ts";
import { freePort } from "../../server/private-database/privateDatabase.server.ts";
import { ROOT } from "../command/processes.ts";
import { Cluster } from "./galera.ts";
import { AppProcess, openedSetup, personWithSession, sendTo } from "./hardShop.ts";
import { isLong, longOr, report } from "./long.ts";

const WORK_MS = longOr(60_000, 4000);
let cluster: Cluster;
let home: string;
const apps: AppProcess[] = [];

beforeAll(async () => {
  cluster = await Cluster.start(3);
  home = await mkdtemp(path.join(os.tmpdir(), "luvrit-cluster-apps-"));
  const pool = openPool(cluster.urlFrom(0), 4);
  // Two that start at once, on different nodes, migrate once.
  const other = openPool(cluster.urlFrom(1), 4);
  const done = await Promise.all([pool, other].map((one) => migrate(one, path.join(ROOT, "db/migrations"))));
  expect(done.map(({ length }) => length).sort((a, b) => a - b)[0]).toBe(0);
  await Promise.all([pool.end(), other.end()]);
  for (const first of [0, 1]) {
    const env = { DATABASE_URL: cluster.urlFrom(first), LUVRIT_MOST_REQUESTS: "0", LUVRIT_MOST_CHANGES: "1000000" };
    const app = new AppProcess(await freePort(), path.join(home, `app-${first}`), () => env);
    apps.push(app);
    await app.up();
  }
}, 240_000);
afterAll(async () => {
  await Promise.all(apps.map((app) => app.kill()));
  await cluster?.close();
  await rm(home, { recursive: true, force: true });
});

describe("three nodes and two processes", () => {
  it.runIf(isLong)(
    "write one ledger together, lose nothing when a node is killed under load, and go on without it",
    async () => {
      const pool = openPool(cluster.urlFrom(2), 4);
      try {
        const { person, cookie } = await personWithSession(pool, "setter");
        const setups = await Promise.all([1, 2].map(() => openedSetup(pool, person)));
        let over = false;
        let [beforeKill, afterKill] = [0, 0];
        let killed = false;
        const client = async (setup: string, app: AppProcess) => {
          const kept: string[] = [];
          for (let count = 0; !over; count++) {
            const fields = { intent: "add-note", id: randomUUID(), base: "1", text: `note ${count}` };
            for (;;) {
              const answer = await sendTo(app.address, setup, cookie, fields, AbortSignal.timeout(15_000)).catch(
                () => undefined,
              );
              if (answer && answer.status < 400) break;
              if (answer && answer.status < 500) throw new Error(`refused: ${await answer.text()}`);
              await pause(30);
            }
            kept.push(fields.id);
            if (killed) afterKill++;
            else beforeKill++;
          }
          return kept;
        };
        // Both processes write to both setups: on two nodes at once, so that some commits meet.
        const working = setups.flatMap((setup) => apps.map((app) => client(setup, app)));
        while (beforeKill < 20) await pause(10);
        await pause(WORK_MS / 2);
        await cluster.nodes[0]?.kill();
        const began = Date.now();
        killed = true;
        while (afterKill === 0 && Date.now() - began < 30_000) await pause(10);
        const pausedFor = Date.now() - began;
        await pause(WORK_MS);
        over = true;
        const kept = (await Promise.all(working)).flat();
        expect(afterKill).toBeGreaterThan(0);

        // The node that was killed comes back and has all of it.
        await cluster.nodes[0]?.up(cluster.nodes.slice(1));
        for (const node of cluster.nodes) {
          const own = openPool(node.url, 1);
          const ids = (await Promise.all(setups.map((setup) => readLedger(sqlOn(own), setup))))
            .flat()
            .map(({ id }) => id);
          await own.end();
          expect(ids.length).toBe(kept.length + setups.length);
          expect(new Set(ids).size).toBe(ids.length);
          expect(kept.every((id) => ids.includes(id))).toBe(true);
        }
        expect((await rebuildSnapshots(pool)).differed).toEqual([]);
        report(
          `cluster: ${beforeKill} acknowledged before and ${afterKill} after a node was killed, the first of those ${pausedFor} ms after it`,
        );
      } finally {
        await pool.end();
      }
    },
    240_000,
  );
});
