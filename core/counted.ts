/**
 * A count with its noun: `1 finding`, `3 findings`, `0 findings`. No unit: what is counted is a whole number, never absent.
 *
 * @param many the noun for all counts but one, where it is not the noun with an s
 */
export const counted = (count: number, noun: string, many = `${noun}s`): string =>
  `${count} ${count === 1 ? noun : many}`;
