import { Gauge } from "prom-client";
import { once } from "./metrics.server.ts";

/** Streams that one person may have open on one server process: one for each browser in use, and some that have not ended. */
const MOST_STREAMS = Number(process.env.LUVRIT_MOST_STREAMS ?? 12);

export const TOO_MANY_STREAMS =
  "You have Luvrit open in too many browsers: this one does not hear by itself what others change. Close some, then reload.";

const open = new Map<string, number>();

once(
  "luvrit_streams_open",
  () =>
    new Gauge({
      name: "luvrit_streams_open",
      help: "Streams to browsers that are open now",
      collect() {
        this.set([...open.values()].reduce((sum, count) => sum + count, 0));
      },
    }),
);

export const mayOpenStream = (personId: string): boolean => (open.get(personId) ?? 0) < MOST_STREAMS;

/** Counts a stream that is open now; the answer ends that. */
export function countStream(personId: string): () => void {
  open.set(personId, (open.get(personId) ?? 0) + 1);
  return () => {
    const left = (open.get(personId) ?? 1) - 1;
    if (left > 0) open.set(personId, left);
    else open.delete(personId);
  };
}
