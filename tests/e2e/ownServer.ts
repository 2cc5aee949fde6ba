import { type ChildProcess, spawn } from "node:child_process";
import path from "node:path";
import { freePort } from "../../server/private-database/ports.server.ts";
import { removeHome } from "../../server/testing/removeHome.ts";

/** A server of a story's own, that can be killed and started again on the same address. */
export class OwnServer {
  private child: ChildProcess | undefined;
  private constructor(
    readonly address: string,
    private readonly port: number,
    private readonly home: string,
  ) {}

  static async start(name: string): Promise<OwnServer> {
    const port = await freePort();
    const server = new OwnServer(`http://127.0.0.1:${port}`, port, path.resolve(".luvrit/own", name));
    await removeHome(server.home);
    await server.up("--fresh");
    return server;
  }

  async up(...words: string[]): Promise<void> {
    this.child = spawn("node", ["build/launch.mjs", "demo", ...words], {
      env: { ...process.env, PORT: String(this.port), LUVRIT_HOME: this.home },
      stdio: "ignore",
      detached: true,
    });
    const deadline = Date.now() + 60_000;
    for (;;) {
      const answer = await fetch(`${this.address}/ready`).catch(() => undefined);
      if (answer?.ok) return;
      if (Date.now() > deadline) throw new Error("the server of this story did not come up");
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }

  /** As a power cut would: the database behind it goes on for a moment, and the next start finds it. */
  async kill(): Promise<void> {
    const child = this.child;
    if (!child?.pid) return;
    this.child = undefined;
    const gone = new Promise((resolve) => child.once("exit", resolve));
    process.kill(child.pid, "SIGKILL");
    await gone;
  }

  /** Ends all of it. */
  async end(): Promise<void> {
    if (!this.child) await this.up();
    const child = this.child;
    const gone = new Promise((resolve) => child?.once("exit", resolve));
    child?.kill("SIGTERM");
    await gone;
    await removeHome(this.home);
  }
}
