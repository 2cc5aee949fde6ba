import { createHash } from "node:crypto";
import {
  activeEntry,
  type Entry,
  history,
  type SetupState,
  type SetupView,
  type ToolView,
  toolFacts,
  viewSetup,
} from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import { AXES } from "../../core/machine/index.ts";
import {
  disprovedTouch,
  isMeasuredEdit,
  lengthAlong,
  type PastOfAxis,
  type ToolHistory,
} from "../../core/plausibility/index.ts";
import { familyOf, wayOf } from "../../core/tool/index.ts";
import type { Sql } from "../database/pool.server.ts";

/**
 * What is remembered of a tool beyond its setup: where touches found it, the seat that it stood out from, the wear that measuring asked
 * for, and touches that are not to be compared with.
 */
type HistoryKind = "touch" | "seat" | "wear" | "left-out";

/**
 * A tool as it stands in a station, in the holder of its number where it has one, whatever setup it is in: told apart by every
 * dimension that was recorded. On a post a numbered holder is the same assembly wherever it hangs in the list. Z means the same number
 * only under the same school.
 */
function keyOf({ school }: SetupView, { station, tool, holder, zone }: ToolView, axis: Axis): string {
  const place = holder === undefined ? [station] : [zone.kind === "post" ? "" : station, `holder ${holder}`];
  return keyed([...place, axis, axis === "z" ? school : "", toolFacts(tool)]);
}

/** The seats that tools of one kind stand out from in one zone: along Z those that a setter finds, where the part's face does not count. */
const seatKeyOf = ({ tool, zone }: ToolView, axis: Axis): string => keyed(["seat", zone.id, axis, familyOf(tool)]);

const keyed = (words: readonly string[]) => createHash("sha256").update(words.join("\n")).digest("hex");

/** Stores the values that an entry gives of a tool; deletes those of an entry that is taken back. */
export async function storeHistory(
  sql: Sql,
  setupId: string,
  { before, next }: { readonly before: SetupState; readonly next: SetupState },
  entry: Entry,
): Promise<void> {
  if (entry.kind === "entry-undone") {
    await sql.run("DELETE FROM tool_history WHERE entry_id = ?", [entry.payload.entry]);
    // What was reckoned anew from its readings falls with a touch.
    for (const reckoned of history(before)) {
      if (reckoned.kind !== "numbers-reckoned-anew") continue;
      for (const { offset, axis, of } of reckoned.payload.numbers)
        if (of === entry.payload.entry)
          await sql.run("DELETE FROM tool_history WHERE entry_id = ? AND offset_number = ? AND axis = ?", [
            reckoned.id,
            offset,
            axis,
          ]);
    }
    const undone = activeEntry(before, entry.payload.entry);
    if (undone?.kind === "holder-numbered") await forgetUnderHolder(sql, viewSetup(before), undone.payload.offset);
    return;
  }
  // What was touched before its holder was numbered was touched in that holder, unless it is another one by now.
  if (entry.kind === "holder-numbered") return storeUnderHolder(sql, setupId, viewSetup(next), entry.payload.offset);
  if (entry.kind === "table-edited") await storeDisproved(sql, setupId, viewSetup(before), entry);
  const { id, at } = entry;
  if (entry.kind === "history-left-out") {
    const setup = viewSetup(next);
    const { offset, axis, touch, foundUnder, value } = entry.payload;
    const view = setup.tools.find((tool) => tool.offset === offset);
    if (view) await storeValue(sql, { id, at, setupId, setup, view, axis, kind: "left-out", value, touch, foundUnder });
    return;
  }
  const values = valuesOf(entry);
  if (values.length === 0) return;
  const setup = viewSetup(next);
  for (const { offset, axis, kind, value } of values) {
    const view = setup.tools.find((tool) => tool.offset === offset);
    if (!view) continue;
    await storeValue(sql, { id, at, setupId, setup, view, axis, kind, value });
    if (kind === "touch") await storeSeat(sql, { id, at, setupId, setup, view, axis, value });
  }
}

/** The seat that a touched tool stands out from, where a later setup finds it in the same place. */
async function storeSeat(sql: Sql, touch: Omit<StoredValue, "kind">): Promise<void> {
  const { view, axis, value } = touch;
  const way = view[axis]?.way;
  if (axis === "z" && (way === undefined || wayOf(way).against !== "setter")) return;
  await storeValue(sql, { ...touch, kind: "seat", value: value - lengthAlong(view, axis) });
}

/** Touches that a correction shows to be wrong: they do not say where their tools come back to. */
async function storeDisproved(
  sql: Sql,
  setupId: string,
  setup: SetupView,
  { id, at, payload }: Extract<Entry, { kind: "table-edited" }>,
): Promise<void> {
  for (const cell of payload.cells) {
    const view = setup.tools.find(({ offset }) => offset === cell.offset);
    const touch = view && disprovedTouch(view, payload, cell);
    if (!view || !touch) continue;
    const { axis, exact: value, entry } = touch;
    await storeValue(sql, { id, at, setupId, setup, view, axis, kind: "left-out", value, touch: entry });
  }
}

/** The standing touches of a tool that has just been given its holder's number, under that number. */
async function storeUnderHolder(sql: Sql, setupId: string, setup: SetupView, offset: string): Promise<void> {
  const view = setup.tools.find((tool) => tool.offset === offset);
  if (!view || view.holderChanged) return;
  for (const axis of AXES) {
    const touch = view[axis];
    if (!touch || touch.derived) continue;
    const { entry: id, at, exact: value } = touch;
    await storeValue(sql, { id, at, setupId, setup, view, axis, kind: "touch", value });
  }
}

/** What stands under the number of a holder that is taken back; what was stored without it stays. */
async function forgetUnderHolder(sql: Sql, setup: SetupView, offset: string): Promise<void> {
  const view = setup.tools.find((tool) => tool.offset === offset);
  for (const axis of AXES) {
    const touch = view?.[axis];
    if (view && touch && !touch.derived)
      await sql.run("DELETE FROM tool_history WHERE entry_id = ? AND tool_key = ?", [
        touch.entry,
        keyOf(setup, view, axis),
      ]);
  }
}

interface StoredValue {
  /** The entry that gives it, and when that was made. */
  readonly id: string;
  readonly at: string;
  readonly setupId: string;
  readonly setup: SetupView;
  readonly view: ToolView;
  readonly axis: Axis;
  readonly kind: HistoryKind;
  readonly value: number;
  /** The entry of the touch that is left out, and the offset that it was found under where that is another than the tool's own. */
  readonly touch?: string;
  readonly foundUnder?: string;
}

const storeValue = (sql: Sql, { id, at, setupId, setup, view, axis, kind, value, touch, foundUnder }: StoredValue) =>
  sql.run(
    `INSERT INTO tool_history (entry_id, setup_id, machine_id, tool_key, axis, kind, value, at, offset_number, of_entry)
     VALUES (:id, :setupId, :machineId, :key, :axis, :kind, :value, :at, :offset, :touch)
       ON DUPLICATE KEY UPDATE value = VALUES(value)`,
    {
      id,
      setupId,
      machineId: setup.machine.id,
      key: kind === "seat" ? seatKeyOf(view, axis) : keyOf(setup, view, axis),
      axis,
      kind,
      value,
      at: new Date(at),
      offset: foundUnder ?? view.offset,
      touch: touch ?? null,
    },
  );

interface Remembered {
  readonly offset: string;
  readonly axis: Axis;
  readonly kind: HistoryKind;
  readonly value: number;
}

function valuesOf(entry: Entry): readonly Remembered[] {
  if (entry.kind === "touch-accepted") {
    const { offset, axis, exact, doubt } = entry.payload;
    // What was kept although it was doubted does not say where this tool comes back to; a spacer's thickness that was confirmed is no doubt.
    if (doubt?.settled === "kept" && doubt.kind !== "unknown-spacer") return [];
    return [{ offset, axis, kind: "touch", value: exact }];
  }
  if (entry.kind === "numbers-reckoned-anew")
    return entry.payload.numbers.map(({ offset, axis, to }) => ({ offset, axis, kind: "touch", value: to }));
  if (entry.kind === "table-edited")
    return entry.payload.cells.flatMap(({ offset, column, to }): readonly Remembered[] => {
      const axis = AXES.find((one) => column === `wear.${one}`);
      return axis && isMeasuredEdit(entry.payload) ? [{ offset, axis, kind: "wear", value: to }] : [];
    });
  return [];
}

/** Deletes the stored values of a setup before they are made again from its whole ledger. */
export const forgetHistory = (sql: Sql, setupId: string) =>
  sql.run("DELETE FROM tool_history WHERE setup_id = ?", [setupId]);

/** Setups that a tool's past is looked for in, and values that are looked through to find them. */
const SETUPS = 8;
const LOOKED_THROUGH = 24;

interface Found {
  readonly offset: string;
  readonly axis: Axis;
  readonly entry_id: string;
  readonly offset_number: string | null;
  readonly setup_id: string;
  readonly job: string;
  /** Of a seat: the tool that was found in it. */
  readonly tool: string | null;
  readonly value: number;
  readonly at: Date;
}

/** The tool that stood in a seat, by the key of the touch that found it there. */
const TOOL_IN_SEAT = `(SELECT MIN(t.tool_key) FROM tool_history t
                        WHERE t.entry_id = h.entry_id AND t.axis = h.axis AND t.offset_number = h.offset_number
                          AND t.kind = 'touch')`;

/** What is remembered of every tool of a setup from other setups, newest first; of touches those that are left out are not. */
async function remembered(
  sql: Sql,
  setupId: string,
  setup: SetupView,
  kind: Exclude<HistoryKind, "left-out">,
): Promise<readonly Found[]> {
  const asked = setup.tools.filter(({ second }) => !second).flatMap((view) => AXES.map((axis) => ({ view, axis })));
  if (asked.length === 0) return [];
  const rows = await sql.rows<Omit<Found, "offset" | "axis"> & { asked: number }>(
    asked
      .map(
        (_, index) =>
          `(SELECT ${index} AS asked, h.entry_id, h.offset_number, h.setup_id, s.job, h.value, h.at, ${kind === "seat" ? TOOL_IN_SEAT : "NULL"} AS tool
              FROM tool_history h JOIN setups s ON s.id = h.setup_id
             WHERE h.machine_id = ? AND h.tool_key = ? AND h.axis = ? AND h.kind = ? AND h.setup_id <> ?
               AND NOT EXISTS (SELECT 1 FROM tool_history o
                                WHERE o.of_entry = h.entry_id AND o.axis = h.axis AND o.offset_number = h.offset_number)
             ORDER BY h.at DESC LIMIT ${LOOKED_THROUGH})`,
      )
      .join(" UNION ALL "),
    asked.flatMap(({ view, axis }) => [
      setup.machine.id,
      kind === "seat" ? seatKeyOf(view, axis) : keyOf(setup, view, axis),
      axis,
      kind,
      setupId,
    ]),
  );
  return rows.flatMap(({ asked: index, ...row }) => {
    const one = asked[index];
    return one ? [{ offset: one.view.offset, axis: one.axis, ...row }] : [];
  });
}

/**
 * Where the tools of a setup were found in earlier ones, the last value of each setup, and the seats that tools of their kinds were found
 * in, each tool's last one; newest first. What was left out, or was shown to be wrong by a correction, is not among them.
 */
export async function readHistory(sql: Sql, setupId: string, setup: SetupView): Promise<ToolHistory> {
  const history: Record<string, Partial<Record<Axis, PastOfAxis>>> = {};
  const seen = new Set<string>();
  const isFirst = (...words: readonly string[]) => !seen.has(words.join(" ")) && seen.add(words.join(" "));
  const pastOf = (offset: string, axis: Axis): PastOfAxis => history[offset]?.[axis] ?? { touches: [], seats: [] };
  for (const { offset, axis, setup_id, entry_id: entry, offset_number, job, at, value } of await remembered(
    sql,
    setupId,
    setup,
    "touch",
  )) {
    const past = pastOf(offset, axis);
    if (past.touches.length >= SETUPS || !isFirst(offset, axis, setup_id)) continue;
    const touches = [...past.touches, { entry, offset: offset_number ?? offset, job, at: at.toISOString(), value }];
    history[offset] = { ...history[offset], [axis]: { ...past, touches } };
  }
  // A tool that is touched here counts by that touch.
  const touchedHere = new Set(
    setup.tools.flatMap((view) =>
      AXES.flatMap((axis) => (view[axis] && !view[axis].derived ? [`${axis} ${keyOf(setup, view, axis)}`] : [])),
    ),
  );
  for (const { offset, axis, tool, value } of await remembered(sql, setupId, setup, "seat")) {
    const past = pastOf(offset, axis);
    if (touchedHere.has(`${axis} ${tool}`)) continue;
    // One and the same tool in setup after setup says once how exactly lengths are known.
    if (!isFirst("seat", offset, axis, tool ?? "")) continue;
    history[offset] = { ...history[offset], [axis]: { ...past, seats: [...past.seats, value] } };
  }
  return history;
}

/** Wear that measuring asked for in earlier setups, newest first. */
export async function readPastWear(
  sql: Sql,
  setupId: string,
  setup: SetupView,
): Promise<Readonly<Record<string, Partial<Record<Axis, readonly { value: number; at: string }[]>>>>> {
  const wear: Record<string, Partial<Record<Axis, { value: number; at: string }[]>>> = {};
  for (const { offset, axis, value, at } of await remembered(sql, setupId, setup, "wear")) {
    const own = wear[offset]?.[axis] ?? [];
    if (own.length < SETUPS) wear[offset] = { ...wear[offset], [axis]: [...own, { value, at: at.toISOString() }] };
  }
  return wear;
}
