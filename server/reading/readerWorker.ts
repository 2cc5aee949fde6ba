import { parentPort } from "node:worker_threads";
import { JOBS, type JobInput, type JobName } from "./jobs.ts";

/** What the server sends to a reader. */
export interface ToReader {
  readonly name: JobName;
  readonly asked: JobInput<JobName>;
}
/** What a reader answers: what was read, or the fault in reading it. */
export type FromReader = { readonly ok: true; readonly read: unknown } | { readonly ok: false; readonly stack: string };

parentPort?.on("message", async ({ name, asked }: ToReader) => {
  let answer: FromReader;
  try {
    const job = JOBS[name] as (asked: JobInput<JobName>) => Promise<unknown>;
    answer = { ok: true, read: await job(asked) };
  } catch (failure) {
    answer = { ok: false, stack: (failure as Error).stack ?? String(failure) };
  }
  parentPort?.postMessage(answer);
});
