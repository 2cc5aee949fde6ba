import { createHash } from "node:crypto";
import {
  activeEntry,
  type Entry,
  type SetupState,
  type SetupView,
  type TableEdit,
  type ToolView,
  toolFacts,
  viewSetup,
} from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import { AXES } from "../../core/machine/index.ts";
import type { ToolHistory } from "../../core/plausibility/index.ts";
import type { Sql } from "../database/pool.server.ts";

/** What is remembered of a tool beyond its setup: where touches found it, and the wear that measuring asked for. */
type HistoryKind = "touch" | "wear";

/**
 * A tool as it stands in a station, in the holder of its number where it has one, whatever setup it is in: told apart by every
 * dimension that was recorded. On a post a numbered holder is the same assembly wherever it hangs in the list. Z means the same number
 * only under the same school.
 */
function keyOf({ school }: SetupView, { station, tool, holder, zone }: ToolView, axis: Axis): string {
  const place = holder === undefined ? [station] : [zone.kind === "post" ? "" : station, `holder ${holder}`];
  const words = [...place, axis, axis === "z" ? school : "", toolFacts(tool)];
  return createHash("sha256").update(words.join("\n")).digest("hex");
}

/** Stores the values that an entry gives of a tool; deletes those of an entry that is taken back. */
export async function storeHistory(
  sql: Sql,
  setupId: string,
  { before, next }: { readonly before: SetupState; readonly next: SetupState },
  entry: Entry,
): Promise<void> {
  if (entry.kind === "entry-undone") {
    await sql.run("DELETE FROM tool_history WHERE entry_id = ?", [entry.payload.entry]);
    const undone = activeEntry(before, entry.payload.entry);
    if (undone?.kind === "holder-numbered") await forgetUnderHolder(sql, viewSetup(before), undone.payload.offset);
    return;
  }
  // What was touched before its holder was numbered was touched in that holder, unless it is another one by now.
  if (entry.kind === "holder-numbered") return storeUnderHolder(sql, setupId, viewSetup(next), entry.payload.offset);
  const values = valuesOf(entry);
  if (values.length === 0) return;
  const setup = viewSetup(next);
  for (const { offset, axis, kind, value } of values) {
    const view = setup.tools.find((tool) => tool.offset === offset);
    if (!view) continue;
    await storeValue(sql, {
      entry: entry.id,
      setupId,
      machineId: setup.machine.id,
      key: keyOf(setup, view, axis),
      axis,
      kind,
      value,
      at: new Date(entry.at),
    });
  }
}

/** The standing touches of a tool that has just been given its holder's number, under that number. */
async function storeUnderHolder(sql: Sql, setupId: string, setup: SetupView, offset: string): Promise<void> {
  const view = setup.tools.find((tool) => tool.offset === offset);
  if (!view || view.holderChanged) return;
  for (const axis of AXES) {
    const touch = view[axis];
    if (!touch || touch.derived) continue;
    const values = { entry: touch.entry, axis, kind: "touch", value: touch.exact, at: new Date(touch.at) } as const;
    await storeValue(sql, { ...values, setupId, machineId: setup.machine.id, key: keyOf(setup, view, axis) });
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

const storeValue = (
  sql: Sql,
  row: {
    readonly entry: string;
    readonly setupId: string;
    readonly machineId: string;
    readonly key: string;
    readonly axis: Axis;
    readonly kind: HistoryKind;
    readonly value: number;
    readonly at: Date;
  },
) =>
  sql.run(
    `INSERT INTO tool_history (entry_id, setup_id, machine_id, tool_key, axis, kind, value, at)
     VALUES (:entry, :setupId, :machineId, :key, :axis, :kind, :value, :at)
       ON DUPLICATE KEY UPDATE value = VALUES(value)`,
    row,
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
    // What was kept although it was doubted does not say where this tool comes back to.
    if (doubt?.settled === "kept") return [];
    return [{ offset, axis, kind: "touch", value: exact }];
  }
  if (entry.kind === "numbers-reckoned-anew")
    return entry.payload.numbers.map(({ offset, axis, to }) => ({ offset, axis, kind: "touch", value: to }));
  if (entry.kind === "table-edited")
    return entry.payload.cells.flatMap(({ offset, column, to }): readonly Remembered[] => {
      const axis = AXES.find((one) => column === `wear.${one}`);
      return axis && MEASURED_EDITS.includes(entry.payload.edit) ? [{ offset, axis, kind: "wear", value: to }] : [];
    });
  return [];
}

/** Edits by which what was measured comes into wear; a value cleared, copied or taken over says nothing of the tool. */
const MEASURED_EDITS: readonly TableEdit[] = ["corrected", "added"];

/** Deletes the stored values of a setup before they are made again from its whole ledger. */
export const forgetHistory = (sql: Sql, setupId: string) =>
  sql.run("DELETE FROM tool_history WHERE setup_id = ?", [setupId]);

/** Setups that a tool's past is looked for in, and values that are looked through to find them. */
const SETUPS = 8;
const LOOKED_THROUGH = 24;

interface Found {
  readonly offset: string;
  readonly axis: Axis;
  readonly setup_id: string;
  readonly value: number;
  readonly at: Date;
}

/** What is remembered of every tool of a setup from other setups, newest first. */
async function remembered(sql: Sql, setupId: string, setup: SetupView, kind: HistoryKind): Promise<readonly Found[]> {
  const asked = setup.tools.filter(({ second }) => !second).flatMap((view) => AXES.map((axis) => ({ view, axis })));
  if (asked.length === 0) return [];
  const rows = await sql.rows<{ asked: number; setup_id: string; value: number; at: Date }>(
    asked
      .map(
        (_, index) =>
          `(SELECT ${index} AS asked, setup_id, value, at FROM tool_history
             WHERE machine_id = ? AND tool_key = ? AND axis = ? AND kind = ? AND setup_id <> ?
             ORDER BY at DESC LIMIT ${LOOKED_THROUGH})`,
      )
      .join(" UNION ALL "),
    asked.flatMap(({ view, axis }) => [setup.machine.id, keyOf(setup, view, axis), axis, kind, setupId]),
  );
  return rows.flatMap(({ asked: index, ...row }) => {
    const one = asked[index];
    return one ? [{ offset: one.view.offset, axis: one.axis, ...row }] : [];
  });
}

/** Where the tools of a setup were found in earlier ones: the last value of each setup, newest first. */
export async function readHistory(sql: Sql, setupId: string, setup: SetupView): Promise<ToolHistory> {
  const history: Record<string, Partial<Record<Axis, number[]>>> = {};
  const seen = new Set<string>();
  for (const { offset, axis, setup_id, value } of await remembered(sql, setupId, setup, "touch")) {
    if (seen.has(`${offset} ${axis} ${setup_id}`)) continue;
    seen.add(`${offset} ${axis} ${setup_id}`);
    const own = history[offset]?.[axis] ?? [];
    if (own.length < SETUPS) history[offset] = { ...history[offset], [axis]: [...own, value] };
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
