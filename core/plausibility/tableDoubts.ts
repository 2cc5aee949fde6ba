import type { SetupView } from "../ledger/index.ts";
import { LATHE_AXES, type LatheAxis, toolNumber } from "../machine/index.ts";
import { MM_PER_INCH } from "../units/index.ts";
import type { ToolHistory } from "./newValue.ts";
import { plausibilityOfTouch } from "./plausibilityOfTouch.ts";

/** What a whole column of a table seems to be, where that is not what it should be. */
export type ColumnSlip = "inches" | "millimetres" | "other-sign" | "radius" | "doubled";
const FACTORS: readonly (readonly [ColumnSlip, number])[] = [
  ["inches", MM_PER_INCH],
  ["millimetres", 1 / MM_PER_INCH],
  ["other-sign", -1],
  ["radius", 2],
  ["doubled", 1 / 2],
];
/** From so many rows on a factor that fits them all is the table's and no tool's. */
const FEWEST = 2;
/** Within this of where earlier setups found a tool it is the same tool, millimetres. */
const SAME_TOOL = 1;

/** What a table that was taken from the control's own file says that earlier setups do not. */
interface TableDoubts {
  /** Columns all of whose rows would fit earlier setups by one factor. */
  readonly columns: readonly { readonly axis: LatheAxis; readonly slip: ColumnSlip; readonly rows: number }[];
  /** Rows that a slip would explain, with what is asked about each. */
  readonly rows: readonly { readonly offset: string; readonly axis: LatheAxis; readonly message: string }[];
  /** How many numbers could be compared with earlier setups, and how many could not. */
  readonly compared: number;
  readonly notCompared: number;
}

/**
 * Compares the rows of the control's table with where earlier setups found the tools: each number, and each column as a whole. Undefined where
 * no table was taken from a file. A touch of this setup is compared with nothing here: it has its own question.
 */
export function tableDoubts(setup: SetupView, history: ToolHistory): TableDoubts | undefined {
  const { table, tools, machine } = setup;
  if (table?.source !== "file") return undefined;
  const columns: { axis: LatheAxis; slip: ColumnSlip; rows: number }[] = [];
  const rows: { offset: string; axis: LatheAxis; message: string }[] = [];
  let [compared, notCompared] = [0, 0];
  for (const axis of LATHE_AXES) {
    const held = table.rows.flatMap((row) => {
      const view = tools.find(({ offset, second }) => offset === row.offset && !second);
      const value = row[axis];
      const past = history[row.offset]?.[axis]?.touches[0]?.value;
      if (!view || value === undefined || view[axis]) return [];
      return [{ view, value, past }];
    });
    const known = held.flatMap(({ past, ...one }) => (past === undefined ? [] : [{ ...one, past }]));
    compared += known.length;
    notCompared += held.length - known.length;
    const fits = (factor: number) => known.every(({ value, past }) => Math.abs(value * factor - past) < SAME_TOOL);
    const slip = known.length >= FEWEST && !fits(1) ? FACTORS.find(([, factor]) => fits(factor)) : undefined;
    if (slip) {
      columns.push({ axis, slip: slip[0], rows: known.length });
      continue;
    }
    for (const { view, value } of known) {
      const asked = { axis, exact: value, expanded: 0, spacers: [], touch: undefined };
      const { verdict, message } = plausibilityOfTouch(setup, view, asked, history);
      if (verdict !== "believable" && message !== null)
        rows.push({ offset: view.offset, axis, message: `${toolNumber(machine, view.offset)}: ${message}` });
    }
  }
  return { columns, rows, compared, notCompared };
}
