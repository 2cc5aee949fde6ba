import type { PerAxis } from "../machine/index.ts";
import type { Numbering } from "../tool/index.ts";
import type { Unit } from "../units/index.ts";

/** Axis words of one row. What is not known is absent, which is not 0: a file never changes a cell that it does not name. */
export type AxisWords = Partial<PerAxis<number>>;

/** A control's offset table, in one unit, as it is written to and read from files. */
export interface OffsetTable {
  readonly units: Unit;
  /** Last digit of the control, where it is known. */
  readonly resolution?: number | undefined;
  /** Numbering of the tip orientations, where it is known. */
  readonly numbering?: Numbering | undefined;
  readonly tools: readonly ToolOffsets[];
  readonly work: readonly WorkOffset[];
}

export interface ToolOffsets {
  /** Offset number as a decimal without leading zeros. */
  readonly offset: string;
  readonly geometry: AxisWords;
  readonly wear: AxisWords;
  readonly noseRadius?: number;
  readonly orientation?: number;
  readonly description?: string;
}

export interface WorkOffset extends AxisWords {
  /** `G54` to `G59`; controls that have more: `G59.1` to `G59.3`, `G54.1 P1` to `G54.1 P300`. */
  readonly name: string;
}
