import type { SetupView } from "../../core/ledger/index.ts";
import { toolTone } from "../first-part/toolTone.ts";
import type { PaintColors } from "./paint.ts";

/** Width and height of one tile of the hatching, CSS pixels. */
const TILE = 13;

/** Lines at 45 degrees as a pattern that goes on over its tiles. */
function hatchOf(line: string): CanvasPattern | null {
  const tile = document.createElement("canvas");
  const side = Math.round(TILE * devicePixelRatio);
  tile.width = side;
  tile.height = side;
  const context = tile.getContext("2d");
  if (!context) return null;
  context.strokeStyle = line;
  context.globalAlpha = 0.55;
  context.lineWidth = 0.9 * devicePixelRatio;
  context.beginPath();
  for (const from of [-side, 0, side]) {
    context.moveTo(from - 1, side + 1);
    context.lineTo(from + side + 1, -1);
  }
  context.stroke();
  return context.createPattern(tile, "repeat");
}

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
        hatch: hatchOf(token("stock")),
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
