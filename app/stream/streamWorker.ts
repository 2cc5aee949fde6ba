/// <reference lib="webworker" />
import type { FromHolder, FromPage } from "./messages.ts";
import { OneStream } from "./oneStream.ts";
import { Roster, SAY_EVERY_MS } from "./roster.ts";

/** Holds the one stream of a browser for all of its pages. */
/** The ports of all pages, each with what its page listens to; undefined while it listens to nothing. */
const ports = new Map<MessagePort, string | undefined>();
const roster = new Roster();
/** Tells all pages that listen: a hidden one does not. */
const tellAll = (message: FromHolder) => {
  for (const [port, topics] of ports) if (topics !== undefined) port.postMessage(message);
};
const stream = new OneStream({
  hear: (told) => tellAll({ kind: "told", told }),
  onFailure: (isRefused) => tellAll({ kind: "failed", isRefused }),
});
const look = () => stream.want(roster.topics(Date.now()));

(self as unknown as SharedWorkerGlobalScope).onconnect = ({ ports: [port] }) => {
  if (!port) return;
  ports.set(port, undefined);
  port.onmessage = ({ data }: MessageEvent<FromPage>) => {
    if (data.kind === "gone") roster.left(data.page);
    else {
      roster.heard(data.page, data.topics, Date.now());
      if (ports.get(port) !== JSON.stringify(data.topics))
        for (const told of stream.known(data.topics)) port.postMessage({ kind: "told", told } satisfies FromHolder);
    }
    ports.set(port, data.kind === "gone" ? undefined : JSON.stringify(data.topics));
    look();
  };
};
// A page that was killed says nothing: what it alone listened to is closed.
setInterval(look, SAY_EVERY_MS);
