import type { PastOfAxis } from "./newValue.ts";

/** Touches of earlier setups as a test needs them, newest first; millimetres, on the diameter for X. */
export const pastOf = (...values: readonly number[]): PastOfAxis => ({
  touches: values.map((value, index) => ({
    entry: `00000000-0000-4000-8000-00000000000${index}`,
    offset: "7",
    job: `Lot ${values.length - index}`,
    at: `2026-11-${20 - index}T08:00:00.000Z`,
    value,
  })),
  seats: [],
});
