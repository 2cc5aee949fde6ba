import { readFileSync } from "node:fs";
import path from "node:path";
import { openPool, sqlOn } from "../database/pool.server.ts";
import { rebuildSnapshots } from "../ledger/ledgerRepository.server.ts";
import { readMachineProfile, storeMachine } from "../machines/machinesRepository.server.ts";
import { backUp } from "../operations/backUp.server.ts";
import { restoreFrom } from "../operations/restore.server.ts";
import { addPerson, findPersonByName, SECRET_RULE } from "../people/peopleRepository.server.ts";
import { unlockPerson } from "../people/signInCounts.server.ts";
import { CannotStart } from "./cannotStart.ts";
import { joinDatabase, openDatabase, withMigratedDatabase } from "./databases.server.ts";
import { stop } from "./ending.server.ts";
import { MIGRATIONS } from "./home.server.ts";
import { say } from "./say.ts";

/** `./luvrit add-person NAME ROLE [MARK]`, the passphrase or PIN on standard input. It is good for one sign-in. */
export async function addSomebody([name, role, mark, ...rest]: readonly string[]): Promise<void> {
  const isRole = role === "setter" || role === "lead" || role === "viewer";
  if (!name?.trim() || !isRole || rest.length > 0 || (mark !== undefined && mark !== "." && mark !== ","))
    throw new CannotStart(
      "Say a name, a role and, if it is settled, the decimal mark: ./luvrit add-person NAME setter|lead|viewer [.|,] (passphrase or PIN on standard input)",
    );
  if (/\p{Cc}/u.test(name) || name.trim().length > 80)
    throw new CannotStart("A name has 1 to 80 characters, on one line.");
  const secret = readFileSync(0, "utf8").replace(/\r?\n$/, "");
  if (!SECRET_RULE.test(secret))
    throw new CannotStart("A PIN has 4 to 12 digits, a passphrase at least 10 characters.");
  await withMigratedDatabase(
    async (pool) => {
      if (await findPersonByName(sqlOn(pool), name.trim()))
        throw new CannotStart(`Somebody is called ${name.trim()} already. Choose another name.`);
      await addPerson(sqlOn(pool), {
        name: name.trim(),
        role,
        secret,
        isGiven: true,
        ...(mark && { decimalMark: mark }),
      });
    },
    { beside: true },
  );
  say(`${name.trim()} can sign in as ${role}, once with this; then they choose their own.`);
}

/** `./luvrit unlock NAME`: lets somebody try again at once whose name was locked after wrong attempts. */
export async function unlock([name, ...rest]: readonly string[]): Promise<void> {
  if (name === undefined || rest.length > 0) throw new CannotStart("Say whom: ./luvrit unlock NAME");
  await withMigratedDatabase(
    async (pool) => {
      const person = await findPersonByName(sqlOn(pool), name.trim());
      if (!person) throw new CannotStart(`There is no person called ${name.trim()}.`);
      await unlockPerson(sqlOn(pool), person.id);
    },
    { beside: true },
  );
  say(`${name.trim()} can try to sign in again.`);
}

/** `./luvrit add-machine FILE`: a machine's profile, new or changed. */
export async function addMachine([file, ...rest]: readonly string[]): Promise<void> {
  if (file === undefined || rest.length > 0)
    throw new CannotStart("Say the profile's file: ./luvrit add-machine FILE (JSON; - for standard input)");
  let json: unknown;
  try {
    json = JSON.parse(readFileSync(file === "-" ? 0 : file, "utf8"));
  } catch (cause) {
    throw new CannotStart(`${file} cannot be read as JSON (${(cause as Error).message.split("\n")[0]}).`);
  }
  const profiles = (Array.isArray(json) ? json : [json]).map(readMachineProfile);
  for (const profile of profiles) if (!profile.ok) throw new CannotStart(`${file}: ${profile.refusal.message}`);
  await withMigratedDatabase(
    async (pool) => {
      for (const profile of profiles) if (profile.ok) await storeMachine(sqlOn(pool), profile.value);
    },
    { beside: true },
  );
  for (const profile of profiles) if (profile.ok) say(`${profile.value.name} is in the workshop.`);
}

/** `./luvrit backup FILE`: everything, as it stood at one moment; while Luvrit runs too. */
export async function backup([file, ...rest]: readonly string[]): Promise<void> {
  if (file === undefined || rest.length > 0)
    throw new CannotStart("Say where to: ./luvrit backup FILE (it must not be there yet)");
  try {
    const { bytes } = await backUp(await joinDatabase(), path.resolve(file));
    const size = bytes < 1e6 ? `${Math.ceil(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
    say(`${file}: ${size}. Keep it on another machine.`);
  } finally {
    await stop(process.exitCode === undefined ? 0 : Number(process.exitCode));
  }
}

/** `./luvrit restore FILE`: into an empty database, or in place of what is there where that is said. */
export async function restore(given: readonly string[]): Promise<void> {
  const replace = given.includes("--replace");
  const [file, ...rest] = given.filter((word) => word !== "--replace");
  if (file === undefined || rest.length > 0) throw new CannotStart("Say from where: ./luvrit restore FILE [--replace]");
  try {
    // A private database that serves a Luvrit is not restored into: its folder is claimed.
    const url = await openDatabase();
    await restoreFrom(url, path.resolve(file), { replace, migrations: MIGRATIONS });
    const pool = openPool(url, 1);
    try {
      const [{ setups, entries } = { setups: 0, entries: 0 }] = await sqlOn(pool).rows<{
        setups: number;
        entries: number;
      }>("SELECT (SELECT COUNT(*) FROM setups) AS setups, (SELECT COUNT(*) FROM ledger) AS entries");
      say(`${file} is restored: ${setups} setups with ${entries} entries. Everybody signs in anew.`);
    } finally {
      await pool.end();
    }
  } finally {
    await stop(process.exitCode === undefined ? 0 : Number(process.exitCode));
  }
}

/** `./luvrit rebuild`: every snapshot anew from its ledger. */
export async function rebuild(): Promise<void> {
  const { rebuilt, differed } = await withMigratedDatabase((pool) => rebuildSnapshots(pool));
  say(
    `${rebuilt} setups rebuilt from the ledger, ${differed.length} differed${differed.length > 0 ? `: ${differed.join(", ")}` : ""}.`,
  );
}
