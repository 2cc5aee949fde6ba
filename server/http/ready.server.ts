import { database } from "../context.server.ts";
import { DatabaseAway } from "../database/databaseAway.ts";
import { sqlOn } from "../database/pool.server.ts";

/** Whether requests can be answered now: the database answers, and takes changes where it says so. */
export async function isReady(): Promise<boolean> {
  try {
    await sqlOn(database()).rows("SELECT 1");
    return true;
  } catch (failure) {
    if (failure instanceof DatabaseAway) return false;
    throw failure;
  }
}
