import type { PositionReport } from "../../core/machine/index.ts";
import type { SetupNews } from "../../server/news/setupNews.server.ts";

/** What a page listens to: news of setups, positions of machines, by their ids. */
export interface Topics {
  readonly setups: readonly string[];
  readonly machines: readonly string[];
}

/** What the one stream of a browser tells. `words`: why it is not open, for a person. */
export type StreamMessage =
  | { readonly setup: string; readonly news: SetupNews }
  | { readonly machine: string; readonly report: PositionReport }
  /** The first that is told: the stream is open. */
  | { readonly listening: true }
  | { readonly words: string };

export const NO_TOPICS: Topics = { setups: [], machines: [] };

/** News are repeated every ten seconds, positions every second: a stream that is silent for longer is dead. */
const SILENT_NEWS_MS = 25_000;
const SILENT_POSITIONS_MS = 5_000;

export const silenceOf = ({ machines }: Topics): number => (machines.length > 0 ? SILENT_POSITIONS_MS : SILENT_NEWS_MS);

export const isEmpty = ({ setups, machines }: Topics): boolean => setups.length === 0 && machines.length === 0;

/** All topics of several pages, each once and in one order, so that the same wishes are the same stream. */
export function union(all: Iterable<Topics>): Topics {
  const [setups, machines] = [new Set<string>(), new Set<string>()];
  for (const one of all) {
    for (const id of one.setups) setups.add(id);
    for (const id of one.machines) machines.add(id);
  }
  return { setups: [...setups].sort(), machines: [...machines].sort() };
}

/** The address of the stream that tells of these. */
export function addressOf({ setups, machines }: Topics): string {
  const query = new URLSearchParams();
  for (const id of setups) query.append("setup", id);
  for (const id of machines) query.append("machine", id);
  return `/stream?${query}`;
}

/** The topic that something told is about, as a key; undefined for what is about none. */
export const messageKey = (told: StreamMessage): string | undefined =>
  "setup" in told ? `setup ${told.setup}` : "machine" in told ? `machine ${told.machine}` : undefined;
