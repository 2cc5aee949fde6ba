import { memo } from "react";
import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";
import type { NoseScene } from "./geometry/noseScene.ts";
import { plus, times } from "./geometry/plane.ts";
import { pathOf, SHEET, toSheet, type View } from "./view.ts";

/** The nose close up: its circle, the two tangents, and the imaginary tip where they meet. */
export const NoseDrawing = memo(function NoseDrawing({
  scene,
  radiusText,
  orientation,
}: {
  readonly scene: NoseScene;
  readonly radiusText: string;
  readonly orientation: number;
}) {
  const scale = (SHEET.height * 0.62) / scene.reach;
  const view: View = { scale, originZ: SHEET.width * 0.3, originX: SHEET.height * 0.8 };
  const centre = toSheet(view, scene.noseCentre);
  const tip = toSheet(view, scene.imaginaryTip);
  const radius = scene.noseRadius * scale;
  const rim = toSheet(view, plus(scene.noseCentre, times({ z: Math.SQRT1_2, x: -Math.SQRT1_2 }, scene.noseRadius)));
  return (
    <Sheet viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} aria-hidden="true">
      <path d={pathOf(view, scene.insert)} fill={color("toolFill")} stroke={color("tool")} strokeWidth="3" />
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
        d={`M${tip.left} 24V${tip.top + 50}M${tip.left - 60} ${tip.top}H${SHEET.width - 24}`}
        stroke={color("stock")}
        strokeWidth="1.2"
        strokeDasharray="12 4 3 4"
        fill="none"
      />
      <path
        d={`M${centre.left} ${centre.top}L${rim.left} ${rim.top}`}
        stroke={color("tool")}
        strokeWidth="1.8"
        fill="none"
      />
      <text x={rim.left + 14} y={rim.top + 6} className="tool">
        R {radiusText}
      </text>
      <circle cx={centre.left} cy={centre.top} r="4" fill={color("tool")} />
      <text x={centre.left + 12} y={centre.top - 8} className="tool">
        nose centre
      </text>
      <path
        d={`M${centre.left} ${centre.top}L${tip.left + 6} ${tip.top - 6}`}
        stroke={color("measured")}
        strokeWidth="3.5"
        fill="none"
      />
      <circle cx={tip.left} cy={tip.top} r="7" fill={color("measured")} />
      <text x={tip.left + 4} y={tip.top + 30} className="measured">
        imaginary tip: the point the control moves
      </text>
      <text x={tip.left + 4} y={tip.top + 50} className="measured">
        orientation {orientation}
      </text>
      <text x={tip.left - 12} y="44" textAnchor="end">
        towards
      </text>
      <text x={tip.left - 12} y="62" textAnchor="end">
        the chuck
      </text>
      <path d={`M${tip.left - 18} 78h-56`} stroke={color("ink")} strokeWidth="1.6" fill="none" />
      <path d={`M${tip.left - 78} 78l12 -4v8z`} fill={color("ink")} />
      <text x={tip.left - 44} y={tip.top + 30} textAnchor="end">
        towards
      </text>
      <text x={tip.left - 44} y={tip.top + 48} textAnchor="end">
        the centreline
      </text>
      <path d={`M${tip.left - 28} ${tip.top + 18}v50`} stroke={color("ink")} strokeWidth="1.6" fill="none" />
      <path d={`M${tip.left - 28} ${tip.top + 74}l-4 -12h8z`} fill={color("ink")} />
    </Sheet>
  );
});

const Sheet = styled.svg`
  display: block;
  width: 100%;
  height: 100%;
  background: ${color("drawing")};
  text { font-size: 17px; fill: ${color("quiet")}; }
  text.tool { fill: ${color("tool")}; font-weight: 650; }
  text.measured { fill: ${color("measured")}; font-weight: 650; }
`;
