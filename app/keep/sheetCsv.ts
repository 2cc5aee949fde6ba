import { csvText, harmless } from "../../core/formats/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { sheetRows } from "../../core/reports/index.ts";

/** The setup sheet as CSV. A minus is written as spreadsheets read it; text that they would run is made harmless. */
export function sheetCsv(setup: SetupView): { readonly name: string; readonly text: string } {
  const cell = (text: string) => {
    const plain = text.replaceAll("−", "-");
    return /^-?\d+(\.\d+)?$/.test(plain) ? plain : harmless(plain);
  };
  const name = `${setup.job}-${setup.operation}-sheet.csv`.replace(/[^A-Za-z0-9.-]+/g, "-").toLowerCase();
  return { name, text: csvText(sheetRows(setup).map((row) => row.map(cell))) };
}
