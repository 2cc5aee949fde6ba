import { readFileSync } from "node:fs";
import { convert, listFormats, readConversion } from "./convert.ts";
import { correct } from "./correct.ts";
import { doubt } from "./doubt.ts";
import { insert } from "./insert.ts";
import { mesh } from "./mesh.ts";
import { nose } from "./nose.ts";
import { orient } from "./orient.ts";
import { LARGEST_INPUT, program } from "./program.ts";
import { readLengths } from "./readLengths.ts";
import { solve } from "./solve.ts";
import { answerTravel } from "./travel.ts";
import { Unreadable } from "./unreadable.ts";

/** Commands over the core: JSON in, JSON out, exit 2 with one line on standard error for input that cannot be read. */
const COMMANDS: Readonly<Record<string, (json: unknown) => unknown>> = {
  solve,
  orient,
  "read-length": readLengths,
  mesh,
  answerTravel,
  nose,
  doubt,
  correct,
};

function run(words: readonly string[]): string {
  const [name = "", argument, ...rest] = words;
  if (name === "convert") return runConvert(words.slice(1));
  if (rest.length > 0 && name !== "program")
    throw new Unreadable(`${name} takes one argument, found “${rest[0]}” as well`);
  if (name === "insert") {
    if (argument === undefined) throw new Unreadable('insert takes a designation: ./luvrit insert "CNMG 120408"');
    return line(insert(argument));
  }
  if (name === "program") return line(runProgram(words.slice(1)));
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) throw new Unreadable(`“${name}” is not a command`);
  if (argument === undefined) throw new Unreadable(`${name} takes a file, or - for standard input`);
  return line(command(readJson(argument)));
}

const line = (json: unknown) => `${JSON.stringify(json)}\n`;

/** A table in another format on standard output; what that cannot hold on standard error, a line a field. */
function runConvert(words: readonly string[]): string {
  if (words.length === 1 && words[0] === "--formats") return line(listFormats());
  const { file, conversion } = readConversion(words);
  const { text, lost } = convert(readUtf8(file), conversion, new Date().toISOString());
  for (const field of lost) process.stderr.write(`lost: ${field}\n`);
  return text;
}

/** Text in another encoding would be read wrongly without a word. */
function readUtf8(file: string): string {
  const bytes = readBytes(file);
  try {
    return new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(bytes);
  } catch (cause) {
    if (!(cause instanceof TypeError)) throw cause;
    throw new Unreadable(`${file === "-" ? "standard input" : file} is not text in UTF-8`);
  }
}

function runProgram(words: readonly string[]): unknown {
  const [file, option, machine, ...rest] = words;
  if (file === undefined) throw new Unreadable("program takes a file, or - for standard input");
  if (option !== undefined && option !== "--machine")
    throw new Unreadable(`program takes --machine after the file, found “${option}”`);
  if (option !== undefined && machine === undefined) throw new Unreadable("--machine takes a file");
  if (rest.length > 0) throw new Unreadable(`program takes nothing behind its machine, found “${rest[0]}”`);
  const text = readText(file, "latin1");
  if (text.length > LARGEST_INPUT)
    throw new Unreadable(`${file} has ${text.length} bytes; a program may have ${LARGEST_INPUT}`);
  return program(text, machine === undefined ? undefined : readJson(machine));
}

const readText = (file: string, encoding: BufferEncoding): string => readBytes(file).toString(encoding);

function readBytes(file: string): Buffer {
  try {
    return readFileSync(file === "-" ? 0 : file);
  } catch (cause) {
    throw new Unreadable(
      `cannot read ${file === "-" ? "standard input" : file} (${(cause as NodeJS.ErrnoException).code})`,
    );
  }
}

function readJson(file: string): unknown {
  const text = readText(file, "utf8");
  try {
    return JSON.parse(text);
  } catch (cause) {
    throw new Unreadable(
      `${file === "-" ? "standard input" : file} is not JSON (${(cause as SyntaxError).message.split("\n")[0]})`,
    );
  }
}

try {
  process.stdout.write(run(process.argv.slice(2)));
} catch (failure) {
  if (!(failure instanceof Unreadable)) throw failure;
  process.stderr.write(`luvrit: ${failure.message}\n`);
  process.exitCode = 2;
}
