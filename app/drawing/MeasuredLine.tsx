import { color, type Token } from "../ui/tokens.ts";
import { arrowhead } from "./geometry/arrowhead.ts";

interface Spot {
  readonly x: number;
  readonly y: number;
}
interface MeasuredLineProps {
  /** The two places that the dimension lies between, on the sheet. */
  readonly from: Spot;
  readonly to: Spot;
  /** Along the sheet's width or its height. */
  readonly along: "x" | "y";
  /** Where the line stands: its height on the sheet where it runs along the width, else its place across. */
  readonly at: number;
  /** What it says, and on which side of the middle; left out where a box stands on the line. */
  readonly label?: string;
  readonly anchor?: "start" | "middle" | "end";
  readonly tone?: Token;
}

/** How far an extension line runs past its dimension line, and how far it stays off what it measures. */
const PAST = 6;
const OFF = 3;

/** A dimension as on a drawing: extension lines, a line with closed arrowheads, its number beside it. */
export function MeasuredLine({ from, to, along, at, label, anchor = "middle", tone = "measured" }: MeasuredLineProps) {
  const isWide = along === "x";
  const [begin, end] = isWide
    ? [
        { x: from.x, y: at },
        { x: to.x, y: at },
      ]
    : [
        { x: at, y: from.y },
        { x: at, y: to.y },
      ];
  const text = isWide ? { x: (from.x + to.x) / 2, y: at - 7 } : { x: at + beside(anchor), y: (from.y + to.y) / 2 + 6 };
  return (
    <g stroke={color(tone)} fill="none">
      <path d={`${extension(from, begin)}${extension(to, end)}`} strokeWidth="0.9" />
      <path d={`M${begin.x} ${begin.y}L${end.x} ${end.y}`} strokeWidth="1.6" />
      <path d={`${arrowhead(begin, end)}${arrowhead(end, begin)}`} fill={color(tone)} stroke="none" />
      {label !== undefined && (
        <text x={text.x} y={text.y} textAnchor={isWide ? "middle" : anchor} className="dimension" data-tone={tone}>
          {label}
        </text>
      )}
    </g>
  );
}

const beside = (anchor: "start" | "middle" | "end") => ({ start: 10, middle: 0, end: -10 })[anchor];

/** From what is measured to a little past the dimension line; nothing where the two lie together. */
function extension(from: Spot, to: Spot): string {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length <= OFF) return "";
  const [ux, uy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  return `M${from.x + OFF * ux} ${from.y + OFF * uy}L${to.x + PAST * ux} ${to.y + PAST * uy}`;
}
