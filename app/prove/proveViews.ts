/** The views of Prove, by their place in the address. */
export const PROVE_VIEWS = [
  ["checks", "Two-line checks"],
  ["rehearsal", "Rehearsal"],
  ["nose", "Nose"],
] as const;
