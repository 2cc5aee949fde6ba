import { openPool, type Pool, type Sql, sqlOn } from "./database/pool.server.ts";
import { answeringSql } from "./http/answering.server.ts";
import { NewsDesk } from "./news/setupNews.server.ts";

let pool: Pool | undefined;

/** The process's one connection pool, opened at first use on the database that the launcher named. */
export function database(): Pool {
  const url = process.env.DATABASE_URL;
  if (url === undefined) throw new Error("DATABASE_URL is not set; the launcher sets it.");
  pool ??= openPool(url);
  return pool;
}

export const sql = (): Sql => answeringSql(sqlOn(database()));

/** Tells open pages what has changed; one to a process. */
export const newsDesk = new NewsDesk(database);

/** Demo mode offers its made-up people one tap away; the launcher allows it on loopback only. */
export const isDemo = (): boolean => process.env.LUVRIT_DEMO === "1";
