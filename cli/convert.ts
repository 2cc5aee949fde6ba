import { FORMATS, formatNamed, lossesOf, OFFSET_FIELDS, readOffsetFile } from "../core/formats/index.ts";
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

const OPTIONS = ["--to", "--from", "--units", "--numbering"] as const;

/** Takes the words of the command apart; every word must mean something. */
export function readConversion(words: readonly string[]): { readonly file: string; readonly conversion: Conversion } {
  let file: string | undefined;
  const told = new Map<string, string>();
  for (let at = 0; at < words.length; at++) {
    const word = words[at] as string;
    const option = OPTIONS.find((one) => one === word);
    if (!option) {
      if (word.startsWith("--")) throw new Unreadable(`convert does not know ${word}`);
      if (file !== undefined) throw new Unreadable(`convert takes one file, found “${word}” as well`);
      file = word;
      continue;
    }
    const value = words[++at];
    if (value === undefined) throw new Unreadable(`${option} takes a value`);
    if (told.has(option)) throw new Unreadable(`${option} is said twice`);
    told.set(option, value);
  }
  if (file === undefined) throw new Unreadable("convert takes a file, or - for standard input");
  const to = told.get("--to");
  if (to === undefined) throw new Unreadable("convert needs --to FORMAT; ./luvrit convert --formats lists them");
  const oneOf = <Name extends string>(option: string, ...names: readonly Name[]): Name | undefined => {
    const value = told.get(option);
    const found = names.find((name) => name === value);
    if (value !== undefined && found === undefined)
      throw new Unreadable(`${option} is ${names.join(" or ")}, not “${value}”`);
    return found;
  };
  const from = told.get("--from");
  if (from !== undefined && !formatNamed(from))
    throw new Unreadable(`“${from}” is not a format; ./luvrit convert --formats lists them`);
  const conversion = { to, from, units: oneOf("--units", "mm", "in"), numbering: oneOf("--numbering", "A", "B") };
  return { file, conversion };
}
