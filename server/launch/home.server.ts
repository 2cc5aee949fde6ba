import { chmodSync, existsSync, mkdirSync, readFileSync, realpathSync, rmSync, writeFileSync } from "node:fs";
import path from "node:path";
import { fileURLToPath } from "node:url";
import { CannotStart } from "./cannotStart.ts";
import { atEnd } from "./ending.server.ts";

/** The checkout that this program was built in. */
export const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "..");
/** Where a Luvrit keeps what is its own: credentials, log, files that are being received. */
export const HOME = process.env.LUVRIT_HOME || path.join(ROOT, ".luvrit");
export const LOG_FILE = path.join(HOME, "log", "server.log");
export const MIGRATIONS = path.join(ROOT, "db", "migrations");
export const DEMO = path.join(ROOT, "db", "demo");

const WHY: Readonly<Record<string, string>> = {
  EROFS: "its disk is read-only",
  ENOSPC: "its disk is full",
  EACCES: "its rights do not allow it",
  EPERM: "its rights do not allow it",
  ENOTDIR: "a file is in its way",
};

/** One launcher to a folder: two would fight over one database. A number left by a killed one does not count. */
export function claimHome(): void {
  try {
    takeHome();
  } catch (failure) {
    const why = WHY[(failure as { code?: string }).code ?? ""];
    if (why === undefined) throw failure;
    throw new CannotStart(
      `The folder ${HOME} cannot be written: ${why}. Nothing was changed. Set LUVRIT_HOME to another one, or mend this.`,
    );
  }
}

function takeHome(): void {
  for (const folder of [HOME, path.join(HOME, "log")]) {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    chmodSync(realpathSync(folder), 0o700);
  }
  const file = path.join(HOME, "launcher.pid");
  const pid = existsSync(file) ? Number(readFileSync(file, "utf8")) : 0;
  if (pid > 1 && pid !== process.pid && isLauncher(pid))
    throw new CannotStart(`Luvrit runs in this folder already (process ${pid}). Stop that one first.`);
  // Made anew: a link in its place is removed, not written through.
  rmSync(file, { force: true });
  writeFileSync(file, String(process.pid), { flag: "wx", mode: 0o600 });
  atEnd(() => rmSync(file, { force: true }));
}

function isLauncher(pid: number): boolean {
  try {
    const state = readFileSync(`/proc/${pid}/stat`, "utf8").replace(/^.*\) /, "")[0];
    return state !== "Z" && readFileSync(`/proc/${pid}/cmdline`, "utf8").includes("launch");
  } catch {
    // No such process.
    return false;
  }
}
