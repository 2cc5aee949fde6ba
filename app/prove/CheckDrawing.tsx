import type { SetupView } from "../../core/ledger/index.ts";
import type { Polygon } from "../../core/outline/index.ts";
import type { TwoLineCheck } from "../../core/proof/index.ts";
import { DrawnWhole } from "../drawing/DrawnWhole.tsx";
import { color } from "../ui/tokens.ts";
import { checkScene } from "./checkScene.ts";

const path = (polygon: Polygon) => `M${polygon.map(({ z, x }) => `${z.toFixed(3)} ${(-x).toFixed(3)}`).join("L")}Z`;

/** The part, and the tool at both pauses and at its goal, to scale. */
export function CheckDrawing({ setup, check }: { readonly setup: SetupView; readonly check: TwoLineCheck }) {
  const { box, stock, jaws, places, way, arrow } = checkScene(setup, check);
  return (
    <DrawnWhole
      viewBox={`${box.zMin} ${-box.xMax} ${box.zMax - box.zMin} ${box.xMax - box.xMin}`}
      role="img"
      aria-label="The part with the tool where the check pauses and where it ends"
    >
      {stock.map((polygon) => (
        <path
          key={path(polygon)}
          d={path(polygon)}
          fill={color("stockFill")}
          stroke={color("stock")}
          strokeWidth={arrow * 0.12}
        />
      ))}
      {jaws.map((polygon) => (
        <path
          key={path(polygon)}
          d={path(polygon)}
          fill={color("jawFill")}
          stroke={color("stock")}
          strokeWidth={arrow * 0.12}
        />
      ))}
      <path
        d="M-2000 0H2000"
        stroke={color("stock")}
        strokeWidth={arrow * 0.1}
        strokeDasharray={`${arrow * 2.4} ${arrow * 0.5} ${arrow * 0.5} ${arrow * 0.5}`}
      />
      <path
        d={way.map(({ z, x }, index) => `${index === 0 ? "M" : "L"}${z} ${-x}`).join("")}
        fill="none"
        stroke={color("action")}
        strokeWidth={arrow * 0.16}
        strokeDasharray={`${arrow * 0.7} ${arrow * 0.5}`}
      />
      {places.map(({ name, outline, holder, isGoal }) => (
        <g key={name} opacity={isGoal ? 1 : 0.45}>
          {holder.map((polygon) => (
            <path
              key={path(polygon)}
              d={path(polygon)}
              fill={color("holderFill")}
              stroke={color("tool")}
              strokeWidth={arrow * 0.12}
            />
          ))}
          <path d={path(outline)} fill={color("toolFill")} stroke={color("tool")} strokeWidth={arrow * 0.2} />
        </g>
      ))}
    </DrawnWhole>
  );
}
