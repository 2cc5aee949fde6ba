import { Minus, Plus, Scan } from "lucide-react";
import type { ReactNode, Ref } from "react";
import { styled } from "styled-components";
import type { DrawnPiece, PartProfile, ProfilePiece } from "../../core/part/index.ts";
import { color, size } from "../ui/tokens.ts";
import type { PartLayout, PlacedDimension } from "./geometry/partLayout.ts";
import { boreEdges, piecePath, wallPath } from "./geometry/partPaths.ts";
import { useZoom } from "./useZoom.ts";

interface PartDrawingProps {
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
  /** Hears how much room the sheet has. */
  readonly roomOf?: Ref<SVGSVGElement>;
  readonly labelOf: (placed: PlacedDimension) => ReactNode;
}

/** The full section of a turned part with its dimensions, by drafting practice: to be zoomed and moved. */
export function PartDrawing(props: PartDrawingProps) {
  const { layout, name, roomOf } = props;
  const zoom = useZoom(layout);
  return (
    <Room>
      <Sheet {...(roomOf && { ref: roomOf })} viewBox={zoom.viewBox} $held={!zoom.isWhole} {...zoom.on}>
        <title>{name}</title>
        <Section {...props} />
        {props.differing?.map((piece) => (
          <path
            key={piecePath(layout, piece, 1)}
            d={piecePath(layout, piece, 1)}
            fill="none"
            stroke={color("stop")}
            strokeWidth="3"
            strokeDasharray="8 4"
          />
        ))}
        {layout.placed.map((placed) => (
          <Lines key={placed.key} placed={placed} isSelected={placed.key === props.selected} />
        ))}
        {layout.placed.map((placed) => (
          <foreignObject key={placed.key} {...placed.label}>
            {props.labelOf(placed)}
          </foreignObject>
        ))}
      </Sheet>
      <Zoom>
        <button type="button" onClick={zoom.nearer} aria-label="Zoom in">
          <Plus size={20} />
        </button>
        <button type="button" onClick={zoom.farther} aria-label="Zoom out" disabled={zoom.isWhole}>
          <Minus size={20} />
        </button>
        <button type="button" onClick={zoom.whole} aria-label="Show all of it" disabled={zoom.isWhole}>
          <Scan size={20} />
        </button>
      </Zoom>
    </Room>
  );
}

/** Both walls with their hatch, the outline, the edges behind it, the centreline and the stock as it came. */
function Section({ profile, layout, stock, toneOf, isMarked }: PartDrawingProps) {
  const { scale, origin } = layout;
  const x = (z: number) => origin.x + z * scale;
  const y = (r: number) => origin.y - r * scale;
  const [left, right] = [x(profile.zMin), x(profile.zMax)];
  return (
    <g>
      <defs>
        <pattern id="part-hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
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
          <path d={wallPath(layout, profile, wall)} fill="url(#part-hatch)" />
        </g>
      ))}
      {boreEdges(profile).map(({ z, r }) => (
        <line key={`${z} ${r}`} x1={x(z)} x2={x(z)} y1={y(r)} y2={y(-r)} stroke={color("ink")} strokeWidth="1.2" />
      ))}
      {([1, -1] as const).map((wall) => (
        <g key={wall} fill="none" strokeLinecap="round" strokeLinejoin="round">
          {profile.pieces.map((piece) => (
            <path
              key={piecePath(layout, piece, wall)}
              d={piecePath(layout, piece, wall)}
              stroke={toneOf(piece) ?? color("ink")}
              strokeWidth={isMarked(piece) ? 5 : 2.2}
            />
          ))}
        </g>
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
          <Arrow at={line[0]} from={line[1]} fill={stroke} />
          <Arrow at={line[1]} from={line[0]} fill={stroke} />
        </>
      )}
      {leader.length > 0 && <polyline points={leader.map(({ x, y }) => `${x},${y}`).join(" ")} />}
      {!line && last && <circle cx={last.x} cy={last.y} r="3" fill={stroke} stroke="none" />}
    </g>
  );
}

type Place = PlacedDimension["leader"][number];

/** A closed arrowhead, inside of a line that has room for two, else from outside. */
function Arrow({ at, from, fill }: { readonly at: Place; readonly from: Place; readonly fill: string }) {
  const [dx, dy] = [from.x - at.x, from.y - at.y];
  const length = Math.hypot(dx, dy);
  if (length === 0) return null;
  const inwards = length > 30 ? 1 : -1;
  const [ux, uy] = [(inwards * dx) / length, (inwards * dy) / length];
  const base = { x: at.x + 10 * ux, y: at.y + 10 * uy };
  return (
    <path
      d={`M${at.x} ${at.y}L${base.x - 3 * uy} ${base.y + 3 * ux}L${base.x + 3 * uy} ${base.y - 3 * ux}Z`}
      fill={fill}
      stroke="none"
    />
  );
}

const Room = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  width: 100%;
  height: 100%;
`;
const Sheet = styled.svg<{ $held: boolean }>`
  display: block;
  width: 100%;
  height: 100%;
  background: ${color("drawing")};
  touch-action: ${({ $held }) => ($held ? "none" : "pan-y")};
  cursor: ${({ $held }) => ($held ? "grab" : "default")};
  foreignObject { overflow: visible; }
`;
const Zoom = styled.div`
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 4px;
  border-left: 1px solid ${color("line")};
  button { display: grid; place-items: center; width: 44px; height: 44px; border: 1px solid ${color("line")}; background: ${color("sheet")}; color: ${color("ink")}; font-size: ${size.text}; cursor: pointer; }
  button:disabled { color: ${color("line")}; cursor: default; }
  @media print { display: none; }
`;
