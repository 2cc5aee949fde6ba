import { type Block, LETTER } from "../block.ts";
import type { MacroWord, Statement } from "./statement.ts";
import type { Environment, Value } from "./value.ts";

/** Puts the words of a line into a block, each with what its value comes to; an empty one is left out. */
export function fillBlock(
  block: Block,
  { words }: Extract<Statement, { kind: "words" }>,
  env: Environment,
): { readonly unknown: readonly MacroWord[]; readonly values: ReadonlyMap<number, Value> } {
  Object.assign(block, { has: 0, integers: 0, gCount: 0, mCount: 0, toolDigits: "", isMacro: false });
  block.faults.length = 0;
  const unknown: MacroWord[] = [];
  const values = new Map<number, Value>();
  for (const word of words) {
    const value = word.value(env);
    if ((word.isComma && word.letter !== LETTER.A) || value === null) continue;
    values.set(word.letter, value);
    if (value === undefined) unknown.push(word);
    else put(block, word, value);
  }
  return { unknown, values };
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
