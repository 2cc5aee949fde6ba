import { type Block, LETTER } from "../block.ts";
import type { MacroWord, Statement } from "./statement.ts";
import type { Environment, Value } from "./value.ts";

/** Words of a line whose values only the machine knows; and all values by their letters, where the line may call a macro with them. */
export interface FilledBlock {
  readonly unknown: readonly MacroWord[];
  readonly values: ReadonlyMap<number, Value>;
}
const NONE: readonly MacroWord[] = [];
const NO_VALUES: ReadonlyMap<number, Value> = new Map();

/** Puts the words of a line into a block, each with what its value comes to; an empty one is left out. */
export function fillBlock(
  block: Block,
  { words }: Extract<Statement, { kind: "words" }>,
  env: Environment,
): FilledBlock {
  block.has = 0;
  block.integers = 0;
  block.gCount = 0;
  block.mCount = 0;
  block.toolDigits = "";
  block.isMacro = false;
  if (block.faults.length > 0) block.faults.length = 0;
  let unknown = NONE;
  let values: Map<number, Value> | undefined;
  for (const word of words) {
    const value = word.value(env);
    if ((word.isComma && word.letter !== LETTER.A) || value === null) continue;
    // The words behind G65 and G66 are arguments, known or not.
    if (word.letter === LETTER.G && (value === 65 || value === 66)) values ??= new Map();
    values?.set(word.letter, value);
    if (value === undefined) unknown = [...unknown, word];
    else put(block, word, value);
  }
  return { unknown, values: values ?? NO_VALUES };
}

function put(block: Block, { letter, column, digits }: MacroWord, value: number): void {
  if (letter === LETTER.G) {
    if (block.gCount >= block.gCodes.length) return;
    block.gColumns[block.gCount] = column;
    block.gCodes[block.gCount++] = Math.round(value * 10);
    return;
  }
  if (letter === LETTER.M) {
    if (block.mCount < block.mCodes.length) block.mCodes[block.mCount++] = Math.trunc(value);
    return;
  }
  if (letter === LETTER.T) block.toolDigits = digits?.replace(/\D/g, "") ?? String(Math.trunc(value));
  const bit = 1 << letter;
  block.has |= bit;
  // A value that was worked out is in whole units; a number as written may count last digits.
  if (digits !== undefined && !digits.includes(".")) block.integers |= bit;
  block.value[letter] = value;
  block.column[letter] = column;
}
