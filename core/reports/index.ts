export { type ComparedGroup, compareSetups } from "./compareSetups.ts";
export { type LedgerLine, ledgerLines } from "./ledgerLines.ts";
export { setupSheet, sheetRows } from "./setupSheet.ts";
export { mayChangeWords, searchedWords, setupWords, wordsOf } from "./setupWords.ts";
