import type { OutsideTool, TouchedAxis, TouchWay } from "../../../core/ledger/index.ts";
import type { Insert } from "../../../core/tool/index.ts";
import { insertOutline } from "./insertOutline.ts";
import { mirrored, moved, type Point, type Polygon, plus, point, rectangle, times } from "./plane.ts";

/** What the drawing of a touch is made from; lengths in millimetres, diameters as diameters. */
export interface OutsideTouchSituation {
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly tool: OutsideTool;
  readonly insert: Insert;
  readonly stockDiameter: number;
  readonly stickOut: number;
  readonly chuckDiameter: number;
  /** X: diameter at contact; Z: stock in front of the finished face. Undefined while nothing sensible is typed. */
  readonly size: number | undefined;
  readonly spacer: number | undefined;
  /** Least thickness at which a spacer is still seen, in millimetres at the drawing's scale. */
  readonly visibleSpacer: number;
  /** True once the raw end has been faced off. */
  readonly faced: boolean;
  readonly toFace: number;
}

/** A touch as it stands at contact: outlines in the drawing plane, and the points that its dimensions run between. */
export interface OutsideTouchScene {
  /** Both walls of the stock, hatched: the full section. */
  readonly stock: readonly Polygon[];
  readonly jaws: readonly Polygon[];
  readonly insert: Polygon;
  readonly insertScrew: { readonly centre: Point; readonly radius: number };
  readonly holder: Polygon;
  /** Drawn thick enough to see; undefined when cutting. */
  readonly spacer: Polygon | undefined;
  /** Where tool (or spacer) and part meet. */
  readonly contact: Point;
  /** The point that the program moves. */
  readonly programmed: Point;
  /** The raw end of the bar, dashed, while it stands in front of the face. */
  readonly rawEnd: number | undefined;
  /** Diameter dimension on X, between the two walls; stock-to-face dimension on Z. */
  readonly sizeFrom: Point;
  readonly sizeTo: Point;
  /** Which way clears the tool without spoiling tool or part. */
  readonly backOff: { readonly from: Point; readonly towards: Point };
}

/** Length of a skim in bar diameters: enough for a micrometer's anvils; and the share of the stick-out that it may take. */
const SKIM_IN_DIAMETERS = 0.4;
const SKIM_SHARE = 0.4;
/** Length of a spacer along the surface that it lies on, in bar diameters. */
const SPACER_IN_DIAMETERS = 0.16;
/** Farther than any drawing reaches, in millimetres: where shank and bar run off the sheet. */
const BEYOND_THE_SHEET = 400;

/**
 * The section of an outside touch with a right-hand tool, to scale, at the moment of contact: the nose touches the
 * surface, or the spacer fills exactly the gap between them (drawn no thinner than `visibleSpacer`).
 */
export function outsideTouchScene(situation: OutsideTouchSituation): OutsideTouchScene {
  return situation.axis === "x" ? diameterScene(situation) : faceScene(situation);
}

function diameterScene(situation: OutsideTouchSituation): OutsideTouchScene {
  const { stickOut, stockDiameter, way } = situation;
  const skimmed = way === "skim";
  const stockRadius = stockDiameter / 2;
  // Before a skim is measured, a light cut is assumed; a size beyond the stock is refused elsewhere and not drawn.
  const usual = skimmed ? stockDiameter * 0.97 : stockDiameter;
  const radius =
    Math.min(situation.size !== undefined && situation.size > 0 ? situation.size : usual, stockDiameter) / 2;
  const end = situation.faced ? 0 : situation.toFace;
  const run = Math.min(stockDiameter * SKIM_IN_DIAMETERS, stickOut * SKIM_SHARE);
  const tipZ = end - run;

  const wall: Polygon =
    radius < stockRadius - 1e-9
      ? [
          point(-stickOut - BEYOND_THE_SHEET, 0),
          point(-stickOut - BEYOND_THE_SHEET, stockRadius),
          point(tipZ, stockRadius),
          point(tipZ, radius),
          point(end, radius),
          point(end, 0),
        ]
      : rectangle(-stickOut - BEYOND_THE_SHEET, 0, end, stockRadius);
  const thickness = drawnSpacer(situation);
  const spacerLength = stockDiameter * SPACER_IN_DIAMETERS;
  const contact = point(tipZ, radius);
  const programmed = point(tipZ, radius + thickness);
  const spacer =
    thickness > 0
      ? rectangle(
          tipZ - spacerLength / 2,
          radius,
          tipZ + spacerLength / 2 + situation.insert.noseRadius,
          radius + thickness,
        )
      : undefined;
  const across = end - run / 2;
  return {
    ...toolAt(situation, skimmed ? contact : programmed),
    stock: [wall, mirrored(wall)],
    jaws: jawsOf(situation),
    spacer,
    contact,
    rawEnd: undefined,
    sizeFrom: point(across, -radius),
    sizeTo: point(across, radius),
    // After a skim X must not move: out along Z. After a feel, straight off the surface.
    backOff: { from: besideShank(situation, programmed), towards: skimmed ? point(1, 0) : point(0, 1) },
  };
}

function faceScene(situation: OutsideTouchSituation): OutsideTouchScene {
  const { stickOut, stockDiameter, way } = situation;
  const stockRadius = stockDiameter / 2;
  const face = situation.size !== undefined && situation.size >= 0 && situation.size < stickOut ? situation.size : 0;
  const wall = rectangle(-stickOut - BEYOND_THE_SHEET, 0, face, stockRadius);
  const thickness = drawnSpacer(situation);
  const spacerLength = stockDiameter * SPACER_IN_DIAMETERS;
  const tipX = stockRadius * 0.3;
  const contact = point(face, tipX);
  const programmed = point(face + thickness, tipX);
  const spacer =
    thickness > 0
      ? rectangle(
          face,
          tipX - spacerLength / 2,
          face + thickness,
          tipX + spacerLength / 2 + situation.insert.noseRadius,
        )
      : undefined;
  const skimmed = way === "skim";
  return {
    ...toolAt(situation, skimmed ? contact : programmed),
    stock: [wall, mirrored(wall)],
    jaws: jawsOf(situation),
    spacer,
    contact,
    rawEnd: !situation.faced && !skimmed ? situation.toFace : undefined,
    sizeFrom: point(0, -stockRadius * 0.14),
    sizeTo: point(face, -stockRadius * 0.14),
    // After a facing cut Z must not move: out along X. After a feel, straight off the face.
    backOff: { from: besideShank(situation, programmed), towards: skimmed ? point(0, 1) : point(1, 0) },
  };
}

/** Where the back-off arrow begins: in the open, on the far side of the shank. */
function besideShank({ tool, insert }: OutsideTouchSituation, tip: Point): Point {
  return plus(tip, point(tool.shank * 1.42, insert.inscribedCircle * 0.5));
}

function drawnSpacer({ way, spacer, visibleSpacer }: OutsideTouchSituation): number {
  if (way === "skim") return 0;
  return Math.max(visibleSpacer, spacer !== undefined && spacer > 0 ? spacer : 0);
}

/** Insert and holder with the imaginary tip at `tip`: the shank stands across the spindle, behind the insert. */
function toolAt({ tool, insert }: OutsideTouchSituation, tip: Point) {
  const shape = insertOutline(insert, tool.leadAngle);
  const { shank, overhang } = tool;
  const circle = insert.inscribedCircle;
  // The tip stands out from the shank's chuck side by about a quarter of the shank, as on ordinary holders.
  const [left, right] = [shank * 0.25, shank * 1.25];
  // The pocket leaves the cutting edges free: it begins near the end of the main edge and behind the minor one.
  const seat = times(shape.mainEnd, 0.8);
  const heel = plus(shape.minorEnd, times(shape.mainEnd, 0.35));
  const holder: Polygon = [
    seat,
    point(left, seat.x + circle * 0.45),
    point(left, overhang + BEYOND_THE_SHEET),
    point(right, overhang + BEYOND_THE_SHEET),
    point(right, heel.x + circle * 0.3),
    heel,
  ];
  return {
    insert: moved(shape.outline, tip),
    insertScrew: { centre: plus(shape.centre, tip), radius: circle * 0.17 },
    holder: moved(holder, tip),
    programmed: tip,
  };
}

/** Two jaws of the chuck, above and below the bar, and the chuck's body behind them. */
function jawsOf({ stickOut, stockDiameter, chuckDiameter }: OutsideTouchSituation): readonly Polygon[] {
  const radius = stockDiameter / 2;
  const jawHeight = Math.max(6, chuckDiameter * 0.14);
  const jaw = rectangle(-stickOut - 30, radius, -stickOut, radius + jawHeight);
  const body = rectangle(-stickOut - 90, radius, -stickOut - 30, Math.max(chuckDiameter / 2, radius + jawHeight));
  return [jaw, mirrored(jaw), body, mirrored(body)];
}
