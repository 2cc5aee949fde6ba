import { useEffect, useState } from "react";
import type { PositionReport } from "../../core/frame/index.ts";

/** A report with the time at which it came in on this device. */
export interface HeardReport extends PositionReport {
  readonly heardAt: number;
}

const LOST: PositionReport = {
  ...{ state: "none", fault: "connection", position: {}, takenAt: 0, age: 0 },
  words: "The connection is lost. Key the reading.",
};

/** What a machine's position feed says, as long as this page is open; undefined where the machine has none. */
export function useFeed(machine: string, hasFeed: boolean): HeardReport | undefined {
  const [report, setReport] = useState<HeardReport>();
  useEffect(() => {
    if (!hasFeed) return;
    const source = new EventSource(`/machines/${encodeURIComponent(machine)}/position`);
    const hear = (next: PositionReport) => setReport({ ...next, heardAt: Date.now() });
    source.onmessage = ({ data }) => hear(JSON.parse(data) as PositionReport);
    // The browser goes on trying by itself, unless it was told that there is nothing to hear.
    source.onerror = () => (source.readyState === EventSource.CLOSED ? setReport(undefined) : hear(LOST));
    return () => source.close();
  }, [machine, hasFeed]);
  return report;
}
