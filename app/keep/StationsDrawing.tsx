import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { ToolIcon } from "../drawing/ToolIcon.tsx";
import { color } from "../ui/tokens.ts";
import { stationsScene } from "./stationsScene.ts";

/** The machine with its stations and the tools that stand in them, their outlines to one scale. */
export function StationsDrawing({ setup }: { readonly setup: SetupView }) {
  const first = setup.tools.filter(({ second }) => !second);
  const { width, height, places, bodies } = stationsScene(setup.machine, first);
  return (
    <svg viewBox={`-6 -6 ${width + 12} ${height + 12}`} role="img" aria-label={`Stations of ${setup.machine.name}`}>
      {bodies.map((body) =>
        body.kind === "disc" ? (
          <g key={body.name}>
            <circle cx={body.x} cy={body.y} r={body.radius} fill={color("jawFill")} stroke={color("edge")} />
            <text x={body.x} y={body.y + 5} textAnchor="middle" fontSize="15" fill={color("ink")}>
              {body.name}
            </text>
          </g>
        ) : (
          <g key={`${body.name} ${body.y}`}>
            <rect
              x={body.x}
              y={body.y}
              width={body.width}
              height="74"
              fill={color("jawFill")}
              stroke={color("edge")}
              rx="3"
            />
            <text x={body.x + 4} y={body.y + 13} fontSize="12" fill={color("ink")}>
              {body.name}
            </text>
          </g>
        ),
      )}
      {places.map(({ station, x, y, zone }) => {
        const tool = first.find((one) => one.station === station);
        return (
          <g key={`${zone} ${station}`} transform={`translate(${x - 22} ${y - 24})`}>
            <rect width="44" height="48" fill={color("sheet")} stroke={color(tool ? "tool" : "line")} rx="3" />
            {tool && <ToolIcon tool={tool.tool} />}
            <text x="2" y="12" fontSize="12" fontWeight="700" fill={color(tool ? "ink" : "quiet")}>
              {station}
            </text>
            {tool && (
              <text
                x="42"
                y="46"
                fontSize="11"
                textAnchor="end"
                fontWeight="700"
                fill={color("ink")}
                stroke={color("sheet")}
                strokeWidth="3"
                paintOrder="stroke"
              >
                {toolNumber(setup.machine, tool.offset)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
