import type { SVGProps } from "react";
import type { DrawnPiece } from "../../core/part/index.ts";
import type { PartLayout } from "./geometry/partLayout.ts";
import { piecePath } from "./geometry/partPaths.ts";

type PartOutlineProps<Piece extends DrawnPiece> = Omit<SVGProps<SVGGElement>, "strokeWidth"> & {
  readonly view: Pick<PartLayout, "scale" | "origin">;
  readonly pieces: readonly Piece[];
  /** The upper wall of the section (1) or the lower one (−1). */
  readonly wall?: 1 | -1;
  /** In sheet units; for all pieces, or by piece. */
  readonly strokeWidth: number | ((piece: Piece) => number);
  /** Colour of a piece; undefined for that of the outline. */
  readonly toneOf?: (piece: Piece) => string | undefined;
};

/** Pieces of a part's outline in one wall of its section. */
export function PartOutline<Piece extends DrawnPiece>(props: PartOutlineProps<Piece>) {
  const { view, pieces, wall = 1, strokeWidth, toneOf, ...rest } = props;
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round" {...rest}>
      {pieces.map((piece) => (
        <path
          key={piecePath(view, piece, wall)}
          d={piecePath(view, piece, wall)}
          stroke={toneOf?.(piece)}
          strokeWidth={typeof strokeWidth === "number" ? strokeWidth : strokeWidth(piece)}
        />
      ))}
    </g>
  );
}
