/** Seeded chance as a plain number, so that a run can be stored, copied and repeated bit for bit. */
export type Chance = number;

/** The next number from 0 up to 1, and the chance after it (Mulberry32: one 32-bit word of state). */
export function uniform(chance: Chance): readonly [value: number, next: Chance] {
  const next = (chance + 0x6d2b79f5) | 0;
  let word = Math.imul(next ^ (next >>> 15), 1 | next);
  word = (word + Math.imul(word ^ (word >>> 7), 61 | word)) ^ word;
  return [((word ^ (word >>> 14)) >>> 0) / 4294967296, next];
}

/** The next number of a normal distribution about 0 with this standard deviation (Box and Muller), and the chance after it. */
export function normal(chance: Chance, deviation: number): readonly [value: number, next: Chance] {
  const [first, between] = uniform(chance);
  const [second, next] = uniform(between);
  // 1 − u lies above 0: the logarithm exists.
  return [deviation * Math.sqrt(-2 * Math.log(1 - first)) * Math.cos(2 * Math.PI * second), next];
}
