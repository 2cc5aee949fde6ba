import { FORMATS, formatNamed, lossesOf, OFFSET_FIELDS, readOffsetFile } from "../core/formats/index.ts";
import { readWords } from "./readWords.ts";
import { Unreadable } from "./unreadable.ts";

/** What `./luvrit convert` was asked for. */
interface Conversion {
  readonly to: string;
  readonly from?: string | undefined;
  readonly units?: "mm" | "in" | undefined;
  readonly numbering?: "A" | "B" | undefined;
}

/** Reads an offset table in one format and writes it in another; what the target cannot hold is named, field by field. */
export function convert(text: string, { to, from, units, numbering }: Conversion, at: string) {
  const target = formatNamed(to);
  if (!target) throw new Unreadable(`“${to}” is not a format; ./luvrit convert --formats lists them`);
  const read = readOffsetFile(text, { format: from, units, numbering });
  if (!read.ok) throw new Unreadable(read.refusal.message);
  const { table } = read.value;
  return { text: target.write(table, { rounding: "none", at }), lost: lossesOf(table, target) };
}

/** `./luvrit convert --formats`: every format with the fields that it holds. */
export const listFormats = () => ({
  formats: FORMATS.map(({ name, holds }) => ({
    name,
    holds: OFFSET_FIELDS.filter((field) => (holds as readonly string[]).includes(field)),
  })),
});

/** Takes the words of the command apart; every word must mean something. */
export function readConversion(words: readonly string[]): { readonly file: string; readonly conversion: Conversion } {
  const { of, told } = readWords("convert", words, ["to", "from", "units", "numbering"]);
  const { to, from } = told;
  if (to === undefined) throw new Unreadable("convert needs --to FORMAT; ./luvrit convert --formats lists them");
  if (from !== undefined && !formatNamed(from))
    throw new Unreadable(`“${from}” is not a format; ./luvrit convert --formats lists them`);
  const units = oneOf("units", told.units, ["mm", "in"]);
  return { file: of, conversion: { to, from, units, numbering: oneOf("numbering", told.numbering, ["A", "B"]) } };
}

function oneOf<Name extends string>(
  option: string,
  value: string | undefined,
  names: readonly Name[],
): Name | undefined {
  const found = names.find((name) => name === value);
  if (value !== undefined && found === undefined)
    throw new Unreadable(`--${option} is ${names.join(" or ")}, not “${value}”`);
  return found;
}
