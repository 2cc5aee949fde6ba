import type { Point } from "../../core/outline/index.ts";
import { color } from "../ui/tokens.ts";
import type { DrawnHolding } from "./workholding.ts";

/** Chuck, bush or collet round the bar. Strokes keep their width at every scale. */
export function HoldingFigure({
  holding: { bodies, lines },
  path,
}: {
  readonly holding: DrawnHolding;
  /** Points to the data of an open path, in the coordinates of the drawing around it. */
  readonly path: (points: readonly Point[]) => string;
}) {
  return (
    <g stroke={color("stock")} strokeWidth="1.4" strokeLinejoin="round">
      {bodies.map((body) => (
        <path key={path(body)} d={`${path(body)}Z`} fill={color("jawFill")} vectorEffect="non-scaling-stroke" />
      ))}
      {lines.map((line) => (
        <path key={path(line)} d={path(line)} fill="none" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      ))}
    </g>
  );
}
