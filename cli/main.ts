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
import { readWords } from "./readWords.ts";
import { solve } from "./solve.ts";
import { answerTravel } from "./travel.ts";
import { Unreadable } from "./unreadable.ts";

/** Commands over the core: JSON in, JSON out, exit 2 with one line on standard error for input that cannot be read. */
const COMMANDS: Readonly<Record<string, (json: unknown) => unknown>> = {
  solve,
  orient,
  "read-length": readLengths,
  mesh,
  travel: answerTravel,
  nose,
  doubt,
  correct,
};

function run([name = "", ...words]: readonly string[]): string {
  if (name === "convert") return runConvert(words);
  if (name === "program") return line(runProgram(words));
  if (name === "insert")
    return line(insert(readWords(name, words, [], 'a designation: ./luvrit insert "CNMG 120408"').of));
  const command = Object.hasOwn(COMMANDS, name) ? COMMANDS[name] : undefined;
  if (!command) throw new Unreadable(`“${name}” is not a command`);
  return line(command(readJson(readWords(name, words, []).of)));
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
  const { of: file, told } = readWords("program", words, ["machine"]);
  const text = readText(file, "latin1");
  if (text.length > LARGEST_INPUT)
    throw new Unreadable(`${file} has ${text.length} bytes; a program may have ${LARGEST_INPUT}`);
  return program(text, told.machine === undefined ? undefined : readJson(told.machine));
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
