import type { Point, Polygon } from "../../core/outline/index.ts";
import { color } from "../ui/tokens.ts";

/** Hatching of cut stock under an id of its drawing: as dense on the sheet at every scale. `scale` in sheet units to a unit of the drawing around it. */
export const Hatch = ({ id, scale = 1 }: { readonly id: string; readonly scale?: number }) => (
  <pattern id={id} width={9 / scale} height={9 / scale} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
    <path d={`M0 0V${9 / scale}`} stroke={color("stock")} strokeWidth={0.9 / scale} opacity="0.55" />
  </pattern>
);

/** Both walls of the part in section. */
export function StockFigure({
  walls,
  hatch,
  path,
}: {
  readonly walls: readonly Polygon[];
  /** Id of the hatching. */
  readonly hatch: string;
  /** Points to the data of an open path, in the coordinates of the drawing around it. */
  readonly path: (points: readonly Point[]) => string;
}) {
  return walls.map((wall) => {
    const outline = `${path(wall)}Z`;
    return (
      <g key={outline} strokeLinejoin="round">
        <path d={outline} fill={color("stockFill")} />
        <path
          d={outline}
          fill={`url(#${hatch})`}
          stroke={color("ink")}
          strokeWidth="1.8"
          vectorEffect="non-scaling-stroke"
        />
      </g>
    );
  });
}
