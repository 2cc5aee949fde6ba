import { mirrored, type Point, type Polygon, point, rectangle } from "../../core/outline/index.ts";
import { activeTool, gapOn, heldIn, type LathePart, type LatheState, onOwnSide } from "../../sim/lathe/index.ts";
import { type Stock, upperWall } from "../../sim/stock/stock.ts";
import { onFarSide, type ToolBodies } from "../drawing/toolBodies.ts";
import { type DrawnHolding, workholding } from "../drawing/workholding.ts";
import { type FrontScene, frontScene } from "./frontScene.ts";

/** The lathe as it truly stands, as outlines in the drawing plane: millimetres, X as a true distance, Z0 the finished face. */
export interface LatheScene {
  readonly walls: readonly Polygon[];
  readonly holding: DrawnHolding | undefined;
  /** The tool about the point that its outline is about, on the side that it comes from; and where that point is. */
  readonly tool: { readonly shape: ToolBodies; readonly at: Point } | undefined;
  readonly spacer: Polygon | undefined;
  /** The same along the spindle; undefined where no part is held. */
  readonly front: FrontScene | undefined;
  readonly probe: Polygon | undefined;
  /** Front end of the part, and its largest radius. */
  readonly end: number;
  readonly radius: number;
}

const shapesKnown = new WeakMap<ToolBodies, Partial<Record<1 | -1, ToolBodies>>>();

/** A body as it is drawn on its side of the centreline; worked out once for the same body. */
function shapeOnSide(body: ToolBodies, side: 1 | -1): ToolBodies {
  const known = shapesKnown.get(body) ?? {};
  shapesKnown.set(body, known);
  known[side] ??= side === 1 ? body : onFarSide(body);
  return known[side];
}

const holdings = new WeakMap<LathePart, DrawnHolding>();

/** What holds a part; worked out once for the same part. */
function holdingOf(config: LatheState["config"], works: "main" | "sub", part: LathePart): DrawnHolding {
  const known = holdings.get(part) ?? workholding(heldIn(config, works));
  holdings.set(part, known);
  return known;
}

const wallsKnown = new WeakMap<Stock, readonly Polygon[]>();

/** Both walls of what is left of the part; worked out once for the same part. */
function wallsOfStock(stock: Stock): readonly Polygon[] {
  const known = wallsKnown.get(stock);
  if (known) return known;
  const upper = upperWall(stock);
  const walls = [upper, mirrored(upper)];
  wallsKnown.set(stock, walls);
  return walls;
}

export function latheScene(state: LatheState): LatheScene {
  const active = activeTool(state);
  const works = active?.works ?? "main";
  const stock = state.stock[works];
  const part = state.config.parts[works];
  const at = active && onOwnSide(state.slide, active);
  return {
    walls: stock ? wallsOfStock(stock) : [],
    holding: stock && part ? holdingOf(state.config, works, part) : undefined,
    tool: active &&
      at && {
        shape: shapeOnSide(active.body, active.side),
        at: point(at.z, active.side * at.x),
      },
    spacer: spacerOf(state),
    front: frontScene(state),
    probe: probeOf(state),
    end: stock?.outer.at(-1)?.z1 ?? 0,
    radius: (part?.diameter ?? 0) / 2,
  };
}

/** A spacer hangs at the tool: between it and the part where there is room for it, as thick as it is. */
function spacerOf(state: LatheState): Polygon | undefined {
  const { spacer } = state;
  const active = activeTool(state);
  if (!spacer || !active || spacer.axis === "y") return undefined;
  const at = onOwnSide(state.slide, active);
  const room = gapOn(state, spacer.axis);
  const thickness = Number.isFinite(room) ? Math.max(0, Math.min(room, spacer.thickness)) : spacer.thickness;
  const { cutting } = active.body;
  const reach = Math.max(2, spacer.thickness);
  if (spacer.axis === "z") {
    const front = at.z + Math.min(...cutting.map(({ z }) => z));
    const x = active.side * at.x;
    return rectangle(front - thickness, x - active.side * 1, front, x + active.side * (reach + 4));
  }
  const inside = active.body.mode === "inside";
  const edge = inside ? Math.max(...cutting.map(({ x }) => x)) : Math.min(...cutting.map(({ x }) => x));
  const meets = cutting.find(({ x }) => x === edge)?.z ?? 0;
  const x = active.side * (at.x + edge);
  const away = active.side * (inside ? 1 : -1);
  return rectangle(at.z + meets - reach - 1, x, at.z + meets + reach + 1, x + away * thickness);
}

/** The setter's probe while it is out: a cube whose side the tip presses, at its calibrated place. */
function probeOf(state: LatheState): Polygon | undefined {
  const { setter } = state.config.machine;
  const active = activeTool(state);
  if (state.setter !== "out" || !setter || !active) return undefined;
  // The calibration stands for a tool of no length: in the part's frame it lies where such a tool would be.
  const { trueWork } = state.config;
  const x = (active.body.mode === "inside" ? setter.bore : setter.outside) / 2 - trueWork.x / 2;
  const z = setter.face - trueWork.z;
  const half = 5;
  const upper = active.body.mode === "inside" ? x + 2 * half : x;
  return rectangle(z - 2 * half, upper - 2 * half, z, upper);
}

/** Scales that the drawing steps through, sheet units to a millimetre. */
const SCALES = [12, 8, 5.5, 3.8, 2.6, 1.8, 1.2, 0.8, 0.55];

/** The largest scale at which tool and part end still stand on the sheet together, and where the origin then lies. */
export function viewOfLathe(scene: LatheScene, sheet: { readonly width: number; readonly height: number }) {
  const { tool, end, radius } = scene;
  const tip = tool?.at ?? point(end, 0);
  const wide = Math.max(Math.abs(tip.z - end) + 14, 30);
  const high = Math.max(Math.abs(tip.x) + 14, radius * 1.25);
  const largest = (sheet.height * 0.42) / Math.max(radius, 3);
  const scale =
    SCALES.find((one) => one <= largest && wide * one <= sheet.width * 0.5 && high * one <= sheet.height * 0.56) ??
    (SCALES.at(-1) as number);
  const below = (tool?.at.x ?? 0) < -radius;
  return { scale, originZ: sheet.width * 0.48, originX: sheet.height * (below ? 0.38 : 0.62) };
}
