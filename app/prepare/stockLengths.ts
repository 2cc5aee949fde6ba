/** Lengths of the stock, by the name of their field, as they are asked for. */
export const STOCK_LENGTHS = [
  ["nominalDiameter", "Stock diameter"],
  ["oversize", "Oversize at most"],
  ["stickOut", "Stick-out from the jaws"],
  ["chuckDiameter", "Chuck or bush diameter"],
  ["toFace", "Stock to face off"],
] as const;
