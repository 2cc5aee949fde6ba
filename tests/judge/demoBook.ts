import { readFileSync } from "node:fs";
import path from "node:path";
import type { Command } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { Book } from "./book.ts";

const read = <Value>(name: string): Value =>
  JSON.parse(readFileSync(path.resolve(import.meta.dirname, "../../db/demo", name), "utf8"));

interface DemoSetup {
  readonly name: string;
  readonly entries: readonly { readonly kind: Command["kind"]; readonly payload: Readonly<Record<string, unknown>> }[];
}

export function demoMachine(id: string): MachineProfile {
  const machine = read<MachineProfile[]>("machines.json").find((one) => one.id === id);
  if (!machine) throw new Error(`no demo machine ${id}`);
  return machine;
}

/** A setup of the demo, as far as it was opened and its tools loaded; what its control holds with `isRead`. */
export function demoBook(name: string, { isRead = false } = {}): Book {
  const book = new Book();
  const demo = read<DemoSetup[]>("setups.json").find((one) => one.name === name);
  for (const { kind, payload } of demo?.entries ?? []) {
    if (kind !== "setup-opened" && kind !== "tool-loaded" && !(isRead && kind === "control-row-recorded")) continue;
    const whole = kind === "setup-opened" ? { ...payload, machine: demoMachine(String(payload.machine)) } : payload;
    book.add({ id: book.nextId(), kind, version: 1, payload: whole } as unknown as Command);
  }
  return book;
}
