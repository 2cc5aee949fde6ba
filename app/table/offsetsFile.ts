import { writeDataSetting } from "../../core/formats/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { touchedRows } from "../../core/offsets/index.ts";

export interface OffsetsFile {
  readonly name: string;
  readonly text: string;
  /** Rows that the file holds; none where nothing has been touched yet. */
  readonly rows: number;
}

/** The file for this setup's control: its dialect, its units and digits, only rows that were touched. */
export function offsetsFile(setup: SetupView): OffsetsFile {
  const { machine, job, part, operation } = setup;
  const table = touchedRows(setup);
  const text = writeDataSetting(table, {
    dialect: machine.dialect,
    rounding: "to-resolution",
    xShown: machine.xShown,
    title: `${job}, ${part}, ${operation}, ${machine.name}`,
  });
  const name = `${job}-${operation}-offsets.nc`.replace(/[^A-Za-z0-9.-]+/g, "-").toLowerCase();
  return { name, text, rows: table.tools.length };
}
