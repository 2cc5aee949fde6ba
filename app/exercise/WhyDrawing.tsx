import { type ReactNode, useId } from "react";
import { styled } from "styled-components";
import { type Polygon, toolOutline } from "../../core/outline/index.ts";
import type { Topic } from "../../sim/exercise/topics.ts";
import { color, mono, type Token } from "../ui/tokens.ts";

const SHEET = { width: 760, height: 640 } as const;

/** The drawing that explains a topic; what it shows is said in words beside it. */
export function WhyDrawing({ topic }: { readonly topic: Topic }) {
  return (
    <Sheet viewBox={`0 0 ${SHEET.width} ${SHEET.height}`} role="img" aria-label={SAYS[topic]}>
      <defs>
        <pattern id="why-hatch" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0V9" stroke={color("stock")} strokeWidth="0.9" opacity="0.55" />
        </pattern>
        <marker
          id="why-arrow"
          viewBox="0 0 10 6"
          refX="10"
          refY="3"
          markerWidth="11"
          markerHeight="7"
          orient="auto-start-reverse"
        >
          <path d="M0 0L10 3L0 6z" fill="context-stroke" />
        </marker>
      </defs>
      {DRAWINGS[topic]}
    </Sheet>
  );
}

const SAYS: Readonly<Record<Topic, string>> = {
  diameters:
    "A bar in section with a paper between its wall and the tip. The paper counts twice on the diameter, once on Z.",
  "wear-and-geometry": "Geometry and wear laid end to end: their sum is where the tool goes.",
  orientation:
    "The round nose in its square of the imaginary tip, and the eight ways that the tip can lie from its centre.",
  "master-tool": "Three tools over one face. The master’s tip has moved; the others’ differences are measured from it.",
  "work-offset":
    "Two tools of different length on one face: geometry of each, and the one work offset that both share.",
};

/** A dimension line with closed arrowheads. */
function Dim({
  x1,
  y1,
  x2,
  y2,
  text,
  tone = "measured",
  dx = 0,
  dy = -8,
  anchor = "middle",
}: {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  readonly text: string;
  readonly tone?: Token;
  readonly dx?: number;
  readonly dy?: number;
  readonly anchor?: "start" | "middle" | "end";
}) {
  return (
    <g stroke={color(tone)} strokeWidth="1.8" fill="none">
      <path d={`M${x1} ${y1}L${x2} ${y2}`} markerStart="url(#why-arrow)" markerEnd="url(#why-arrow)" />
      <text
        x={(x1 + x2) / 2 + dx}
        y={(y1 + y2) / 2 + dy}
        textAnchor={anchor}
        style={{ fill: color(tone) }}
        stroke="none"
        className="number"
      >
        {text}
      </text>
    </g>
  );
}
const Centre = ({ y }: { readonly y: number }) => (
  <path d={`M20 ${y}H740`} stroke={color("stock")} strokeDasharray="18 4 3 4" fill="none" />
);
function Wall({
  x,
  y,
  width,
  height,
}: {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}) {
  return (
    <>
      <rect x={x} y={y} width={width} height={height} fill={color("stockFill")} />
      <rect x={x} y={y} width={width} height={height} fill="url(#why-hatch)" stroke={color("ink")} strokeWidth="1.8" />
    </>
  );
}
/** A turning tool in its real outline, its imaginary tip at (x, y). Sheet units to a millimetre. */
const SCALE = 4.4;
const TOOL = toolOutline({
  kind: "outside-turning",
  description: "",
  hand: "right",
  faces: true,
  insert: "CNMG 120408",
  leadAngle: 95,
  shank: 20,
  overhang: 30,
});
const path = (polygon: Polygon) => `M${polygon.map(({ z, x }) => `${z} ${x}`).join("L")}Z`;
/** The holder goes on beyond the sheet: cut off this far above the tip, millimetres. */
const SHOWN = 32;
function Tool({
  x,
  y,
  name,
  tone = "tool",
}: {
  readonly x: number;
  readonly y: number;
  readonly name?: string;
  readonly tone?: Token;
}) {
  const clip = useId();
  if (!TOOL) return null;
  return (
    <g>
      <g transform={`translate(${x} ${y}) scale(${SCALE} ${-SCALE})`}>
        <clipPath id={clip}>
          <rect x={-40} y={-10} width={120} height={10 + SHOWN} />
        </clipPath>
        <g clipPath={`url(#${clip})`}>
          {TOOL.holder.map((polygon) => (
            <path
              key={path(polygon)}
              d={path(polygon)}
              fill={color("holderFill")}
              stroke={color(tone)}
              strokeWidth={0.4}
            />
          ))}
          <path
            d={path(TOOL.cutting)}
            fill={color("toolFill")}
            stroke={color(tone)}
            strokeWidth={0.55}
            strokeLinejoin="round"
          />
        </g>
      </g>
      {name && (
        <text x={x + 42} y={y - SHOWN * SCALE - 10} textAnchor="middle">
          {name}
        </text>
      )}
    </g>
  );
}

const diameters = (
  <>
    <Centre y={330} />
    <Wall x={60} y={190} width={400} height={280} />
    {/* The paper, drawn thick enough to see, on one side alone. */}
    <rect x={280} y={172} width={90} height={18} fill={color("spacerFill")} stroke={color("spacer")} strokeWidth="2" />
    <Tool x={322} y={172} />
    <Dim x1={110} y1={190} x2={110} y2={470} text="Ø 50.00 measured" dx={10} dy={60} anchor="start" />
    <path d="M322 172H640M370 488H640" stroke={color("machine")} strokeWidth="1" strokeDasharray="5 5" />
    <Dim x1={610} y1={172} x2={610} y2={488} text="X 50.18" tone="machine" dx={12} dy={50} anchor="start" />
    <rect
      x={280}
      y={470}
      width={90}
      height={18}
      fill="none"
      stroke={color("spacer")}
      strokeWidth="1.5"
      strokeDasharray="5 4"
    />
    <text x={60} y={515} className="amber">
      as if one lay here too
    </text>
    <text x={60} y={166} className="amber">
      paper 0.09, on one side
    </text>
    <rect x={460} y={300} width={18} height={60} fill={color("spacerFill")} stroke={color("spacer")} strokeWidth="2" />
    <text x={486} y={322} className="amber">
      on Z it counts
    </text>
    <text x={486} y={344} className="amber">
      once
    </text>
    <text x={60} y={560}>
      X reads a diameter: 50.00 + 2 × 0.09
    </text>
    <text x={60} y={592} className="quiet">
      In a bore the tip stands nearer to the centre: twice the paper is taken off.
    </text>
  </>
);

const wear = (
  <>
    <Centre y={500} />
    <Wall x={60} y={400} width={300} height={200} />
    <Tool x={340} y={400} />
    <path d="M340 400V90M700 90V520" stroke={color("quiet")} strokeDasharray="5 5" />
    <text x={690} y={545} textAnchor="end" className="quiet">
      where the control counts from
    </text>
    <Dim x1={700} y1={120} x2={380} y2={120} text="geometry" tone="tool" />
    <Dim x1={380} y1={180} x2={340} y2={180} text="" tone="spacer" />
    <text x={396} y={186} className="amber">
      wear: what the last part taught
    </text>
    <Dim x1={700} y1={240} x2={340} y2={240} text="where the tool goes" tone="machine" />
    <text x={60} y={60}>
      The control adds them. People keep them apart.
    </text>
  </>
);

const NOSE = { x: 250, y: 320, r: 110 };
const WAYS: readonly (readonly [dx: number, dy: number, code: string])[] = [
  [1, -1, "1"],
  [-1, -1, "2"],
  [-1, 1, "3"],
  [1, 1, "4"],
  [1, 0, "5"],
  [0, -1, "6"],
  [-1, 0, "7"],
  [0, 1, "8"],
];
const orientation = (
  <>
    <circle cx={NOSE.x} cy={NOSE.y} r={NOSE.r} fill={color("toolFill")} stroke={color("tool")} strokeWidth="2.6" />
    <path
      d={`M${NOSE.x - NOSE.r} ${NOSE.y - 190}V${NOSE.y + NOSE.r}H${NOSE.x + 190}`}
      stroke={color("measured")}
      strokeWidth="2"
      fill="none"
      strokeDasharray="8 5"
    />
    <path
      d={`M${NOSE.x} ${NOSE.y}L${NOSE.x - NOSE.r} ${NOSE.y + NOSE.r}`}
      stroke={color("ink")}
      strokeWidth="2.4"
      markerEnd="url(#why-arrow)"
    />
    <circle cx={NOSE.x} cy={NOSE.y} r="5" fill={color("ink")} />
    <text x={NOSE.x + 12} y={NOSE.y - 8}>
      nose centre
    </text>
    <text x={NOSE.x - NOSE.r - 10} y={NOSE.y + NOSE.r + 34}>
      the tip that is not there
    </text>
    <path d="M60 560H480" stroke={color("stock")} strokeDasharray="18 4 3 4" />
    <text x={60} y={588} className="quiet">
      centreline below, chuck to the left: this one is 3
    </text>
    <g transform="translate(610 320)">
      {WAYS.map(([dx, dy, code]) => {
        const far = dx !== 0 && dy !== 0 ? 84 : 100;
        const isThis = code === "3";
        return (
          <g key={code}>
            <path
              d={`M0 0L${dx * (far - 26)} ${dy * (far - 26)}`}
              stroke={color(isThis ? "action" : "quiet")}
              strokeWidth={isThis ? 3.5 : 1.6}
              markerEnd="url(#why-arrow)"
            />
            <text
              x={dx * far}
              y={dy * far + 9}
              textAnchor="middle"
              className="number"
              style={{ fill: color(isThis ? "action" : "ink") }}
            >
              {code}
            </text>
          </g>
        );
      })}
      <text x="0" y="160" textAnchor="middle" className="quiet">
        one of the two numberings
      </text>
    </g>
  </>
);

const master = (
  <>
    <Wall x={40} y={380} width={150} height={150} />
    <Centre y={455} />
    <path d="M190 190V600" stroke={color("measured")} strokeWidth="1.4" strokeDasharray="6 5" />
    <text x={196} y={596} className="quiet">
      the face
    </text>
    <Tool x={240} y={350} name="2" />
    <Tool x={420} y={350} name="5" />
    <Tool x={600} y={350} name="master, new insert" tone="stop" />
    <path d="M600 350V600" stroke={color("machine")} strokeDasharray="6 5" />
    <path d="M572 350V560" stroke={color("quiet")} strokeDasharray="3 5" />
    <Dim x1={240} y1={412} x2={572} y2={412} text="difference of tool 2" tone="tool" />
    <Dim x1={420} y1={466} x2={572} y2={466} text="of tool 5" tone="tool" />
    <Dim x1={572} y1={530} x2={600} y2={530} text="the change" tone="stop" dx={14} dy={-10} anchor="start" />
    <text x={40} y={50}>
      Differences were taken from where the master’s tip used to be.
    </text>
    <text x={40} y={80} className="quiet">
      Put the change into the master’s own row: one number, and the rest stays.
    </text>
  </>
);

/** One tool on the face, and the two numbers that lead there. */
const OnFace = ({ y, length, name }: { readonly y: number; readonly length: number; readonly name: string }) => (
  <>
    <Wall x={40} y={y} width={190} height={70} />
    <Tool x={230} y={y + 6} name={name} />
    <Dim x1={430} y1={y + 36} x2={230} y2={y + 36} text="work offset" tone="measured" />
    <Dim x1={430 + length} y1={y + 36} x2={430} y2={y + 36} text="geometry" tone="tool" />
  </>
);
const work = (
  <>
    <path d="M230 90V545" stroke={color("measured")} strokeWidth="1.4" strokeDasharray="6 5" />
    <path d="M430 215V555" stroke={color("quiet")} strokeDasharray="4 5" />
    <OnFace y={215} length={130} name="a short tool" />
    <OnFace y={465} length={270} name="a long tool" />
    <text x={40} y={22}>
      Work offset and geometry make up the machine position at the face.
    </text>
    <text x={40} y={590} className="quiet">
      The first is the same for all: move the face, and one number moves every tool.
    </text>
    <text x={40} y={620} className="quiet">
      Teach the whole way as work offset, and a tool’s own length counts twice.
    </text>
  </>
);

const DRAWINGS: Readonly<Record<Topic, ReactNode>> = {
  diameters,
  "wear-and-geometry": wear,
  orientation,
  "master-tool": master,
  "work-offset": work,
};

const Sheet = styled.svg`
  width: 100%;
  height: 100%;
  min-height: 0;
  background: ${color("drawing")};
  text { font-size: 19px; fill: ${color("ink")}; }
  text.quiet { fill: ${color("quiet")}; font-size: 17px; }
  text.amber { fill: ${color("spacer")}; }
  text.number { ${mono} font-size: 20px; }
`;
