import type { Axis, Zone } from "../../../core/machine/index.ts";
import type { Point, Polygon, ToolOutline } from "../../../core/outline/index.ts";
import type { EdgeChoice, Tool, TouchWay } from "../../../core/tool/index.ts";
import type { DrawnHolding } from "../workholding.ts";

/** What the drawing of a touch is made from; lengths in millimetres, diameters as diameters. */
export interface TouchSituation {
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly tool: Tool;
  readonly zone: Zone;
  readonly choice: EdgeChoice;
  readonly stockDiameter: number;
  readonly stickOut: number;
  readonly chuckDiameter: number;
  readonly holding: "chuck" | "guide-bush";
  readonly hole: number | undefined;
  /** X: diameter at contact; Z: the touched face; Y: the bar's diameter. Undefined while nothing sensible is typed. */
  readonly size: number | undefined;
  readonly spacer: number | undefined;
  /** Deliberate retreat of a preset call, and overhang of a slid tool. */
  readonly retreat: number | undefined;
  readonly overhang: number | undefined;
  /** Least thickness at which a spacer is still seen, in millimetres at the drawing's scale. */
  readonly visibleSpacer: number;
  /** True once the raw end has been faced off. */
  readonly faced: boolean;
  readonly toFace: number;
  /** Touched on a fixed face of the machine, not on the part. */
  readonly onDatum: boolean;
}

export interface Outlined {
  readonly polygon: Polygon;
  readonly part: "cutting" | "holder" | "slot" | "setter" | "datum";
}

/** A touch as it stands at contact: outlines in the drawing plane, and the points that its dimensions run between. */
export interface TouchScene {
  /** Section along the spindle, or the view along it (for Y), where `z` of every point is Y. */
  readonly plane: "section" | "end-view";
  readonly stock: readonly Polygon[];
  readonly holding: DrawnHolding;
  /** Holder first, what cuts last. */
  readonly tool: readonly Outlined[];
  readonly mark: ToolOutline["mark"];
  /** Flutes and screws on the tool. */
  readonly lines: ToolOutline["lines"];
  /** The block or sleeve behind it. */
  readonly clampedIn: readonly Polygon[];
  /** Drawn thick enough to see; undefined when nothing lies between. */
  readonly spacer: Polygon | undefined;
  /** Where tool (or spacer) and surface meet; undefined for a tool that is swept on centre. */
  readonly contact: Point | undefined;
  /** The point that the program moves. */
  readonly programmed: Point;
  /** The raw end of the bar, dashed, while it stands in front of the face. */
  readonly rawEnd: number | undefined;
  /** Diameter dimension on X, between the two walls; stock-to-face dimension on Z. */
  readonly sizeFrom: Point;
  readonly sizeTo: Point;
  /** Which way clears the tool without spoiling tool or part, in part coordinates; `y` in the end view lies along `z`. */
  readonly backOff: { readonly from: Point; readonly towards: Point };
  /** Retreat of a preset call, as an arrow; the pull of a bar; the pivot of an arm. */
  readonly retreat: { readonly from: Point; readonly to: Point } | undefined;
  readonly pull: { readonly from: Point; readonly to: Point } | undefined;
  readonly pivot: Point | undefined;
}
