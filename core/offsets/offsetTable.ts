import type { Numbering } from "../tool/index.ts";
import type { Unit } from "../units/index.ts";

/** A control's offset table, in one unit, as it is written to and read from files. */
export interface OffsetTable {
  readonly units: Unit;
  readonly resolution: number;
  readonly numbering: Numbering;
  readonly tools: readonly ToolOffsets[];
  readonly work: readonly WorkOffset[];
}

export interface ToolOffsets {
  /** Offset number as a decimal without leading zeros. */
  readonly offset: string;
  readonly geometry: { readonly x?: number; readonly z?: number };
  readonly wear: { readonly x?: number; readonly z?: number };
  readonly noseRadius?: number;
  readonly orientation?: number;
  readonly description?: string;
}

export interface WorkOffset {
  /** `G54` to `G59`. */
  readonly name: string;
  readonly x: number;
  readonly z: number;
}
