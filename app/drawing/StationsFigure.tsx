import type { Tool } from "../../core/tool/index.ts";
import { color } from "../ui/tokens.ts";
import type { stationsScene } from "./geometry/stationsScene.ts";
import { ToolIcon } from "./ToolIcon.tsx";

/** What stands in a station: the tool, and the name of its offset. */
interface Standing {
  readonly tool: Tool;
  readonly name: string;
}

/** Turrets with a flat for each station, other zones as rows, and the tools that stand in them, their outlines to one scale. */
export function StationsFigure({
  scene: { bodies, places },
  standsIn,
}: {
  readonly scene: ReturnType<typeof stationsScene>;
  readonly standsIn: (station: string) => Standing | undefined;
}) {
  return (
    <>
      {bodies.map((body) =>
        body.kind === "disc" ? (
          <g key={body.name}>
            <path d={body.outline} fill={color("jawFill")} stroke={color("edge")} strokeWidth="1.6" />
            <circle cx={body.x} cy={body.y} r={body.radius * 0.3} fill={color("holderFill")} stroke={color("edge")} />
            <text x={body.x} y={body.y + body.radius * 0.3 + 20} textAnchor="middle" fontSize="15" fill={color("ink")}>
              {body.name}
            </text>
          </g>
        ) : (
          <g key={`${body.name} ${body.y}`}>
            <rect
              x={body.x}
              y={body.y}
              width={body.width}
              height={body.height}
              fill={color("jawFill")}
              stroke={color("edge")}
              rx="3"
            />
            <text x={body.x + 4} y={body.y + 19} fontSize="15" fill={color("ink")}>
              {body.name}
            </text>
          </g>
        ),
      )}
      {places.map(({ station, x, y, zone }) => {
        const tool = standsIn(station);
        return (
          <g key={`${zone} ${station}`} transform={`translate(${x - 22} ${y - 24})`}>
            <rect width="44" height="48" fill={color("sheet")} stroke={color(tool ? "tool" : "line")} rx="3" />
            {tool && <ToolIcon tool={tool.tool} />}
            <text x="2" y="14" fontSize="14" fontWeight="700" fill={color(tool ? "ink" : "quiet")}>
              {station}
            </text>
            {tool && (
              <text
                x="42"
                y="46"
                fontSize="12"
                textAnchor="end"
                fontWeight="700"
                fill={color("ink")}
                stroke={color("sheet")}
                strokeWidth="3"
                paintOrder="stroke"
              >
                {tool.name}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}
