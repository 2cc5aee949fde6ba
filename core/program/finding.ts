/** Every kind of finding, with how much it weighs: `stop` before anything moves, `doubt` asks, `note` is good to know. */
export const FINDINGS = {
  "units-missing": "stop",
  "units-mismatch": "stop",
  "offset-cancelled-motion": "stop",
  "index-over-part": "stop",
  "unknown-station": "stop",
  "no-speed-limit": "stop",
  "decimal-comma": "stop",
  "second-offset": "note",
  "no-end": "doubt",
  "work-offset-missing": "doubt",
  "x-work-offset": "doubt",
  "compensation-left-on": "doubt",
  "integer-word": "doubt",
  "position-preset": "doubt",
  arithmetic: "doubt",
  "tool-offset-written": "doubt",
  "arc-radius": "doubt",
  "contour-missing": "doubt",
  "subprogram-missing": "doubt",
  "subprogram-recursion": "doubt",
  "too-long": "doubt",
  "wait-unpaired": "doubt",
  "other-language": "doubt",
  "comment-open": "doubt",
  syntax: "doubt",
  "word-twice": "doubt",
  "unknown-word": "note",
  "not-followed": "note",
  "another-program": "note",
  "more-findings": "note",
} as const;

export type FindingCode = keyof typeof FINDINGS;

/** Something in a program that a careful setter would have stopped at. */
export interface ProgramFinding {
  readonly code: FindingCode;
  /** Counted from 1. */
  readonly line: number;
  /** Counted from 1. */
  readonly column: number;
  readonly message: string;
}

/** Findings that are kept; a file that is no program at all would have one in every line. */
const MOST_FINDINGS = 1000;

/** Collects findings, each code once per line. */
export function createFindings(): {
  readonly add: (code: FindingCode, line: number, column: number, message: string) => void;
  readonly list: () => readonly ProgramFinding[];
} {
  const findings: ProgramFinding[] = [];
  const seen = new Set<string>();
  let isFull = false;
  return {
    add(code, line, column, message) {
      if (isFull) return;
      const key = `${line} ${code}`;
      if (seen.has(key)) return;
      seen.add(key);
      if (findings.length < MOST_FINDINGS) findings.push({ code, line, column, message });
      else {
        isFull = true;
        const rest = `There are more than ${MOST_FINDINGS} findings. What follows is not listed; is this file a program?`;
        findings.push({ code: "more-findings", line, column, message: rest });
      }
    },
    list: () => [...findings].sort((a, b) => a.line - b.line || a.column - b.column),
  };
}
