import { useId } from "react";
import { styled } from "styled-components";
import { type Point, type Polygon, point } from "../../core/outline/index.ts";
import { entersBore } from "../../core/tool/index.ts";
import type { barChecks } from "../../sim/rehearsal/index.ts";
import { FiguresRoom } from "../drawing/FiguresRoom.ts";
import { MeasuredLine } from "../drawing/MeasuredLine.tsx";
import { Hatch, StockFigure } from "../drawing/StockFigure.tsx";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import { carried } from "../drawing/toolBodies.ts";
import { useRoom } from "../drawing/useRoom.ts";
import { openPath, toSheet, type View } from "../drawing/view.ts";
import type { Show } from "../shell/useShow.ts";
import { color } from "../ui/tokens.ts";

interface BarDrawingProps {
  readonly bar: ReturnType<typeof barChecks>[number];
  /** Hole of the part as recorded, and the bar that it is in; millimetres. */
  readonly hole: { readonly diameter: number; readonly depth: number | undefined };
  readonly stockDiameter: number;
  readonly show: Show;
}

/** A bar in its hole in section at the deepest place of its ways, with the room to the face and across. */
export function BarDrawing({ bar: { tool, depth, along, across }, hole, stockDiameter, show }: BarDrawingProps) {
  const hatch = useId();
  const { element, room } = useRoom<HTMLDivElement>({ width: 300, height: 150 });
  const own = tool.view.tool;
  // Where how deep it goes is not known, there is no place to draw it at.
  if (!entersBore(own) || depth === undefined) return null;
  const back = -Math.max(depth, hole.depth ?? 0, 8) - 10;
  const front = Math.max(own.overhang - depth + 14, 20);
  const radius = stockDiameter / 2;
  const scale = Math.min((room.width - 8) / (front - back), (room.height - 44) / (2 * Math.max(radius, own.bar)));
  const view: View = {
    scale,
    originZ: (room.width - (front + back) * scale) / 2,
    originX: room.height / 2 + 14,
  };
  const path = (points: readonly Point[]) => openPath(view, points);
  const spot = (z: number, x: number) => {
    const { left, top } = toSheet(view, { z, x });
    return { x: left, y: top };
  };
  const body = carried(tool.body, point(-depth, own.smallestBore / 2));
  return (
    <Room ref={element}>
      <svg viewBox={`0 0 ${room.width} ${room.height}`} width={room.width} height={room.height} aria-hidden="true">
        <defs>
          <Hatch id={hatch} />
        </defs>
        <StockFigure walls={walls(radius, hole, back - 40)} hatch={hatch} path={path} />
        <path d={`M0 ${spot(0, 0).y}H${room.width}`} stroke={color("stock")} strokeDasharray="16 4 3 4" fill="none" />
        <ToolFigure tool={body} path={path} tone={(across ?? 0) < 0 || (along ?? 0) < 0 ? "stop" : "tool"} />
        {along !== undefined && along > 0 && (
          <MeasuredLine
            along="x"
            from={spot(0, radius)}
            to={spot(along, own.bar * 0.8)}
            at={22}
            label={show.length(along)}
          />
        )}
      </svg>
    </Room>
  );
}

/** Both walls of a part with a hole, its bottom closed where its depth is known. */
function walls(radius: number, { diameter, depth }: BarDrawingProps["hole"], back: number): readonly Polygon[] {
  const inner = diameter / 2;
  const bottom = depth === undefined ? back : -depth;
  const wall = (side: 1 | -1): Polygon => [
    point(back, side * (depth === undefined ? inner : 0)),
    point(back, side * radius),
    point(0, side * radius),
    point(0, side * inner),
    point(bottom, side * inner),
    ...(depth === undefined ? [] : [point(bottom, 0)]),
  ];
  return [wall(1), wall(-1)];
}

const Room = styled(FiguresRoom)`
  height: 150px;
  text { fill: ${color("measured")}; }
`;
