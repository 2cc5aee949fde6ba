import { BEYOND_THE_SHEET, mirrored, type Polygon, point, rectangle } from "../../../core/outline/index.ts";

/** The part as it stands at a touch. Millimetres, diameters as diameters, Z0 on the finished face. */
export interface Workpiece {
  readonly diameter: number;
  /** Z of its end. */
  readonly end: number;
  readonly stickOut: number;
  readonly hole: number | undefined;
  /** A band that has been cut: to this diameter, from this Z to the end. Outside of the part, or inside of its hole. */
  readonly cut: { readonly side: "outside" | "bore"; readonly diameter: number; readonly from: number } | undefined;
}

/** Both walls of the part, hatched: the full section. */
export function wallsOf({ diameter, end, hole, cut }: Workpiece): readonly Polygon[] {
  const outer = diameter / 2;
  const inner = (hole ?? 0) / 2;
  const back = -BEYOND_THE_SHEET;
  const turned = cut?.side === "outside" ? Math.min(cut.diameter / 2, outer) : outer;
  const bored = cut?.side === "bore" ? Math.max(cut.diameter / 2, inner) : inner;
  const from = cut?.from ?? end;
  const wall: Polygon = [
    point(back, inner),
    point(back, outer),
    ...(turned < outer ? [point(from, outer), point(from, turned)] : []),
    point(end, turned),
    point(end, bored),
    ...(bored > inner ? [point(from, bored), point(from, inner)] : []),
  ];
  return [wall, mirrored(wall)];
}

/** Two jaws of a chuck and its body, or the nose of a guide bush or collet, around the bar. */
export function workholdingLook(
  { diameter, stickOut }: Pick<Workpiece, "diameter" | "stickOut">,
  kind: "chuck" | "guide-bush" | "collet",
  chuckDiameter: number,
): readonly Polygon[] {
  const radius = diameter / 2;
  if (kind === "chuck") {
    const height = Math.max(6, chuckDiameter * 0.14);
    const jaw = rectangle(-stickOut - 30, radius, -stickOut, radius + height);
    const body = rectangle(-stickOut - 90, radius, -stickOut - 30, Math.max(chuckDiameter / 2, radius + height));
    return [jaw, mirrored(jaw), body, mirrored(body)];
  }
  // A bush or collet closes round the bar; its nose is conical.
  const wall = Math.max(5, diameter * 0.35);
  const nose: Polygon = [
    point(-stickOut, radius),
    point(-stickOut, radius + wall * 0.45),
    point(-stickOut - wall, radius + wall),
    point(-stickOut - 120, radius + wall),
    point(-stickOut - 120, radius),
  ];
  const body = rectangle(
    -stickOut - 120,
    radius + wall,
    -stickOut - wall * 2,
    Math.max(chuckDiameter / 2, radius + wall * 2),
  );
  return kind === "collet" ? [nose, mirrored(nose)] : [nose, mirrored(nose), body, mirrored(body)];
}
