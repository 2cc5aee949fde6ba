import type { MachineProfile } from "../../core/machine/index.ts";

/** What a schema cannot say: ranges the right way round, stations in zones that there are, each once. */
export function contradictionOf(machine: MachineProfile): readonly [string, string] | undefined {
  for (const axis of ["x", "y", "z"] as const) {
    const range = machine.travel[axis];
    if (range && (range[0] ?? 0) >= (range[1] ?? 0))
      return [`travel/${axis}/1`, "The far end of the travel lies above the near one."];
  }
  const zones = machine.zones?.map(({ id }) => id) ?? [];
  const seen = new Set<string>();
  for (const [index, { id, zone }] of (machine.stations ?? []).entries()) {
    if (zones.length > 0 && !zones.includes(zone)) return [`stations/${index}/zone`, `There is no zone “${zone}”.`];
    if (seen.has(id)) return [`stations/${index}/id`, `Station ${id} stands twice.`];
    seen.add(id);
  }
  return undefined;
}
