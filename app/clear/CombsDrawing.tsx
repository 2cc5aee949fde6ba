import { useRef } from "react";
import { styled } from "styled-components";
import type { Alignment, CombConflict, CombProblem, CombTool } from "../../core/clearance/index.ts";
import { counted } from "../../core/counted.ts";
import { type Point, toolOutline } from "../../core/outline/index.ts";
import type { Tool } from "../../core/tool/index.ts";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import type { ToolBodies } from "../drawing/toolBodies.ts";
import { color, size } from "../ui/tokens.ts";

/** Two combs facing each other, to scale while one tool of the first works; a tool's end is dragged to try its stand-out. */
export function CombsDrawing({
  problem,
  alignment,
  conflicts,
  name,
  toolOf,
  onStandout,
}: {
  readonly problem: CombProblem;
  readonly alignment: Alignment;
  readonly conflicts: readonly CombConflict[];
  readonly name: (offset: string) => string;
  /** The tool itself, as it is put together. */
  readonly toolOf: (offset: string) => Tool | undefined;
  /** Absent where stand-outs are as they are. */
  readonly onStandout?: (offset: string, standout: number) => void;
}) {
  const sheet = useRef<SVGSVGElement>(null);
  const dragged = useRef<{ readonly offset: string; readonly from: number; readonly turn: 1 | -1 }>(null);
  const { a, b } = problem;
  const { gap } = alignment;
  const placeOf = (tool: string) => a.find((one) => one.tool === tool)?.lateral ?? 0;
  const shift = "shift" in alignment ? alignment.shift : alignment.at - placeOf(alignment.tool);
  const all = [...a.map((one) => ({ ...one, lateral: one.lateral + shift })), ...b];
  const low = Math.min(...all.map(({ lateral, radius }) => lateral - radius)) - AROUND;
  const high = Math.max(...all.map(({ lateral, radius }) => lateral + radius)) + AROUND;
  const drag = (event: React.PointerEvent) => {
    const held = dragged.current;
    const matrix = sheet.current?.getScreenCTM();
    if (!held || !matrix) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse()).x;
    onStandout?.(held.offset, Math.min(gap, Math.max(1, Math.round((held.turn === 1 ? at : gap - at) * 2) / 2)));
  };
  const tool = (one: CombTool, side: "a" | "b") => {
    const isA = side === "a";
    const lateral = one.lateral + (isA ? shift : 0);
    const meets = conflicts.some((conflict) => conflict[side] === one.tool);
    const own = toolOf(one.tool);
    const shape = own && combTool(own, one.standout);
    const [from, to] = isA ? [0, one.standout] : [gap - one.standout, gap];
    return (
      <g key={one.tool}>
        <rect
          x={from}
          y={lateral - one.radius}
          width={to - from}
          height={2 * one.radius}
          fill={meets ? color("stopGround") : "none"}
          stroke={color(meets ? "stop" : "tool")}
          strokeWidth={meets ? 2.4 : 1}
          strokeDasharray={meets ? undefined : "4 3"}
          vectorEffect="non-scaling-stroke"
        />
        {shape && (
          <ToolFigure
            tool={shape}
            tone={meets ? "stop" : "tool"}
            path={(points) =>
              `M${points.map(({ z, x }) => `${(isA ? one.standout - z : gap - one.standout + z).toFixed(3)} ${(lateral - x).toFixed(3)}`).join("L")}`
            }
          />
        )}
        {onStandout && (
          <rect
            className="end"
            x={(isA ? to : from) - HANDLE / 2}
            y={lateral - one.radius}
            width={HANDLE}
            height={2 * one.radius}
            fill="transparent"
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              dragged.current = { offset: one.tool, from: one.standout, turn: isA ? 1 : -1 };
            }}
            onPointerMove={drag}
            onPointerUp={() => {
              dragged.current = null;
            }}
          />
        )}
        <text
          x={isA ? 2 : gap - 2}
          y={lateral - one.radius - 1.2}
          fontSize="4.4"
          textAnchor={isA ? "start" : "end"}
          fill={color("ink")}
        >
          {name(one.tool)}
        </text>
      </g>
    );
  };
  return (
    <Sheet
      ref={sheet}
      viewBox={`${-PLATE - 2} ${low} ${gap + 2 * PLATE + 4} ${high - low}`}
      role="img"
      aria-label={`The combs while ${name(alignment.name)} works: ${conflicts.length === 0 ? "nothing meets" : counted(conflicts.length, "pair meets", "pairs meet")}.${onStandout ? " Stand-outs are set in the list on the left." : ""}`}
    >
      <rect
        x={-PLATE}
        y={low + 1}
        width={PLATE}
        height={high - low - 2}
        fill={color("holderFill")}
        stroke={color("stock")}
        strokeWidth="0.4"
      />
      <rect
        x={gap}
        y={low + 1}
        width={PLATE}
        height={high - low - 2}
        fill={color("holderFill")}
        stroke={color("stock")}
        strokeWidth="0.4"
      />
      {"at" in alignment && (
        <path
          d={`M${-PLATE} ${alignment.at}H${gap + PLATE}`}
          stroke={color("stock")}
          strokeWidth="0.4"
          strokeDasharray="6 1.6 1.2 1.6"
        />
      )}
      {a.map((one) => tool(one, "a"))}
      {b.map((one) => tool(one, "b"))}
    </Sheet>
  );
}
/** A tool of a comb from its tip to the plate that it stands in; undefined where it cannot be drawn. */
function combTool(tool: Tool, standout: number): ToolBodies | undefined {
  const outline = toolOutline(tool);
  const cut = (polygon: readonly Point[]) => polygon.map(({ z, x }) => ({ z: Math.min(z, standout), x }));
  return outline && { ...outline, holder: outline.holder.map(cut), cutting: cut(outline.cutting), clampedIn: [] };
}

const AROUND = 5;
const PLATE = 8;
/** Width of a tool's end that a finger takes hold of, millimetres on the drawing. */
const HANDLE = 9;

const Sheet = styled.svg`
  flex: 1;
  min-height: 0;
  width: 100%;
  background: ${color("drawing")};
  font-size: ${size.small};
  touch-action: none;
  .end { cursor: ew-resize; }
`;
