import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { TOLERANCES } from "../tolerances.ts";

/** A slot of a comb: its name and where it lies, sideways. */
export interface Slot {
  readonly slot: string;
  readonly lateral: number;
}

/** A tool in a comb: where it stands, how thick it is and how far it stands out towards the other comb. */
export interface CombTool extends Slot {
  readonly tool: string;
  readonly radius: number;
  readonly standout: number;
  /** Slots that it may be moved to, besides the one in which it stands. */
  readonly allowed?: readonly Slot[];
}

/** How the combs stand while one tool works: comb a shifted sideways by so much, or with one of its tools at a lateral. */
export type Alignment = { readonly name: string; readonly gap: number } & (
  | { readonly shift: number }
  | { readonly tool: string; readonly at: number }
);

/**
 * Two combs of tools that face each other, all lengths in one unit. `margin` is kept sideways and lengthwise. At an
 * alignment the comb planes are `gap` apart, and every pair of tools counts.
 */
export interface CombProblem {
  readonly margin: number;
  readonly a: readonly CombTool[];
  readonly b: readonly CombTool[];
  readonly alignments: readonly Alignment[];
}

/** Two tools that meet at an alignment, and by how much they are too long for each other. */
export interface CombConflict {
  readonly alignment: string;
  readonly a: string;
  readonly b: string;
  readonly excess: number;
}

const SAME = TOLERANCES.meshedLength;

/**
 * How a pair stands at an alignment: whether it is near, by how much its stand-outs and the margin are more than the
 * gap, and the room that is left between the two ends (docs/MATHEMATICS.md, Facing combs). All lengths in millimetres.
 */
export function pairAt(
  margin: number,
  gap: number,
  a: { readonly lateral: number; readonly radius: number; readonly standout: number },
  b: { readonly lateral: number; readonly radius: number; readonly standout: number },
): { readonly isNear: boolean; readonly excess: number; readonly room: number } {
  const isNear = a.radius + b.radius + margin - Math.abs(a.lateral - b.lateral) > SAME;
  return { isNear, excess: a.standout + b.standout + margin - gap, room: gap - a.standout - b.standout };
}

/** True where an excess is a conflict: differences in the last figures of a sum are none. `excess` in millimetres. */
export const isConflict = (excess: number): boolean => excess > SAME;

/**
 * By how much comb a stands aside at an alignment; `lateralOf` says where its tools stand. Millimetres, across the
 * combs.
 */
export function shiftAt(alignment: Alignment, lateralOf: (tool: string) => number): number {
  return "shift" in alignment ? alignment.shift : alignment.at - lateralOf(alignment.tool);
}

/** Every pair that meets, as the tools stand: alignment by alignment, in the order of the tools. */
export function combConflicts({ margin, a, b, alignments }: CombProblem): readonly CombConflict[] {
  const lateralOf = (name: string) => a.find(({ tool }) => tool === name)?.lateral ?? Number.NaN;
  return alignments.flatMap((alignment) => {
    const shift = shiftAt(alignment, lateralOf);
    return a.flatMap((one) =>
      b.flatMap((other) => {
        const { isNear, excess } = pairAt(margin, alignment.gap, { ...one, lateral: one.lateral + shift }, other);
        return isNear && isConflict(excess) ? [{ alignment: alignment.name, a: one.tool, b: other.tool, excess }] : [];
      }),
    );
  });
}

/** Least room between the ends of two near tools over all alignments; null where none is near another. Millimetres. */
export function smallestGap({ margin, a, b, alignments }: CombProblem): number | null {
  const lateralOf = (name: string) => a.find(({ tool }) => tool === name)?.lateral ?? Number.NaN;
  let least: number | null = null;
  for (const alignment of alignments) {
    const shift = shiftAt(alignment, lateralOf);
    for (const one of a)
      for (const other of b) {
        const { isNear, room } = pairAt(margin, alignment.gap, { ...one, lateral: one.lateral + shift }, other);
        if (isNear && (least === null || room < least)) least = room;
      }
  }
  return least;
}

/** Refuses (`bad-input`) what is no pair of combs: a name twice, two tools in one slot, an alignment by an unknown tool. */
export function checkCombs(problem: CombProblem): Answer<CombProblem, Refusal<"bad-input">> {
  const no = (message: string) => refused({ code: "bad-input" as const, message });
  const names = new Set<string>();
  for (const [comb, tools] of [
    ["a", problem.a],
    ["b", problem.b],
  ] as const) {
    const slots = new Map<string, string>();
    for (const { tool, slot } of tools) {
      if (names.has(tool)) return no(`Tool ${tool} stands twice; every tool needs a name of its own over both combs.`);
      names.add(tool);
      const other = slots.get(slot);
      if (other !== undefined) return no(`Slot ${slot} of comb ${comb} holds both ${other} and ${tool}.`);
      slots.set(slot, tool);
    }
  }
  for (const alignment of problem.alignments)
    if ("tool" in alignment && !problem.a.some(({ tool }) => tool === alignment.tool))
      return no(`Alignment ${alignment.name} names the tool ${alignment.tool}, which comb a does not have.`);
  return accepted(problem);
}
