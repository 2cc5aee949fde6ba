import { statSync } from "node:fs";
import { Worker } from "node:worker_threads";
import { Slots } from "../concurrency/slots.ts";
import { log } from "../http/log.server.ts";
import type { Content, JobInput, JobName, Read } from "./jobs.ts";
import type { FromReader, ToReader } from "./readerWorker.ts";

/** Files that are read at the same time; others wait, and of those who wait no more than so many. */
const AT_ONCE = 2;
const MOST_WAITING = 60;
/** A reader that has had nothing to do for this long is let go. */
const IDLE_MS = 60_000;
/** Memory of a reader, MB: the largest program with everything that is made of it. */
const MOST_MEGABYTES = 768;
/** How long the reading of a file may take. The largest program takes a fifth of this on a small machine. */
const LONGEST_MS: Readonly<Record<JobName, number>> = {
  program: 20_000,
  edited: 20_000,
  picture: 5_000,
  isProgram: 10_000,
  command: 10_000,
  workshop: 10_000,
  machines: 10_000,
  exercise: 15_000,
};

/** A file that was not read: why, in words for the person who sent it. */
export class NotRead extends Error {
  constructor(
    message: string,
    /** Whether sending it again may help. */
    readonly isBusy: boolean,
  ) {
    super(message);
  }
}

/** Reads on a place that is held. */
export type Reader = <Name extends JobName>(name: Name, asked: JobInput<Name>) => Promise<Read<Name>>;

const slots = new Slots(AT_ONCE, MOST_WAITING);
const idle: { readonly worker: Worker; readonly timer: NodeJS.Timeout }[] = [];

/**
 * Reads a foreign file apart from everything else that the server does: in a thread of its own, with limits on its time and
 * memory, so that a file that is made to take long does not delay other requests. Throws `NotRead` where it exceeds them, or where
 * too many wait.
 */
export async function readInWorker<Name extends JobName>(name: Name, asked: JobInput<Name>): Promise<Read<Name>> {
  const read = await slots.run(async () => ({ value: await readOn(takeWorker(), name, asked) }));
  if (!read) throw new NotRead("Many files are being read just now. Send this one again in a moment.", true);
  return read.value;
}

/** Holds one of the places for reading while some work asks for it, where that work itself must not wait for a place. */
export async function withReader<Result>(work: (read: Reader) => Promise<Result>): Promise<Result> {
  const done = await slots.run(async () => ({ value: await work((name, asked) => readOn(takeWorker(), name, asked)) }));
  if (!done) throw new NotRead("Many files are being read just now. Send this one again in a moment.", true);
  return done.value;
}

function takeWorker(): Worker {
  const there = idle.pop();
  if (there) {
    clearTimeout(there.timer);
    there.worker.ref();
    return there.worker;
  }
  const program = process.env.LUVRIT_READER;
  if (program === undefined) throw new Error("LUVRIT_READER is not set; the launcher sets it.");
  return new Worker(program, { resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES } });
}

function giveBack(worker: Worker, wasLarge: boolean): void {
  // What a large file took stays with its reader: that one goes.
  if (wasLarge) return void worker.terminate();
  // A reader that waits for work keeps no process alive.
  worker.unref();
  const timer = setTimeout(() => {
    const at = idle.findIndex((one) => one.worker === worker);
    if (at >= 0) idle.splice(at, 1);
    void worker.terminate();
  }, IDLE_MS);
  timer.unref();
  idle.push({ worker, timer });
}

/** Bytes beyond which a reader is not kept for the next file. */
const LARGE = 500_000;

function isLarge(asked: object): boolean {
  const { content, text } = asked as { content?: Content; text?: string };
  if (content === undefined) return (text?.length ?? 0) > LARGE;
  return "bytes" in content ? content.bytes.length > LARGE : statSync(content.path).size > LARGE;
}

function readOn<Name extends JobName>(worker: Worker, name: Name, asked: JobInput<Name>): Promise<Read<Name>> {
  return new Promise((resolve, reject) => {
    const onMessage = (answer: FromReader) => {
      end();
      giveBack(worker, isLarge(asked));
      if (answer.ok) resolve(answer.read as Read<Name>);
      else reject(new Error(`reading ${name}: ${answer.stack}`));
    };
    const onError = (failure: Error & { code?: string }) => {
      if (failure.code === "ERR_WORKER_OUT_OF_MEMORY")
        giveUp("Reading this file takes more memory than there is for it. Look at it in an editor.");
      else {
        end();
        reject(failure);
      }
    };
    const end = () => {
      clearTimeout(timer);
      worker.off("message", onMessage).off("error", onError);
    };
    const giveUp = (words: string) => {
      end();
      void worker.terminate();
      log.warn({ reading: name }, words);
      reject(new NotRead(words, false));
    };
    const timer = setTimeout(
      () =>
        giveUp(
          `Reading this file was given up after ${LONGEST_MS[name] / 1000} seconds: it is not made as such files are. Look at it in an editor.`,
        ),
      LONGEST_MS[name],
    );
    worker.on("message", onMessage).on("error", onError);
    worker.postMessage({ name, asked } satisfies ToReader);
  });
}
