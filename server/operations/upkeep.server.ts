import { database, sql } from "../context.server.ts";
import { DatabaseAway } from "../database/databaseAway.ts";
import { log } from "../http/log.server.ts";
import { clearOldCounts } from "../people/signInCounts.server.ts";
import { clearIncoming } from "../uploads/receiveForm.server.ts";
import { clearUnused } from "../uploads/uploadsRepository.server.ts";

/** Between two rounds, in which expired data is removed; the first one comes soon after the start. */
const EVERY_MS = 3600 * 1000;
const FIRST_AFTER_MS = 60 * 1000;

async function round(): Promise<void> {
  try {
    await clearOldCounts(sql());
    await clearUnused(database());
    await clearIncoming();
  } catch (failure) {
    // It is done in the next round; an outage is said where somebody waits for an answer.
    if (!(failure instanceof DatabaseAway)) log.warn({ err: failure }, "clearing up");
  }
}

/** Clears up now and then, as long as the server runs; the answer ends it. */
export function beginUpkeep(): () => void {
  const first = setTimeout(round, FIRST_AFTER_MS);
  const timer = setInterval(round, EVERY_MS);
  return () => {
    clearTimeout(first);
    clearInterval(timer);
  };
}
