import { useId } from "react";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import type { Point } from "../../core/outline/index.ts";
import type { TwoLineCheck } from "../../core/proof/index.ts";
import { FiguresRoom } from "../drawing/FiguresRoom.ts";
import { arrowhead } from "../drawing/geometry/arrowhead.ts";
import { HoldingFigure } from "../drawing/HoldingFigure.tsx";
import { MeasuredLine } from "../drawing/MeasuredLine.tsx";
import { Hatch, StockFigure } from "../drawing/StockFigure.tsx";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import { useRoom } from "../drawing/useRoom.ts";
import { openPath, toSheet, viewIn } from "../drawing/view.ts";
import type { Show } from "../shell/useShow.ts";
import { color, narrow, size } from "../ui/tokens.ts";
import { checkScene } from "./checkScene.ts";

/** Room that stays free round the drawing for what its dimensions say. CSS pixels. */
const EDGE = 12;

/** The part, and the tool at both pauses and at its goal, to scale, with the gaps as they look and what is left to go. */
export function CheckDrawing({
  setup,
  check,
  show,
}: {
  readonly setup: SetupView;
  readonly check: TwoLineCheck;
  readonly show: Show;
}) {
  const hatch = useId();
  const { element, room } = useRoom<HTMLDivElement>({ width: 640, height: 400 });
  const { box, walls, holding, places, gaps, ways } = checkScene(setup, check);
  const [along, across] = check.stops;
  const view = viewIn(box, room, EDGE);
  const path = (points: readonly Point[]) => openPath(view, points);
  const spot = (at: Point) => {
    const { left, top } = toSheet(view, at);
    return { x: left, y: top };
  };
  const unit = setup.machine.units;
  const clip = `${hatch}edge`;
  return (
    <Room ref={element}>
      <svg
        viewBox={`0 0 ${room.width} ${room.height}`}
        width={room.width}
        height={room.height}
        role="img"
        aria-label="The part with the tool where the check pauses and where it ends"
      >
        <defs>
          <Hatch id={hatch} />
          <clipPath id={clip}>
            <rect width={room.width} height={room.height} />
          </clipPath>
        </defs>
        <g clipPath={`url(#${clip})`}>
          <HoldingFigure holding={holding} path={path} />
          <StockFigure walls={walls} hatch={hatch} path={path} />
          <path
            d={`M0 ${spot({ z: 0, x: 0 }).y}H${room.width}`}
            stroke={color("stock")}
            strokeDasharray="16 4 3 4"
            fill="none"
          />
          {places.map(({ at, tool, isGoal }) => (
            <g key={`${at.z} ${at.x}`} opacity={isGoal ? 1 : 0.38}>
              <ToolFigure tool={tool} path={path} />
            </g>
          ))}
        </g>
        {ways.map(([from, to]) => (
          <Way key={path([from, to])} from={spot(from)} to={spot(to)} />
        ))}
        {gaps.along && along.gap !== undefined && (
          <MeasuredLine
            along="x"
            from={spot(gaps.along.from)}
            to={spot(gaps.along.to)}
            at={spot({ z: 0, x: gaps.along.at }).y}
            label={`${show.length(along.gap)} ${unit}`}
          />
        )}
        {gaps.across && across.gap !== undefined && (
          <MeasuredLine
            along="y"
            from={spot(gaps.across.from)}
            to={spot(gaps.across.to)}
            at={spot({ z: gaps.across.at, x: 0 }).x}
            label={`${show.length(across.gap)} ${unit}`}
            anchor="end"
          />
        )}
        {places.map(({ at, isGoal }, index) => (
          <Pause key={`${at.z} ${at.x}`} {...spot(at)} name={isGoal ? "goal" : String(index + 1)} />
        ))}
      </svg>
    </Room>
  );
}

interface Spot {
  readonly x: number;
  readonly y: number;
}

/** What is left to go: a dashed way with an arrow at its end. */
const Way = ({ from, to }: { readonly from: Spot; readonly to: Spot }) => (
  <>
    <path
      d={`M${from.x} ${from.y}L${to.x} ${to.y}`}
      stroke={color("ink")}
      strokeWidth="1.8"
      strokeDasharray="8 5"
      fill="none"
    />
    <path d={arrowhead(to, from)} fill={color("ink")} />
  </>
);

/** A pause by its number, or the goal. */
const Pause = ({ x, y, name }: Spot & { readonly name: string }) => (
  <g>
    <circle cx={x} cy={y} r="4" fill={color("ink")} />
    {/* Beside the gaps, whose numbers stand on the left. */}
    <text
      x={x + (name === "goal" ? 10 : -10)}
      y={y + 22}
      textAnchor={name === "goal" ? "start" : "end"}
      className="pause"
    >
      {name}
    </text>
  </g>
);

const Room = styled(FiguresRoom)`
  flex: 1;
  min-height: 200px;
  ${narrow} { flex: none; height: min(58vw, 420px); }
  text { font-size: ${size.text}; }
  text.dimension { fill: ${color("measured")}; }
`;
