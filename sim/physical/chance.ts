/** Numbers drawn from a seed: the same seed draws the same numbers. */
export interface Draws {
  /** From 0 to below 1. */
  readonly next: () => number;
  readonly pick: <Value>(of: readonly Value[]) => Value;
  readonly flip: (chance?: number) => boolean;
  /** Between two numbers, a multiple of a step. */
  readonly between: (low: number, high: number, step?: number) => number;
}

export function drawsOf(seed: number): Draws {
  let state = (seed * 2654435761 + 0x9e3779b9) >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  for (let round = 0; round < 5; round++) next();
  return {
    next,
    pick: (of) => of[Math.floor(next() * of.length)] as (typeof of)[number],
    flip: (chance = 0.5) => next() < chance,
    between: (low, high, step = 0.001) => Math.round((low + next() * (high - low)) / step) * step,
  };
}
