import { type Answer, accepted, refused } from "../../core/refusal.ts";
import {
  type CurrentPosition,
  type FeedFault,
  type FeedRefusal,
  type ProbedItems,
  readCurrent,
  readProbe,
} from "./feedDocument.server.ts";

/** A document that takes longer than this is given up: a setter at the machine would have keyed it by then. */
const PATIENCE_MS = 800;
/** Largest document that is read; a current document of one lathe has a few thousand bytes. */
const LARGEST_BYTES = 512 * 1024;

const no = (code: FeedFault, message: string) => refused<FeedRefusal>({ code, message: `${message} Key the reading.` });

/**
 * Reads positions of one device from a feed (`base` without its last slash; the device is the base's last name). Units are
 * taken from the probe, again whenever the feed was started anew. Never throws for what a network or a feed can do.
 */
export class FeedReader {
  private items: ProbedItems | undefined;
  private instanceId: string | undefined;
  private readonly device: string;

  constructor(private readonly base: string) {
    this.device = decodeURIComponent(new URL(base).pathname.split("/").filter(Boolean).at(-1) ?? "");
  }

  async read(): Promise<Answer<CurrentPosition, FeedRefusal>> {
    const first = await this.probed();
    if (!first.ok) return first;
    const current = await this.current(first.value);
    if (!current.ok || current.value.instanceId === this.instanceId) return current;
    // Started anew: its items may mean something else now.
    const isFirst = this.instanceId === undefined;
    this.instanceId = current.value.instanceId;
    if (isFirst) return current;
    this.items = undefined;
    const again = await this.probed();
    return again.ok ? this.current(again.value) : again;
  }

  private async probed(): Promise<Answer<ProbedItems, FeedRefusal>> {
    if (this.items) return accepted(this.items);
    const xml = await fetchText(`${this.base}/probe`);
    if (!xml.ok) return xml;
    const items = readProbe(xml.value);
    if (items.ok) this.items = items.value;
    return items;
  }

  private async current(items: ProbedItems): Promise<Answer<CurrentPosition, FeedRefusal>> {
    const xml = await fetchText(`${this.base}/current`);
    return xml.ok ? readCurrent(xml.value, items, this.device) : xml;
  }
}

/** One document, in time and of sensible size; redirects are not followed, since a feed has no reason to lead elsewhere. */
async function fetchText(url: string): Promise<Answer<string, FeedRefusal>> {
  const signal = AbortSignal.timeout(PATIENCE_MS);
  try {
    const response = await fetch(url, { signal, redirect: "manual", headers: { accept: "text/xml, application/xml" } });
    if (response.status >= 300 && response.status < 400) {
      await response.body?.cancel();
      return no("redirected", "The feed sends elsewhere, which is not followed.");
    }
    if (!response.ok) {
      await response.body?.cancel();
      return no("http-error", `The feed answers ${response.status}.`);
    }
    const chunks: Uint8Array[] = [];
    let size = 0;
    for await (const chunk of response.body ?? []) {
      size += chunk.length;
      if (size > LARGEST_BYTES) return no("too-large", "The feed's answer is larger than any position.");
      chunks.push(chunk);
    }
    return accepted(Buffer.concat(chunks).toString("utf8"));
  } catch (failure) {
    if (!(failure instanceof Error)) throw failure;
    if (signal.aborted) return no("timeout", "The feed does not answer in time.");
    // What fetch and its streams throw for a network that fails.
    if (failure instanceof TypeError) {
      const wasOpen = failure.message === "terminated";
      return wasOpen
        ? no("cut-short", "The feed's answer was cut short.")
        : no("unreachable", "The machine's feed cannot be reached.");
    }
    throw failure;
  }
}
