import { memo, useId } from "react";
import type { Point, Polygon } from "../../core/outline/index.ts";
import { DrawingSvg } from "../drawing/DrawingSvg.tsx";
import { HoldingFigure } from "../drawing/HoldingFigure.tsx";
import { Hatch, StockFigure } from "../drawing/StockFigure.tsx";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import { color, type Token } from "../ui/tokens.ts";
import { LatheFront } from "./LatheFront.tsx";
import { type LatheScene, viewOfLathe } from "./latheScene.ts";

export const LATHE_SHEET = { width: 694, height: 520 } as const;
/** The magnifier: its place on the sheet, and how much it shows. */
const LENS = { left: 12, size: 192, scale: 70 } as const;
/** The view along the spindle: in the corner across from the magnifier. */
const FRONT = { left: 490, side: 192, low: 316, high: 34 } as const;

/** Millimetres to an SVG path, to a tenth of a micrometre. */
const openPath = (points: readonly Point[]) =>
  `M${points.map(({ z, x }) => `${z.toFixed(4)} ${x.toFixed(4)}`).join("L")}`;
const path = (polygon: Polygon) => `${openPath(polygon)}Z`;

/** The lathe as it truly stands, to scale, with a magnifier at the tip that shows whether anything touches. */
export const LatheDrawing = memo(function LatheDrawing({
  scene,
  turning,
  isCrash,
}: {
  readonly scene: LatheScene;
  /** What turns, in words; empty while everything stands. */
  readonly turning: string;
  readonly isCrash: boolean;
}) {
  const id = useId();
  const { scale, originZ, originX } = viewOfLathe(scene, LATHE_SHEET);
  // The magnifier stands in the corner that a tool from this side leaves free.
  const lensTop = (scene.tool?.at.x ?? 0) < -scene.radius ? LATHE_SHEET.height - LENS.size - 60 : 12;
  const tip = scene.tool?.at ?? { z: scene.end, x: 0 };
  const place = `translate(${originZ} ${originX}) scale(${scale} ${-scale})`;
  // Its words stand on the side on which there is room for them.
  const isFaceFar = originZ > 300;
  const lens = `translate(${LENS.left + LENS.size / 2 - tip.z * LENS.scale} ${lensTop + LENS.size / 2 + tip.x * LENS.scale}) scale(${LENS.scale} ${-LENS.scale})`;
  return (
    <DrawingSvg viewBox={`0 0 ${LATHE_SHEET.width} ${LATHE_SHEET.height}`} aria-hidden="true">
      <defs>
        <clipPath id={`${id}lens`}>
          <rect x={LENS.left} y={lensTop} width={LENS.size} height={LENS.size} />
        </clipPath>
        <Hatch id={`${id}far`} scale={scale} />
        <Hatch id={`${id}near`} scale={LENS.scale} />
      </defs>
      <g transform={place}>
        <Still scene={scene} hatch={`${id}far`} />
        <Moving scene={scene} />
      </g>
      {isCrash && <Impact z={originZ + tip.z * scale} x={originX - tip.x * scale} />}
      <path
        d={`M${-LATHE_SHEET.width} ${originX}H${2 * LATHE_SHEET.width}`}
        stroke={color("stock")}
        strokeDasharray="16 4 3 4"
        fill="none"
      />
      <text x={10} y={originX - 6} className="quiet">
        X0
      </text>
      <path d={`M${originZ} ${LATHE_SHEET.height - 34}v22`} stroke={color("stock")} fill="none" />
      <text
        x={originZ + (isFaceFar ? -6 : 6)}
        y={LATHE_SHEET.height - 12}
        textAnchor={isFaceFar ? "end" : "start"}
        className="quiet"
      >
        Z0, finished face
      </text>
      {turning !== "" && (
        <g transform={`translate(${FRONT.left - 28} ${LATHE_SHEET.height - 26})`}>
          <path d="M13 -9A16 16 0 1 0 16 2" stroke={color("spacer")} strokeWidth="3" fill="none" />
          <path d="M19 -16v12h-12z" fill={color("spacer")} />
          <text x="-26" y="6" textAnchor="end">
            {turning}
          </text>
        </g>
      )}
      <rect x={LENS.left} y={lensTop} width={LENS.size} height={LENS.size} fill={color("drawing")} />
      <g clipPath={`url(#${id}lens)`}>
        <g transform={lens}>
          <Still scene={scene} hatch={`${id}near`} />
          <Moving scene={scene} />
        </g>
      </g>
      <rect
        x={LENS.left}
        y={lensTop}
        width={LENS.size}
        height={LENS.size}
        fill="none"
        stroke={color(isCrash ? "stop" : "edge")}
        strokeWidth={isCrash ? 4 : 2}
      />
      {scene.front && (
        <LatheFront
          scene={scene.front}
          clip={`${id}front`}
          left={FRONT.left}
          top={lensTop < LATHE_SHEET.height / 2 ? FRONT.low : FRONT.high}
          side={FRONT.side}
        />
      )}
      <text x={LENS.left + LENS.scale + 10} y={lensTop + LENS.size + 21} className="quiet">
        1 mm at the tip
      </text>
      <path
        d={`M${LENS.left} ${lensTop + LENS.size + 16}h${LENS.scale}m0 -4v8m${-LENS.scale} -8v8`}
        stroke={color("ink")}
        fill="none"
      />
    </DrawingSvg>
  );
});

/** Where something ran into something: splinters round the place, on the sheet. */
function Impact({ z, x }: { readonly z: number; readonly x: number }) {
  const rays = Array.from({ length: 16 }, (_, ray) => {
    const angle = (ray * Math.PI) / 8;
    const length = ray % 2 === 0 ? 46 : 24;
    return `M${(z + 14 * Math.cos(angle)).toFixed(1)} ${(x + 14 * Math.sin(angle)).toFixed(1)}L${(z + length * Math.cos(angle)).toFixed(1)} ${(x + length * Math.sin(angle)).toFixed(1)}`;
  });
  return (
    <g fill="none" stroke={color("stop")} strokeLinecap="round">
      <path d={rays.join("")} strokeWidth="5" />
      <circle cx={z} cy={x} r={11} strokeWidth="4" />
    </g>
  );
}

/** What changes only when something is cut. */
const Still = memo(
  function Still({ scene, hatch }: { readonly scene: LatheScene; readonly hatch: string }) {
    return (
      <>
        {scene.holding && <HoldingFigure holding={scene.holding} path={openPath} />}
        <StockFigure walls={scene.walls} hatch={hatch} path={openPath} />
      </>
    );
  },
  (before, now) => before.scene.walls === now.scene.walls && before.hatch === now.hatch,
);

/** Tool, spacer and probe. */
function Moving({ scene: { tool, spacer, probe } }: { readonly scene: LatheScene }) {
  return (
    <>
      {probe && <Part polygon={probe} fill="stockFill" stroke="measured" width={2} />}
      {spacer && <Part polygon={spacer} fill="spacerFill" stroke="spacer" width={1.5} />}
      {tool && (
        <g transform={`translate(${tool.at.z} ${tool.at.x})`}>
          <ToolFigure tool={tool.shape} path={openPath} />
        </g>
      )}
    </>
  );
}

interface PartProps {
  readonly polygon: Polygon;
  readonly fill: Token;
  readonly stroke: Token;
  readonly width: number;
}
const Part = ({ polygon, fill, stroke, width }: PartProps) => (
  <path
    d={path(polygon)}
    fill={color(fill)}
    stroke={color(stroke)}
    strokeWidth={width}
    strokeLinejoin="round"
    vectorEffect="non-scaling-stroke"
  />
);
