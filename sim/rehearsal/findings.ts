/** What a rehearsal can meet. `collision` breaks something, `near` is less room than a holder scatters, `stop` a machine refuses. */
export type FindingWeight = "collision" | "near" | "stop";

export type RehearsalCode =
  | "rapid-into-stock"
  | "holder"
  | "chuck"
  | "front"
  | "neighbour"
  | "swing"
  | "travel"
  | "lost-steps";

/** One thing that was met, at its worst within one call of a tool. */
export interface RehearsalFinding {
  readonly code: RehearsalCode;
  readonly weight: FindingWeight;
  /** Line at which it was worst, counted from 1. */
  readonly line: number;
  /** Step at which it was worst. */
  readonly step: number;
  readonly station: string;
  readonly offset: string;
  /** What was hit or passed: chuck, stock, tailstock, an axis. */
  readonly against: string;
  /** The tool that hit, where it is a neighbour on the turret. */
  readonly by: string | undefined;
  /** Room left in millimetres; negative by how deep it goes in, or past the limit. */
  readonly room: number;
}

/** A finding whose depth is worked out once it is known to be the worst. */
interface FoundOnce extends RehearsalFinding {
  readonly depth?: (() => number) | undefined;
}

/** Collects findings: of one kind, one call and one obstacle only the worst is kept. */
export function createRehearsalFindings() {
  const worst = new Map<string, FoundOnce>();
  return {
    add(call: number, finding: FoundOnce): void {
      const key = `${call} ${finding.code} ${finding.against} ${finding.by ?? ""}`;
      const known = worst.get(key);
      if (!known || finding.room < known.room) worst.set(key, finding);
    },
    list: (): readonly RehearsalFinding[] =>
      [...worst.values()]
        .map(({ depth, ...found }) => (depth ? { ...found, room: -depth() } : found))
        .sort((a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight) || a.step - b.step || a.room - b.room),
  };
}
export type RehearsalFindings = ReturnType<typeof createRehearsalFindings>;
const WEIGHTS: readonly FindingWeight[] = ["collision", "stop", "near"];
