import { AXES, type FileForm, type LatheAxis, type SetterSide } from "../machine/index.ts";
import type { Tool } from "../tool/index.ts";
import type { Entry } from "./entry.ts";
import { kindOf, type Payload } from "./kinds/index.ts";
import type { BelievedField, MachineChanges } from "./kinds/kind.ts";
import { apply, EMPTY_SETUP, type SetupState } from "./setupState.ts";

/** What is believed about one cell of a machine's control, and which entry says so. Millimetres, X as a diameter. */
interface Believed<Value> {
  readonly value: Value;
  readonly setupId: string;
  readonly entry: string;
}

/** One row of the control's table as it is believed to stand, from the latest entry of any setup. */
type BelievedRow = Readonly<Partial<Record<BelievedField, Believed<number>>>>;

/** A tool in a station, with the number of its holder where that was said. */
interface StandingTool {
  readonly offset: string;
  readonly tool: Tool;
  readonly holder?: string;
}

/**
 * A machine's present state: what outlives a setup. Which tool stands in which station, and what its control is
 * believed to hold; believed, because somebody may have keyed otherwise.
 */
export interface MachineState {
  readonly stations: Readonly<Record<string, Believed<StandingTool>>>;
  readonly rows: Readonly<Record<string, BelievedRow>>;
  /**
   * The latest loss of position, with its time (ISO 8601, UTC), and the axes on which a reference tool was found off since; these
   * are undefined while none was checked. Undefined where the position was never lost.
   */
  readonly position: { readonly lostAt: string; readonly off: readonly LatheAxis[] | undefined } | undefined;
  /** Trigger positions of the setter as they were calibrated last, with the time (ISO 8601, UTC). */
  readonly setter: Readonly<Partial<Record<SetterSide, Believed<number> & { readonly at: string }>>>;
  /** The form of data-setting files as it was confirmed last, with the time (ISO 8601, UTC); undefined where it never was. */
  readonly fileForm: (Believed<FileForm> & { readonly at: string }) | undefined;
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
  const setups = foldSetups(history);
  const standing = ({ setupId, entry }: MachineEntry) => setups.get(setupId)?.undone[entry.id] === undefined;
  const stations: Record<string, MachineState["stations"][string]> = {};
  const rows: Record<string, BelievedRow> = {};
  const setter: Partial<Record<SetterSide, Believed<number> & { at: string }>> = {};
  let position: MachineState["position"];
  let fileForm: MachineState["fileForm"];
  for (const { setupId, entry } of history.filter(standing)) {
    const held = <Value>(value: Value): Believed<Value> => ({ value, setupId, entry: entry.id });
    const believe: MachineChanges["believe"] = (offset, row) => {
      const said = FIELDS.flatMap((field) => (row[field] === undefined ? [] : [[field, held(row[field])]]));
      rows[offset] = { ...rows[offset], ...Object.fromEntries(said) };
    };
    const { undone = {} } = setups.get(setupId) ?? {};
    kindOf(entry.kind).changeMachine(
      {
        believe,
        read: (row) => believe(row.offset, row),
        rows: () => Object.keys(rows),
        lose: () => {
          position = { lostAt: entry.at, off: undefined };
        },
        find: (off) => {
          position = position && { ...position, off };
        },
        calibrate: (side, trigger) => {
          setter[side] = { ...held(trigger), at: entry.at };
        },
        understand: (form) => {
          fileForm = { ...held(form), at: entry.at };
        },
        put: (station, tool) => {
          stations[station] = held(tool);
        },
        hold: (offset, holder) => {
          for (const [station, { value, setupId: of }] of Object.entries(stations))
            if (value.offset === offset && of === setupId) stations[station] = held({ ...value, holder });
        },
        move: (from, to) => {
          const moved = stations[from];
          if (moved) stations[to] = held(moved.value);
          delete stations[from];
        },
        vacate: (offset) => {
          for (const [station, { value, setupId: of }] of Object.entries(stations))
            if (value.offset === offset && of === setupId) delete stations[station];
        },
        shift: (offsets, by) => {
          for (const offset of offsets) {
            const z = rows[offset]?.z;
            if (z && z.setupId === setupId) believe(offset, { z: z.value - by });
          }
        },
      },
      entry.kind === "numbers-reckoned-anew" ? withoutUndone(entry.payload, undone) : entry.payload,
    );
  }
  return { stations, rows, setter, position, fileForm };
}

/** What was reckoned anew from the readings of touches that stand: with a touch falls what was made of it. */
const withoutUndone = (
  { numbers }: Payload<"numbers-reckoned-anew">,
  undone: SetupState["undone"],
): Payload<"numbers-reckoned-anew"> => ({
  numbers: numbers.filter(({ of }) => of === undefined || undone[of] === undefined),
});

/** Each setup of a machine as the fold of its own entries, by its id; empty without a history. */
export function foldSetups(history: readonly MachineEntry[]): ReadonlyMap<string, SetupState> {
  const setups = new Map<string, SetupState>();
  for (const { setupId, entry } of history) setups.set(setupId, apply(setups.get(setupId) ?? EMPTY_SETUP, entry));
  return setups;
}

const FIELDS: readonly BelievedField[] = [...AXES, "noseRadius", "orientation"];
