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

/** Share of the stick-out that a skim runs over, and its largest length: enough for a micrometer's anvils. */
const SKIM_SHARE = 0.4;
const LONGEST_SKIM = 22;
/** How far the raw end may stand out before the typed stock-to-face says otherwise. */
const SPACER_LENGTH = 9;

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
  const run = Math.min(LONGEST_SKIM, stickOut * SKIM_SHARE);
  const tipZ = end - run;

  const wall: Polygon =
    radius < stockRadius - 1e-9
      ? [
          point(-stickOut - 60, 0),
          point(-stickOut - 60, stockRadius),
          point(tipZ, stockRadius),
          point(tipZ, radius),
          point(end, radius),
          point(end, 0),
        ]
      : rectangle(-stickOut - 60, 0, end, stockRadius);
  const thickness = drawnSpacer(situation);
  const contact = point(tipZ, radius);
  const programmed = point(tipZ, radius + thickness);
  const spacer =
    thickness > 0
      ? rectangle(
          tipZ - SPACER_LENGTH / 2,
          radius,
          tipZ + SPACER_LENGTH / 2 + situation.insert.noseRadius,
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
    backOff: skimmed
      ? {
          from: plus(programmed, point(situation.tool.shank * 1.35, situation.insert.inscribedCircle * 0.35)),
          towards: point(1, 0),
        }
      : { from: point(tipZ - 7, radius + situation.insert.inscribedCircle), towards: point(0, 1) },
  };
}

function faceScene(situation: OutsideTouchSituation): OutsideTouchScene {
  const { stickOut, stockDiameter, way } = situation;
  const stockRadius = stockDiameter / 2;
  const face = situation.size !== undefined && situation.size >= 0 && situation.size < stickOut ? situation.size : 0;
  const wall = rectangle(-stickOut - 60, 0, face, stockRadius);
  const thickness = drawnSpacer(situation);
  const tipX = stockRadius * 0.3;
  const contact = point(face, tipX);
  const programmed = point(face + thickness, tipX);
  const spacer =
    thickness > 0
      ? rectangle(
          face,
          tipX - SPACER_LENGTH / 2,
          face + thickness,
          tipX + SPACER_LENGTH / 2 + situation.insert.noseRadius,
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
    sizeFrom: point(0, -stockRadius * 1.1),
    sizeTo: point(face, -stockRadius * 1.1),
    // After a facing cut Z must not move: out along X. After a feel, straight off the face.
    backOff: skimmed
      ? { from: point(programmed.z + situation.tool.shank * 1.45, stockRadius * 1.05), towards: point(0, 1) }
      : {
          from: point(programmed.z + situation.tool.shank * 1.35, tipX + situation.insert.inscribedCircle * 0.35),
          towards: point(1, 0),
        },
  };
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
  const reach = Math.max(overhang, circle * 1.6);
  // The tip stands out from the shank's chuck side by about a quarter of the shank, as on ordinary holders.
  const [left, right] = [shank * 0.25, shank * 1.25];
  const seat = plus(shape.centre, times(shape.mainEdge, circle * 0.42));
  const heel = plus(shape.centre, times(shape.minorEdge, circle * 0.5));
  const holder: Polygon = [
    seat,
    point(left, Math.max(seat.x + circle * 0.3, circle * 1.15)),
    point(left, reach + 400),
    point(right, reach + 400),
    point(right, Math.max(heel.x, circle * 0.75)),
    point(Math.max(heel.x > 0 ? heel.z : right, right * 0.86), heel.x + circle * 0.08),
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
