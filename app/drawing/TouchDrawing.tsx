import { memo, useId } from "react";
import { styled } from "styled-components";
import { color } from "../ui/tokens.ts";
import type { OutsideTouchScene } from "./geometry/outsideTouchScene.ts";
import { plus, times } from "./geometry/plane.ts";
import { pathOf, SHEET, scaleText, toSheet, type View } from "./view.ts";

interface TouchDrawingProps {
  readonly scene: OutsideTouchScene;
  readonly view: View;
  readonly axis: "x" | "z";
  /** Where the boxes of the numbers stand, so that leaders reach them. */
  readonly machineBox: { readonly left: number; readonly top: number };
  readonly spacerBox: { readonly left: number; readonly top: number } | undefined;
  readonly sizeBox: { readonly left: number; readonly top: number };
}

const BACK_OFF_LENGTH = 62;

/** The section at contact: stock, jaws, tool, spacer, and the dimension lines that carry the numbers. */
export const TouchDrawing = memo(function TouchDrawing({
  scene,
  view,
  axis,
  machineBox,
  spacerBox,
  sizeBox,
}: TouchDrawingProps) {
  const id = useId();
  const at = (target: { z: number; x: number }) => toSheet(view, target);
  const contact = at(scene.contact);
  const programmed = at(scene.programmed);
  const face = at({ z: 0, x: 0 });
  const screw = at(scene.insertScrew.centre);
  const [from, to] = [at(scene.sizeFrom), at(scene.sizeTo)];
  const start = at(scene.backOff.from);
  // A thick shank beside a thin bar reaches to the edge of the sheet: the arrow then lies on it.
  const backOff = { left: Math.min(start.left, SHEET.width - 92), top: start.top };
  const backOffEnd = {
    left: backOff.left + scene.backOff.towards.z * BACK_OFF_LENGTH,
    top: backOff.top - scene.backOff.towards.x * BACK_OFF_LENGTH,
  };
  const spacerMiddle = scene.spacer && at(times(scene.spacer.reduce(plus), 1 / scene.spacer.length));
  const url = (name: string) => `url(#${id}${name})`;
  return (
    <Sheet viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} aria-hidden="true">
      <defs>
        <pattern id={`${id}hatch`} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V9" stroke={color("stock")} strokeWidth="0.9" opacity="0.55" />
        </pattern>
        <Arrowhead id={`${id}measured`} fill={color("measured")} />
        <Arrowhead id={`${id}clear`} fill={color("clear")} />
        <Arrowhead id={`${id}ink`} fill={color("ink")} />
      </defs>
      {scene.jaws.map((jaw) => (
        <path key={pathOf(view, jaw)} d={pathOf(view, jaw)} fill={color("jawFill")} stroke={color("stock")} />
      ))}
      {scene.stock.map((wall) => (
        <g key={pathOf(view, wall)}>
          <path d={pathOf(view, wall)} fill={color("stockFill")} />
          <path d={pathOf(view, wall)} fill={url("hatch")} stroke={color("ink")} strokeWidth="1.8" />
        </g>
      ))}
      <path
        d={`M8 ${face.top}H${SHEET.width - 8}`}
        stroke={color("stock")}
        strokeWidth="1.2"
        strokeDasharray="16 4 3 4"
        fill="none"
      />
      <text x="12" y={face.top - 7} className="quiet">
        X0
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
        <path d={pathOf(view, scene.spacer)} fill={color("spacerFill")} stroke={color("spacer")} strokeWidth="1.5" />
      )}
      <path
        d={pathOf(view, scene.holder)}
        fill={color("holderFill")}
        stroke={color("tool")}
        strokeWidth="1.8"
        strokeLinejoin="round"
      />
      <path d={pathOf(view, scene.insert)} fill={color("toolFill")} stroke={color("tool")} strokeWidth="2.4" />
      <circle
        cx={screw.left}
        cy={screw.top}
        r={scene.insertScrew.radius * view.scale}
        fill="none"
        stroke={color("tool")}
        strokeWidth="1.4"
      />

      <path d={`M${face.left} ${SHEET.height - 66}V${SHEET.height - 30}`} stroke={color("stock")} fill="none" />
      <path d={`M${face.left} ${SHEET.height - 38}h70`} stroke={color("ink")} fill="none" markerEnd={url("ink")} />
      <text x={face.left + 78} y={SHEET.height - 33}>
        Z plus
      </text>
      <text x={face.left - 8} y={SHEET.height - 33} textAnchor="end" className="quiet">
        Z0, finished face
      </text>
      <text x={SHEET.width - 12} y={SHEET.height - 6} textAnchor="end" className="quiet">
        Section, to scale {scaleText(view)}
      </text>

      {axis === "x" ? (
        <path
          d={`M${from.left} ${from.top}V${to.top}`}
          stroke={color("measured")}
          strokeWidth="1.6"
          fill="none"
          markerStart={url("measured")}
          markerEnd={url("measured")}
        />
      ) : (
        <path
          d={`M${(from.left + to.left) / 2} ${from.top}V${sizeBox.top + 10}M${from.left} ${from.top - 12}v24M${to.left} ${to.top - 12}v24`}
          stroke={color("measured")}
          strokeWidth="1.6"
          fill="none"
        />
      )}
      {spacerMiddle && spacerBox && (
        <path
          d={`M${spacerMiddle.left - 8} ${spacerMiddle.top}L${spacerBox.left} ${spacerBox.top}`}
          stroke={color("spacer")}
          strokeWidth="1.6"
          strokeDasharray="2 3"
          fill="none"
        />
      )}
      <path
        d={`M${programmed.left} ${programmed.top}L${machineBox.left} ${machineBox.top}`}
        stroke={color("machine")}
        strokeWidth="1.4"
        fill="none"
      />
      <circle cx={contact.left} cy={contact.top} r="9" fill="none" stroke={color("machine")} strokeWidth="1.6" />
      <circle cx={programmed.left} cy={programmed.top} r="4" fill={color("machine")} />

      <path
        d={`M${backOff.left} ${backOff.top}L${backOffEnd.left} ${backOffEnd.top}`}
        stroke={color("clear")}
        strokeWidth="5"
        fill="none"
        markerEnd={url("clear")}
      />
      <text
        x={scene.backOff.towards.z > 0 ? backOff.left : backOff.left + 12}
        y={scene.backOff.towards.z > 0 ? backOff.top + 26 : backOff.top - 4}
        fill={color("clear")}
        fontWeight="700"
      >
        back off
      </text>
    </Sheet>
  );
});

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

const Sheet = styled.svg`
  display: block;
  width: 100%;
  height: 100%;
  background: ${color("drawing")};
  text { font-size: 15px; fill: ${color("ink")}; }
  text.quiet { fill: ${color("quiet")}; }
  text[font-weight] { fill: ${color("clear")}; }
`;
