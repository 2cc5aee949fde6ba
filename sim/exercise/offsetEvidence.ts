import type { Bench } from "./bench.ts";
import type { GoalOf } from "./exercise.ts";
import type { GoalTruth } from "./goalTruth.ts";
import type { Facts } from "./reduceFacts.ts";

/**
 * What an offset that is right lacks to count: a contact of its tool on that axis, after a cut across X the size that it left, and then an
 * entry on that axis, into whichever register the school uses. An offset that only has to stay right lacks nothing.
 */
export function offsetEvidence(
  { lathe }: Bench,
  facts: Facts,
  { offset, copyOf, axis, kept }: GoalOf<"offset">,
): GoalTruth["lacks"] {
  if (kept) return undefined;
  const station = Object.values(lathe.tools).find((tool) => tool.offset === (copyOf ?? offset))?.station;
  const entries = facts.keyed.filter((one) => one.axis === axis && one.contact?.station === station);
  const latest = entries.at(-1)?.contact;
  if (!latest) return facts.keyed.some((one) => one.axis === axis) ? "untouched" : "left-out";
  if (axis !== "x" || latest.by !== "cut") return undefined;
  const measured = Object.values(facts.sizes).some((size) => size && size.at > latest.at);
  return measured ? undefined : "unmeasured";
}
