import { memo } from "react";
import { circle, type Point } from "../../core/outline/index.ts";
import { color, type Token } from "../ui/tokens.ts";
import type { ToolBodies } from "./toolBodies.ts";

interface ToolShapeProps {
  readonly tool: ToolBodies;
  /** Points to the data of an open path, in the coordinates of the drawing around it. */
  readonly path: (points: readonly Point[]) => string;
  /** In the colour of tools, or of what it does wrong. */
  readonly tone?: "tool" | "stop";
}

/** A tool to its true outline: what it is clamped in and its holder behind, what cuts in front, flutes and screws on it. Strokes keep their width at every scale. */
export const ToolFigure = memo(function ToolFigure({ tool, path, tone = "tool" }: ToolShapeProps) {
  const { cutting, holder, clampedIn, lines, mark } = tool;
  const fill = tone === "stop" ? "stopGround" : undefined;
  return (
    <g strokeLinejoin="round" strokeLinecap="round">
      {clampedIn.map((polygon) => (
        <Outline key={path(polygon)} d={`${path(polygon)}Z`} fill={fill ?? "jawFill"} stroke="stock" width={1.2} />
      ))}
      {holder.map((polygon) => (
        <Outline key={path(polygon)} d={`${path(polygon)}Z`} fill={fill ?? "holderFill"} stroke={tone} width={1.6} />
      ))}
      <Outline d={`${path(cutting)}Z`} fill={fill ?? "toolFill"} stroke={tone} width={2.2} />
      {lines.map((line) => (
        <Outline key={path(line)} d={path(line)} fill={undefined} stroke={tone} width={1} />
      ))}
      {mark && (
        <>
          <Outline d={`${path(circle(mark.centre, mark.radius, 24))}Z`} fill={undefined} stroke={tone} width={1.3} />
          <Outline d={path(socket(mark.centre, mark.radius * 0.62))} fill={undefined} stroke={tone} width={1} />
        </>
      )}
    </g>
  );
});

function Outline({
  d,
  fill,
  stroke,
  width,
}: {
  readonly d: string;
  readonly fill: Token | undefined;
  readonly stroke: Token;
  readonly width: number;
}) {
  return (
    <path
      d={d}
      fill={fill === undefined ? "none" : color(fill)}
      stroke={color(stroke)}
      strokeWidth={width}
      vectorEffect="non-scaling-stroke"
    />
  );
}

/** The cross in the head of a screw, as one line. */
const socket = ({ z, x }: Point, half: number): readonly Point[] => [
  { z: z - half, x },
  { z: z + half, x },
  { z, x },
  { z, x: x + half },
  { z, x: x - half },
];
