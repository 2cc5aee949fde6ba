import { type LengthContext, readLength, type Unit } from "../units/index.ts";
import { type CommandResult, type InputLocale, refuse } from "./outcome.ts";

/**
 * Reads one typed length of a form; a refusal reaches the field of that name. `positive` asks for more than 0. The
 * length comes back in millimetres.
 */
export function readSize(
  field: string,
  text: string,
  unit: Unit,
  { decimalMark }: Pick<InputLocale, "decimalMark">,
  positive?: string,
): { readonly mm: number } | Extract<CommandResult, { outcome: "refused" }> {
  const context: LengthContext = { units: unit, ...(decimalMark && { decimal: decimalMark }) };
  const read = readLength(text, context);
  if (!read.ok) return refuse(read.refusal.message, { [field]: read.refusal.message });
  if (positive !== undefined && read.value.mm <= 0) return refuse(positive, { [field]: positive });
  return { mm: read.value.mm };
}
