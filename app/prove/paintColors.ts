import type { SetupView } from "../../core/ledger/index.ts";
import { toolTone } from "../first-part/toolTone.ts";
import type { PaintColors } from "./paint.ts";

let known: { readonly theme: string; readonly colors: Omit<PaintColors, "madeBy"> } | undefined;

/** The theme's colours as a canvas takes them; read anew only when the theme has changed. */
export function paintColors(element: Element, setup: Pick<SetupView, "tools">): PaintColors {
  const style = getComputedStyle(element);
  const token = (name: string) => style.getPropertyValue(`--${name}`).trim();
  const theme = style.getPropertyValue("--drawing") + style.getPropertyValue("--ink");
  if (known?.theme !== theme)
    known = {
      theme,
      colors: {
        ground: token("drawing"),
        stock: token("stockFill"),
        stockLine: token("ink"),
        tool: token("toolFill"),
        toolLine: token("tool"),
        holder: token("holderFill"),
        jaw: token("jawFill"),
        jawLine: token("stock"),
        gouge: token("stop"),
        uncut: token("spacer"),
        line: token("stock"),
      },
    };
  const made = new Map<string, string>();
  return {
    ...known.colors,
    madeBy: (offset) => {
      const found = made.get(offset) ?? token(toolTone(setup, offset) ?? "ink");
      made.set(offset, found);
      return found;
    },
  };
}
