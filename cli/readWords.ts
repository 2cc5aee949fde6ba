import { parseArgs } from "node:util";
import { Unreadable } from "./unreadable.ts";

/**
 * The words of a command apart: the one thing that it takes, and the value of each option by its name without dashes. Every
 * word must mean something: an unknown option, one without a value or said twice, and a second file are refused.
 */
export function readWords<Name extends string>(
  command: string,
  words: readonly string[],
  options: readonly Name[],
  takes = "a file, or - for standard input",
): { readonly of: string; readonly told: Readonly<Partial<Record<Name, string>>> } {
  const { values, positionals } = parsed(command, words, options);
  const [of, another] = positionals;
  if (of === undefined) throw new Unreadable(`${command} takes ${takes}`);
  if (another !== undefined) throw new Unreadable(`${command} takes one argument, found “${another}” as well`);
  const told: Partial<Record<Name, string>> = {};
  for (const name of options) {
    const [value, again] = values[name] ?? [];
    if (again !== undefined) throw new Unreadable(`--${name} is said twice`);
    if (value !== undefined) told[name] = value;
  }
  return { of, told };
}

function parsed(command: string, words: readonly string[], options: readonly string[]) {
  try {
    return parseArgs({
      args: [...words],
      options: Object.fromEntries(options.map((name) => [name, { type: "string", multiple: true }] as const)),
      allowPositionals: true,
    }) as { values: Readonly<Record<string, readonly string[] | undefined>>; positionals: readonly string[] };
  } catch (failure) {
    const { code, message } = failure as NodeJS.ErrnoException;
    if (!code?.startsWith("ERR_PARSE_ARGS")) throw failure;
    throw new Unreadable(`${command}: ${message.split(/\.? To specify|\n/)[0]}`);
  }
}
