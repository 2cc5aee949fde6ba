import { diffArrays } from "diff";
import type { ChangedLine } from "./renumber.ts";

/** What one text of a program has become in another. */
interface ProgramDiff {
  /** How many lines differ, one that was replaced counted once; undefined where more differ than are compared. */
  readonly count: number | undefined;
  /** The first of them: the line of the newer text, counted from 1, with what stood there and what stands there; empty for none. */
  readonly lines: readonly ChangedLine[];
}

/** Changes that are kept, and letters of a line. */
const MOST = { kept: 200, letters: 200, differing: 4000 } as const;

/** Compares two texts of a program line by line; ends of lines and blanks at them do not count. */
export function programDiff(before: string, after: string): ProgramDiff {
  const parts = diffArrays(linesOf(before), linesOf(after), { maxEditLength: MOST.differing });
  if (!parts) return { count: undefined, lines: [] };
  const lines: ChangedLine[] = [];
  let [line, count] = [1, 0];
  let removed: readonly string[] = [];
  const keep = (added: readonly string[]) => {
    const most = Math.max(removed.length, added.length);
    for (let index = 0; index < most && lines.length < MOST.kept; index++)
      lines.push({
        line: line + Math.min(index, added.length),
        before: removed[index] ?? "",
        after: added[index] ?? "",
      });
    count += most;
    line += added.length;
    removed = [];
  };
  for (const part of parts) {
    if (part.removed) removed = part.value;
    else if (part.added) keep(part.value);
    else {
      if (removed.length > 0) keep([]);
      line += part.value.length;
    }
  }
  if (removed.length > 0) keep([]);
  return { count, lines: keptChanges(lines) };
}

/** The first of the changes of a program, each line cut to what a ledger keeps of it. */
export const keptChanges = (changes: readonly ChangedLine[]): readonly ChangedLine[] =>
  changes.slice(0, MOST.kept).map(({ line, before, after }) => ({
    line,
    before: before.slice(0, MOST.letters),
    after: after.slice(0, MOST.letters),
  }));

const linesOf = (text: string): string[] =>
  text
    .trimEnd()
    .split("\n")
    .map((line) => line.trimEnd());
