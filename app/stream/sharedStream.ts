import { newId } from "../shell/newId.ts";
import type { FromHolder, FromPage, Message } from "./messages.ts";
import { OneStream } from "./oneStream.ts";
import { Roster, SAY_EVERY_MS } from "./roster.ts";
import { NO_TOPICS, type StreamMessage, type Topics, union } from "./topics.ts";

interface Listener {
  readonly topics: Topics;
  readonly hear: (told: StreamMessage) => void;
  /** There is no answer, the stream went silent, or (`isRefused`) what answered was no stream. */
  readonly onFailure: (isRefused: boolean) => void;
}

/** How the pages of this browser share a stream: by a worker, or by one of them where there are no shared workers. */
interface Sharing {
  say(message: FromPage): void;
}

const listeners = new Set<Listener>();
let sharing: Sharing | undefined;
let page = "";

/**
 * Listens to some topics on the one stream that all pages of this browser share, while this page is visible. A browser has
 * six connections to a server, and a stream takes one for as long as it is open: with one of its own for each page, a few
 * pages leave none for forms. The answer ends it.
 */
export function listenShared(listener: Listener): () => void {
  begin();
  listeners.add(listener);
  sayHere();
  return () => {
    listeners.delete(listener);
    sayHere();
  };
}

function begin(): void {
  if (sharing) return;
  page = newId();
  sharing = withWorker() ?? withLeader();
  setInterval(() => {
    if (listeners.size > 0) sayHere();
  }, SAY_EVERY_MS);
  document.addEventListener("visibilitychange", sayHere);
  window.addEventListener("pagehide", () => sharing?.say({ kind: "gone", page }));
  window.addEventListener("pageshow", sayHere);
}

function sayHere(): void {
  const isSeen = document.visibilityState === "visible" && listeners.size > 0;
  const topics = isSeen ? union([...listeners].map((listener) => listener.topics)) : NO_TOPICS;
  sharing?.say(isSeen ? { kind: "here", page, topics } : { kind: "gone", page });
}

function hear(message: FromHolder): void {
  // Sent to all pages: a hidden page fetches nothing because of it, and is sent what is known once it is visible.
  if (document.visibilityState === "hidden") return;
  for (const listener of [...listeners])
    if (message.kind === "failed") listener.onFailure(message.isRefused);
    else if (isAbout(listener.topics, message.told)) listener.hear(message.told);
}

const isAbout = ({ setups, machines }: Topics, told: StreamMessage): boolean =>
  "setup" in told ? setups.includes(told.setup) : "machine" in told ? machines.includes(told.machine) : true;

function withWorker(): Sharing | undefined {
  if (typeof SharedWorker === "undefined") return undefined;
  try {
    const worker = new SharedWorker(new URL("./streamWorker.ts", import.meta.url), { type: "module", name: "luvrit" });
    worker.port.onmessage = ({ data }: MessageEvent<FromHolder>) => hear(data);
    worker.onerror = () => {
      // It cannot be loaded: one of the pages holds the stream instead.
      worker.port.close();
      sharing = withLeader();
      sayHere();
    };
    return { say: (message) => worker.port.postMessage(message) };
  } catch (failure) {
    if (!(failure instanceof DOMException)) throw failure;
    return undefined;
  }
}

/** The page whose name comes first holds the stream, and passes on what it is told; when it goes, the next one does. */
function withLeader(): Sharing {
  const roster = new Roster();
  const channel = new BroadcastChannel("luvrit-stream");
  const passOn = (message: FromHolder) => {
    hear(message);
    channel.postMessage(message);
  };
  const stream = new OneStream({
    hear: (told) => passOn({ kind: "told", told }),
    onFailure: (isRefused) => passOn({ kind: "failed", isRefused }),
  });
  const known = new Map<string, string>();
  const look = () => {
    const now = Date.now();
    stream.want(roster.leader(now) === page ? roster.topics(now) : NO_TOPICS);
  };
  const note = (message: FromPage) => {
    if (message.kind === "gone") {
      roster.left(message.page);
      known.delete(message.page);
    } else {
      roster.heard(message.page, message.topics, Date.now());
      const topics = JSON.stringify(message.topics);
      // Who comes new, or wants something else, is told what is known of it.
      if (known.get(message.page) !== topics)
        for (const told of stream.known(message.topics)) passOn({ kind: "told", told });
      known.set(message.page, topics);
    }
    look();
  };
  channel.onmessage = ({ data }: MessageEvent<Message>) =>
    data.kind === "here" || data.kind === "gone" ? note(data) : hear(data);
  return {
    say: (message) => {
      note(message);
      channel.postMessage(message);
    },
  };
}
