import type { School } from "../machine/index.ts";

/** A table's Z column with its work offset: what a change of school moves. Millimetres. */
export interface SchoolTable {
  readonly work: number;
  readonly tools: readonly { readonly offset: string; readonly z: number }[];
}

/** What a school needs to be told before a table can be put into its boxes. */
type SchoolNeeds = "nothing" | "master" | "work-offset";

/**
 * What must be known to convert into a school: home-referenced puts all into the tools; a master tool carries the work
 * offset; in the other schools the work offset is what it is (the distance from the datum face, what the setter leaves
 * over, the machine's own), and somebody says it.
 */
export function schoolNeeds(school: School): SchoolNeeds {
  if (school === "home-referenced") return "nothing";
  return school === "master-tool" ? "master" : "work-offset";
}

/**
 * How much must move from every tool's Z into the work offset to put a table into another school's boxes. G + W + S is
 * what it was for every tool: `S' = S + shift`, `G' = G − shift` (docs/MATHEMATICS.md, Schools). Undefined where the
 * master has no Z yet. Millimetres, on the diameter for X.
 *
 * @example master at −402.880 under S = 0: shift −402.880, so that S' = −402.880 and the master's own Z is 0
 */
export function schoolShift(
  table: SchoolTable,
  to: School,
  told: { readonly master?: string | undefined; readonly work?: number | undefined },
): number | undefined {
  switch (schoolNeeds(to)) {
    case "nothing":
      return -table.work;
    case "master":
      return table.tools.find(({ offset }) => offset === told.master)?.z;
    case "work-offset":
      return told.work === undefined ? undefined : told.work - table.work;
  }
}

/**
 * The same sums in other boxes: every tool's Z less by `shift`, the work offset more by it. Millimetres, on the
 * diameter for X.
 */
export function rebased(table: SchoolTable, shift: number): SchoolTable {
  return {
    work: table.work + shift,
    tools: table.tools.map(({ offset, z }) => ({ offset, z: z - shift })),
  };
}
