/**
 * Forward model of a touch: a lathe that knows where the tool truly is and drives it into contact.
 *
 * Worked on bodies, not on the touch equation: the tool is the stretch of space that it fills on the touched axis, the
 * part is the stretch that it fills, and the machine position at contact is the one where the gap between the two is
 * exactly the spacer. Distances on X are true (radial) distances here; diameters appear at the readout only. That makes
 * it an oracle for `core/touch`: nothing of the equation's table is shared.
 */
interface ForwardTool {
  /** Stretch of the tool on the axis, as distances from the point that the program moves: [lowest, highest]. */
  readonly body: readonly [number, number];
}

export interface ForwardTouch {
  readonly axis: "x" | "y" | "z";
  /** True place of the surface, in part coordinates: a radius on X, a coordinate on Y and Z. */
  readonly surface: number;
  /** Way in which the tool comes to the surface: −1 against plus (from outside, from the front), +1 the other way. */
  readonly approach: 1 | -1;
  readonly spacer: number;
  readonly tool: ForwardTool;
  /** True offsets, X as diameters: the machine shows their sum when the programmed point is at the part's zero. */
  readonly offsets: { readonly geometry: number; readonly wear: number; readonly work: number };
}

/** The machine's readout at contact, X as a diameter. */
export function readoutAtContact(touch: ForwardTouch): number {
  const [lowest, highest] = touch.tool.body;
  // Coming in against plus, the lowest end of the tool meets the spacer that lies on the surface's plus side.
  const programmedPoint =
    touch.approach === -1 ? touch.surface + touch.spacer - lowest : touch.surface - touch.spacer - highest;
  const shown = touch.axis === "x" ? 2 * programmedPoint : programmedPoint;
  return shown + touch.offsets.geometry + touch.offsets.wear + touch.offsets.work;
}
