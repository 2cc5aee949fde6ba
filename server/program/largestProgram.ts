/** Largest program that is taken in, bytes: some three hundred thousand lines. */
export const LARGEST_PROGRAM = 12_000_000;
