/**
 * Theme tokens by what they are for. Each quantity keeps one colour everywhere: ink machine position, dye measured
 * size, amber spacer, teal tool dimension. The dark theme draws in scribe on dye-deep.
 */
const light = {
  plate: "#E7EAEE",
  sheet: "#F8F9FB",
  line: "#B4BDC9",
  edge: "#6D7886",
  ink: "#141920",
  quiet: "#47525F",
  action: "#27348B",
  onAction: "#F4F7FF",
  actionPressed: "#1B2566",
  strip: "#161F57",
  onStrip: "#DCE6FF",
  selected: "#E3E8FB",
  machine: "#141920",
  measured: "#27348B",
  spacer: "#9A5B00",
  spacerFill: "#F3C778",
  doubtGround: "#FDF2DC",
  tool: "#0B6E6E",
  toolFill: "#D5ECEB",
  holderFill: "#E6F1F1",
  stock: "#5A6877",
  stockFill: "#EDF0F4",
  jawFill: "#CBD2DB",
  clear: "#1B6E45",
  clearGround: "#E3F2E9",
  stop: "#A8201A",
  stopGround: "#FBE7E5",
  drawing: "#F8F9FB",
  shadow: "0 1px 3px rgba(20, 25, 32, 0.18)",
} as const;

const dark: Record<keyof typeof light, string> = {
  plate: "#0A0F2C",
  sheet: "#121A47",
  line: "#3C4986",
  edge: "#8C9BD6",
  ink: "#EEF3FF",
  quiet: "#B9C6EE",
  action: "#C9D6FF",
  onAction: "#10174A",
  actionPressed: "#A9BBF5",
  strip: "#0A0F2C",
  onStrip: "#DCE6FF",
  selected: "#222E70",
  machine: "#FFFFFF",
  measured: "#AFC2FF",
  spacer: "#F5BE63",
  spacerFill: "#C78A23",
  doubtGround: "#33290F",
  tool: "#7ADAD5",
  toolFill: "#1D4F63",
  holderFill: "#193863",
  stock: "#A9B7E3",
  stockFill: "#1D2660",
  jawFill: "#2E3A7C",
  clear: "#86DCAA",
  clearGround: "#12382E",
  stop: "#FFA79E",
  stopGround: "#471B2C",
  drawing: "#161F57",
  shadow: "0 1px 3px rgba(0, 0, 0, 0.5)",
};

export type Token = keyof typeof light;

/** A token as a style value: `color("ink")` is `var(--ink)`. */
export const color = (token: Token): string => `var(--${token})`;

const declare = (tokens: Readonly<Record<Token, string>>) =>
  Object.entries(tokens)
    .map(([name, value]) => `--${name}: ${value};`)
    .join("");

/** Custom properties of both themes; without a choice the system's own preference holds. */
export const themeCss = `
  :root { color-scheme: light; ${declare(light)} }
  :root[data-theme="dark"] { color-scheme: dark; ${declare(dark)} }
  @media (prefers-color-scheme: dark) { :root:not([data-theme="light"]) { color-scheme: dark; ${declare(dark)} } }
  @media print { :root, :root[data-theme] { color-scheme: light; ${declare(light)} } }
`;

/** Text sizes of the design: 15 / 18 / 24 / 40. */
export const size = { small: "15px", text: "18px", number: "24px", large: "40px" } as const;

export const mono = `font-family: "Atkinson Hyperlegible Mono Variable", ui-monospace, monospace; font-variant-numeric: tabular-nums;`;
export const radius = "3px";
/** Smallest target on a machine-side screen. */
export const target = "48px";
