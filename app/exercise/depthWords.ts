import type { Depth } from "../../sim/exercise/run.ts";

export const DEPTH_WORDS: Readonly<Record<Depth, { readonly name: string; readonly says: string }>> = {
  shown: { name: "Shown", says: "step by step, with the sum" },
  told: { name: "Told", says: "each step is said, your hands do it" },
  hints: { name: "With hints", says: "a hint where you ask for one" },
  alone: { name: "Alone", says: "a plain control and your own head" },
};
