import { BEYOND_THE_SHEET, mirrored, type Polygon, point } from "../../../core/outline/index.ts";

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
