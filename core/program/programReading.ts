import type { Range } from "./extents.ts";
import type { ProgramFinding } from "./finding.ts";

/** One call of a tool with an offset, and what happens until the next one. Lengths in the program's unit, X as diameters. */
export interface ProgramCall {
  readonly line: number;
  readonly column: number;
  /** 1 where a program has only one path. */
  readonly path: number;
  /** Without zeros in front; `0` where the call leaves the station as it is. */
  readonly station: string;
  /** Without zeros in front; `0` cancels. */
  readonly offset: string;
  /** Work offset under which it moves, such as `G54`; null where none is active. */
  readonly work: string | null;
  /** All work offsets under which it moves, in the order of its first move under each; empty where it moves under none. */
  readonly works: readonly string[];
  /** Lowest and highest programmed coordinate over its motion lines, homing left out; null where it does not move. */
  readonly x: Range | null;
  readonly z: Range | null;
  readonly y: Range | null;
  readonly compensation: "left" | "right" | null;
  /** Extents of what it cuts with: moves in feed and cycles. */
  readonly cut: { readonly x: Range | null; readonly z: Range | null };
  /** Cycles that it uses, such as `G71`, in the order of their first use. */
  readonly cycles: readonly string[];
  /** True where it cuts with the spindle turned to an angle: a driven tool. */
  readonly turnsSpindle: boolean;
  /** Comments on its line, just before it and before its first motion. */
  readonly comments: readonly string[];
  /** True where a line was run in it that is not carried out: its extents hold at least what is here. Absent: all was followed. */
  readonly atLeast?: boolean;
}

/** Why a word is not carried out. */
export type LeftWhy = "unknown-value" | "unknown-position" | "missing" | "recursion" | "limit" | "unsupported";

/** A word that moves, shifts, repeats, jumps or calls and is not carried out. Line and column count from 1. */
export interface LeftWord {
  readonly line: number;
  readonly column: number;
  readonly why: LeftWhy;
  /** As it is written. */
  readonly words: string;
}

/** A work offset that the program uses. */
export interface WorkUse {
  readonly name: string;
  readonly path: number;
  /** Line on which it is first called. */
  readonly line: number;
}

/** What a program says, as far as it can be known without the machine. */
export interface ProgramReading {
  readonly units: "mm" | "in" | null;
  readonly percent: { readonly start: boolean; readonly end: boolean };
  /** Program number without its letter; null where there is none. */
  readonly number: number | null;
  readonly ends: "M30" | "M02" | "M99" | null;
  readonly calls: readonly ProgramCall[];
  readonly work: readonly WorkUse[];
  readonly findings: readonly ProgramFinding[];
  readonly lines: number;
  readonly paths: readonly number[];
  /** Comments before the first call, where programs often list their tools. */
  readonly header: readonly { readonly line: number; readonly text: string }[];
  /** True where coordinates of a path count Z positive into the part. */
  readonly countsIntoPart: boolean;
  /** What was not carried out, by line and column; `complete` where there is nothing. Absent in a reading from before this was kept. */
  readonly followed?: { readonly complete: boolean; readonly left: readonly LeftWord[] };
}

/** How far a reading has come. */
export interface ReadingProgress {
  readonly line: number;
  /** Share of the text, 0 to 1. */
  readonly share: number;
}
