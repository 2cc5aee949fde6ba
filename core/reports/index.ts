export { type ComparedGroup, type ComparedLine, compareSetups } from "./compareSetups.ts";
export { type LedgerLine, ledgerLines } from "./ledgerLines.ts";
export { type SetupSheet, type SheetTool, setupSheet, sheetRows } from "./setupSheet.ts";
export { mayChangeWords, searchedWords, setupWords, wordsOf } from "./setupWords.ts";
