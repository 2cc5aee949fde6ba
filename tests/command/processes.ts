import { type ChildProcess, spawn } from "node:child_process";
import path from "node:path";

export const ROOT = path.resolve(import.meta.dirname, "../..");
export const LAUNCHER = path.join(ROOT, "build/launch.mjs");

/** A program that was started, what it has said so far, and its end. */
export interface Running {
  readonly child: ChildProcess;
  readonly said: () => string;
  readonly ended: Promise<number | null>;
}

/** Starts one of our programs, with what it is told on standard input. */
export function start(
  program: string,
  words: readonly string[],
  env: Readonly<Record<string, string>>,
  input = "",
): Running {
  const child = spawn("node", [program, ...words], { env: { ...process.env, ...env } });
  let said = "";
  const hear = (piece: Buffer) => {
    said += piece;
  };
  child.stdout.on("data", hear);
  child.stderr.on("data", hear);
  child.stdin.on("error", () => undefined);
  child.stdin.end(input);
  return { child, said: () => said, ended: new Promise((resolve) => child.once("exit", resolve)) };
}

/** The same, to its end: exit code and everything that was said. */
export async function run(words: readonly string[], env: Readonly<Record<string, string>>, input = "") {
  const running = start(LAUNCHER, words, env, input);
  return { code: await running.ended, said: running.said() };
}

/** Until a server answers that it is ready. */
export async function untilReady(address: string, running?: Running): Promise<void> {
  const deadline = Date.now() + 60_000;
  for (;;) {
    if (running && running.child.exitCode !== null) throw new Error(running.said());
    const answer = await fetch(`${address}/ready`).catch(() => undefined);
    if (answer?.ok) return;
    if (Date.now() > deadline) throw new Error(`nobody is ready at ${address}: ${running?.said() ?? ""}`);
    await new Promise((resolve) => setTimeout(resolve, 30));
  }
}
