import { setTimeout as pause } from "node:timers/promises";
import mysql, {
  type Pool as Node,
  type PoolConnection,
  type ResultSetHeader,
  type RowDataPacket,
} from "mysql2/promise";
import { awayReason, DatabaseAway } from "./databaseAway.ts";

export type { PoolConnection };

/** Connections to the database; to the node that answers, where it is a cluster. */
export interface Pool {
  getConnection(): Promise<PoolConnection>;
  /** Nodes that there are, so that work cut off by one may be tried on another. */
  readonly nodes: number;
  /** The node that a connection was lost on is not asked first any more. */
  turnFrom(connection: PoolConnection, failure: unknown): void;
  end(): Promise<void>;
}

/** A value that a prepared statement takes. */
export type SqlValue = string | number | boolean | Date | Buffer | null;

/** Values of a statement: in the order of its `?`, or by the names of its `:placeholders` where there are more than a few. */
export type SqlValues = readonly SqlValue[] | Readonly<Record<string, SqlValue>>;

/** What repositories run their SQL on: the pool, or one connection inside a transaction. */
export interface Sql {
  rows<Row>(sql: string, values?: SqlValues): Promise<readonly Row[]>;
  run(sql: string, values?: SqlValues): Promise<{ readonly affected: number }>;
}

/** More people than this wait for a connection only if the database hangs; they are told instead. */
const MOST_WAITING = 400;
const CONNECT_WITHIN_MS = 4000;

/** Opens connections; `url` names one database, or the nodes of a cluster with a comma between. */
export function openPool(url: string, connections = 10): Pool {
  const nodes = url.split(",").map((uri) =>
    mysql.createPool({
      uri: uri.trim(),
      connectionLimit: connections,
      queueLimit: MOST_WAITING,
      connectTimeout: CONNECT_WITHIN_MS,
      timezone: "Z",
      charset: "utf8mb4_unicode_520_ci",
      supportBigNumbers: true,
    }),
  );
  let first = 0;
  const turn = (from: number) => {
    if (first === from) first = (from + 1) % nodes.length;
  };
  const servedBy = new WeakMap<PoolConnection, number>();
  return {
    nodes: nodes.length,
    async getConnection() {
      let last: unknown;
      for (let tried = 0; tried < nodes.length; tried++) {
        const at = first;
        try {
          const connection = await (nodes[at] as Node).getConnection();
          servedBy.set(connection, at);
          return connection;
        } catch (failure) {
          last = failure;
          const reason = awayReason(failure);
          if (reason === undefined) throw failure;
          turn(at);
        }
      }
      throw new DatabaseAway(awayReason(last) ?? "unreachable", last);
    },
    turnFrom(connection, failure) {
      // By its own node: of many that are lost at once each turns away from the same one.
      const at = servedBy.get(connection);
      if (at !== undefined && awayReason(failure) === "unreachable") turn(at);
    },
    async end() {
      await Promise.all(nodes.map((node) => node.end()));
    },
  };
}

const isPool = (given: Pool | PoolConnection): given is Pool => "turnFrom" in given;

/** Prepared statements always: no value ever becomes part of the SQL text. */
export function sqlOn(given: Pool | PoolConnection): Sql {
  const execute = async <Result extends RowDataPacket[] | ResultSetHeader>(
    sql: string,
    values: SqlValues,
    again: boolean,
  ) => {
    if (!isPool(given)) return (await prepared<Result>(given, sql, values))[0];
    for (let attempt = 1; ; attempt++) {
      const connection = await given.getConnection();
      try {
        const [result] = await prepared<Result>(connection, sql, values);
        connection.release();
        return result;
      } catch (failure) {
        const reason = awayReason(failure);
        // What was lost on the way is not used again.
        if (reason === "unreachable") connection.destroy();
        else connection.release();
        if (reason === undefined) throw failure;
        given.turnFrom(connection, failure);
        // One statement by itself was rolled back whole.
        if (isConflict(failure) && attempt < MOST_TRIES) {
          await pause(PAUSE_MS * attempt * Math.random());
          continue;
        }
        // Reading again does no harm; a change may have been made.
        if (!again || attempt > given.nodes || reason !== "unreachable") throw new DatabaseAway(reason, failure);
      }
    }
  };
  return {
    async rows<Row>(sql: string, values: SqlValues = []) {
      return (await execute<RowDataPacket[]>(sql, values, true)) as unknown as readonly Row[];
    },
    async run(sql, values = []) {
      const result = await execute<ResultSetHeader>(sql, values, false);
      return { affected: result.affectedRows };
    },
  };
}

const inOrder = (values: SqlValues): values is readonly SqlValue[] => Array.isArray(values);

/** A name without a value is refused by the driver, and so is an undefined value: neither is taken for NULL. */
const prepared = <Result extends RowDataPacket[] | ResultSetHeader>(
  connection: PoolConnection,
  sql: string,
  values: SqlValues,
) =>
  inOrder(values)
    ? connection.execute<Result>(sql, [...values])
    : connection.execute<Result>({ sql, namedPlaceholders: true }, { ...values });

/**
 * Deadlock, lock wait timeout, a conflict between two nodes of a cluster: the engine rolled back, the same transaction may
 * be tried again.
 */
const TRY_AGAIN: readonly (string | undefined)[] = ["ER_LOCK_DEADLOCK", "ER_LOCK_WAIT_TIMEOUT", "ER_CHECKREAD"];
const isConflict = (failure: unknown) => TRY_AGAIN.includes((failure as { code?: string }).code);
const MOST_TRIES = 6;
const PAUSE_MS = 8;

/**
 * Runs `work` in one transaction; commits when it returns, rolls back when it throws. Tried again after a deadlock or a
 * conflict between nodes, and on another node where one went away: work must therefore bear to be done when its commit was
 * kept but the answer lost (an append does: its UUID is looked for first).
 */
export async function inTransaction<Result>(pool: Pool, work: (sql: Sql) => Promise<Result>): Promise<Result> {
  for (let attempt = 1; ; attempt++) {
    const connection = await pool.getConnection();
    try {
      await connection.beginTransaction();
      const result = await work(sqlOn(connection));
      await connection.commit();
      connection.release();
      return result;
    } catch (failure) {
      const reason = awayReason(failure);
      await giveBack(connection, reason === "unreachable");
      const again = isConflict(failure) || (reason === "unreachable" && pool.nodes > 1);
      if (again && attempt < MOST_TRIES) {
        pool.turnFrom(connection, failure);
        // Two that meet each time would meet for ever: each waits for a time of its own.
        await pause(PAUSE_MS * attempt * Math.random());
        continue;
      }
      throw reason === undefined ? failure : new DatabaseAway(reason, failure);
    }
  }
}

/** Rolls back and gives the connection back; one that is lost, or that does not roll back, is given up. */
async function giveBack(connection: PoolConnection, isLost: boolean): Promise<void> {
  if (isLost) return connection.destroy();
  try {
    await connection.rollback();
    connection.release();
  } catch {
    // The engine rolls back by itself what was on a connection that ends.
    connection.destroy();
  }
}
