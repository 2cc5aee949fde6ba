import { useEffect, useState } from "react";
import type { PositionReport } from "../../core/machine/index.ts";
import { listenShared } from "./sharedStream.ts";

/** A report with the time at which it came in on this device. */
export interface HeardReport extends PositionReport {
  readonly heardAt: number;
}

const LOST: PositionReport = {
  state: "none",
  fault: "connection",
  position: {},
  takenAt: 0,
  age: 0,
  words: "The connection is lost. Key the reading.",
};

/** What a machine's position feed says, as long as this page is open; undefined where the machine has none. */
export function useFeed(machine: string, hasFeed: boolean): HeardReport | undefined {
  const [report, setReport] = useState<HeardReport>();
  useEffect(() => {
    if (!hasFeed) return;
    const hear = (next: PositionReport) => setReport({ ...next, heardAt: Date.now() });
    return listenShared({
      topics: { setups: [], machines: [machine] },
      hear: (told) => {
        if ("report" in told) hear(told.report);
      },
      // Refused: there is nothing to hear, as where there is no feed.
      onFailure: (isRefused) => (isRefused ? setReport(undefined) : hear(LOST)),
    });
  }, [machine, hasFeed]);
  return report;
}
