import { memo } from "react";
import { styled } from "styled-components";
import { plus, times } from "../../core/outline/index.ts";
import { color } from "../ui/tokens.ts";
import { DrawingSvg } from "./DrawingSvg.tsx";
import type { NoseScene } from "./geometry/noseScene.ts";
import { SHEET, svgPath, toSheet, type View } from "./view.ts";

/** The nose close up: its circle, the two tangents, and the imaginary tip where they meet. */
export const NoseDrawing = memo(function NoseDrawing({
  scene,
  radiusText,
  orientation,
  isFar,
}: {
  readonly scene: NoseScene;
  readonly radiusText: string;
  readonly orientation: number;
  /** The tool stands on the far side of the centreline. */
  readonly isFar: boolean;
}) {
  const scale = (SHEET.height * 0.62) / scene.reach;
  const { tip: points } = scene;
  // The tip stands low when it points down, high when it points up, and on the side that it points to.
  const view: View = {
    scale,
    originZ: SHEET.width * (points.z < 0 ? 0.34 : points.z > 0 ? 0.66 : 0.5),
    originX: SHEET.height * (points.x > 0 ? 0.24 : points.x < 0 ? 0.74 : 0.5),
  };
  const centre = toSheet(view, scene.noseCentre);
  const tip = toSheet(view, scene.imaginaryTip);
  const radius = scene.noseRadius * scale;
  const into = times({ z: -points.z || 0.7, x: -points.x || 0.7 }, Math.SQRT1_2);
  const rim = toSheet(view, plus(scene.noseCentre, times({ z: -into.x, x: into.z }, scene.noseRadius)));
  const below = points.x > 0 ? -1 : 1;
  const outward = points.z > 0 ? -1 : 1;
  return (
    <Sheet viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} aria-hidden="true">
      <path d={svgPath(view, scene.outline)} fill={color("toolFill")} stroke={color("tool")} strokeWidth="3" />
      <path
        d={`M${tip.left} 24V${SHEET.height - 24}M24 ${tip.top}H${SHEET.width - 24}`}
        stroke={color("stock")}
        strokeWidth="1.2"
        strokeDasharray="12 4 3 4"
        fill="none"
      />
      {scene.noseRadius > 0 && (
        <>
          <circle
            cx={centre.left}
            cy={centre.top}
            r={radius}
            fill="none"
            stroke={color("tool")}
            strokeWidth="1.4"
            strokeDasharray="6 5"
          />
          <path
            d={`M${centre.left} ${centre.top}L${rim.left} ${rim.top}`}
            stroke={color("tool")}
            strokeWidth="1.8"
            fill="none"
          />
          <text
            x={centre.left + outward * 14}
            y={centre.top - below * 26}
            textAnchor={outward > 0 ? "start" : "end"}
            className="tool"
          >
            R {radiusText}
          </text>
          <circle cx={centre.left} cy={centre.top} r="4" fill={color("tool")} />
          <path
            d={`M${centre.left} ${centre.top}L${tip.left} ${tip.top}`}
            stroke={color("measured")}
            strokeWidth="3.5"
            fill="none"
          />
        </>
      )}
      <circle cx={tip.left} cy={tip.top} r="7" fill={color("measured")} />
      <text
        x={tip.left + outward * 12}
        y={tip.top + below * 30}
        textAnchor={outward > 0 ? "start" : "end"}
        className="measured"
      >
        the point the control moves
      </text>
      <text
        x={tip.left + outward * 12}
        y={tip.top + below * 52}
        textAnchor={outward > 0 ? "start" : "end"}
        className="measured"
      >
        orientation {orientation}
      </text>
      <text x="28" y={SHEET.height - 34}>
        chuck on this side
      </text>
      <text x={SHEET.width - 28} y={SHEET.height - 34} textAnchor="end">
        {isFar ? "centreline above" : "centreline below"}
      </text>
    </Sheet>
  );
});

const Sheet = styled(DrawingSvg)`
  text { fill: ${color("quiet")}; }
  text.tool { fill: ${color("tool")}; font-weight: 650; }
  text.measured { fill: ${color("measured")}; font-weight: 650; }
`;
