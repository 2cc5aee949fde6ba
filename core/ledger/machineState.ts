import type { Tool } from "../tool/index.ts";
import type { Entry } from "./entry.ts";
import { apply, EMPTY_SETUP, type SetupState } from "./setupState.ts";

/** What is believed about one cell of a machine's control, and which entry says so. Millimetres, X as a diameter. */
export interface Believed<Value> {
  readonly value: Value;
  readonly setupId: string;
  readonly entry: string;
}

/** One row of the control's table as it is believed to stand, whoever wrote it last, in whichever setup. */
export interface BelievedRow {
  readonly x?: Believed<number>;
  readonly y?: Believed<number>;
  readonly z?: Believed<number>;
  readonly noseRadius?: Believed<number>;
  readonly orientation?: Believed<number>;
}

/**
 * A machine's present state: what outlives a setup. Which tool stands in which station, and what its control is
 * believed to hold; believed, because somebody may have keyed otherwise.
 */
export interface MachineState {
  readonly stations: Readonly<Record<string, Believed<{ readonly offset: string; readonly tool: Tool }>>>;
  readonly rows: Readonly<Record<string, BelievedRow>>;
}

/** An entry with the setup that it belongs to; a machine's history interleaves its setups. */
export interface MachineEntry {
  readonly setupId: string;
  readonly entry: Entry;
}

/**
 * Folds all entries on a machine, in the order in which they were made. A value recorded from the control, or touched and
 * accepted, replaces what was believed before; taking an entry back gives what that setup held before it, or else what
 * the setups before it left.
 */
export function foldMachine(history: readonly MachineEntry[]): MachineState {
  const setups = new Map<string, SetupState>();
  for (const { setupId, entry } of history) setups.set(setupId, apply(setups.get(setupId) ?? EMPTY_SETUP, entry));

  const standing = ({ setupId, entry }: MachineEntry) => setups.get(setupId)?.undone[entry.id] === undefined;
  const stations: Record<string, MachineState["stations"][string]> = {};
  const rows: Record<string, BelievedRow> = {};
  for (const { setupId, entry } of history.filter(standing)) {
    const believe = <Value>(value: Value): Believed<Value> => ({ value, setupId, entry: entry.id });
    const change = (offset: string, row: BelievedRow) => {
      rows[offset] = { ...rows[offset], ...row };
    };
    /** Later entries of a setup that move a Z which it gave before. */
    const shift = (offsets: readonly string[], by: number) => {
      for (const offset of offsets) {
        const z = rows[offset]?.z;
        if (z && z.setupId === setupId) change(offset, { z: believe(z.value - by) });
      }
    };
    const vacate = (offset: string) => {
      for (const [station, { value, setupId: from }] of Object.entries(stations))
        if (value.offset === offset && from === setupId) delete stations[station];
    };
    switch (entry.kind) {
      case "tool-loaded": {
        const { station, offset, tool } = entry.payload;
        // Loaded again somewhere else it has left the place where this setup had it.
        vacate(offset);
        stations[station] = believe({ offset, tool });
        break;
      }
      case "table-read":
        for (const { offset, x, y, z, noseRadius, orientation } of entry.payload.rows)
          change(offset, {
            ...{ x: believe(x), z: believe(z), ...(y !== undefined && { y: believe(y) }) },
            ...{ noseRadius: believe(noseRadius), orientation: believe(orientation) },
          });
        break;
      case "tool-moved": {
        const { from, to } = entry.payload;
        const moved = stations[from];
        if (moved) stations[to] = believe(moved.value);
        delete stations[from];
        break;
      }
      case "control-row-recorded": {
        const { offset, x, z, noseRadius, orientation } = entry.payload;
        change(offset, {
          x: believe(x),
          z: believe(z),
          noseRadius: believe(noseRadius),
          orientation: believe(orientation),
        });
        break;
      }
      case "touch-accepted":
        change(entry.payload.offset, { [entry.payload.axis]: believe(entry.payload.exact) });
        break;
      case "table-edited":
        for (const { offset, column, to } of entry.payload.cells) {
          const field = column.startsWith("geometry.") ? (column.slice(9) as "x" | "y" | "z") : column;
          if (!field.startsWith("wear.")) change(offset, { [field]: believe(to) });
        }
        break;
      case "second-offset-made": {
        const { offset, x, z, noseRadius, orientation } = entry.payload;
        change(offset, {
          ...(x !== undefined && { x: believe(x) }),
          ...(z !== undefined && { z: believe(z) }),
          ...(noseRadius !== undefined && { noseRadius: believe(noseRadius) }),
          ...(orientation !== undefined && { orientation: believe(orientation) }),
        });
        break;
      }
      case "school-changed":
        shift(Object.keys(rows), entry.payload.shift);
        break;
      case "master-changed": {
        const { from, to, shift: by } = entry.payload;
        shift(
          Object.keys(rows).filter((offset) => from !== to || offset !== to),
          by,
        );
        break;
      }
      case "part-length-corrected":
        shift(entry.payload.offsets, entry.payload.difference);
        break;
      case "nose-accepted":
        change(entry.payload.offset, {
          noseRadius: believe(entry.payload.noseRadius),
          orientation: believe(entry.payload.orientation),
        });
        break;
    }
  }
  return { stations, rows };
}
