import { useId } from "react";
import { styled } from "styled-components";
import type { Point } from "../../core/outline/index.ts";
import type { NeighbourCheck, Stage } from "../../sim/rehearsal/index.ts";
import { FiguresRoom } from "../drawing/FiguresRoom.ts";
import { HoldingFigure } from "../drawing/HoldingFigure.tsx";
import { Hatch } from "../drawing/StockFigure.tsx";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import { TurretFigure } from "../drawing/TurretFigure.tsx";
import { useRoom } from "../drawing/useRoom.ts";
import { openPath, toSheet, viewIn } from "../drawing/view.ts";
import { color, narrow, size } from "../ui/tokens.ts";
import { swingScene } from "./swingScene.ts";

interface SwingDrawingProps {
  readonly stage: Stage;
  readonly check: NeighbourCheck;
  readonly name: (offset: string) => string;
  /** The room of the nearest tool, in words, and whether it hits, or comes near, or is not known to be clear. */
  readonly room: string;
  readonly verdict: "clear" | "near" | "hits";
}
const TONES = { clear: "clear", near: "spacer", hits: "stop" } as const;
/** Size of what is written at the nearest tool. CSS pixels. */
const NOTE = { width: 186, height: 54 };

/** Seen from the front along the spindle: chuck, stock, and the turret with every tool to its true outline where it stands. */
export function SwingDrawing({ stage, check, name, room: words, verdict }: SwingDrawingProps) {
  const hatch = useId();
  const { element, room } = useRoom<HTMLDivElement>({ width: 640, height: 600 });
  const scene = swingScene(stage, check);
  if (!scene) return null;
  const { box, holding, stock, front, turret, tools, nearest } = scene;
  const view = viewIn(box, room);
  const { scale } = view;
  const path = (points: readonly Point[]) => openPath(view, points);
  const middle = toSheet(view, { z: 0, x: 0 });
  const tone = color(TONES[verdict]);
  const tip = toSheet(view, nearest);
  const note = {
    left: Math.min(
      Math.max(tip.left + (tip.left < middle.left ? -NOTE.width - 26 : 26), 4),
      room.width - NOTE.width - 4,
    ),
    top: Math.min(Math.max(tip.top + 30, 4), room.height - NOTE.height - 4),
  };
  return (
    <Room ref={element}>
      <svg
        viewBox={`0 0 ${room.width} ${room.height}`}
        width={room.width}
        height={room.height}
        role="img"
        aria-label={`The turret seen along the spindle while ${name(check.working.offset)} works; ${name(check.neighbour.offset)} comes nearest to the ${check.obstacle.name}.`}
      >
        <defs>
          <Hatch id={hatch} />
        </defs>
        <HoldingFigure holding={holding} path={path} />
        <circle
          cx={middle.left}
          cy={middle.top}
          r={stock.radius * scale}
          fill={color("stockFill")}
          stroke={color("ink")}
          strokeWidth="2"
        />
        {stock.hole > 0 && (
          <circle
            cx={middle.left}
            cy={middle.top}
            r={stock.hole * scale}
            fill={color("drawing")}
            stroke={color("ink")}
            strokeWidth="1.6"
          />
        )}
        {front && (
          <circle
            cx={middle.left}
            cy={middle.top}
            r={front.radius * scale}
            fill="none"
            stroke={color("stock")}
            strokeWidth="2"
            strokeDasharray="8 5"
          />
        )}
        <path
          d={`M${middle.left - 16} ${middle.top}h32M${middle.left} ${middle.top - 16}v32`}
          stroke={color("ink")}
          fill="none"
        />
        <TurretFigure turret={turret} path={path} />
        {tools.map(({ offset, counted, label, isNearest, isWorking }, index) => {
          const at = toSheet(view, label);
          const tool = turret.tools[index];
          return (
            <g key={offset}>
              <path
                d={`${path(counted)}Z`}
                fill="none"
                stroke={isNearest ? tone : color("tool")}
                strokeDasharray="4 3"
              />
              {isNearest && verdict !== "clear" && tool && <ToolFigure tool={tool} path={path} tone="stop" />}
              <text x={at.left} y={at.top + 6} textAnchor="middle" data-working={isWorking || undefined}>
                {name(offset)}
              </text>
            </g>
          );
        })}
        <circle cx={tip.left} cy={tip.top} r="7" fill="none" stroke={tone} strokeWidth="2.4" />
        <path
          d={`M${tip.left} ${tip.top}L${Math.min(Math.max(tip.left, note.left), note.left + NOTE.width)} ${Math.min(Math.max(tip.top, note.top), note.top + NOTE.height)}`}
          stroke={tone}
          strokeWidth="1.6"
          fill="none"
        />
        <g transform={`translate(${note.left} ${note.top})`}>
          <rect {...NOTE} rx="3" fill={color("sheet")} stroke={tone} strokeWidth="1.6" />
          <text x="10" y="21" className="note">
            {name(check.neighbour.offset)} to the {check.obstacle.name}
          </text>
          <text x="10" y="45" className="room" style={{ fill: tone }}>
            {words}
          </text>
        </g>
      </svg>
    </Room>
  );
}

const Room = styled(FiguresRoom)`
  flex: 1;
  min-height: 260px;
  ${narrow} { flex: none; height: min(90vw, 640px); }
  text { stroke-width: 0; }
  text.note { font-family: inherit; font-weight: 400; }
  text[data-working] { fill: ${color("action")}; font-size: ${size.number}; }
  text.room { font-size: ${size.number}; }
`;
