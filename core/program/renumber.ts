import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { type Block, createBlock, hasWord, LETTER, readBlock } from "./block.ts";
import type { ProgramReading } from "./programReading.ts";
import type { ProgramMachine } from "./readProgram.ts";
import { pathNumber, surveyProgram } from "./survey.ts";
import { type CallForm, callFormOf, readToolCall, type StationAndOffset, writeToolCall } from "./toolCall.ts";

/** One station and offset that a program calls, and what it shall call instead. */
export interface CallChange {
  readonly path: number;
  readonly from: StationAndOffset;
  readonly to: StationAndOffset;
}

export interface ChangedLine {
  /** Counted from 1. */
  readonly line: number;
  readonly before: string;
  readonly after: string;
}

type RenumberCode = "doubled" | "out-of-form";

/**
 * Renumbers a program's tool calls everywhere, cancelling calls (`T0700`) and second offsets among them, and touches
 * nothing else: every other character stays what it was. A call is written with as many digits as the one it replaces, or
 * as many as it needs.
 *
 * Refused where two different calls would become one, and where a number does not fit the form of the calls. Renumbering
 * with from and to exchanged gives the program back, character by character where its calls have all their digits.
 *
 * @example T0707 and T0717 moved from station 7 to 9, offsets kept: `T0907` and `T0917`
 */
export function renumberCalls(
  text: string,
  reading: Pick<ProgramReading, "calls">,
  machine: ProgramMachine,
  changes: readonly CallChange[],
): Answer<{ readonly text: string; readonly lines: readonly ChangedLine[] }, Refusal<RenumberCode>> {
  const survey = surveyProgram(text);
  const form = callFormOf(survey.calls, machine);
  const refusal = doubled(reading, changes) ?? tooLarge(form, changes);
  if (refusal) return refused(refusal);

  const pathOfLine = new Map(reading.calls.map(({ line, path }) => [line, path]));
  const stations = new Map<number, string>();
  const lines: ChangedLine[] = [];
  const pieces: string[] = [];
  const block = createBlock();
  let [at, kept, path] = [0, 0, 1];
  for (let line = 1; at < text.length; line++) {
    const from = at;
    at = readBlock(text, from, block);
    if (survey.marksPaths) path = pathNumber(block) || path;
    if (block.toolDigits === "" && !(form.kind === "number" && callsByWord(block))) continue;
    const on = pathOfLine.get(line) ?? path;
    let end = at;
    while (end > from && (text[end - 1] === "\n" || text[end - 1] === "\r")) end--;
    const before = text.slice(from, end);
    const after = renumberLine(before, block, form, changes, on, stations);
    if (after === before) continue;
    lines.push({ line, before, after });
    pieces.push(text.slice(kept, from), after);
    kept = from + before.length;
  }
  pieces.push(text.slice(kept));
  return accepted({ text: pieces.join(""), lines });
}

const callsByWord = (block: Block) => hasWord(block, LETTER.D) || hasWord(block, LETTER.H);

function renumberLine(
  line: string,
  block: Block,
  form: CallForm,
  changes: readonly CallChange[],
  path: number,
  stations: Map<number, string>,
): string {
  const hasTool = block.toolDigits !== "";
  const read = hasTool ? readToolCall(block.toolDigits, form) : undefined;
  const station = read && read.station !== "0" ? read.station : (stations.get(path) ?? "0");
  if (read) stations.set(path, station);
  const own = changes.filter((change) => change.path === path && change.from.station === station);
  const [first] = own;
  if (!first) return line;
  if (form.kind === "number") {
    let after = hasTool ? exchange(line, block, LETTER.T, first.to.station) : line;
    for (const letter of [LETTER.D, LETTER.H]) {
      if (!hasWord(block, letter)) continue;
      const offset = String(block.value[letter]);
      const change = own.find(({ from }) => from.offset === offset);
      if (change) after = exchange(after, block, letter, change.to.offset);
    }
    return after;
  }
  const offset = read?.offset ?? "0";
  // A cancelling call goes where its station goes; an offset alone, without a station, stays alone.
  const change = own.find(({ from }) => from.offset === offset);
  const to = { station: first.to.station, offset: change?.to.offset ?? offset };
  const isAlone = read?.station === "0";
  const written = isAlone ? to.offset : writeToolCall(to, form, 0);
  return exchange(line, block, LETTER.T, written);
}

/** Puts other digits behind a letter, with at least as many digits as stood there. */
function exchange(line: string, block: Block, letter: number, digits: string): string {
  const start = (block.column[letter] ?? 1) - 1;
  const head = /^[A-Za-z][ \t]*[+]?/.exec(line.slice(start))?.[0].length ?? 1;
  const old = /^\d+/.exec(line.slice(start + head))?.[0] ?? "";
  return `${line.slice(0, start + head)}${digits.padStart(old.length, "0")}${line.slice(start + head + old.length)}`;
}

/** Two calls of a path that would become one, whether both are changed or one stays. */
function doubled(
  { calls }: Pick<ProgramReading, "calls">,
  changes: readonly CallChange[],
): Refusal<RenumberCode> | undefined {
  const becomes = new Map<string, string>();
  for (const { path, station, offset } of calls) {
    if (station === "0") continue;
    const own = changes.filter((change) => change.path === path && change.from.station === station);
    const change = own.find(({ from }) => from.offset === offset);
    const to =
      offset === "0"
        ? { station: own[0]?.to.station ?? station, offset }
        : (change?.to ?? { station: own[0]?.to.station ?? station, offset });
    const key = `${path} ${to.station} ${to.offset}`;
    const was = `${station} ${offset}`;
    const known = becomes.get(key);
    if (known !== undefined && known !== was) {
      const message = `Station ${to.station} with offset ${to.offset} would be called by two different tools. Renumber the other one too.`;
      return { code: "doubled", message };
    }
    becomes.set(key, was);
  }
  return undefined;
}

function tooLarge(form: CallForm, changes: readonly CallChange[]): Refusal<RenumberCode> | undefined {
  const digits = form.kind === "halves" ? form.digits : 3;
  for (const { to } of changes)
    for (const number of [to.station, to.offset])
      if (!/^\d+$/.test(number) || number.length > digits || Number(number) === 0)
        return {
          code: "out-of-form",
          message: `${number} does not fit this program's calls, which have ${digits} digit${digits === 1 ? "" : "s"} for it.`,
        };
  return undefined;
}
