import { spawn } from "node:child_process";
import { once } from "node:events";
import { createInterface } from "node:readline";

/** The shipped stand-in for machines' position feeds, running as a process of its own. */
interface StandIn {
  readonly url: string;
  stop(): Promise<void>;
}

const READY_WITHIN_MS = 10_000;
const STOP_WITHIN_MS = 3000;

/** Starts the stand-in with the demo's lathes on a free port of loopback. It ends with us, however we end. */
export async function startStandIn(program: string, demoFolder: string): Promise<StandIn> {
  const child = spawn(process.execPath, ["--max-old-space-size=48", program, demoFolder], {
    stdio: ["pipe", "pipe", "inherit"],
  });
  const lines = createInterface({ input: child.stdout });
  const url = await Promise.race([
    once(lines, "line").then(([line]) => String(line)),
    once(child, "exit").then(([code]) => {
      throw new Error(`The stand-in ended with ${code} before it served.`);
    }),
    new Promise<never>((_resolve, reject) => {
      setTimeout(() => reject(new Error("The stand-in did not serve in time.")), READY_WITHIN_MS).unref();
    }),
  ]);
  return {
    url,
    async stop() {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = once(child, "exit");
      const force = setTimeout(() => child.kill("SIGKILL"), STOP_WITHIN_MS);
      child.kill("SIGTERM");
      await ended;
      clearTimeout(force);
    },
  };
}
