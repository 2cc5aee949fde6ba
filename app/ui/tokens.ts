/**
 * Theme tokens by what they are for; their values of both themes stand in `base.css`. Each quantity keeps one colour
 * everywhere: ink machine position, dye measured size, amber spacer, teal tool dimension.
 */
export const TOKENS = [
  "plate",
  "sheet",
  "line",
  "edge",
  "ink",
  "quiet",
  "action",
  "onAction",
  "actionPressed",
  "strip",
  "onStrip",
  "selected",
  "machine",
  "measured",
  "spacer",
  "spacerFill",
  "doubtGround",
  "tool",
  "toolFill",
  "holderFill",
  "stock",
  "stockFill",
  "jawFill",
  "clear",
  "clearGround",
  "stop",
  "stopGround",
  "drawing",
  "shadow",
] as const;

export type Token = (typeof TOKENS)[number];

/** A token as a style value: `color("ink")` is `var(--ink)`. */
export const color = (token: Token): string => `var(--${token})`;

/** Text sizes: 16 for labels, 18 for text, 24 for numbers that are compared, 40 for those to key in. Smaller than a label is nothing that is read at arm’s length. */
export const size = { small: "16px", text: "18px", number: "24px", large: "40px" } as const;

export const mono = `font-family: "Atkinson Hyperlegible Mono Variable", ui-monospace, monospace; font-variant-numeric: tabular-nums;`;
/** A page at 200 %, a tablet held upright, a phone: columns stand one under the other there, and the page scrolls. */
export const narrow = "@media screen and (width < 900px)";
/** A phone held upright. */
export const phone = "@media screen and (width < 600px)";
export const radius = "3px";
/** Smallest target on a machine-side screen. */
export const target = "48px";
