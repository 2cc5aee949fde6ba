import { color } from "../ui/tokens.ts";

/** Radius of the dial and length of its stem; units of the sheet. */
const FACE = 26;
const STEM = 34;
const TICKS = 10;

/**
 * A dial indicator whose ball rests on a place of the sheet, its stem leading away from it. `hand` is where the hand stands, as a share of
 * a turn to the right; undefined while there is no reading, and none is drawn.
 */
export function DialFigure({
  at,
  away,
  hand,
}: {
  readonly at: { readonly left: number; readonly top: number };
  /** Direction of the stem, of length 1. */
  readonly away: { readonly left: number; readonly top: number };
  readonly hand: number | undefined;
}) {
  const centre = { left: at.left + away.left * (STEM + FACE), top: at.top + away.top * (STEM + FACE) };
  const turn = (share: number, radius: number) =>
    `${centre.left + radius * Math.sin(2 * Math.PI * share)} ${centre.top - radius * Math.cos(2 * Math.PI * share)}`;
  return (
    <g stroke={color("ink")} fill="none">
      <path
        d={`M${at.left + away.left * 5} ${at.top + away.top * 5}L${at.left + away.left * STEM} ${at.top + away.top * STEM}`}
        strokeWidth="4"
      />
      <circle cx={at.left + away.left * 5} cy={at.top + away.top * 5} r="5" fill={color("ink")} stroke="none" />
      <circle cx={centre.left} cy={centre.top} r={FACE} fill={color("sheet")} strokeWidth="2" />
      <path
        d={Array.from(
          { length: TICKS },
          (_, index) => `M${turn(index / TICKS, FACE - 7)}L${turn(index / TICKS, FACE - 2)}`,
        ).join("")}
        strokeWidth="1.2"
      />
      {hand !== undefined && (
        <path
          d={`M${centre.left} ${centre.top}L${turn(hand, FACE - 8)}`}
          stroke={color("measured")}
          strokeWidth="2.4"
        />
      )}
      <circle cx={centre.left} cy={centre.top} r="2.5" fill={color("ink")} stroke="none" />
    </g>
  );
}
