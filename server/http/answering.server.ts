import { data } from "react-router";
import { DatabaseAway } from "../database/databaseAway.ts";
import type { Sql } from "../database/pool.server.ts";
import { log } from "./log.server.ts";

/** Seconds after which asking again may help. */
const AGAIN_AFTER = "3";

/** Does what needs the database; an outage is answered as such (503, in words), not as a fault of ours. */
export async function answering<Result>(work: () => Promise<Result>): Promise<Result> {
  try {
    return await work();
  } catch (failure) {
    if (!(failure instanceof DatabaseAway)) throw failure;
    log.warn({ reason: failure.reason, err: failure.cause }, "the database is away");
    throw data(failure.message, {
      status: 503,
      statusText: "No database",
      headers: { "Retry-After": AGAIN_AFTER, "Cache-Control": "no-store" },
    });
  }
}

/** The same for every statement that is run on its own. */
export const answeringSql = (sql: Sql): Sql => ({
  rows: (text, values) => answering(() => sql.rows(text, values)),
  run: (text, values) => answering(() => sql.run(text, values)),
});
