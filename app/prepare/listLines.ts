/** A line from an item of one list to an item of the next, by their places from the top. */
export interface ListLine {
  readonly from: number;
  readonly to: number;
  /** `agrees` where both lists mean the same place, `differs` where the tool stands somewhere else. */
  readonly state: "agrees" | "differs";
}

/** What the three columns show, each in its order. */
interface ListColumns {
  /** Calls, by station number and offset. */
  readonly called: readonly { readonly offset: string; readonly place: string | undefined }[];
  /** Offsets that the middle column shows. */
  readonly rows: readonly string[];
  readonly stations: readonly { readonly id: string; readonly offsets: readonly string[] }[];
}

/**
 * Lines between the three columns: a call to the row of its offset, and that row to the station in which the tool of that
 * offset stands. Where the station is not the one that is called, both of its lines differ.
 */
export function listLines({ called, rows, stations }: ListColumns): {
  readonly left: readonly ListLine[];
  readonly right: readonly ListLine[];
} {
  const stationOf = (offset: string) => stations.findIndex(({ offsets }) => offsets.includes(offset));
  const stateOf = (offset: string): ListLine["state"] => {
    const at = stationOf(offset);
    const calls = called.filter((call) => call.offset === offset);
    return at >= 0 && calls.every(({ place }) => place === stations[at]?.id) ? "agrees" : "differs";
  };
  const left = called.flatMap(({ offset }, from) => {
    const to = rows.indexOf(offset);
    return to < 0 ? [] : [{ from, to, state: stateOf(offset) }];
  });
  const right = rows.flatMap((offset, from) => {
    const to = stationOf(offset);
    return to < 0 || !called.some((call) => call.offset === offset) ? [] : [{ from, to, state: stateOf(offset) }];
  });
  return { left, right };
}
