import { INCOMPLETE } from "../../core/commands/index.ts";
import { machineProfileSchema, stationSchema, zoneSchema } from "../../core/machine/index.ts";
import { LONGEST_NAME, profileOfTexts, readTypedItem, type WorkshopKind } from "../../core/workshop/index.ts";
import type { Pool } from "../database/pool.server.ts";
import { inTransaction, sqlOn } from "../database/pool.server.ts";
import { contradictionOf } from "../machines/contradictionOf.ts";
import { changeMachine, readMachine, readMachineProfile, storeMachine } from "../machines/machinesRepository.server.ts";
import { audit, type Origin } from "../people/auditRepository.server.ts";
import { addPerson, changePerson, findKeptPerson, holdRole, SECRET_RULE } from "../people/peopleRepository.server.ts";
import { may, type Person } from "../people/person.server.ts";
import { endSessionsOf } from "../people/sessionRepository.server.ts";
import { unlockPerson } from "../people/signInCounts.server.ts";
import { NotRead, readInWorker } from "../reading/readInWorker.server.ts";
import {
  isTextRows,
  isTexts,
  readWorkshopForm,
  type WorkshopForm,
  type WorkshopFormOf,
} from "./workshopForms.server.ts";
import { addItem, changeItem, importItems, type StoreOutcome } from "./workshopRepository.server.ts";

export type WorkshopOutcome =
  | { readonly outcome: "done"; readonly message: string }
  | { readonly outcome: "refused"; readonly message: string; readonly fields: Readonly<Record<string, string>> };

const refuse = (message: string, fields: Readonly<Record<string, string>> = {}): WorkshopOutcome => ({
  outcome: "refused",
  message,
  fields,
});
const done = (message: string): WorkshopOutcome => ({ outcome: "done", message });
const NOBODY = "There is no such person. Reload the page.";
const SLOWER = "Somebody has changed this meanwhile. Reload the page, look at it, and change it again.";

/** What a setter may change: what is measured at the machine. Everything else is a lead's. */
const SETTERS: readonly WorkshopKind[] = ["gauge", "spacer"];

/** Carries out one form of the workshop. */
export async function runWorkshopForm(
  pool: Pool,
  person: Person,
  fields: Readonly<Record<string, unknown>>,
  origin: Origin = { device: "", address: "" },
): Promise<WorkshopOutcome> {
  const read = readWorkshopForm(fields);
  if (!read.ok) return refuse(INCOMPLETE);
  const form = read.value;
  // As it is now, not as it was when the page was asked for.
  const role = await holdRole(sqlOn(pool), person.id);
  if (role === undefined || !may(role, neededFor(form)))
    return refuse(`This needs the role ${neededFor(form)}; ${person.name} has ${role ? `the role ${role}` : "left"}.`);
  try {
    return await carryOut(pool, form, person, origin);
  } catch (failure) {
    if (failure instanceof NotRead) return refuse(failure.message, { text: failure.message });
    throw failure;
  }
}

async function carryOut(pool: Pool, form: WorkshopForm, person: Person, origin: Origin): Promise<WorkshopOutcome> {
  switch (form.intent) {
    case "keep-item":
      return keepItem(pool, form, person);
    case "import-items": {
      const items = await readInWorker("workshop", { kind: form.kind, text: form.text });
      if (!items.ok) return refuse(items.refusal.message, { text: items.refusal.message });
      const { added, changed } = await importItems(pool, form.kind, items.value, person.name);
      return done(`${added} new, ${changed} changed, ${items.value.length - added - changed} as they were.`);
    }
    case "keep-machine":
      return keepMachine(pool, form);
    case "import-machines":
      return importMachines(pool, form.text);
    case "keep-person":
      return keepPerson(pool, form, person, origin);
    case "end-sessions":
      return endSessions(pool, form.id, person, origin);
    case "unlock-person":
      return unlock(pool, form.id, person, origin);
  }
}

/** Named in the record as they are called, not as the form calls them. */
async function endSessions(pool: Pool, id: string, by: Person, origin: Origin): Promise<WorkshopOutcome> {
  const about = await findKeptPerson(sqlOn(pool), id);
  if (!about) return refuse(NOBODY);
  const ended = await endSessionsOf(sqlOn(pool), id);
  await audit(sqlOn(pool), "sessions-ended", about, origin, { by: by.name, detail: `${ended}` });
  return done(`${about.name} is signed out everywhere.`);
}

async function unlock(pool: Pool, id: string, by: Person, origin: Origin): Promise<WorkshopOutcome> {
  const about = await findKeptPerson(sqlOn(pool), id);
  if (!about) return refuse(NOBODY);
  await unlockPerson(sqlOn(pool), id);
  await audit(sqlOn(pool), "unlocked", about, origin, { by: by.name });
  return done(`${about.name} can try to sign in again.`);
}

function neededFor(form: WorkshopForm): "setter" | "lead" {
  return "kind" in form && SETTERS.includes(form.kind) ? "setter" : "lead";
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch (failure) {
    if (!(failure instanceof SyntaxError)) throw failure;
    return undefined;
  }
}

async function keepItem(pool: Pool, form: WorkshopFormOf<"keep-item">, person: Person): Promise<WorkshopOutcome> {
  const texts = isTexts(parsed(form.texts));
  if (!texts.ok) return refuse(INCOMPLETE);
  const read = readTypedItem(form.kind, texts.value, { unit: form.unit, decimal: person.decimalMark });
  const wrong: Record<string, string> = read.ok ? {} : { ...read.refusal.fields };
  const name = form.name.trim();
  if (name === "") wrong.name = "Give it a name by which it is found.";
  else if (/\p{Cc}/u.test(name)) wrong.name = "A name stands on one line.";
  else if (name.length > LONGEST_NAME) wrong.name = `At most ${LONGEST_NAME} characters.`;
  const [first] = Object.values(wrong);
  if (first !== undefined || !read.ok) return refuse(first ?? INCOMPLETE, wrong);
  const item = { name, content: read.value };
  const outcome: StoreOutcome =
    form.id === undefined
      ? await addItem(sqlOn(pool), form.kind, item, person.name)
      : await changeItem(
          sqlOn(pool),
          form.id,
          Number(form.version ?? 0),
          { ...item, retired: form.retired === "yes" },
          person.name,
        );
  if (outcome === "name-in-use") {
    const message = `“${name}” is there already, perhaps among the retired ones. Choose another name.`;
    return refuse(message, { name: message });
  }
  return outcome === "stored" ? done(`${name} is saved.`) : refuse(SLOWER);
}

async function keepMachine(pool: Pool, form: WorkshopFormOf<"keep-machine">): Promise<WorkshopOutcome> {
  const [texts, zones, stations] = [
    isTexts(parsed(form.texts)),
    isTextRows(parsed(form.zones)),
    isTextRows(parsed(form.stations)),
  ];
  if (!texts.ok || !zones.ok || !stations.ok) return refuse(INCOMPLETE);
  const built = {
    ...profileOfTexts(machineProfileSchema, texts.value),
    ...(zones.value.length > 0 && { zones: zones.value.map((zone) => profileOfTexts(zoneSchema, zone)) }),
    ...(stations.value.length > 0 && { stations: stations.value.map((one) => profileOfTexts(stationSchema, one)) }),
  };
  const read = readMachineProfile(built);
  if (!read.ok) {
    const fields = Object.fromEntries(
      Object.entries(read.refusal.fields).map(([path, words]) => [path, `This ${words}.`]),
    );
    return refuse("Not every field is right yet; look at those that are marked.", fields);
  }
  const machine = read.value;
  const wrong = contradictionOf(machine);
  if (wrong) return refuse(wrong[1], { [wrong[0]]: wrong[1] });
  const sql = sqlOn(pool);
  if (form.version === undefined) {
    if (await readMachine(sql, machine.id)) {
      const message = `There is a machine “${machine.id}” already. Choose another short name.`;
      return refuse(message, { id: message });
    }
    await storeMachine(sql, machine);
  } else if (!(await changeMachine(sql, machine, Number(form.version), form.retired === "yes"))) return refuse(SLOWER);
  return done(`${machine.name} is saved. Setups that are open keep the profile that they were opened with.`);
}

async function importMachines(pool: Pool, text: string): Promise<WorkshopOutcome> {
  const read = await readInWorker("machines", { text });
  if (!read.ok) return refuse(read.refusal.message, { text: read.refusal.message });
  await inTransaction(pool, async (sql) => {
    for (const machine of read.value) await storeMachine(sql, machine);
  });
  return done(`${read.value.length} ${read.value.length === 1 ? "machine" : "machines"} imported.`);
}

async function keepPerson(
  pool: Pool,
  form: WorkshopFormOf<"keep-person">,
  by: Person,
  origin: Origin,
): Promise<WorkshopOutcome> {
  const name = form.name.trim();
  const wrong: Record<string, string> = {};
  if (name === "" || name.length > 80) wrong.name = "A name has 1 to 80 characters.";
  else if (/\p{Cc}/u.test(name)) wrong.name = "A name stands on one line.";
  const isNew = form.id === undefined;
  if ((isNew || form.secret !== "") && !SECRET_RULE.test(form.secret))
    wrong.secret = "A PIN has 4 to 12 digits, a passphrase at least 10 characters.";
  const [first] = Object.values(wrong);
  if (first !== undefined) return refuse(first, wrong);
  const decimalMark = form.mark === "either" ? undefined : form.mark;
  if (isNew) {
    try {
      const added = await addPerson(sqlOn(pool), {
        name,
        role: form.role,
        secret: form.secret,
        isGiven: true,
        ...(decimalMark && { decimalMark }),
      });
      await audit(sqlOn(pool), "person-added", added, origin, { by: by.name, detail: form.role });
    } catch (failure) {
      if ((failure as { code?: string }).code !== "ER_DUP_ENTRY") throw failure;
      const message = `Somebody is called ${name} already, perhaps among those who left. Choose another name.`;
      return refuse(message, { name: message });
    }
    return done(`${name} can sign in as ${form.role}, once with this; then they choose their own.`);
  }
  const outcome = await changePerson(
    pool,
    {
      id: form.id ?? "",
      version: Number(form.version ?? 0),
      role: form.role,
      decimalMark,
      retired: form.retired === "yes",
      secret: form.secret === "" ? undefined : form.secret,
    },
    by,
  );
  if (outcome === "not-allowed") return refuse(`This needs the role lead; ${by.name} has it no more.`);
  if (outcome === "last-lead") {
    const message = "The shop needs at least one lead. Make somebody else one first.";
    return refuse(message, { role: message });
  }
  if (outcome === "changed-meanwhile") return refuse(SLOWER);
  for (const [event, detail] of outcome.events)
    await audit(sqlOn(pool), event, { id: form.id, name: outcome.name }, origin, { by: by.name, detail });
  return done(`${outcome.name} is changed.`);
}
