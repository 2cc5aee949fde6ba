import { type OffsetFileRefusal, type OffsetFormat, readOffsetFile } from "../formats/index.ts";
import type { SetupView } from "../ledger/index.ts";
import type { OffsetTable } from "../offsets/index.ts";
import { type Answer, accepted } from "../refusal.ts";

/**
 * A table from this machine's control in any format. What the file does not say is as the machine has it: its unit,
 * its numbering of orientations, its last digit. Refused with line and reason where no format reads it.
 */
export function readTableFile(
  { machine }: Pick<SetupView, "machine">,
  text: string,
  units?: "mm" | "in",
): Answer<{ readonly table: OffsetTable; readonly format: OffsetFormat }, OffsetFileRefusal> {
  let read = readOffsetFile(text, {});
  // A tool table names no units, nor does every spreadsheet: they are the machine's own unless somebody says otherwise.
  const namesNone = !read.ok && read.refusal.code === "units-missing";
  if (namesNone && !/\bG0*10\b/i.test(text)) read = readOffsetFile(text, { units: units ?? machine.units });
  if (!read.ok) return read;
  const { table, format } = read.value;
  const { numbering = machine.numbering, resolution = machine.resolution.z } = table;
  return accepted({ table: { ...table, numbering, resolution }, format });
}
