import type { StockField } from "./stockLengths.ts";

/** Stock as it is typed; millimetres. Undefined where it is solid, and where how deep it is held is not known. */
export interface TypedStock {
  readonly nominalDiameter: number;
  readonly stickOut: number;
  readonly chuckDiameter: number;
  readonly toFace: number;
  readonly hole: number | undefined;
  readonly grip: number | undefined;
}

/** Each dimension as it is typed: understood, left empty where it may be, or wrong. */
export type ShownStock = Readonly<
  Partial<
    Record<
      StockField,
      {
        readonly mm: number | undefined;
        readonly text: string;
        readonly isEmpty: boolean;
        readonly isWrong: boolean;
      }
    >
  >
>;
