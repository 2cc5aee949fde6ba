import { type ReactNode, useId } from "react";
import { styled } from "styled-components";
import type { DrawnPiece, FinishedPart, PartProfile, ProfilePiece } from "../../core/part/index.ts";
import { color } from "../ui/tokens.ts";
import { arrowhead } from "./geometry/arrowhead.ts";
import type { PartLayout, PlacedDimension } from "./geometry/partLayout.ts";
import { boreEdges, wallPath } from "./geometry/partPaths.ts";
import { PartOutline } from "./PartOutline.tsx";

export interface PartSheetProps {
  readonly profile: PartProfile;
  readonly layout: PartLayout;
  /** What the drawing shows, for a screen reader. */
  readonly name: string;
  /** Radius of the stock as it came, and where its end lies; millimetres. */
  readonly stock: { readonly radius: number; readonly front: number };
  /** Colour of a surface by what made it. */
  readonly toneOf: (piece: ProfilePiece) => string | undefined;
  /** True for surfaces that are drawn heavier than the others. */
  readonly isMarked: (piece: ProfilePiece) => boolean;
  /** Dimensions that are drawn in the colour of the selection. */
  readonly selected: string | undefined;
  /** Pieces in which another drawing and this one differ: drawn over it. */
  readonly differing?: readonly DrawnPiece[] | undefined;
  /** Where driven tools work: cross holes and flats are drawn as hidden edges. */
  readonly marks?: FinishedPart["marks"];
  readonly labelOf: (placed: PlacedDimension) => ReactNode;
}

/** The full section of a turned part with its dimensions, by drafting practice, as it stands on paper. */
export function PartSheet(props: PartSheetProps) {
  const { width, height } = props.layout;
  return (
    <Sheet viewBox={`0 0 ${width} ${height}`}>
      <PartContents {...props} />
    </Sheet>
  );
}

/** What stands on the sheet, within an `svg` that has its units. */
export function PartContents(props: PartSheetProps) {
  const { layout, name, differing, selected, labelOf } = props;
  return (
    <>
      <title>{name}</title>
      <Section {...props} />
      {differing && (
        <PartOutline view={layout} pieces={differing} stroke={color("stop")} strokeWidth={3} strokeDasharray="8 4" />
      )}
      {layout.placed.map((placed) => (
        <Lines key={placed.key} placed={placed} isSelected={placed.key === selected} />
      ))}
      {layout.placed.map((placed) => (
        <foreignObject key={placed.key} {...placed.label}>
          {labelOf(placed)}
        </foreignObject>
      ))}
    </>
  );
}

/** Both walls with their hatch, the outline, the edges behind it, the centreline and the stock as it came. */
function Section({ profile, layout, stock, toneOf, isMarked, marks }: PartSheetProps) {
  const hatch = useId();
  const { scale, origin } = layout;
  const x = (z: number) => origin.x + z * scale;
  const y = (r: number) => origin.y - r * scale;
  const [left, right] = [x(profile.zMin), x(profile.zMax)];
  return (
    <g>
      <defs>
        <pattern id={hatch} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line y2="9" stroke={color("stock")} strokeWidth="1" opacity="0.55" />
        </pattern>
      </defs>
      <rect
        x={left}
        y={y(stock.radius)}
        width={Math.max(0, x(Math.max(stock.front, profile.zMax)) - left)}
        height={2 * stock.radius * scale}
        fill="none"
        stroke={color("edge")}
        strokeDasharray="14 4 3 4 3 4"
      />
      {([1, -1] as const).map((wall) => (
        <g key={wall}>
          <path d={wallPath(layout, profile, wall)} fill={color("stockFill")} />
          <path d={wallPath(layout, profile, wall)} fill={`url(#${hatch})`} />
        </g>
      ))}
      {boreEdges(profile).map(({ z, r }) => (
        <line key={`${z} ${r}`} x1={x(z)} x2={x(z)} y1={y(r)} y2={y(-r)} stroke={color("ink")} strokeWidth="1.2" />
      ))}
      {([1, -1] as const).map((wall) => (
        <PartOutline
          key={wall}
          view={layout}
          pieces={profile.pieces}
          wall={wall}
          stroke={color("ink")}
          toneOf={toneOf}
          strokeWidth={(piece) => (isMarked(piece) ? 5 : 2.2)}
        />
      ))}
      {marks?.map((mark) => (
        <Mark key={`${mark.offset} ${mark.z[0]} ${mark.x[0]}`} mark={mark} profile={profile} layout={layout} />
      ))}
      {profile.isOpen && <Break x={left} top={y(profile.rMax)} bottom={y(-profile.rMax)} />}
      <line
        x1={left - 12}
        x2={right + 12}
        y1={origin.y}
        y2={origin.y}
        stroke={color("ink")}
        strokeWidth="1"
        strokeDasharray="16 4 3 4"
      />
    </g>
  );
}

/** What a driven tool takes, as hidden edges with its own axis; nothing where the tool is not known. At which angle is not said here. */
function Mark({
  mark: { x, z, bit },
  profile,
  layout: { scale, origin },
}: {
  readonly mark: FinishedPart["marks"][number];
  readonly profile: PartProfile;
  readonly layout: PartLayout;
}) {
  if (!bit) return null;
  const half = bit.diameter / 2;
  const box =
    bit.along === "x"
      ? { low: x[0] / 2, high: profile.rMax, back: z[0] - half, front: Math.min(z[1] + half, profile.zMax) }
      : {
          low: Math.max(x[0] / 2 - half, -profile.rMax),
          high: Math.min(x[1] / 2 + half, profile.rMax),
          back: z[0],
          front: profile.zMax,
        };
  const [left, top] = [origin.x + box.back * scale, origin.y - box.high * scale];
  const [right, bottom] = [origin.x + box.front * scale, origin.y - box.low * scale];
  const isHole = bit.along === "x" ? z[0] === z[1] : x[0] === x[1];
  const [middle, across] = [(left + right) / 2, (top + bottom) / 2];
  return (
    <g stroke={color("ink")} fill="none">
      <path d={`M${left} ${top}H${right}V${bottom}H${left}Z`} strokeDasharray="7 3" strokeWidth="1.2" />
      {isHole && (
        <path
          d={bit.along === "x" ? `M${middle} ${top - 6}V${bottom + 6}` : `M${left - 6} ${across}H${right + 6}`}
          strokeDasharray="12 3 2 3"
          strokeWidth="0.9"
        />
      )}
    </g>
  );
}

/** Where the part runs on into what holds it. */
function Break({ x, top, bottom }: { readonly x: number; readonly top: number; readonly bottom: number }) {
  const middle = (top + bottom) / 2;
  return (
    <path
      d={`M${x} ${top - 8}V${middle - 9}l-6 6 12 6 -6 6V${bottom + 8}`}
      fill="none"
      stroke={color("ink")}
      strokeWidth="1"
    />
  );
}

/** Dimension line with its arrows, extension lines and leader. */
function Lines({ placed, isSelected }: { readonly placed: PlacedDimension; readonly isSelected: boolean }) {
  const { line, extensions, leader } = placed;
  const stroke = color(isSelected ? "action" : "ink");
  const last = leader.at(-1);
  return (
    <g stroke={stroke} strokeWidth={isSelected ? 1.8 : 0.9} fill="none">
      {extensions.map(([from, to]) => (
        <line key={`${from.x} ${from.y} ${to.x} ${to.y}`} x1={from.x} y1={from.y} x2={to.x} y2={to.y} opacity="0.7" />
      ))}
      {line && (
        <>
          <line x1={line[0].x} y1={line[0].y} x2={line[1].x} y2={line[1].y} />
          <path d={`${arrowhead(...line)}${arrowhead(line[1], line[0])}`} fill={stroke} stroke="none" />
        </>
      )}
      {leader.length > 0 && <polyline points={leader.map(({ x, y }) => `${x},${y}`).join(" ")} />}
      {!line && last && <circle cx={last.x} cy={last.y} r="3" fill={stroke} stroke="none" />}
    </g>
  );
}

const Sheet = styled.svg`
  display: block;
  width: 100%;
  height: 100%;
  foreignObject { overflow: visible; }
`;
