import { type ChildProcess, spawn } from "node:child_process";
import { mkdtemp } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { openPool, sqlOn } from "../../server/database/pool.server.ts";
import { listPeople } from "../../server/people/peopleRepository.server.ts";
import { beginSession } from "../../server/people/sessionRepository.server.ts";
import { freePort, runningDatabase } from "../../server/private-database/privateDatabase.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";
import type { Demo } from "./section.ts";

/** A demo in a folder of its own, as the command starts it. */
export class DemoServer {
  private child: ChildProcess | undefined;
  private constructor(
    private readonly root: string,
    private readonly home: string,
  ) {}

  static async make(root: string): Promise<DemoServer> {
    return new DemoServer(root, await mkdtemp(path.join(os.tmpdir(), "luvrit-bench-")));
  }

  /** Starts it; gives its address, and the seconds until a page was served. */
  async start(): Promise<{ readonly address: string; readonly seconds: number }> {
    const began = performance.now();
    const port = await freePort();
    const child = spawn(path.join(this.root, "luvrit"), ["demo"], {
      stdio: ["ignore", "ignore", "inherit"],
      env: { ...process.env, LUVRIT_HOME: this.home, PORT: String(port) },
    });
    this.child = child;
    const address = `http://127.0.0.1:${port}`;
    for (;;) {
      if (child.exitCode !== null) throw new Error("the demo did not start");
      const answer = await fetch(`${address}/sign-in`).catch(() => undefined);
      if (answer?.ok) return { address, seconds: (performance.now() - began) / 1000 };
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  }

  /** Signs the first of its people in. */
  async signIn(address: string): Promise<Demo> {
    const databaseUrl = await runningDatabase(this.home);
    if (databaseUrl === undefined) throw new Error("the demo has a database");
    const pool = openPool(databaseUrl, 1);
    try {
      const [person] = await listPeople(sqlOn(pool));
      if (!person) throw new Error("the demo has people");
      const token = await beginSession(sqlOn(pool), person.id, { device: "bench", address: "127.0.0.1" });
      const cookie = `luvrit=${encodeURIComponent(Buffer.from(JSON.stringify(token)).toString("base64"))}`;
      return { address, databaseUrl, cookie };
    } finally {
      await pool.end();
    }
  }

  async stop(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((resolve) => child.once("exit", resolve));
    child.kill("SIGTERM");
    await gone;
  }

  async remove(): Promise<void> {
    await this.stop();
    await removeHome(this.home);
  }
}
