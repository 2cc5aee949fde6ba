import { randomUUID } from "node:crypto";
import { readFileSync } from "node:fs";
import { mkdtemp } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import type { Command } from "../../core/ledger/index.ts";
import { opened } from "../../core/ledger/setup.fixture.ts";
import { migrate } from "../../server/database/migrate.server.ts";
import { openPool, type Pool, sqlOn } from "../../server/database/pool.server.ts";
import { appendEntry } from "../../server/ledger/ledgerRepository.server.ts";
import { addPerson } from "../../server/people/peopleRepository.server.ts";
import type { Person, Role } from "../../server/people/person.server.ts";
import { beginSession } from "../../server/people/sessionRepository.server.ts";
import {
  freePort,
  type PrivateDatabase,
  startPrivateDatabase,
} from "../../server/private-database/privateDatabase.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import { LAUNCHER, ROOT, type Running, start, untilReady } from "../command/processes.ts";

/** One process of the application, started again on the same port after each kill. */
export class AppProcess {
  private running: Running | undefined;
  readonly address: string;
  constructor(
    private readonly port: number,
    private readonly home: string,
    private readonly env: () => Readonly<Record<string, string>>,
  ) {
    this.address = `http://127.0.0.1:${port}`;
  }
  get pid(): number {
    return this.running?.child.pid ?? 0;
  }
  said = () => this.running?.said() ?? "";

  /** Starts it, again and again while its database is not there yet. */
  async up(): Promise<void> {
    for (let attempt = 1; ; attempt++) {
      this.running = start(LAUNCHER, ["start"], { LUVRIT_HOME: this.home, PORT: String(this.port), ...this.env() });
      try {
        await untilReady(this.address, this.running);
        return;
      } catch (failure) {
        if (attempt === 20) throw failure;
        this.running.child.kill("SIGKILL");
        await this.running.ended;
      }
    }
  }
  async kill(signal: NodeJS.Signals = "SIGKILL"): Promise<void> {
    this.running?.child.kill(signal);
    await this.running?.ended;
  }
}

/** A shop of a hard test's own: a database, processes of the application, people with sessions. */
export class HardShop {
  readonly apps: AppProcess[] = [];
  pool!: Pool;
  private constructor(
    readonly home: string,
    readonly database: PrivateDatabase,
  ) {}

  static async open(name: string): Promise<HardShop> {
    const home = await mkdtemp(path.join(os.tmpdir(), `luvrit-${name}-`));
    const shop = new HardShop(home, await startPrivateDatabase(home));
    shop.pool = openPool(shop.database.url, 8);
    await migrate(shop.pool, path.join(ROOT, "db/migrations"));
    return shop;
  }

  async addApps(count: number, env: Readonly<Record<string, string>> = {}): Promise<void> {
    const added: AppProcess[] = [];
    for (let one = 0; one < count; one++) {
      const app = new AppProcess(await freePort(), path.join(this.home, `app-${this.apps.length}`), () => ({
        DATABASE_URL: this.database.url,
        LUVRIT_MOST_REQUESTS: "0",
        LUVRIT_MOST_CHANGES: "1000000",
        // As the command has it.
        MALLOC_ARENA_MAX: "2",
        MALLOC_MMAP_THRESHOLD_: "131072",
        ...env,
      }));
      this.apps.push(app);
      added.push(app);
    }
    await Promise.all(added.map((app) => app.up()));
  }

  /** As a power cut would, and up again: the engine recovers by its own log. */
  async killDatabase(): Promise<void> {
    const pid = Number(readFileSync(this.database.place.pidFile, "utf8"));
    process.kill(pid, "SIGKILL");
    for (const deadline = Date.now() + 30_000; Date.now() < deadline; ) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      const answers = await sqlOn(this.pool)
        .rows("SELECT 1")
        .then(
          () => true,
          () => false,
        );
      if (answers) return;
    }
    throw new Error("the database did not come up again");
  }

  async person(role: Role = "setter"): Promise<{ readonly person: Person; readonly cookie: string }> {
    return personWithSession(this.pool, role);
  }

  async close(): Promise<void> {
    await Promise.all(this.apps.map((app) => app.kill()));
    await this.pool.end();
    await this.database.stop();
    await removeHome(this.home);
  }
}

export async function personWithSession(pool: Pool, role: Role) {
  const person = await addPerson(sqlOn(pool), {
    name: `Person ${randomUUID().slice(0, 8)}`,
    role,
    isGiven: false,
    secret: "246813",
  });
  const token = await beginSession(sqlOn(pool), person.id, { device: "test", address: "127.0.0.1" });
  return { person, cookie: cookieOf(token) };
}

/** The cookie as the application writes it. */
export const cookieOf = (token: string): string =>
  `luvrit=${encodeURIComponent(Buffer.from(JSON.stringify(token)).toString("base64"))}`;

/** Opens a setup straight through the ledger; gives its id. */
export async function openedSetup(pool: Pool, person: Person, machine?: string): Promise<string> {
  const setup = randomUUID();
  const command = { ...opened(), id: randomUUID() } as Command;
  if (machine !== undefined && command.kind === "setup-opened")
    Object.assign(command, { payload: { ...command.payload, machine: { ...command.payload.machine, id: machine } } });
  await appendEntry(pool, setup, command, { person, device: "test", base: 0 });
  return setup;
}

/** Sends one form of a setup as a page does. */
export function sendTo(
  address: string,
  setup: string,
  cookie: string,
  fields: Readonly<Record<string, string>>,
  signal?: AbortSignal,
): Promise<Response> {
  return fetch(`${address}/setups/${setup}/entries.data`, {
    method: "POST",
    redirect: "manual",
    headers: { origin: address, cookie, "Content-Type": "application/x-www-form-urlencoded" },
    body: new URLSearchParams(fields),
    ...(signal && { signal }),
  });
}
