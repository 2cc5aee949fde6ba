import type { StockField } from "./stockLengths.ts";
import type { TypedStock } from "./typedStock.ts";

/** A dimension line on the sheet, along Z or across it. CSS pixels; `from` is below `to`. */
export interface DimensionLine {
  readonly field: StockField;
  readonly along: "z" | "x";
  readonly from: number;
  readonly to: number;
  /** Where it lies across. */
  readonly at: number;
  /** Where its extension lines begin. */
  readonly ends: number;
  /** Where it goes on to its label. */
  readonly leader?: { readonly x: number; readonly y: number };
}
interface Place {
  readonly left: number;
  readonly top: number;
  readonly width: number;
}
interface StockLayout {
  readonly width: number;
  readonly height: number;
  readonly view: { readonly scale: number; readonly origin: { readonly x: number; readonly y: number } };
  /** The lowest Z, and the largest radius, that are drawn. Millimetres. */
  readonly back: number;
  readonly high: number;
  readonly lines: readonly DimensionLine[];
  readonly places: Readonly<Partial<Record<StockField, Place>>>;
}

/** A label, and the space between two of them. CSS pixels. */
const LABEL = { width: 190, height: 44, gap: 6 };
const STEP = LABEL.height + LABEL.gap;
/** Narrower than this the labels stand under the drawing. CSS pixels. */
const NARROW = 620;
const EDGE = 8;
/** Room for the drawing itself. CSS pixels. */
const DRAWN = { wide: 240, narrow: 150 };
/** How much of what holds the stock is drawn at least, and at most as a share of what stands out. Millimetres. */
const HELD = 34;
const MOST_HELD = 3;

/** The stock's drawing and its labels on a sheet of a width in CSS pixels: labels overlap neither each other nor the stock. */
export function layoutStock(stock: TypedStock, width: number, isBush: boolean): StockLayout {
  const { nominalDiameter, stickOut, toFace, grip, hole } = stock;
  const isNarrow = width < NARROW;
  const radius = nominalDiameter / 2;
  const jaws = toFace - stickOut;
  const held = Math.max(HELD, Math.min((grip ?? 0) * 1.15, stickOut * MOST_HELD));
  const back = jaws - held;
  const high = Math.min(Math.max(stock.chuckDiameter / 2, radius), radius * 2.2);
  const left = isNarrow ? 30 : EDGE + LABEL.width + 34;
  const right = isNarrow ? 44 : EDGE + LABEL.width + 46;
  const tall = isNarrow ? DRAWN.narrow : DRAWN.wide;
  const scale = Math.min((width - left - right) / (toFace - back), tall / (2 * high));
  const over = 14;
  const view = {
    scale,
    origin: { x: left - back * scale, y: over + Math.max(high * scale, isNarrow ? 0 : 1.5 * STEP) },
  };
  const x = (z: number) => view.origin.x + z * scale;
  const y = (r: number) => view.origin.y - r * scale;
  const end = x(toFace);
  const middle = y(0);
  // Three labels stand at the end of the stock, two under them.
  const under = Math.max(y(-high) + 24, isNarrow ? 0 : middle + 1.5 * STEP + 28);
  const column = Math.min(end + 46, width - EDGE - LABEL.width);
  const places: Partial<Record<StockField, Place>> = {};
  const put = (field: StockField, left: number, top: number, wide = LABEL.width) => {
    places[field] = { left, top, width: wide };
  };
  if (isNarrow) {
    const half = (width - 2 * EDGE - LABEL.gap) / 2;
    const fields: readonly StockField[] = [
      "nominalDiameter",
      "oversize",
      "hole",
      "toFace",
      "stickOut",
      ...(isBush ? [] : (["grip"] as const)),
      "chuckDiameter",
    ];
    for (const [index, field] of fields.entries())
      put(field, EDGE + (index % 2) * (half + LABEL.gap), under + 2 * LINE + 18 + Math.floor(index / 2) * STEP, half);
  } else {
    put("nominalDiameter", column, middle - 1.5 * STEP);
    put("oversize", column, middle - 0.5 * STEP);
    put("hole", column, middle + 0.5 * STEP);
    put("stickOut", column, under - LABEL.height / 2);
    put("toFace", column, under + STEP - LABEL.height / 2);
    put("chuckDiameter", EDGE, middle - LABEL.height / 2);
    if (!isBush) put("grip", EDGE, under - LABEL.height / 2);
  }
  const second = under + (isNarrow ? LINE : STEP);
  const leader = (at: number) => (isNarrow ? {} : { leader: { x: column, y: at } });
  const lines: DimensionLine[] = [
    { field: "stickOut", along: "z", from: x(jaws), to: end, at: under, ends: y(-radius), ...leader(under) },
    { field: "toFace", along: "z", from: x(0), to: end, at: second, ends: y(-radius), ...leader(second) },
    {
      field: "nominalDiameter",
      along: "x",
      from: y(radius),
      to: y(-radius),
      at: end + 34,
      ends: end,
    },
    { field: "chuckDiameter", along: "x", from: y(high), to: y(-high), at: x(back) - 14, ends: x(back) },
  ];
  if (hole !== undefined && hole > 0 && hole < nominalDiameter)
    lines.push({ field: "hole", along: "x", from: y(hole / 2), to: y(-hole / 2), at: end + 16, ends: end });
  if (!isBush && grip !== undefined && grip > 0)
    lines.push({
      field: "grip",
      along: "z",
      from: x(Math.max(back, jaws - grip)),
      to: x(jaws),
      at: under,
      ends: y(-radius),
      ...(isNarrow ? {} : { leader: { x: EDGE + LABEL.width, y: under } }),
    });
  const lowest = isNarrow ? under + 2 * LINE + 18 + Math.ceil((isBush ? 6 : 7) / 2) * STEP : second + LABEL.height / 2;
  const used = isNarrow ? width : column + LABEL.width + EDGE;
  return { width: used, height: Math.ceil(lowest + EDGE), view, back, high, lines, places };
}
/** Between two dimension lines without labels. CSS pixels. */
const LINE = 22;
