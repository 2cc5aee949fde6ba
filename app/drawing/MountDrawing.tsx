import { memo } from "react";
import { styled } from "styled-components";
import { extent, type Point } from "../../core/outline/index.ts";
import { color, type Token } from "../ui/tokens.ts";
import { DialFigure } from "./DialFigure.tsx";
import { DrawingSvg } from "./DrawingSvg.tsx";
import { arrowhead } from "./geometry/arrowhead.ts";
import type { MountScene, MountShape } from "./geometry/mountScene.ts";
import { ToolFigure } from "./ToolFigure.tsx";
import { openPath, SHEET, svgPath, toSheet, type View, viewIn } from "./view.ts";

interface Style {
  readonly fill: Token | "none";
  readonly stroke: Token;
  readonly width: number;
  readonly dash?: string;
}
const STYLES: Readonly<Record<MountShape["as"], Style>> = {
  tool: { fill: "toolFill", stroke: "tool", width: 2.2 },
  part: { fill: "stockFill", stroke: "ink", width: 1.8 },
  machine: { fill: "jawFill", stroke: "stock", width: 1.4 },
  dimension: { fill: "none", stroke: "measured", width: 1.6 },
  extension: { fill: "none", stroke: "measured", width: 0.9 },
  result: { fill: "none", stroke: "clear", width: 3 },
  centreline: { fill: "none", stroke: "stock", width: 1.2, dash: "16 4 3 4" },
};

/** The part of the sheet that the numbers leave free: right of their column, between them, or nothing to speak of. */
const ROOMS = {
  right: { left: 268, top: 30, width: 388, height: 510 },
  middle: { left: 224, top: 112, width: 222, height: 330 },
  none: { left: 440, top: 60, width: 216, height: 460 },
} as const;

/** The view in which the whole scene fills its room. */
function viewOfMount({ shapes, circles, figures }: MountScene, room: keyof typeof ROOMS): View {
  const rims = circles.flatMap(({ centre, radius }) => [
    { z: centre.z - radius, x: centre.x - radius },
    { z: centre.z + radius, x: centre.x + radius },
  ]);
  const bodies = figures.flatMap(({ tool: { cutting, holder, clampedIn } }) =>
    [cutting, ...holder, ...clampedIn].flat(),
  );
  const box = extent([...shapes.flatMap(({ points }) => points), ...rims, ...bodies]);
  return viewIn(box, ROOMS[room]);
}

/** A check as it stands: bodies true in proportion, the error drawn larger where it could not be seen, and labelled so. */
export const MountDrawing = memo(function MountDrawing({
  scene,
  room,
  leaders,
}: {
  readonly scene: MountScene;
  readonly room: keyof typeof ROOMS;
  /** Lines from a field's box to what it measures. */
  readonly leaders: readonly { readonly from: { readonly left: number; readonly top: number }; readonly to: Point }[];
}) {
  const view = viewOfMount(scene, room);
  return (
    <Sheet viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} aria-hidden="true">
      {scene.figures.map(({ tool, isFaint }, index) => (
        <g key={isFaint ? index : "tool"} opacity={isFaint ? 0.4 : 1}>
          <ToolFigure tool={tool} path={(points) => openPath(view, points)} />
        </g>
      ))}
      {scene.shapes.map(({ points, as, isClosed }) => {
        const { fill, stroke, width, dash } = STYLES[as];
        const path = svgPath(view, points);
        return (
          <path
            key={`${as} ${path}`}
            d={isClosed ? path : path.slice(0, -1)}
            fill={isClosed && fill !== "none" ? color(fill) : "none"}
            stroke={color(stroke)}
            strokeWidth={width}
            {...(dash !== undefined && { strokeDasharray: dash })}
          />
        );
      })}
      {scene.shapes.map(({ points, as, isClosed }) => {
        const [from, to] = points;
        if (as !== "dimension" || isClosed || !from || !to) return null;
        const [begin, end] = [from, to]
          .map((place) => toSheet(view, place))
          .map(({ left, top }) => ({ x: left, y: top }));
        if (!begin || !end) return null;
        const path = `${arrowhead(begin, end)}${arrowhead(end, begin)}`;
        return <path key={path} d={path} fill={color("measured")} />;
      })}
      {scene.circles.map(({ centre, radius, as }) => {
        const at = toSheet(view, centre);
        const { fill, stroke, width } = STYLES[as];
        return (
          <circle
            key={`${as} ${radius} ${at.left} ${at.top}`}
            cx={at.left}
            cy={at.top}
            r={Math.max(radius * view.scale, 2)}
            fill={fill === "none" ? "none" : color(fill)}
            stroke={color(stroke)}
            strokeWidth={width}
          />
        );
      })}
      {scene.dials.map(({ at, away, hand }) => (
        <DialFigure key={`${at.z} ${at.x}`} at={toSheet(view, at)} away={{ left: away.z, top: -away.x }} hand={hand} />
      ))}
      <path
        className="leaders"
        d={leaders
          .map(({ from, to }) => {
            const end = toSheet(view, to);
            return `M${from.left} ${from.top}L${end.left} ${end.top}`;
          })
          .join("")}
        stroke={color("measured")}
        strokeWidth="1.2"
        fill="none"
      />
      <text x={SHEET.width - 12} y={SHEET.height - 8} textAnchor="end">
        {scene.exaggeration === 1
          ? "to scale"
          : `bodies to scale, the error drawn ${scene.exaggeration} times as large`}
      </text>
    </Sheet>
  );
});

const Sheet = styled(DrawingSvg)`
  text { fill: ${color("quiet")}; }
`;
