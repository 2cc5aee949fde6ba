import type { WorkshopContents } from "./workshopItem.ts";

/** What the shop holds a size to where its drawing gives nothing: plus or minus of the narrowest range that holds it. Millimetres; undefined where none does. */
export function shopTolerance(
  tolerances: readonly WorkshopContents["tolerance"][],
  of: "diameter" | "length",
  size: number,
): number | undefined {
  const reach = ({ upTo = Number.POSITIVE_INFINITY }: WorkshopContents["tolerance"]) => upTo;
  const holding = tolerances.filter((one) => one.of === of && size <= reach(one));
  return holding.sort((a, b) => reach(a) - reach(b))[0]?.plusMinus;
}
