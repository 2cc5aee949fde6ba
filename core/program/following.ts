import type { Block } from "./block.ts";
import type { FindingCode } from "./finding.ts";
import type { createLines } from "./flow.ts";
import type { Environment, Value, Variables } from "./macro/value.ts";
import type { Coordinates } from "./motion.ts";
import type { Alteration, PathState, ToolPlace } from "./pathState.ts";
import type { LeftWhy, ProgramCall } from "./programReading.ts";
import type { BlockIndex } from "./survey.ts";
import type { CallForm } from "./toolCall.ts";

export const UNIT_WORD = { mm: "millimetres", in: "inches" } as const;

/** What is told to somebody who follows the motion itself, block by block. */
export interface ProgramEvents {
  readonly begin: (path: PathState, block: Block) => void;
  readonly call: (path: PathState) => void;
  /** Axes that go home, by way of a point in the part where one is named. */
  readonly home: (
    path: PathState,
    axes: { readonly x: boolean; readonly z: boolean },
    by: ToolPlace | undefined,
  ) => void;
  /** A move to a place in machine coordinates, NaN on an axis that is not named. */
  readonly machine: (path: PathState, to: ToolPlace) => void;
  /** A mark at which paths wait for each other. */
  readonly wait: (path: PathState, mark: string) => void;
}

/** Everything that holds for the whole program while it is followed. */
export interface Following extends ReturnType<typeof createLines> {
  readonly text: string;
  readonly form: CallForm;
  readonly blocks: BlockIndex;
  readonly say: (code: FindingCode, line: number, column: number, message: string) => void;
  /**
   * Notes a word that is not carried out: why, where, and as it is written. The call in which it was run has extents *at least*; so have
   * the calls behind it while what it `lasts` as is not cancelled.
   */
  readonly leave: (
    why: LeftWhy,
    path: PathState,
    line: number,
    column: number,
    words: string,
    lasts?: Alteration,
  ) => void;
  readonly variables: Variables;
  /** What expressions are worked out with where the program stands. */
  env: Environment;
  /** Length of one last digit for numbers without a point in this unit; 1 where they count as whole units. */
  readonly integerFactor: (units: "mm" | "in" | null) => number;
  /** True where the machine counts whole numbers in last digits, so that a missing point is a hundred-fold slip. */
  readonly integersAreDigits: boolean;
  /** Takes a call once the next one begins. */
  readonly onCall: (call: ProgramCall) => void;
  /** Takes what happens on a path besides motion in the part: calls, home, moves in machine coordinates, feeds and speeds. */
  readonly on: ProgramEvents | undefined;
  readonly onWork: (path: PathState, name: string, line: number) => void;
  units: "mm" | "in" | null;
  unitsAt: { readonly line: number; readonly column: number } | undefined;
  unitsAreMissed: boolean;
  isRadius: boolean;
  /** How numbers become coordinates now; see {@link settleCoordinates}. */
  how: Coordinates;
  /** G90 and G91 are coordinates, not a cycle: known once one of them stands where no cycle could. */
  absoluteIsKnown: boolean;
  /** G90, G92 and G94 cut cycles, whatever the program looks like. */
  readonly hasBoxCycles: boolean;
  /** Lines that may still be followed, so that a file that calls itself over and over comes to an end. */
  budget: number;
}

/** Works out anew how numbers become coordinates: after a change of unit or of radius and diameter. */
export function settleCoordinates(all: Following): void {
  all.how = {
    integerFactor: all.integerFactor(all.units),
    isRadius: all.isRadius,
    arcTolerance: all.units === "in" ? ARC_TOLERANCE / 25.4 : ARC_TOLERANCE,
  };
}
/** Arcs are written with three or four decimals; one that misses by more than this is another arc. Millimetres. */
const ARC_TOLERANCE = 0.02;

/** What a block asks of the one who follows the file: a subprogram, the end, or to go on behind a contour. */
export type Next =
  | { readonly go: "on" }
  | { readonly go: "behind"; readonly at: number; readonly line: number }
  | {
      readonly go: "into";
      readonly program: number;
      readonly times: number;
      readonly column: number;
      readonly words: string;
    }
  /** A block of this program by its number, run up to M99. */
  | {
      readonly go: "block";
      readonly number: number;
      readonly times: number;
      readonly column: number;
      readonly words: string;
    }
  | { readonly go: "macro"; readonly call: MacroCall }
  /** `back`: the block of the caller at which it goes on. */
  | { readonly go: "end"; readonly ends: "M30" | "M02" | "M99"; readonly back?: number; readonly column?: number };

/** A macro that is called with arguments: its variables by their numbers. */
export interface MacroCall {
  readonly program: number;
  readonly times: number;
  readonly values: ReadonlyMap<number, Value>;
  readonly column: number;
  readonly words: string;
}

/** Says that nose compensation is still on where the tool leaves the part. Line and column count from 1. */
export function sayCompensation(all: Following, path: PathState, line: number, column: number): void {
  const message = `Nose compensation ${path.compensation} is still on here. Cancel it with G40 on a move away from the part.`;
  all.say("compensation-left-on", line, column, message);
}

/**
 * A word as it is written: a letter and what belongs to it; empty where none stands there. `from` is where its line begins, in characters;
 * `column` counts from 1.
 */
export function textOfWord(text: string, from: number, column: number): string {
  const found = /^,?\s*[A-Z]\s*[-+]?\s*[\d.]*/i.exec(text.slice(from + column - 1, from + column + 40));
  return found?.[0].trim() ?? "";
}
