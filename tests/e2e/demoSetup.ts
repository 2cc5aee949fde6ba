import { readFileSync } from "node:fs";
import type { Command, SetupView } from "../../core/ledger/index.ts";
import { nextId, viewOf } from "../../core/ledger/setup.fixture.ts";
import { stableId } from "../../server/identity/stableId.ts";

const read = (name: string) => JSON.parse(readFileSync(new URL(`../../db/demo/${name}`, import.meta.url), "utf8"));

/** A demo setup as it stands at first, and its address. */
export function demoSetup(name: string): { readonly setup: SetupView; readonly address: string } {
  const machines: { id: string }[] = read("machines.json");
  const setups: { name: string; entries: { kind: string; payload: Record<string, unknown> }[] }[] = read("setups.json");
  const entries = setups.find((one) => one.name === name)?.entries ?? [];
  const commands = entries.map(({ kind, payload }) => ({
    id: nextId(),
    kind,
    payload:
      kind === "setup-opened" ? { ...payload, machine: machines.find(({ id }) => id === payload.machine) } : payload,
  })) as unknown as Command[];
  return { setup: viewOf(...commands), address: `/setups/${stableId(`setup ${name}`)}` };
}

/** Links to the setups that the demo brings, whatever other stories have opened beside them. */
export const DEMO_LINKS = (read("setups.json") as { name: string }[])
  .map(({ name }) => `a[href^="${demoSetup(name).address}/"]`)
  .join(", ");
