import { inTransaction, type Pool, type Sql } from "../database/pool.server.ts";

/** Who is on a tool: one page of one device. */
export interface Claim {
  /** The tool, by its offset. */
  readonly row: string;
  readonly page: string;
  readonly person: string;
  readonly device: string;
  readonly since: string;
}

/** A page that has not said for this long that it is there has been left, or its device sleeps. */
const CLAIM_SECONDS = 25;

interface ClaimRow {
  readonly setup_id: string;
  readonly row_key: string;
  readonly page_id: string;
  readonly person_name: string;
  readonly device: string;
  readonly since: Date;
}

/**
 * Says that a page is on a tool. A tool that is free is claimed by it; one that another person is on stays theirs, unless
 * `take` says that it is taken over. A page is on one tool at a time.
 */
export async function claimRow(
  pool: Pool,
  setupId: string,
  row: string,
  page: ClaimingPage,
  take: boolean,
): Promise<void> {
  await inTransaction(pool, async (sql) => {
    // Its own alone: another page's name ends nothing of another person's.
    await sql.run("DELETE FROM claims WHERE page_id = ? AND person_id = ?", [page.id, page.person.id]);
    const [there] = await sql.rows<{ person_id: string; is_there: number }>(
      `SELECT person_id, seen_at >= TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3)) AS is_there
         FROM claims WHERE setup_id = ? AND row_key = ? FOR UPDATE`,
      [-CLAIM_SECONDS, setupId, row],
    );
    const { person, device, since } = page;
    // Going from the tablet to the computer is nothing to ask oneself about.
    if (there && there.is_there === 1 && there.person_id !== person.id && !take) return;
    await sql.run(
      `REPLACE INTO claims (setup_id, row_key, page_id, person_id, person_name, device, since, seen_at)
       VALUES (:setupId, :row, :page, :personId, :personName, :device, :since, UTC_TIMESTAMP(3))`,
      { setupId, row, page: page.id, personId: person.id, personName: person.name, device, since },
    );
  });
}

/** A page that is on a tool: whose, on what device, and since when. */
interface ClaimingPage {
  readonly id: string;
  readonly person: { readonly id: string; readonly name: string };
  readonly device: string;
  readonly since: Date;
}

/** A page that is closed is on nothing any more; said by its person, since others know its name from what they are told. */
export async function leaveClaims(sql: Sql, page: string, personId: string): Promise<void> {
  await sql.run("DELETE FROM claims WHERE page_id = ? AND person_id = ?", [page, personId]);
}

/** Who is where in each of these setups now. */
export async function readClaims(
  sql: Sql,
  setupIds: readonly string[],
): Promise<ReadonlyMap<string, readonly Claim[]>> {
  const claims = new Map<string, Claim[]>();
  if (setupIds.length === 0) return claims;
  const rows = await sql.rows<ClaimRow>(
    `SELECT setup_id, row_key, page_id, person_name, device, since FROM claims
      WHERE setup_id IN (${setupIds.map(() => "?").join(", ")}) AND seen_at >= TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3))
      ORDER BY setup_id, row_key`,
    [...setupIds, -CLAIM_SECONDS],
  );
  for (const { setup_id, row_key, page_id, person_name, device, since } of rows) {
    const own = claims.get(setup_id) ?? [];
    own.push({ row: row_key, page: page_id, person: person_name, device, since: since.toISOString() });
    claims.set(setup_id, own);
  }
  return claims;
}

/** The other person who is on a tool of a setup now, by name; undefined where none is, or where it is this person. */
export async function otherOn(sql: Sql, setupId: string, row: string, personId: string): Promise<string | undefined> {
  const [there] = await sql.rows<{ person_name: string }>(
    `SELECT person_name FROM claims
      WHERE setup_id = ? AND row_key = ? AND person_id <> ? AND seen_at >= TIMESTAMPADD(SECOND, ?, UTC_TIMESTAMP(3))`,
    [setupId, row, personId, -CLAIM_SECONDS],
  );
  return there?.person_name;
}
