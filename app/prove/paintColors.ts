import type { PaintColors } from "./paint.ts";

let known: { readonly theme: string; readonly colors: PaintColors } | undefined;

/** The theme's colours as a canvas takes them; read anew only when the theme has changed. */
export function paintColors(element: Element): PaintColors {
  const style = getComputedStyle(element);
  const theme = style.getPropertyValue("--drawing") + style.getPropertyValue("--ink");
  if (known?.theme === theme) return known.colors;
  const token = (name: string) => style.getPropertyValue(`--${name}`).trim();
  const colors = {
    ground: token("drawing"),
    stock: token("jawFill"),
    stockLine: token("ink"),
    tool: token("toolFill"),
    toolLine: token("tool"),
    holder: token("holderFill"),
    jaw: token("stock"),
    gouge: token("stop"),
    uncut: token("spacer"),
    line: token("stock"),
  };
  known = { theme, colors };
  return colors;
}
