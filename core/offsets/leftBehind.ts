import {
  foldMachine,
  foldSetups,
  type MachineEntry,
  type Payload,
  type SetupView,
  viewSetup,
} from "../ledger/index.ts";
import { AXES, wearField } from "../machine/index.ts";
import { wearInCore } from "./setupTable.ts";
import { workNow } from "./workShift.ts";

type TableRead = Payload<"table-read">;

/**
 * What the setups of a machine have left in its control, as they ended: every row that anything is known of, its wear with it, and
 * the work offsets of the latest one. Millimetres, X as diameters; what is not known is absent.
 */
export function leftBehind(history: readonly MachineEntry[]): Required<Pick<TableRead, "rows" | "work">> {
  const states = foldSetups(history);
  const views = new Map<string, SetupView>();
  const viewOf = (setupId: string) => {
    const state = states.get(setupId);
    if (!state) return undefined;
    const view = views.get(setupId) ?? viewSetup(state);
    views.set(setupId, view);
    return view;
  };
  const rows = Object.entries(foldMachine(history).rows).flatMap(([offset, row]) => {
    if (row.x === undefined && row.z === undefined) return [];
    const left: Record<string, number | string> = { offset };
    const keep = (name: string, value: number | undefined) => {
      if (value !== undefined) left[name] = value;
    };
    for (const axis of AXES) {
      keep(axis, row[axis]?.value);
      const owner = row[axis] && viewOf(row[axis].setupId)?.tools.find((tool) => tool.offset === offset);
      if (owner) keep(wearField(axis), wearInCore(owner, axis) ?? owner.control?.[wearField(axis)]);
    }
    keep("noseRadius", row.noseRadius?.value);
    keep("orientation", row.orientation?.value);
    return [left as TableRead["rows"][number]];
  });
  const latest = viewOf(history.at(-1)?.setupId ?? "");
  return { rows, work: latest ? workOf(latest) : [] };
}

/** Every work offset that a setup knows at its end, by name. */
function workOf(setup: SetupView): NonNullable<TableRead["work"]> {
  const { workOffset, otherWork, workHeld } = setup;
  const names = [...new Set([workOffset.name, ...Object.keys(otherWork), ...Object.keys(workHeld)])].sort();
  return names.flatMap((name) => {
    const known = AXES.flatMap((axis) => {
      const value = workNow(setup, name, axis) ?? workHeld[name]?.[axis];
      return value === undefined ? [] : [[axis, value] as const];
    });
    return known.length === 0 ? [] : [{ name, ...Object.fromEntries(known) }];
  });
}
