import { type MachineProfile, partHolder } from "../../core/machine/index.ts";

/** Lengths of the stock: the name of their field, and how they are asked for on this machine. */
export function stockLengths(machine: Pick<MachineProfile, "workholding"> | undefined) {
  const isBush = machine !== undefined && partHolder(machine, { works: "main" }) === "guide bush";
  return [
    ["nominalDiameter", "Stock diameter"],
    ["oversize", "Oversize at most"],
    ["stickOut", isBush ? "Stick-out from the guide bush" : "Stick-out from the jaws"],
    ["chuckDiameter", isBush ? "Guide bush diameter" : "Chuck diameter"],
    ["toFace", "Stock to face off"],
  ] as const;
}
