import { type Command, type Entry, fold, makeEntry, viewSetup } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import type { LatheConfig } from "../../sim/lathe/index.ts";
import { latheOfSetup } from "../../sim/workshop/latheOfSetup.ts";

interface DemoSetup {
  readonly name: string;
  readonly entries: readonly { readonly kind: string; readonly payload: Readonly<Record<string, unknown>> }[];
}

/** Every demo lathe is the same lathe each time. */
const SEED = 4680;

/** One lathe for each machine of the demo, standing as its first setup begins. */
export function demoLathes(
  machines: readonly MachineProfile[],
  setups: readonly DemoSetup[],
): ReadonlyMap<string, { readonly label: string; readonly config: LatheConfig; readonly seed: number }> {
  const lathes = new Map<string, { label: string; config: LatheConfig; seed: number }>();
  for (const machine of machines) {
    const setup = setups.find(({ entries }) => entries[0]?.payload.machine === machine.id);
    if (!setup) continue;
    const view = viewSetup(fold(asEntries(setup, machine)));
    lathes.set(machine.id, { label: `${view.part}, ${view.operation}`, config: latheOfSetup(view, SEED), seed: SEED });
  }
  return lathes;
}

function asEntries({ name, entries }: DemoSetup, machine: MachineProfile): Entry[] {
  return entries.map(({ kind, payload }, index) => {
    const command = {
      id: `${name} ${index}`,
      kind,
      payload: index === 0 ? { ...payload, machine } : payload,
    };
    const at = "2026-01-01T00:00:00.000Z";
    return makeEntry(command as unknown as Command, index + 1, { base: index, person: "", device: "", at });
  });
}
