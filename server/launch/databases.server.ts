import { migrate } from "../database/migrate.server.ts";
import { openPool, type Pool } from "../database/pool.server.ts";
import { clearLeftoversOf } from "../operations/restore.server.ts";
import { runningDatabase, startPrivateDatabase } from "../private-database/privateDatabase.server.ts";
import { atEnd, stop } from "./ending.server.ts";
import { claimHome, HOME, MIGRATIONS } from "./home.server.ts";
import { say } from "./say.ts";

/**
 * The database to work on alone: the one that is named, or the private one of this folder, started here. `isStart`: where the
 * data lives is said, since root's is not in the folder of Luvrit.
 */
export async function openDatabase({ isStart = false } = {}): Promise<string> {
  const given = process.env.DATABASE_URL;
  if (given !== undefined) return given;
  claimHome();
  const database = await startPrivateDatabase(HOME);
  atEnd(() => database.stop());
  process.env.LUVRIT_DATA_FOLDER = database.place.data;
  if (database.movedFrom !== undefined) say(`The data in ${database.movedFrom} has moved to ${database.place.data}.`);
  if (isStart && database.place.isRoots)
    say(
      `Started by root: the private database is in ${database.place.folder}, and runs as user ${database.place.user}.`,
    );
  // A restore that was killed may have left what it was loading.
  await clearLeftoversOf(database.url);
  return database.url;
}

/** The database to work on beside others: the one that is named, that of a Luvrit that runs here, or a private one. */
export async function joinDatabase(): Promise<string> {
  return process.env.DATABASE_URL ?? (await runningDatabase(HOME)) ?? openDatabase();
}

/** Does some work on a database of this version, then ends the process. `beside`: while a Luvrit runs here too. */
export async function withMigratedDatabase<Result>(
  work: (pool: Pool) => Promise<Result>,
  { beside = false } = {},
): Promise<Result> {
  const pool = openPool(await (beside ? joinDatabase() : openDatabase()), 2);
  try {
    await migrate(pool, MIGRATIONS);
    return await work(pool);
  } finally {
    await pool.end();
    await stop(process.exitCode === undefined ? 0 : Number(process.exitCode));
  }
}
