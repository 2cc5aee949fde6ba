import { useId } from "react";
import { styled } from "styled-components";
import { mainZone, partHolder } from "../../core/machine/index.ts";
import { judgeHeld, type PartSide } from "../../core/part/index.ts";
import { wallPath } from "../drawing/geometry/partPaths.ts";
import { workholdingLook } from "../drawing/geometry/workpiece.ts";
import { PartOutline } from "../drawing/PartOutline.tsx";
import { svgPath } from "../drawing/view.ts";
import type { PartRun } from "../first-part/useFinishedPart.ts";
import { showFor } from "../shell/useShow.ts";
import { color, mono, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import type { PrepareProps } from "./prepareProps.ts";

/** The sheet, in its own units. */
const SHEET = { width: 500, height: 290 };
/** Left and right of the stock, over and under it: room for its dimensions. */
const ROOM = { left: 20, right: 190, over: 16, under: 92 };
/** Room of a dimension's label, and CSS pixels to a unit of the sheet. */
const LABEL = { width: 144, height: 44 };
const NEAR = 1.12;
/** How much of what holds the stock is drawn. Millimetres. */
const HELD = 34;
/** Less room than this between the last cut and the jaws is a question. Millimetres. */
const LEAST_ROOM = 2;
/** Bars that stand out by more than so many diameters push off and chatter. */
const SLENDER = 3;

/** Stock as it is typed; millimetres. */
export interface TypedStock {
  readonly nominalDiameter: number;
  readonly oversize: number;
  readonly stickOut: number;
  readonly chuckDiameter: number;
  readonly toFace: number;
}
type StockField = keyof TypedStock;

interface StockDrawingProps extends Pick<PrepareProps, "setup"> {
  readonly stock: TypedStock;
  /** The part that the program makes of it. */
  readonly run: PartRun;
  readonly onField: (field: StockField) => void;
}

const sideOf = (run: PartRun): PartSide | undefined =>
  run.state === "done" ? run.part.sides.find(({ works }) => works === "main") : undefined;

/** The stock in what holds it, with the part that the program makes of it; a tap on a dimension goes to its field. */
export function StockDrawing({ setup, stock, run, onField }: StockDrawingProps) {
  const sheet = useId();
  const { machine, rawHole } = setup;
  const side = sideOf(run);
  const show = showFor(machine);
  const radius = stock.nominalDiameter / 2;
  const jaws = stock.toFace - stock.stickOut;
  const back = jaws - HELD;
  const high = Math.min(Math.max(stock.chuckDiameter / 2, radius), radius * 2.2);
  const scale = Math.min(
    (SHEET.width - ROOM.left - ROOM.right) / (stock.toFace - back),
    (SHEET.height - ROOM.over - ROOM.under) / (2 * high),
  );
  const view = { scale, origin: { x: ROOM.left - back * scale, y: ROOM.over + high * scale } };
  const x = (z: number) => view.origin.x + z * scale;
  const y = (r: number) => view.origin.y - r * scale;
  const isBush = partHolder(machine, mainZone(machine)) === "guide bush";
  const looks = workholdingLook(
    { diameter: stock.nominalDiameter, stickOut: -jaws },
    isBush ? "guide-bush" : "chuck",
    Math.min(stock.chuckDiameter, 2 * high),
  );
  const outline = { scale, originZ: view.origin.x, originX: view.origin.y };
  const hole = (rawHole ?? 0) / 2;
  const under = y(-high) + 20;
  const shown = { width: x(stock.toFace) + 34 + LABEL.width + ROOM.over, height: under + 24 + LABEL.height + 8 };
  return (
    <Figure>
      <svg viewBox={`0 0 ${shown.width} ${shown.height}`} style={{ maxWidth: shown.width * NEAR }}>
        <title>The stock as it is held</title>
        <defs>
          <clipPath id={sheet}>
            <rect x={x(back)} y="0" width={SHEET.width} height={y(-high) + 2} />
          </clipPath>
        </defs>
        <g clipPath={`url(#${sheet})`}>
          {looks.map((polygon) => (
            <path
              key={svgPath(outline, polygon)}
              d={svgPath(outline, polygon)}
              fill={color("jawFill")}
              stroke={color("edge")}
            />
          ))}
          {([1, -1] as const).map((wall) => (
            <path
              key={wall}
              d={`M${x(back)} ${y(wall * hole)}V${y(wall * radius)}H${x(stock.toFace)}V${y(wall * hole)}Z`}
              fill={color("stockFill")}
            />
          ))}
          <path
            d={`M${x(back)} ${y(radius)}H${x(stock.toFace)}V${y(-radius)}H${x(back)}${hole > 0 ? `M${x(back)} ${y(hole)}H${x(stock.toFace)}M${x(back)} ${y(-hole)}H${x(stock.toFace)}` : ""}`}
            fill="none"
            stroke={color("ink")}
            strokeWidth="2"
          />
          {side &&
            ([1, -1] as const).map((wall) => (
              <g key={wall}>
                <path d={wallPath(view, side.profile, wall)} fill={color("stock")} opacity="0.25" />
                <PartOutline
                  view={view}
                  pieces={side.profile.pieces}
                  wall={wall}
                  stroke={color("stock")}
                  strokeWidth={1.6}
                />
              </g>
            ))}
        </g>
        <line
          x1={x(back)}
          x2={x(stock.toFace) + 10}
          y1={y(0)}
          y2={y(0)}
          stroke={color("ink")}
          strokeDasharray="16 4 3 4"
        />
        <Across from={x(jaws)} to={x(stock.toFace)} at={under} top={y(-radius)} />
        <Across from={x(0)} to={x(stock.toFace)} at={under + 34} top={y(-radius)} />
        <g stroke={color("ink")} strokeWidth="0.9">
          <line x1={x(stock.toFace) + 26} x2={x(stock.toFace) + 26} y1={y(radius)} y2={y(-radius)} />
          <line x1={x(stock.toFace)} x2={x(stock.toFace) + 32} y1={y(radius)} y2={y(radius)} />
          <line x1={x(stock.toFace)} x2={x(stock.toFace) + 32} y1={y(-radius)} y2={y(-radius)} />
        </g>
        <Dimension
          x={x(stock.toFace) + 34}
          y={y(0) - 22}
          name="Stock diameter"
          onPress={() => onField("nominalDiameter")}
        >
          Ø {show.amount("x", stock.nominalDiameter)}
        </Dimension>
        <Dimension x={x(stock.toFace) + 34} y={under - 22} name="Stick-out" onPress={() => onField("stickOut")}>
          {show.amount("z", stock.stickOut)} out
        </Dimension>
        <Dimension x={x(stock.toFace) + 34} y={under + 24} name="Stock to face off" onPress={() => onField("toFace")}>
          {show.amount("z", stock.toFace)} to face
        </Dimension>
      </svg>
      <Judged setup={setup} stock={stock} run={run} />
    </Figure>
  );
}

/** How it is held, in words: what is known, and what is not. */
function Judged({ setup, stock, run }: Omit<StockDrawingProps, "onField">) {
  const { machine } = setup;
  const show = showFor(machine);
  const { room, slenderness } = judgeHeld(setup, { ...stock, diameter: stock.nominalDiameter }, sideOf(run));
  // What is not carried out, or is cut with a tool that is not known, may go deeper.
  const isWhole = run.state === "done" && run.part.left.length + run.part.assumed.length === 0;
  const isBush = partHolder(machine, mainZone(machine)) === "guide bush";
  return (
    <figcaption>
      {room === undefined ? (
        !isBush && <p>{notKnownWords(setup, run)} How near the last cut comes to the jaws is not known.</p>
      ) : (
        <p>
          <Verdict $tone={room < 0 ? "stop" : room < LEAST_ROOM || !isWhole ? "doubt" : "clear"}>
            {room < 0
              ? `The last cut goes ${show.amount("z", -room)} into the jaws`
              : `${show.amount("z", room)} between the last cut and the jaws`}
            {isWhole ? "" : ", as far as the program was followed"}
          </Verdict>
          {room < LEAST_ROOM && ": let it stand out farther, or look at the program."}
          {!isWhole && " Not all of it is carried out here, or a tool is not loaded: see First part."}
        </p>
      )}
      {slenderness !== undefined && slenderness > SLENDER && (
        <p>
          <Verdict $tone="doubt">It stands out {slenderness.toFixed(1)} times its diameter</Verdict>: more than{" "}
          {SLENDER} pushes off and chatters without a tailstock.
        </p>
      )}
      {room !== undefined && <p>How deep it is held is not known here: see that the jaws grip it over their length.</p>}
    </figcaption>
  );
}

/** Why nothing is known of the part. */
function notKnownWords({ programRead }: Pick<PrepareProps["setup"], "programRead">, run: PartRun): string {
  if (!programRead) return "No program is taken in.";
  switch (run.state) {
    case "none":
      return "The program is not here yet.";
    case "running":
      return "The part is being worked out from the program.";
    case "failed":
      return run.message;
    case "done":
      return "The program turns nothing outside at this spindle.";
    default:
      return run satisfies never;
  }
}

/** A dimension line along Z under the stock. */
function Across({
  from,
  to,
  at,
  top,
}: {
  readonly from: number;
  readonly to: number;
  readonly at: number;
  readonly top: number;
}) {
  return (
    <g stroke={color("ink")} strokeWidth="0.9" fill={color("ink")}>
      <line x1={from} x2={from} y1={top} y2={at + 6} />
      <line x1={to} x2={to} y1={top} y2={at + 6} />
      <line x1={from} x2={to + 30} y1={at} y2={at} />
      <path d={`M${from} ${at}l9 -3v6ZM${to} ${at}l${to - from > 24 ? -9 : 9} -3v6Z`} stroke="none" />
    </g>
  );
}

function Dimension({
  x,
  y,
  name,
  onPress,
  children,
}: {
  readonly x: number;
  readonly y: number;
  readonly name: string;
  readonly onPress: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <foreignObject x={x} y={y} {...LABEL}>
      <Label type="button" onClick={onPress} aria-label={`${name}, to its field`}>
        {children}
      </Label>
    </foreignObject>
  );
}

const Figure = styled.figure`
  margin: 0 0 8px;
  svg { display: block; width: 100%; background: ${color("drawing")}; border: 1px solid ${color("line")}; }
  figcaption { margin-top: 6px; font-size: ${size.small}; }
`;
const Label = styled.button`
  width: 100%;
  height: 100%;
  border: 1.5px solid ${color("measured")};
  border-radius: 3px;
  background: ${color("sheet")};
  color: ${color("measured")};
  ${mono}
  font-size: 15px;
  cursor: pointer;
`;
