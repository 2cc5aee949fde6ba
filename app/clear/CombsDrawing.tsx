import { useId, useRef } from "react";
import { styled } from "styled-components";
import type { Alignment, CombConflict, SetupCombs } from "../../core/clearance/index.ts";
import { counted } from "../../core/counted.ts";
import type { Point } from "../../core/outline/index.ts";
import { FiguresRoom } from "../drawing/FiguresRoom.ts";
import { MeasuredLine } from "../drawing/MeasuredLine.tsx";
import { Hatch } from "../drawing/StockFigure.tsx";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import { useRoom } from "../drawing/useRoom.ts";
import { openPath, svgPath, toSheet, viewIn } from "../drawing/view.ts";
import { color, size } from "../ui/tokens.ts";
import { type CombsScene, combsScene } from "./combsScene.ts";

/** Width of a tool's end that a finger takes hold of; CSS pixels. */
const HANDLE = 44;
/** Width of a letter of the labels beside the blocks, the room on both sides of them, and what they take of the width at most. */
const LETTER = 9.6;
const LABEL_ROOM = 14;
const MOST_LABEL = 0.24;

/** Two combs facing each other, in section and to scale, while one tool of the first works; a tool's end is dragged to try its stand-out. */
export function CombsDrawing({
  combs,
  alignment,
  conflicts,
  name,
  write,
  onStandout,
}: {
  readonly combs: SetupCombs;
  readonly alignment: Alignment;
  readonly conflicts: readonly CombConflict[];
  readonly name: (offset: string) => string;
  /** A length in millimetres as the machine's people read it. */
  readonly write: (mm: number) => string;
  /** Absent where stand-outs are as they are. */
  readonly onStandout?: (offset: string, standout: number) => void;
}) {
  const hatch = useId();
  const { element, room } = useRoom<HTMLDivElement>({ width: 640, height: 560 });
  const sheet = useRef<SVGSVGElement>(null);
  const dragged = useRef<{ readonly offset: string; readonly side: "a" | "b" }>(null);
  const scene = combsScene(combs, alignment, conflicts);
  const { box, tools, meetings, gap, at } = scene;
  const longest = Math.max(0, ...tools.map(({ offset }) => name(offset).length));
  const beside = Math.min(longest * LETTER + LABEL_ROOM, room.width * MOST_LABEL);
  const view = viewIn(box, { left: beside, width: room.width - 2 * beside, height: room.height }, 4);
  const path = (points: readonly Point[]) => openPath(view, points);
  const spot = (corner: Point) => {
    const { left, top } = toSheet(view, corner);
    return { x: left, y: top };
  };
  const drag = (event: React.PointerEvent) => {
    const held = dragged.current;
    const matrix = sheet.current?.getScreenCTM();
    if (!held || !matrix) return;
    const { x } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const along = (x - view.originZ) / view.scale;
    const standout = held.side === "a" ? along : gap - along;
    onStandout?.(held.offset, Math.min(gap, Math.max(1, Math.round(standout * 2) / 2)));
  };
  const low = spot({ z: 0, x: box.xMin }).y - 8;
  return (
    <Room ref={element}>
      <svg
        ref={sheet}
        viewBox={`0 0 ${room.width} ${room.height}`}
        width={room.width}
        height={room.height}
        role="img"
        aria-label={`The combs while ${name(alignment.name)} works: ${conflicts.length === 0 ? "nothing meets" : counted(conflicts.length, "pair meets", "pairs meet")}.${onStandout ? " Stand-outs are set in the list on the left." : ""}`}
      >
        <defs>
          <Hatch id={hatch} />
        </defs>
        <Blocks scene={scene} name={name} path={path} spot={spot} hatch={hatch} />
        {at !== undefined && (
          <path
            d={path([
              { z: box.zMin, x: at },
              { z: box.zMax, x: at },
            ])}
            stroke={color("action")}
            strokeWidth="1.6"
            strokeDasharray="16 4 3 4"
          />
        )}
        {tools.map(({ offset, meets, counted: whole, body }) => (
          <g key={offset}>
            <path
              d={svgPath(view, whole)}
              fill={meets ? color("stopGround") : "none"}
              stroke={color(meets ? "stop" : "tool")}
              strokeDasharray={meets ? undefined : "4 3"}
              strokeWidth={meets ? 2.4 : 1}
            />
            {body && <ToolFigure tool={body} tone={meets ? "stop" : "tool"} path={path} />}
          </g>
        ))}
        {meetings.map(({ zone, from, to, excess }) => (
          <g key={path(zone)}>
            <path d={svgPath(view, zone)} fill={color("stop")} fillOpacity="0.35" stroke={color("stop")} />
            <MeasuredLine
              along="x"
              from={spot(from)}
              to={spot(to)}
              at={spot(from).y - 20}
              label={write(excess)}
              tone="stop"
            />
          </g>
        ))}
        <MeasuredLine
          along="x"
          from={spot({ z: 0, x: box.xMin + 10 })}
          to={spot({ z: gap, x: box.xMin + 10 })}
          at={low}
          label={write(gap)}
          tone="ink"
        />
        {onStandout &&
          tools.map(({ offset, side, end, counted: whole }) => {
            const { x, y } = spot(end);
            const half = Math.max(HANDLE, Math.abs(spot(whole[0] ?? end).y - spot(whole[2] ?? end).y)) / 2;
            return (
              <rect
                key={offset}
                className="end"
                // On the tool itself: where two ends meet, each is still taken hold of.
                x={side === "a" ? x - HANDLE : x}
                y={y - half}
                width={HANDLE}
                height={2 * half}
                fill="transparent"
                onPointerDown={(event) => {
                  event.currentTarget.setPointerCapture(event.pointerId);
                  dragged.current = { offset, side };
                }}
                onPointerMove={drag}
                onPointerUp={() => {
                  dragged.current = null;
                }}
              />
            );
          })}
      </svg>
    </Room>
  );
}

/** Both blocks in section with every seat, its slot and the tool in it beside it. */
function Blocks({
  scene: { blocks, seats },
  name,
  path,
  spot,
  hatch,
}: {
  readonly scene: CombsScene;
  readonly name: (offset: string) => string;
  readonly path: (points: readonly Point[]) => string;
  readonly spot: (corner: Point) => { readonly x: number; readonly y: number };
  readonly hatch: string;
}) {
  return (
    <>
      {blocks.map((block) => (
        <g key={path(block)}>
          <path d={`${path(block)}Z`} fill={color("jawFill")} />
          <path d={`${path(block)}Z`} fill={`url(#${hatch})`} stroke={color("stock")} strokeWidth="2" />
        </g>
      ))}
      {seats.map(({ side, slot, bore, outer, tool }) => {
        const { x, y } = spot(outer);
        const anchor = side === "a" ? "end" : "start";
        const beside = x + (side === "a" ? -8 : 8);
        return (
          <g key={slot}>
            <path
              d={`${path(bore)}Z`}
              fill={color(tool === undefined ? "drawing" : "holderFill")}
              stroke={color("stock")}
              strokeWidth="1.4"
            />
            <path d={path(middleOf(bore))} stroke={color("stock")} strokeDasharray="10 3 2 3" fill="none" />
            <text x={beside} y={tool === undefined ? y + 6 : y + 17} textAnchor={anchor}>
              {slot}
            </text>
            {tool !== undefined && (
              <text x={beside} y={y - 1} textAnchor={anchor} className="tool">
                {name(tool)}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}

/** The middle line of a bore, a little past both of its ends. */
function middleOf(bore: readonly Point[]): readonly Point[] {
  const [first, , third] = bore;
  if (!first || !third) return [];
  const x = (first.x + third.x) / 2;
  const past = Math.sign(third.z - first.z) * 2;
  return [
    { z: first.z - past, x },
    { z: third.z + past, x },
  ];
}

const Room = styled(FiguresRoom)`
  flex: 1;
  min-height: 320px;
  touch-action: none;
  text { fill: ${color("quiet")}; font-weight: 400; }
  text.tool { fill: ${color("ink")}; font-size: ${size.text}; font-weight: 700; }
  text.dimension { fill: ${color("ink")}; font-size: ${size.text}; }
  text.dimension[data-tone="stop"] { fill: ${color("stop")}; font-size: ${size.number}; }
  .end { cursor: ew-resize; }
`;
