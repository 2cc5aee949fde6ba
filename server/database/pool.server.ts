import mysql, { type Pool, type PoolConnection, type ResultSetHeader, type RowDataPacket } from "mysql2/promise";

export type { Pool };

/** A value that a prepared statement takes. */
export type SqlValue = string | number | boolean | Date | Buffer | null;

/** What repositories run their SQL on: the pool, or one connection inside a transaction. */
export interface Sql {
  rows<Row>(sql: string, values?: readonly SqlValue[]): Promise<readonly Row[]>;
  run(sql: string, values?: readonly SqlValue[]): Promise<{ readonly affected: number }>;
}

export function openPool(url: string, connections = 10): Pool {
  return mysql.createPool({
    uri: url,
    connectionLimit: connections,
    timezone: "Z",
    charset: "utf8mb4_unicode_520_ci",
    supportBigNumbers: true,
  });
}

/** Prepared statements always: no value ever becomes part of the SQL text. */
export function sqlOn(connection: Pool | PoolConnection): Sql {
  return {
    async rows<Row>(sql: string, values: readonly SqlValue[] = []) {
      const [rows] = await connection.execute<RowDataPacket[]>(sql, [...values]);
      return rows as unknown as readonly Row[];
    },
    async run(sql, values = []) {
      const [result] = await connection.execute<ResultSetHeader>(sql, [...values]);
      return { affected: result.affectedRows };
    },
  };
}

/** Deadlock, lock wait timeout: InnoDB rolled back, the same transaction may be tried again. */
const TRY_AGAIN: readonly (string | undefined)[] = ["ER_LOCK_DEADLOCK", "ER_LOCK_WAIT_TIMEOUT"];
const MOST_TRIES = 4;

/** Runs `work` in one transaction; commits when it returns, rolls back when it throws, tries again after a deadlock. */
export async function inTransaction<Result>(pool: Pool, work: (sql: Sql) => Promise<Result>): Promise<Result> {
  for (let attempt = 1; ; attempt++) {
    const connection = await pool.getConnection();
    try {
      await connection.beginTransaction();
      const result = await work(sqlOn(connection));
      await connection.commit();
      return result;
    } catch (failure) {
      await connection.rollback();
      const { code } = failure as { code?: string };
      if (attempt >= MOST_TRIES || !TRY_AGAIN.includes(code)) throw failure;
    } finally {
      connection.release();
    }
  }
}
