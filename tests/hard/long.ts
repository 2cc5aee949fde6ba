/** The long forms of these tests run under `./luvrit test --long`; short ones in every run. */
export const isLong = process.env.LUVRIT_LONG === "1";
export const longOr = <Value>(long: Value, short: Value): Value => (isLong ? long : short);

/** What was measured, for the reader of the run. */
export const report = (text: string): void => void process.stdout.write(`\n  measured: ${text}\n`);

export function percentile(values: readonly number[], share: number): number {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * share) - 1)] ?? Number.NaN;
}

/** Numbers from a seed, 0 ≤ n < 1: the same run can be had again. */
export function chance(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** What a quiet machine does of this work in a millisecond. */
const QUIET_PER_MS = 380;

/** How many times slower than quiet this machine is now: short forms give that much more time, at least as much as quiet. */
export function slowness(): number {
  const until = performance.now() + 300;
  let done = 0;
  for (; performance.now() < until; done++) JSON.parse(JSON.stringify({ a: [1, 2, 3, { b: "x".repeat(50) }], done }));
  return Math.max(1, QUIET_PER_MS / (done / 300));
}
