import { memo } from "react";
import type { Point } from "../../core/outline/index.ts";
import { HoldingFigure } from "../drawing/HoldingFigure.tsx";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import { TurretFigure } from "../drawing/TurretFigure.tsx";
import { color } from "../ui/tokens.ts";
import type { FrontScene } from "./frontScene.ts";

const path = (points: readonly Point[]) =>
  `M${points.map(({ z, x }) => `${z.toFixed(2)} ${(-x).toFixed(2)}`).join("L")}`;

/** The view along the spindle as a square of the sheet: chuck, stock, and the turret or the tool at work as it stands. */
export function LatheFront({
  scene,
  clip,
  left,
  top,
  side,
}: {
  readonly scene: FrontScene;
  /** Id of the square's clipping, unique on the page. */
  readonly clip: string;
  readonly left: number;
  readonly top: number;
  readonly side: number;
}) {
  const scale = side / (2 * scene.reach);
  const turn = scene.side === -1 ? " scale(1 -1)" : "";
  return (
    <g>
      <clipPath id={clip}>
        <rect x={left} y={top} width={side} height={side} />
      </clipPath>
      <rect x={left} y={top} width={side} height={side} fill={color("drawing")} />
      <g clipPath={`url(#${clip})`}>
        <g transform={`translate(${left + side / 2} ${top + side * 0.62}) scale(${scale})`}>
          <Held holding={scene.holding} part={scene.part} />
          <g transform={`${turn} translate(0 ${-scene.height})`}>
            <Standing turret={scene.turret} tool={scene.tool} />
          </g>
        </g>
      </g>
      <rect x={left} y={top} width={side} height={side} fill="none" stroke={color("edge")} strokeWidth="2" />
      <text x={left + 2} y={top - 7} className="quiet">
        along the spindle
      </text>
    </g>
  );
}

/** What never moves. */
const Held = memo(function Held({ holding, part: { diameter, hole = 0 } }: Pick<FrontScene, "holding" | "part">) {
  return (
    <>
      <HoldingFigure holding={holding} path={path} />
      <circle
        r={diameter / 2}
        fill={color("stockFill")}
        stroke={color("ink")}
        strokeWidth="1.6"
        vectorEffect="non-scaling-stroke"
      />
      {hole > 0 && (
        <circle r={hole / 2} fill={color("drawing")} stroke={color("ink")} vectorEffect="non-scaling-stroke" />
      )}
    </>
  );
});

/** What is only moved while the slides move. */
const Standing = memo(function Standing({ turret, tool }: Pick<FrontScene, "turret" | "tool">) {
  return (
    <>
      {turret && <TurretFigure turret={turret} path={path} />}
      {tool && <ToolFigure tool={tool} path={path} />}
    </>
  );
});
