import { type Entry, history, type SetupState, viewSetup } from "../ledger/index.ts";
import { toolSize } from "../tool/index.ts";

/** No word of a setup is searched for beyond this length. */
const LONGEST_WORD = 40;
const MOST_WORDS = 400;

/**
 * Words of a text as search knows them: small letters without accents, ss for ß, runs of letters and digits; what a hyphen, a
 * point or a slash joins counts in parts and as a whole.
 *
 * @example wordsOf("CNMG 120408, F-052") gives cnmg, 120408, f, 052, f052
 */
export function wordsOf(text: string): readonly string[] {
  const plain = text
    // A fraction of one letter is a word of its own: 1¼ is 1 and 1/4.
    .replace(/[\u00bc-\u00be\u2150-\u215e]/g, " $&")
    .normalize("NFKD")
    .replace(/[\u0300-\u036f]/g, "")
    .toLowerCase()
    .replace(/ß/g, "ss");
  const words: string[] = [];
  for (const [run] of plain.matchAll(/[\p{L}\p{N}]+(?:[-./_\u2044][\p{L}\p{N}]+)*/gu)) {
    const parts = run.split(/[-./_\u2044]/);
    words.push(...parts);
    if (parts.length > 1) words.push(parts.join(""));
  }
  return words.map((word) => word.slice(0, LONGEST_WORD));
}

/** Words that somebody looks for: what is joined by a hyphen or a point is looked for as a whole. */
export function searchedWords(text: string): readonly string[] {
  const runs = text.trim().split(/\s+/).filter(Boolean);
  return runs.flatMap((run) => wordsOf(run).at(-1) ?? []).slice(0, MOST_SEARCHED);
}
const MOST_SEARCHED = 12;

/** Everything by which a setup is found again: job, part, program, machine, tools, inserts, people, notes. */
export function setupWords(state: SetupState): readonly string[] {
  const { job, part, operation, program, machine, stock, tools, programRead, notes } = viewSetup(state);
  const texts: string[] = [job, part, operation, program, machine.name, stock.material, ...peopleOf(state)];
  if (programRead?.number) texts.push(`O${programRead.number}`);
  for (const { tool, nose, holder } of tools)
    texts.push(tool.description, toolSize(tool, machine.units), nose?.insert ?? "", holder ?? "");
  for (const { text } of notes) texts.push(text);
  const words = new Set<string>();
  for (const text of texts) for (const word of wordsOf(text)) words.add(word);
  return [...words].slice(0, MOST_WORDS);
}

const WITH_WORDS: readonly Entry["kind"][] = [
  "setup-opened",
  "stock-described",
  "program-read",
  "tool-loaded",
  "tool-removed",
  "holder-numbered",
  "second-offset-made",
  "nose-accepted",
  "table-edited",
  "note-added",
  "entry-undone",
];

/** Whether an entry can change the words of a setup: by what it says, or by who says it for the first time. */
export function mayChangeWords(before: SetupState, entry: Pick<Entry, "kind" | "person">): boolean {
  return WITH_WORDS.includes(entry.kind) || !isKnown(before, entry.person);
}

function isKnown({ cells }: SetupState, person: string): boolean {
  return Object.values(cells).some((stack) => stack.some((entry) => entry.person === person));
}

/** The names of all people who made an entry that stands. */
function peopleOf(state: SetupState): readonly string[] {
  const people = new Set<string>();
  for (const { person } of history(state)) people.add(person);
  return [...people];
}
