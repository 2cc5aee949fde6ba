import type { SetupSummary } from "../../server/ledger/setupsRepository.server.ts";

/** The operations of one job, in their order; one alone where nothing is joined to it. */
export type OperationChain = readonly [SetupSummary, ...SetupSummary[]];

/**
 * Setups as chains of operations: each goes behind the one that it follows, a second one that follows the same behind the first.
 * A chain stands where its first listed setup stands. What follows a setup that is not listed begins a chain of its own.
 */
export function chainsOf(setups: readonly SetupSummary[]): readonly OperationChain[] {
  const byId = new Map(setups.map((setup) => [setup.id, setup]));
  const first = (setup: SetupSummary, seen = new Set<string>()): SetupSummary => {
    const before = setup.follows === undefined ? undefined : byId.get(setup.follows);
    if (!before || seen.has(setup.id)) return setup;
    return first(before, seen.add(setup.id));
  };
  const chains = new Map<string, [SetupSummary, ...SetupSummary[]]>();
  for (const setup of setups) {
    const { id } = first(setup);
    if (!chains.has(id)) chains.set(id, [first(setup)]);
  }
  for (const chain of chains.values())
    for (const one of chain)
      chain.push(
        ...setups.filter(({ id, follows }) => follows === one.id && !chain.some((known) => known.id === id)).reverse(),
      );
  return [...chains.values()];
}

/** The operation that is worked on: the first that is not signed off, or else the last. */
export const currentOf = (chain: OperationChain): SetupSummary =>
  chain.find(({ signedOff }) => !signedOff) ?? chain.at(-1) ?? chain[0];
