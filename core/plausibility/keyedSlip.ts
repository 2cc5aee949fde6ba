import type { GridColumn, Payload } from "../ledger/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { MM_PER_INCH } from "../units/index.ts";
import { mistyped, pointSlipped, swapped, writtenOut } from "./typedNumber.ts";

type Difference = Payload<"table-compared">["differences"][number];

/** How a cell can have come to hold another number than it should. */
export type KeyedSlip =
  | {
      readonly kind:
        | "digits-swapped"
        | "digit-mistyped"
        | "point-slipped"
        | "sign-lost"
        | "units-mixed"
        | "doubled"
        | "halved";
    }
  /** The number of another cell stands here. */
  | { readonly kind: "other-cell"; readonly row: string; readonly column: GridColumn }
  /** The old number still stands, or what was to be keyed over it was added to it. */
  | { readonly kind: "not-keyed" | "added" };

/**
 * The slip by which a cell of the control holds what was found instead of what was wanted, both as the control shows them, to half a
 * `resolution`: the old number that stood there `before`, the number of another
 * cell, an addition to the old one, the sign, the point, the unit, a radius for a diameter,
 * two digits swapped, one digit wrong. Undefined where nothing was found, where they agree, and where no single slip explains it.
 */
export function slipOfKeyed(
  { wanted, found, row, column }: Difference,
  {
    resolution,
    before,
    cells,
  }: {
    readonly resolution: number;
    /** What the cell held before it was keyed; undefined where that is not known. */
    readonly before: number | undefined;
    /** All cells that are to hold a number, with it. */
    readonly cells: readonly { readonly row: string; readonly column: GridColumn; readonly wanted: number }[];
  },
): KeyedSlip | undefined {
  if (found === null) return undefined;
  const isAbout = (value: number) => Math.abs(value - found) <= resolution * (0.5 + TOLERANCES.tieOfLastDigit);
  if (isAbout(wanted)) return undefined;
  if (before !== undefined && isAbout(before)) return { kind: "not-keyed" };
  const elsewhere = cells.filter((cell) => isAbout(cell.wanted) && cell.wanted !== 0);
  // In the same column rather than in the same row, and there rather than anywhere else.
  const near = elsewhere.find((cell) => cell.column === column) ?? elsewhere.find((cell) => cell.row === row);
  if (near) return { kind: "other-cell", row: near.row, column: near.column };
  if (before !== undefined && before !== 0 && isAbout(before + wanted)) return { kind: "added" };
  if (isAbout(-wanted)) return { kind: "sign-lost" };
  const number = writtenOut(wanted, resolution);
  if (swapped(number).some((one) => isAbout(one))) return { kind: "digits-swapped" };
  if (pointSlipped(number, resolution).some((one) => isAbout(one))) return { kind: "point-slipped" };
  if (isAbout(wanted * MM_PER_INCH) || isAbout(wanted / MM_PER_INCH)) return { kind: "units-mixed" };
  if (isAbout(2 * wanted)) return { kind: "doubled" };
  if (isAbout(wanted / 2)) return { kind: "halved" };
  return mistyped(number).some((one) => isAbout(one)) ? { kind: "digit-mistyped" } : undefined;
}
