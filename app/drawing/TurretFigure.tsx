import { circle, type Point } from "../../core/outline/index.ts";
import { color } from "../ui/tokens.ts";
import { ToolFigure } from "./ToolFigure.tsx";
import type { TurretFront } from "./turretFront.ts";

/** A turret's disc with its hub and every tool on it, seen along the spindle. */
export function TurretFigure({
  turret: { disc, hub, tools, free },
  path,
}: {
  readonly turret: TurretFront;
  /** Points to the data of an open path, in the coordinates of the drawing around it. */
  readonly path: (points: readonly Point[]) => string;
}) {
  return (
    <>
      <path
        d={`${path(disc)}Z`}
        fill={color("jawFill")}
        stroke={color("stock")}
        strokeWidth="2"
        strokeLinejoin="round"
        vectorEffect="non-scaling-stroke"
      />
      {free.map((seat) => (
        <path
          key={path(seat)}
          d={path(seat)}
          fill="none"
          stroke={color("stock")}
          strokeDasharray="4 3"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {tools.map((tool) => (
        <ToolFigure key={path(tool.cutting)} tool={tool} path={path} />
      ))}
      {[hub.radius, hub.radius * 0.28].map((radius) => (
        <path
          key={radius}
          d={`${path(circle(hub.centre, radius))}Z`}
          fill={color(radius === hub.radius ? "holderFill" : "jawFill")}
          stroke={color("stock")}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </>
  );
}
