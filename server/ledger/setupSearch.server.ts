import type { SetupState } from "../../core/ledger/index.ts";
import { searchedWords, setupWords } from "../../core/reports/index.ts";
import type { Sql, SqlValue } from "../database/pool.server.ts";
import { readSetup, type SetupSummary, SUMMARY, type SummaryRow, toSummary } from "./setupsRepository.server.ts";

/** What past setups are looked for by; everything that is said must hold. */
interface SetupSearch {
  readonly text: string;
  readonly machine?: string | undefined;
  /** Opened from then, and before then; ISO 8601. */
  readonly from?: string | undefined;
  readonly to?: string | undefined;
}

/** The longest word that the engine's index takes has 84 letters. */
const LONGEST_TOKEN = 80;

/**
 * A word as the engine's index of words holds it: with a beginning of its own, so that short words, words that the engine
 * would leave out, and letters beyond ASCII are all found, whatever the server's settings are.
 */
function tokenOf(word: string): string {
  const plain = word.replace(/[^a-z0-9]/g, (letter) => `u${(letter.codePointAt(0) ?? 0).toString(16)}`);
  return `q_${plain}`.slice(0, LONGEST_TOKEN);
}

const wordsColumn = (state: SetupState) =>
  setupWords(state)
    .map((word) => ` ${tokenOf(word)}`)
    .join("");

/** Keeps the words of a setup where they have changed. */
export async function storeWords(sql: Sql, id: string, next: SetupState, before?: SetupState): Promise<void> {
  const words = wordsColumn(next);
  const [opened] = next.cells.setup ?? [];
  if (opened?.kind !== "setup-opened" || (before && words === wordsColumn(before))) return;
  await sql.run(
    `INSERT INTO setup_words (opened_at, setup_id, machine_id, words) VALUES (:openedAt, :id, :machineId, :words)
     ON DUPLICATE KEY UPDATE words = VALUES(words)`,
    { openedAt: new Date(opened.at), id, machineId: opened.payload.machine.id, words },
  );
}

/** Makes the words of setups that have none yet, as those from before there was a search; gives how many. */
export async function makeMissingWords(sql: Sql, most = 100_000): Promise<number> {
  const rows = await sql.rows<{ id: string }>(
    `SELECT s.id FROM setups s LEFT JOIN setup_words w ON w.setup_id = s.id
      WHERE w.setup_id IS NULL LIMIT ?`,
    [String(most)],
  );
  for (const { id } of rows) {
    const state = await readSetup(sql, id);
    if (state) await storeWords(sql, id, state);
  }
  return rows.length;
}

/** Words of the latest setups, by which it is guessed how common a word is. Lost at any time, made anew. */
let sample: { readonly taken: number; readonly words: readonly string[] } | undefined;
const SAMPLED = 2000;
const SAMPLE_LASTS_MS = 300_000;
export const forgetSample = (): void => {
  sample = undefined;
};

async function sampleOf(sql: Sql): Promise<readonly string[]> {
  if (!sample || Date.now() - sample.taken > SAMPLE_LASTS_MS) {
    const rows = await sql.rows<{ words: string }>("SELECT words FROM setup_words ORDER BY opened_at DESC LIMIT ?", [
      String(SAMPLED),
    ]);
    sample = { taken: Date.now(), words: rows.map(({ words }) => words) };
  }
  return sample.words;
}

/** Setups of the sample that have all words, at which walking back in time fills a page soon enough. */
const COMMON = 4;

/** A second word spares looking at what has only the first, if gathering it costs less: so large a part of the sample at most. */
const RARE = 0.1;

/**
 * The words by which the engine's index is asked, at most two: the rarest, since the index gathers all that a word has before
 * anything is sorted. None where all words together are so common that walking back in time finds a page of them sooner.
 */
async function rarest(sql: Sql, tokens: readonly string[]): Promise<readonly string[]> {
  const words = await sampleOf(sql);
  const count = (some: readonly string[]) =>
    words.filter((one) => some.every((token) => one.includes(` ${token}`))).length;
  if (count(tokens) >= COMMON) return [];
  const [first, ...others] = [...tokens].sort((a, b) => count([a]) - count([b]) || b.length - a.length);
  return [first, ...others.slice(0, 1).filter((token) => count([token]) <= words.length * RARE)].filter(
    (token) => token !== undefined,
  );
}

/**
 * Setups by what they are about, those opened last first. Every word must begin a word of the setup. Common words are found
 * by walking back in time, rare ones by the engine's index of words.
 */
export async function searchSetups(
  sql: Sql,
  { text, machine, from, to }: SetupSearch,
  most = 50,
): Promise<{ readonly setups: readonly SetupSummary[]; readonly hasMore: boolean }> {
  const words = searchedWords(text);
  // Signs alone are no word of any setup.
  if (words.length === 0 && text.trim() !== "") return { setups: [], hasMore: false };
  // A single letter or digit begins too many words to say anything: it is a word of its own, or nothing.
  const whole = words.filter((word) => [...word].length === 1).map(tokenOf);
  const tokens = words.filter((word) => [...word].length > 1).map(tokenOf);
  const conditions: string[] = [];
  const values: SqlValue[] = [];
  const must = (condition: string, value: SqlValue) => {
    conditions.push(condition);
    values.push(value);
  };
  const keys = tokens.length > 0 ? await rarest(sql, tokens) : [];
  if (keys.length > 0) must("MATCH (w.words) AGAINST (? IN BOOLEAN MODE)", keys.map((key) => `+${key}*`).join(" "));
  for (const token of tokens) if (!keys.includes(token)) must("w.words LIKE ?", `% ${token}%`);
  for (const token of whole) must("CONCAT(w.words, ' ') LIKE ?", `% ${token} %`);
  if (machine) must("w.machine_id = ?", machine);
  if (from) must("w.opened_at >= ?", new Date(from));
  if (to) must("w.opened_at < ?", new Date(to));
  const rows = await sql.rows<SummaryRow>(
    `SELECT ${SUMMARY}
       FROM (SELECT w.setup_id, w.opened_at FROM setup_words w
              WHERE ${conditions.join(" AND ") || "TRUE"}
              ORDER BY w.opened_at DESC, w.setup_id DESC LIMIT ?) found
       JOIN setups s ON s.id = found.setup_id
      ORDER BY found.opened_at DESC, found.setup_id DESC`,
    [...values, String(most + 1)],
  );
  return { setups: rows.slice(0, most).map(toSummary), hasMore: rows.length > most };
}
