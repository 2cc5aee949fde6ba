import v8 from "node:v8";
import { DatabaseAway } from "./database/databaseAway.ts";
import { MigrationMismatch } from "./database/migrate.server.ts";
import { CannotStart } from "./launch/cannotStart.ts";
import { addMachine, addSomebody, backup, rebuild, restore, unlock } from "./launch/commands.server.ts";
import { doctor } from "./launch/doctor.server.ts";
import { stop } from "./launch/ending.server.ts";
import { serve } from "./launch/serve.server.ts";
import { BadFeeds } from "./machine-link/links.server.ts";
import { BackupTrouble } from "./operations/backupTrouble.ts";
import { DatabaseOutage } from "./private-database/privateDatabase.server.ts";

// Memory is looked after a little more often than the engine does by itself: a server beside a machine is a small one.
// No hard limit: a long program may need much for a moment.
v8.setFlagsFromString("--heap-growing-percent=25");

const [command = "", ...words] = process.argv.slice(2);
const runs: Readonly<Record<string, () => Promise<void>>> = {
  demo: () => serve(words, "demo"),
  dev: () => serve(words, "dev"),
  start: () => serve(words, "start"),
  "add-person": () => addSomebody(words),
  "add-machine": () => addMachine(words),
  unlock: () => unlock(words),
  rebuild,
  backup: () => backup(words),
  restore: () => restore(words),
  doctor: () => doctor(words),
};

for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) {
  process.on(signal, () => void stop(0).then(() => process.exit(0)));
}
/** Failures whose message is for the person at the terminal; any other one is a fault of the program. */
const EXPECTED = [CannotStart, DatabaseOutage, MigrationMismatch, DatabaseAway, BackupTrouble, BadFeeds];
try {
  const run = Object.hasOwn(runs, command) ? runs[command] : undefined;
  if (!run) throw new CannotStart(`“${command}” is nothing that can be started.`);
  await run();
} catch (failure) {
  const isExpected = EXPECTED.some((kind) => failure instanceof kind);
  const { message, stack } = failure as Error;
  process.stderr.write(`luvrit: ${isExpected ? message : (stack ?? String(failure))}\n`);
  await stop(1);
  process.exit(1);
}
