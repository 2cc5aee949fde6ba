import type { Axis } from "../machine/index.ts";

/** The known surface that the tool is brought to, in part coordinates; lengths in the caller's unit, X as diameters. */
export type Surface =
  | { readonly kind: "outside"; readonly diameter: number; readonly across?: boolean }
  | { readonly kind: "bore"; readonly diameter: number; readonly across?: boolean }
  | { readonly kind: "face"; readonly z: number; readonly stand: "front" | "behind" }
  | { readonly kind: "centre" }
  | { readonly kind: "bar-side"; readonly diameter: number; readonly stand: "plus" | "minus" };

/** Where a surface lies on its axis, and on which side of it the tool stands (0: on centre, on neither). */
interface ContactSide {
  readonly coordinate: number;
  readonly side: -1 | 0 | 1;
}

/** Axes on which each kind of surface can be touched. */
export const SURFACE_AXES: Readonly<Record<Surface["kind"], readonly Axis[]>> = {
  outside: ["x"],
  bore: ["x"],
  face: ["z"],
  centre: ["x", "y"],
  "bar-side": ["y"],
};

/**
 * `c` and `n` of the touch equation. Contact on the far side of the centreline (`across`) changes both signs.
 *
 * @example contactOf({ kind: "bore", diameter: 21 }) // { coordinate: 21, side: -1 }
 */
export function contactSide(surface: Surface): ContactSide {
  switch (surface.kind) {
    case "outside":
      return surface.across ? { coordinate: -surface.diameter, side: -1 } : { coordinate: surface.diameter, side: 1 };
    case "bore":
      return surface.across ? { coordinate: -surface.diameter, side: 1 } : { coordinate: surface.diameter, side: -1 };
    case "face":
      return { coordinate: surface.z, side: surface.stand === "front" ? 1 : -1 };
    case "centre":
      return { coordinate: 0, side: 0 };
    case "bar-side":
      return surface.stand === "plus"
        ? { coordinate: surface.diameter / 2, side: 1 }
        : { coordinate: -surface.diameter / 2, side: -1 };
  }
}

/** The side on which the tool stands, for a setter: +1 where it stands on none. */
export function surfaceSide(surface: Surface): -1 | 1 {
  return contactSide(surface).side === -1 ? -1 : 1;
}
