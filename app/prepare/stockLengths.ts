import { type MachineProfile, partHolder } from "../../core/machine/index.ts";

type Workholding = Pick<MachineProfile, "workholding"> | undefined;
const isBushOf = (machine: Workholding) =>
  machine !== undefined && partHolder(machine, { works: "main" }) === "guide bush";

/** Lengths of the stock: the name of their field, and how they are asked for on this machine. */
export function stockLengths(machine: Workholding) {
  const isBush = isBushOf(machine);
  return [
    ["nominalDiameter", "Stock diameter"],
    ["oversize", "Oversize at most"],
    ["stickOut", isBush ? "Stick-out from the guide bush" : "Stick-out from the jaws"],
    ["chuckDiameter", isBush ? "Guide bush diameter" : "Chuck diameter"],
    ["toFace", "Stock to face off"],
  ] as const;
}

/** A dimension of the stock's drawing: the field of the form that it belongs to. */
export type StockField = "nominalDiameter" | "oversize" | "hole" | "toFace" | "stickOut" | "grip" | "chuckDiameter";

interface StockDimension {
  readonly field: StockField;
  /** Whole, for the field and for a screen reader. */
  readonly name: string;
  /** As it stands on the drawing beside the number. */
  readonly short: string;
  /** What stands there where it is left empty; undefined where it must be typed. */
  readonly empty: string | undefined;
}

/** The dimensions of the stock's drawing on a machine, in the order in which they are typed. */
export function stockDimensions(machine: Workholding): readonly StockDimension[] {
  const isBush = isBushOf(machine);
  const names = Object.fromEntries(stockLengths(machine)) as Readonly<Record<string, string>>;
  const one = (field: StockField, short: string, name = names[field] ?? "", empty?: string): StockDimension => ({
    field,
    name,
    short,
    empty,
  });
  return [
    one("nominalDiameter", "stock"),
    one("oversize", "oversize"),
    one("hole", "hole", "Hole in the stock", "solid"),
    one("toFace", "to face"),
    one("stickOut", "out"),
    ...(isBush ? [] : [one("grip", "held", "Held, from the front of the jaws", "not known")]),
    one("chuckDiameter", isBush ? "guide bush" : "chuck"),
  ];
}
