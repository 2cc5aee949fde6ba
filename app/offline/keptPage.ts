/**
 * Whether this page came from the browser's own store because the server did not answer. The worker marks it so, with the
 * address that it was made for.
 */
export const isKeptPage = (): boolean => document.documentElement.dataset.kept !== undefined;

/** Where somebody wanted to go when they were given a page that had been kept for another address of the same stage. */
let wanted: string | undefined;

/**
 * Before a kept page comes alive it stands at the address that it was made for: otherwise it would not be what its own
 * scripts expect. `goOn` then leads to where somebody wanted to be.
 */
export function standWhereItWasMade(): void {
  const made = document.documentElement.dataset.kept;
  const asked = location.pathname + location.search;
  if (made === undefined || made === asked) return;
  wanted = asked;
  history.replaceState(history.state, "", made);
}

/** Once: the address that was asked for in the first place. */
export function goOn(): string | undefined {
  const to = wanted;
  wanted = undefined;
  return to;
}
