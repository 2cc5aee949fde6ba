import { readFileSync } from "node:fs";
import path from "node:path";
import type { Command } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { type NamedItem, WORKSHOP_KINDS, type WorkshopKind } from "../../core/workshop/index.ts";
import { type Pool, sqlOn } from "../database/pool.server.ts";
import { stableId } from "../identity/stableId.ts";
import { appendEntry } from "../ledger/ledgerRepository.server.ts";
import { storeMachine } from "../machines/machinesRepository.server.ts";
import { addPerson, listPeople } from "../people/peopleRepository.server.ts";
import type { Person, Role } from "../people/person.server.ts";
import { takeProgram } from "../program/takeProgram.server.ts";
import { incomingOf } from "../uploads/incoming.ts";
import { importItems } from "../workshop/workshopRepository.server.ts";

interface DemoPerson {
  readonly name: string;
  readonly role: Role;
  readonly pin: string;
  readonly decimalMark?: "." | ",";
}
interface DemoSetup {
  readonly name: string;
  readonly hoursAgo: number;
  readonly by: string;
  readonly device: string;
  /** A setup names its machine by id; everything else is the payload as it is appended. */
  readonly entries: readonly { readonly kind: Command["kind"]; readonly payload: Readonly<Record<string, unknown>> }[];
}

/**
 * Loads the made-up instrument workshop into an empty database through the same append that people use. Data that is
 * there already is kept; `fresh` takes everything out first.
 */
export async function loadDemo(pool: Pool, folder: string, { fresh }: { readonly fresh: boolean }): Promise<void> {
  const sql = sqlOn(pool);
  if (fresh)
    for (const table of [
      "ledger",
      "tool_history",
      "claims",
      "late_forms",
      "setup_devices",
      "audit",
      "practice_runs",
      "skill_signs",
      "exercises",
      "setup_words",
      "setups",
      "sign_in_counts",
      "known_devices",
      "uploads",
      "sessions",
      "people",
      "programs",
      "photos",
      "machines",
      "workshop_items",
    ])
      await sql.run(`DELETE FROM ${table}`);
  if ((await listPeople(sql)).length > 0) return;

  const read = <Value>(name: string): Value => JSON.parse(readFileSync(path.join(folder, name), "utf8"));
  const people = new Map<string, Person>();
  for (const { pin, ...person } of read<DemoPerson[]>("people.json"))
    people.set(
      person.name,
      await addPerson(sql, { ...person, isGiven: false, secret: pin, id: stableId(`person ${person.name}`) }),
    );
  const machines = read<MachineProfile[]>("machines.json");
  for (const machine of machines) await storeMachine(sql, machine);
  const workshop = read<Readonly<Record<WorkshopKind, readonly NamedItem[]>>>("workshop.json");
  const lead = [...people.values()].find(({ role }) => role === "lead");
  for (const kind of WORKSHOP_KINDS) await importItems(pool, kind, workshop[kind], lead?.name ?? "the demo");
  // In the order in which they were made: a ledger takes nothing in front of what it holds.
  const setups = read<DemoSetup[]>("setups.json").sort((a, b) => b.hoursAgo - a.hoursAgo);
  for (const setup of setups) await loadSetup(pool, setup, machines, people, folder);
}

/** Ids of the demo's machines. */
export function demoMachines(folder: string): readonly string[] {
  const machines = JSON.parse(readFileSync(path.join(folder, "machines.json"), "utf8")) as MachineProfile[];
  return machines.map(({ id }) => id);
}

async function loadSetup(
  pool: Pool,
  setup: DemoSetup,
  machines: readonly MachineProfile[],
  people: ReadonlyMap<string, Person>,
  folder: string,
): Promise<void> {
  const person = people.get(setup.by);
  if (!person) throw new Error(`The demo setup ${setup.name} is by ${setup.by}, who does not exist.`);
  const began = Date.now() - setup.hoursAgo * 3_600_000;
  for (const [index, { kind, payload }] of setup.entries.entries()) {
    const machine = machines.find(({ id }) => id === payload.machine);
    const command = {
      id: stableId(`${setup.name} ${index}`),
      kind,
      payload:
        kind === "setup-opened"
          ? { ...payload, machine }
          : kind === "program-read"
            ? await readDemoProgram(pool, folder, String(payload.file), machineOf(setup, machines))
            : payload,
    } as Command;
    const author = { person, device: setup.device, base: index };
    const result = await appendEntry(
      pool,
      stableId(`setup ${setup.name}`),
      command,
      author,
      () => new Date(began + index * 60_000),
    );
    if (result.outcome !== "appended")
      throw new Error(`Demo setup ${setup.name}, entry ${index}: ${JSON.stringify(result)}`);
  }
}

const machineOf = (setup: DemoSetup, machines: readonly MachineProfile[]) =>
  machines.find(({ id }) => id === setup.entries[0]?.payload.machine) as MachineProfile;

/** A demo setup names its program's file; it is imported like an uploaded file. */
async function readDemoProgram(pool: Pool, folder: string, name: string, machine: MachineProfile) {
  const content = readFileSync(path.join(folder, "programs", name));
  const taken = await takeProgram(sqlOn(pool), incomingOf(content, name), machine);
  if (!taken.ok) throw new Error(`Demo program ${name}: ${taken.refusal.message}`);
  return taken.value.program;
}
