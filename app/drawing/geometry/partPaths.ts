import type { DrawnPiece, PartPoint, PartProfile } from "../../../core/part/index.ts";
import type { PartLayout } from "./partLayout.ts";

type View = Pick<PartLayout, "scale" | "origin">;

/** A place of the half section on the sheet, in the upper wall (1) or the lower one (−1). */
function toSheet({ scale, origin }: View, { z, r }: PartPoint, wall: 1 | -1): string {
  return `${(origin.x + z * scale).toFixed(2)} ${(origin.y - wall * r * scale).toFixed(2)}`;
}

function drawTo(view: View, { to, arc }: DrawnPiece, wall: 1 | -1): string {
  const end = toSheet(view, to, wall);
  if (!arc) return `L${end}`;
  const radius = (arc.radius * view.scale).toFixed(2);
  // The sheet counts downwards: counter-clockwise on the part is 0 there, and the lower wall is its mirror image.
  return `A${radius} ${radius} 0 0 ${arc.turn === wall ? 0 : 1} ${end}`;
}

/** A piece of the outline as an SVG path. */
export const piecePath = (view: View, piece: DrawnPiece, wall: 1 | -1): string =>
  `M${toSheet(view, piece.from, wall)}${drawTo(view, piece, wall)}`;

/** One wall of the section as a closed SVG path; a solid part reaches to its centreline. */
export function wallPath(view: View, { pieces }: PartProfile, wall: 1 | -1): string {
  const [first] = pieces;
  const last = pieces.at(-1);
  if (!first || !last) return "";
  const axis = (z: number) =>
    pieces.some(({ side }) => side === "inner") ? "" : `L${toSheet(view, { z, r: 0 }, wall)}`;
  const walk = pieces.map((piece, index) => {
    const before = pieces[index - 1];
    // Where the bore ends in the material its bottom lies on the centreline.
    const joins = before && Math.hypot(before.to.z - piece.from.z, before.to.r - piece.from.r) > 1e-3;
    return `${joins ? `L${toSheet(view, { z: before.to.z, r: 0 }, wall)}L${toSheet(view, piece.from, wall)}` : ""}${drawTo(view, piece, wall)}`;
  });
  return `M${toSheet(view, first.from, wall)}${walk.join("")}${axis(last.to.z)}${axis(first.from.z)}Z`;
}

/** Edges of the bore behind the plane of the section: where its pieces meet, from wall to wall. */
export function boreEdges({ pieces }: PartProfile): readonly PartPoint[] {
  const ends = pieces
    .filter(({ side, surface }) => side === "inner" || surface === "front")
    .flatMap(({ from, to }) => [from, to]);
  const inner = new Set(pieces.filter(({ side }) => side === "inner").flatMap(({ from, to }) => [key(from), key(to)]));
  return ends.filter(
    (end, index) => end.r > 0 && inner.has(key(end)) && ends.findIndex((one) => key(one) === key(end)) === index,
  );
}
const key = ({ z, r }: PartPoint) => `${z.toFixed(4)} ${r.toFixed(4)}`;
