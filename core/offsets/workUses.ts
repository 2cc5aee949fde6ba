import { pathOfWork, type SetupView, type ToolView, workOfPath } from "../ledger/index.ts";

/** A work offset of a setup, with what uses it. */
export interface UsedWork {
  /** Its name, with its path where that is not the first. */
  readonly name: string;
  readonly path: number;
  /** Whose part it places: as it was said, or else as its tools show; undefined where neither says it. */
  readonly spindle: "main" | "sub" | undefined;
  /** The operation that runs under it; undefined where nothing was said of it. */
  readonly operation: string | undefined;
  /** The tools that work under it, second offsets among them. */
  readonly tools: readonly ToolView[];
  /** Line of the program on which it is first called, from 1; undefined where it is not called. */
  readonly line: number | undefined;
  /** True for the one that the setup was opened with. */
  readonly isOwn: boolean;
}

/**
 * The work offsets of a setup: its own first, then those that the program calls in its order, then those that tools were put under, and
 * that were described or set here. What only an old table of the control holds is none of them.
 */
export function workUses(setup: SetupView): readonly UsedWork[] {
  const { ownWork, described, tools, operation } = setup;
  const calls = setup.programRead?.work ?? [];
  const called = new Map([...calls].reverse().map(({ name, path, line }) => [workOfPath(name, path), line]));
  const names = [
    ownWork,
    ...[...called.keys()].reverse(),
    ...tools.flatMap(({ worksUnder }) => worksUnder),
    ...Object.keys(described),
    ...Object.keys(setup.taughtIn),
    ...changedByHand(setup),
  ];
  return [...new Set(names)].map((name): UsedWork => {
    const said = described[name];
    const under = tools.filter(({ worksUnder }) => worksUnder.includes(name));
    const spindles = new Set(under.map(({ zone }) => zone.works));
    const shown = spindles.size === 1 ? [...spindles][0] : undefined;
    const ownOperation = name === ownWork ? operation : undefined;
    return {
      name,
      path: pathOfWork(name),
      spindle: said?.spindle ?? shown,
      operation: said && said.operation !== "" ? said.operation : ownOperation,
      tools: under,
      line: called.get(name),
      isOwn: name === ownWork,
    };
  });
}

const SPINDLE = { main: "main spindle", sub: "sub-spindle" } as const;

/**
 * Whose part a work offset places, and in which operation, in words; what neither the program nor a person says is not said.
 *
 * @example `sub-spindle, op 2`
 */
export const workPurpose = ({ spindle, operation }: Pick<UsedWork, "spindle" | "operation">): string =>
  [spindle === undefined ? "spindle not said" : SPINDLE[spindle], operation].filter(Boolean).join(", ");

/** The work offsets that somebody has set a number of in this setup. */
const changedByHand = ({ workSetIn }: SetupView): readonly string[] =>
  Object.keys(workSetIn).filter((name) => Object.keys(workSetIn[name] ?? {}).length > 0);
