import { memo, useId } from "react";
import { keyframes, styled } from "styled-components";
import type { Axis } from "../../core/machine/index.ts";
import { plus, times } from "../../core/outline/index.ts";
import { color, type Token } from "../ui/tokens.ts";
import { DrawingSvg } from "./DrawingSvg.tsx";
import type { Outlined, TouchScene } from "./geometry/sceneTypes.ts";
import { HoldingFigure } from "./HoldingFigure.tsx";
import { Hatch, StockFigure } from "./StockFigure.tsx";
import { ToolFigure } from "./ToolFigure.tsx";
import type { ToolBodies } from "./toolBodies.ts";
import { openPath, SHEET, type SheetPoint, scaleText, svgPath, toSheet, type View } from "./view.ts";

interface TouchDrawingProps {
  readonly scene: TouchScene;
  readonly view: View;
  readonly axis: Axis;
  /** Which touch is drawn: of another one the tool is seen to come to contact. */
  readonly touching: string;
  /** What the readout calls the way away from the chuck, and across it: `Z plus`, `Y plus`. */
  readonly along: string;
  /** Name of the face at Z0: the finished face, or a datum of the machine. */
  readonly zero: string;
  /** Where the boxes of the numbers stand, so that leaders reach them. */
  readonly machineBox: SheetPoint | undefined;
  readonly spacerBox: SheetPoint | undefined;
  readonly sizeBox: SheetPoint | undefined;
}

const BACK_OFF_LENGTH = 62;
/** Nothing that is meant to be read lies nearer to the sheet's edge than this. */
const MARGIN = 14;

const PARTS: Readonly<
  Record<
    Exclude<Outlined["part"], "cutting" | "holder">,
    { readonly fill: Token; readonly stroke: Token; readonly width: number }
  >
> = {
  slot: { fill: "jawFill", stroke: "stock", width: 1 },
  setter: { fill: "stockFill", stroke: "measured", width: 2 },
  datum: { fill: "jawFill", stroke: "measured", width: 2 },
};

/** How far off a tool is seen to come from, units of the sheet. */
const APPROACH = 46;

/** Where the tool comes from: from where it backs off to. */
function approachOf({ backOff: { towards } }: TouchScene, { isMirrored }: View): SheetPoint {
  return { left: (isMirrored ? -towards.z : towards.z) * APPROACH, top: -towards.x * APPROACH };
}

const comes = keyframes`from { transform: translate(var(--left), var(--top)); }`;
/** The tool comes to contact; still where the person wants no motion. */
const Approach = styled.g.attrs<{ readonly $from: SheetPoint }>(({ $from }) => ({
  style: { "--left": `${$from.left}px`, "--top": `${$from.top}px` } as React.CSSProperties,
}))<{ readonly $from: SheetPoint }>`
  animation: ${comes} 260ms ease-out;
`;

/** The tool of a scene as it is drawn everywhere. */
const toolOf = ({ tool, clampedIn, lines, mark }: TouchScene): ToolBodies => ({
  cutting: tool.find(({ part }) => part === "cutting")?.polygon ?? [],
  holder: tool.filter(({ part }) => part === "holder").map(({ polygon }) => polygon),
  clampedIn,
  lines,
  mark,
});

/** Hatch and arrowheads under the drawing's own id: a page may hold two. */
const Definitions = ({ id }: { readonly id: string }) => (
  <defs>
    <Hatch id={`${id}hatch`} />
    <Arrowhead id={`${id}measured`} fill={color("measured")} />
    <Arrowhead id={`${id}clear`} fill={color("clear")} />
    <Arrowhead id={`${id}ink`} fill={color("ink")} />
  </defs>
);

/** The section at contact: stock, jaws, tool, spacer, and the dimension lines that carry the numbers. */
export const TouchDrawing = memo(function TouchDrawing(props: TouchDrawingProps) {
  const { scene, view, axis, touching, along, zero, machineBox, spacerBox, sizeBox } = props;
  const id = useId();
  const at = (target: { z: number; x: number }) => toSheet(view, target);
  const contact = scene.contact && at(scene.contact);
  const programmed = at(scene.programmed);
  const face = at({ z: 0, x: 0 });
  const spacerMiddle = scene.spacer && at(times(scene.spacer.reduce(plus), 1 / scene.spacer.length));
  const url = (name: string) => `url(#${id}${name})`;
  const isSection = scene.plane === "section";
  const [from] = [at(scene.sizeFrom)];
  const away = view.isMirrored ? -1 : 1;
  return (
    <DrawingSvg viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} aria-hidden="true" overflow="visible">
      <Definitions id={id} />
      <HoldingFigure holding={scene.holding} path={(points) => openPath(view, points)} />
      <StockFigure walls={scene.stock} hatch={`${id}hatch`} path={(points) => openPath(view, points)} />
      <path
        d={`M${-SHEET.width} ${face.top}H${2 * SHEET.width}`}
        stroke={color("stock")}
        strokeWidth="1.2"
        strokeDasharray="16 4 3 4"
        fill="none"
      />
      {!isSection && (
        <path
          d={`M${face.left} 20V${SHEET.height - 60}`}
          stroke={color("stock")}
          strokeWidth="1.2"
          strokeDasharray="16 4 3 4"
          fill="none"
        />
      )}
      <text
        x={view.isMirrored ? SHEET.width - 12 : 12}
        y={face.top - 7}
        textAnchor={view.isMirrored ? "end" : "start"}
        className="quiet"
      >
        {isSection ? "X0" : "seen along the spindle"}
      </text>
      {scene.rawEnd !== undefined && (
        <path
          d={`M${at({ z: scene.rawEnd, x: 0 }).left} ${at(scene.sizeFrom).top}V${face.top - (from.top - face.top)}`}
          stroke={color("stock")}
          strokeDasharray="3 4"
          fill="none"
        />
      )}

      {scene.spacer && (
        <path d={svgPath(view, scene.spacer)} fill={color("spacerFill")} stroke={color("spacer")} strokeWidth="1.5" />
      )}
      {scene.tool.map(({ polygon, part }) =>
        part === "cutting" || part === "holder" ? null : (
          <path
            key={`${part} ${svgPath(view, polygon)}`}
            d={svgPath(view, polygon)}
            fill={color(PARTS[part].fill)}
            stroke={color(PARTS[part].stroke)}
            strokeWidth={PARTS[part].width}
            strokeLinejoin="round"
          />
        ),
      )}
      <Approach key={touching} $from={approachOf(scene, view)}>
        <ToolFigure tool={toolOf(scene)} path={(points) => openPath(view, points)} />
      </Approach>
      {scene.pivot && <Pivot {...at(scene.pivot)} />}

      <path d={`M${face.left} ${SHEET.height - 66}V${SHEET.height - 30}`} stroke={color("stock")} fill="none" />
      <path
        d={`M${face.left} ${SHEET.height - 38}h${away * 56}`}
        stroke={color("ink")}
        fill="none"
        markerEnd={url("ink")}
      />
      <text x={face.left + away * 64} y={SHEET.height - 33} textAnchor={away > 0 ? "start" : "end"}>
        {along}
      </text>
      {isSection && (
        <text x={face.left - away * 8} y={SHEET.height - 33} textAnchor={away > 0 ? "end" : "start"} className="quiet">
          {zero}
        </text>
      )}
      <text x={SHEET.width - 12} y={SHEET.height - 6} textAnchor="end" className="quiet">
        {isSection ? "Section" : "End view"}, to scale {scaleText(view)}
      </text>

      {sizeBox && <SizeLine scene={scene} view={view} axis={axis} sizeBox={sizeBox} arrow={url("measured")} />}
      {spacerMiddle && spacerBox && (
        <path
          d={`M${spacerMiddle.left - 8 * away} ${spacerMiddle.top}L${spacerBox.left} ${spacerBox.top}`}
          stroke={color("spacer")}
          strokeWidth="1.6"
          strokeDasharray="2 3"
          fill="none"
        />
      )}
      {machineBox && (
        <path
          d={`M${programmed.left} ${programmed.top}L${machineBox.left} ${machineBox.top}`}
          stroke={color("machine")}
          strokeWidth="1.4"
          fill="none"
        />
      )}
      {contact && (
        <circle cx={contact.left} cy={contact.top} r="9" fill="none" stroke={color("machine")} strokeWidth="1.6" />
      )}
      <circle cx={programmed.left} cy={programmed.top} r="4.5" fill={color("machine")} />
      {scene.retreat && (
        <Travel
          from={at(scene.retreat.from)}
          to={at(scene.retreat.to)}
          marker={url("ink")}
          tone="machine"
          word="jogged in"
        />
      )}
      {scene.pull && (
        <Travel
          from={at(scene.pull.from)}
          to={at(scene.pull.to)}
          marker={url("measured")}
          tone="measured"
          word="bar pulled out"
        />
      )}

      <BackOff scene={scene} view={view} marker={url("clear")} />
    </DrawingSvg>
  );
});

/** The dimension of what was measured: across the diameter, from the finished face to the touched one, along the bar. */
function SizeLine({
  scene,
  view,
  axis,
  sizeBox,
  arrow,
}: Pick<TouchDrawingProps, "scene" | "view" | "axis"> & { readonly sizeBox: SheetPoint; readonly arrow: string }) {
  const [from, to] = [toSheet(view, scene.sizeFrom), toSheet(view, scene.sizeTo)];
  const style = { stroke: color("measured"), strokeWidth: 1.6, fill: "none" };
  if (axis === "z")
    return (
      <path
        d={`M${(from.left + to.left) / 2} ${from.top}V${sizeBox.top + 10}M${from.left} ${from.top - 12}v24M${to.left} ${to.top - 12}v24M${from.left} ${from.top}H${to.left}`}
        {...style}
      />
    );
  const middle = { left: (from.left + to.left) / 2, top: (from.top + to.top) / 2 };
  const reach = axis === "x" ? `M${sizeBox.left + 100} ${middle.top}H${middle.left}` : "";
  return (
    <>
      <path d={reach} {...style} />
      <path d={`M${from.left} ${from.top}L${to.left} ${to.top}`} {...style} markerStart={arrow} markerEnd={arrow} />
    </>
  );
}

/** A way that was travelled, cut off where the sheet ends. */
function Travel({
  from,
  to,
  marker,
  tone,
  word,
}: {
  readonly from: SheetPoint;
  readonly to: SheetPoint;
  readonly marker: string;
  readonly tone: Token;
  readonly word: string;
}) {
  const keep = (value: number, most: number) => Math.min(Math.max(value, MARGIN), most - MARGIN);
  const start = { left: keep(from.left, SHEET.width), top: keep(from.top, SHEET.height - 70) };
  if (Math.hypot(start.left - to.left, start.top - to.top) < 16) return null;
  return (
    <>
      <path
        d={`M${start.left} ${start.top}L${to.left} ${to.top}`}
        stroke={color(tone)}
        strokeWidth="2.4"
        strokeDasharray="9 5"
        fill="none"
        markerEnd={marker}
      />
      <text x={(start.left + to.left) / 2 - 8} y={(start.top + to.top) / 2} textAnchor="end">
        {word}
      </text>
    </>
  );
}

function BackOff({ scene, view, marker }: Pick<TouchDrawingProps, "scene" | "view"> & { readonly marker: string }) {
  const start = toSheet(view, scene.backOff.from);
  const { z, x } = scene.backOff.towards;
  const way = { left: (view.isMirrored ? -z : z) * BACK_OFF_LENGTH, top: -x * BACK_OFF_LENGTH };
  // A thick shank beside a thin bar reaches to the edge of the sheet: the arrow then lies on it.
  const left = Math.min(Math.max(start.left, MARGIN + 80), SHEET.width - 92);
  const top = Math.min(Math.max(start.top, 84), SHEET.height - 150);
  const isAlong = way.left !== 0;
  return (
    <>
      <path
        d={`M${left} ${top}l${way.left} ${way.top}`}
        stroke={color("clear")}
        strokeWidth="5"
        fill="none"
        markerEnd={marker}
      />
      <text x={isAlong ? left + Math.min(0, way.left) : left + 12} y={isAlong ? top + 26 : top - 4} className="clear">
        back off
      </text>
    </>
  );
}

/** Where a swivelling arm turns. */
function Pivot({ left, top }: SheetPoint) {
  return (
    <>
      <circle cx={left} cy={top} r="13" fill={color("sheet")} stroke={color("tool")} strokeWidth="2" />
      <path d={`M${left - 18} ${top}h36M${left} ${top - 18}v36`} stroke={color("tool")} strokeWidth="1.2" />
    </>
  );
}

function Arrowhead({ id, fill }: { readonly id: string; readonly fill: string }) {
  return (
    <marker
      id={id}
      viewBox="0 0 12 8"
      refX="11"
      refY="4"
      markerWidth="13"
      markerHeight="9"
      markerUnits="userSpaceOnUse"
      orient="auto-start-reverse"
    >
      <path d="M0 0 12 4 0 8z" fill={fill} />
    </marker>
  );
}
