import { randomUUID } from "node:crypto";
import { isDeepStrictEqual } from "node:util";
import type { ShopUncertainty } from "../../core/limits/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import type { ShopSpacer } from "../../core/touch/index.ts";
import type {
  NamedItem,
  ShopGauge,
  WorkshopContent,
  WorkshopContents,
  WorkshopKind,
} from "../../core/workshop/index.ts";
import { inTransaction, type Pool, type Sql } from "../database/pool.server.ts";

/** An item as it is kept: with the version that an edit must know, and whether it is retired. */
export interface WorkshopItem extends NamedItem {
  readonly id: string;
  readonly kind: WorkshopKind;
  readonly version: number;
  readonly retired: boolean;
  readonly changedBy: string;
  readonly changedAt: string;
}

interface ItemRow {
  readonly id: string;
  readonly kind: WorkshopKind;
  readonly name: string;
  readonly content: WorkshopContent | string;
  readonly version: number;
  readonly retired_at: Date | null;
  readonly changed_by: string;
  readonly changed_at: Date;
}
const COLUMNS = "id, kind, name, content, version, retired_at, changed_by, changed_at";

const toItem = (row: ItemRow): WorkshopItem => ({
  id: row.id,
  kind: row.kind,
  name: row.name,
  version: row.version,
  changedBy: row.changed_by,
  content: typeof row.content === "string" ? JSON.parse(row.content) : row.content,
  retired: row.retired_at !== null,
  changedAt: row.changed_at.toISOString(),
});

/** Items of a kind by name, the retired ones last. */
export async function listItems(sql: Sql, kind: WorkshopKind): Promise<readonly WorkshopItem[]> {
  const rows = await sql.rows<ItemRow>(
    `SELECT ${COLUMNS} FROM workshop_items WHERE kind = ? ORDER BY retired_at IS NOT NULL, name`,
    [kind],
  );
  return rows.map(toItem);
}

export type StoreOutcome = "stored" | "name-in-use" | "changed-meanwhile";

const isDuplicate = (failure: unknown) => (failure as { code?: string }).code === "ER_DUP_ENTRY";

/** Keeps a new item; a name is used once within its kind. */
export async function addItem(
  sql: Sql,
  kind: WorkshopKind,
  { name, content }: NamedItem,
  by: string,
  id = randomUUID() as string,
): Promise<StoreOutcome> {
  try {
    await sql.run(
      `INSERT INTO workshop_items (id, kind, name, content, version, retired_at, changed_by, changed_at)
       VALUES (:id, :kind, :name, :content, 1, NULL, :by, UTC_TIMESTAMP(3))`,
      { id, kind, name, content: JSON.stringify(content), by },
    );
    return "stored";
  } catch (failure) {
    if (isDuplicate(failure)) return "name-in-use";
    throw failure;
  }
}

/** Changes an item as one who has seen its `version`; a change of an older version is refused. */
export async function changeItem(
  sql: Sql,
  id: string,
  version: number,
  change: NamedItem & { readonly retired: boolean },
  by: string,
): Promise<StoreOutcome> {
  try {
    const { affected } = await sql.run(
      `UPDATE workshop_items SET name = :name, content = :content, version = version + 1, changed_by = :by, changed_at = UTC_TIMESTAMP(3),
              retired_at = IF(:retired, COALESCE(retired_at, UTC_TIMESTAMP(3)), NULL)
        WHERE id = :id AND version = :version`,
      { id, version, by, name: change.name, content: JSON.stringify(change.content), retired: change.retired },
    );
    return affected === 1 ? "stored" : "changed-meanwhile";
  } catch (failure) {
    if (isDuplicate(failure)) return "name-in-use";
    throw failure;
  }
}

/** Takes in a whole file: items of a name that is there are changed, others are new. All of it or nothing. */
export async function importItems(
  pool: Pool,
  kind: WorkshopKind,
  items: readonly NamedItem[],
  by: string,
): Promise<{ readonly added: number; readonly changed: number }> {
  return inTransaction(pool, async (sql) => {
    const there = new Map((await listItems(sql, kind)).map((item) => [item.name.toLowerCase(), item]));
    let [added, changed] = [0, 0];
    for (const { name, content } of items) {
      const known = there.get(name.toLowerCase());
      if (!known) {
        await addItem(sql, kind, { name, content }, by);
        added++;
      } else if (!isDeepStrictEqual(known.content, content) || known.retired) {
        await changeItem(sql, known.id, known.version, { name, content, retired: false }, by);
        changed++;
      }
    }
    return { added, changed };
  });
}

/** The spacers that the shop has measured, without those that are retired. */
export async function shopSpacers(sql: Sql): Promise<readonly ShopSpacer[]> {
  return (await listItems(sql, "spacer"))
    .filter(({ retired }) => !retired)
    .map(({ name, content }) => {
      const { kind, thickness } = content as WorkshopContents["spacer"];
      return { name, kind, thickness };
    });
}

/** The gauges that the shop measures with, without those that are retired. */
export async function shopGauges(
  sql: Sql,
  today = new Date().toISOString().slice(0, 10),
): Promise<readonly ShopGauge[]> {
  return (await listItems(sql, "gauge"))
    .filter(({ retired }) => !retired)
    .map(({ name, content }) => {
      const { kind, uncertainty, due } = content as WorkshopContents["gauge"];
      return { name, kind, uncertainty, isOverdue: due !== undefined && due < today };
    });
}

const GAUGE_OF = {
  micrometer: "micrometer",
  "bore gauge": "boreGauge",
  setter: "setterArm",
  "plug-in setter": "plugInSetter",
} as const;

/** What the shop's gauges and spacers are good for: of several of a kind, any may have been taken, so the worst counts. */
export async function shopUncertainty(sql: Sql): Promise<ShopUncertainty> {
  const known: Partial<Record<keyof ShopUncertainty, number>> = {};
  const note = (name: keyof ShopUncertainty, uncertainty: number) => {
    if (uncertainty > 0) known[name] = Math.max(known[name] ?? 0, uncertainty);
  };
  for (const { kind, uncertainty } of await shopGauges(sql))
    if (kind in GAUGE_OF) note(GAUGE_OF[kind as keyof typeof GAUGE_OF], uncertainty);
  for (const { content, retired } of await listItems(sql, "spacer")) {
    const { kind, uncertainty } = content as WorkshopContents["spacer"];
    if (!retired) note(kind === "paper" || kind === "shim" ? "paper" : "gaugeBlock", uncertainty);
  }
  return known;
}

/** What a tool is loaded from: the shop's assemblies, and the tolerances that hold where a drawing gives none. */
export interface ToolLibrary {
  readonly assemblies: readonly { readonly name: string; readonly tool: Tool }[];
  readonly tolerances: readonly WorkshopContents["tolerance"][];
}

export async function toolLibrary(sql: Sql): Promise<ToolLibrary> {
  const inUse = async (kind: WorkshopKind) => (await listItems(sql, kind)).filter(({ retired }) => !retired);
  return {
    assemblies: (await inUse("assembly")).map(({ name, content }) => ({
      name,
      tool: (content as WorkshopContents["assembly"]).tool,
    })),
    tolerances: (await inUse("tolerance")).map(({ content }) => content as WorkshopContents["tolerance"]),
  };
}
