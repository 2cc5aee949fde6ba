import type { TouchWay } from "./waysToTouch.ts";

/** A way of touching in a few words, and the gauge that it is read from where it needs one. */
export const WAY_WORDS: Readonly<Record<TouchWay, readonly [words: string, gauge: string]>> = {
  skim: ["skim and measure", "micrometer or bore gauge"],
  paper: ["paper or shim", "paper or shim"],
  block: ["block or pin", "block or pin"],
  scratch: ["scratched on a known size", ""],
  centre: ["on centre, swept", "indicator"],
  side: ["its side on the stock", ""],
  setter: ["setter", "setter"],
  slide: ["slid to the stock", ""],
  preset: ["called and jogged in", "paper or shim"],
  pull: ["stock pulled to the tool", ""],
  eye: ["by eye", ""],
};
