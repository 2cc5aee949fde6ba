import { useId, useMemo } from "react";
import { styled } from "styled-components";
import { mainZone, partHolder } from "../../core/machine/index.ts";
import { arrowhead } from "../drawing/geometry/arrowhead.ts";
import { wallPath } from "../drawing/geometry/partPaths.ts";
import { HoldingFigure } from "../drawing/HoldingFigure.tsx";
import { PartOutline } from "../drawing/PartOutline.tsx";
import { useRoom } from "../drawing/useRoom.ts";
import { openPath } from "../drawing/view.ts";
import { workholding } from "../drawing/workholding.ts";
import type { PartRun } from "../first-part/useFinishedPart.ts";
import { type Show, showFor } from "../shell/useShow.ts";
import { color, mono, narrow, size } from "../ui/tokens.ts";
import type { PrepareProps } from "./prepareProps.ts";
import { mainSide } from "./StockJudged.tsx";
import { type DimensionLine, layoutStock } from "./stockLayout.ts";
import { type StockField, stockDimensions } from "./stockLengths.ts";
import type { ShownStock, TypedStock } from "./typedStock.ts";

interface StockDrawingProps extends Pick<PrepareProps, "setup"> {
  readonly stock: TypedStock;
  /** What each dimension says, as it is typed. */
  readonly shown: ShownStock;
  /** The part that is made of it. */
  readonly run: PartRun;
  readonly chosen: StockField;
  readonly onChoose: (field: StockField) => void;
}

/** The stock in what holds it, with the part that is made of it, and all its lengths as dimensions: a tap takes one to be typed. */
export function StockDrawing({ setup, stock, shown, run, chosen, onChoose }: StockDrawingProps) {
  const sheet = useId();
  const { machine } = setup;
  const side = mainSide(run);
  const show = showFor(machine);
  const { element, room } = useRoom<HTMLDivElement>({ width: 820, height: 360 });
  const isBush = partHolder(machine, mainZone(machine)) === "guide bush";
  const layout = useMemo(() => layoutStock(stock, room.width, isBush), [stock, room.width, isBush]);
  const { view, back, high, height, width, lines, places } = layout;
  const x = (z: number) => view.origin.x + z * view.scale;
  const y = (r: number) => view.origin.y - r * view.scale;
  const radius = stock.nominalDiameter / 2;
  const hole = (stock.hole ?? 0) / 2;
  const jaws = stock.toFace - stock.stickOut;
  const holding = workholding({
    kind: isBush ? "guide-bush" : "chuck",
    jaws,
    barDiameter: stock.nominalDiameter,
    chuckDiameter: Math.min(stock.chuckDiameter, 2 * high),
  });
  const outline = { scale: view.scale, originZ: view.origin.x, originX: view.origin.y };
  return (
    <Room ref={element}>
      <Figure aria-label="The stock as it is held">
        <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden="true">
          <defs>
            <clipPath id={sheet}>
              <rect x={x(back)} y="0" width={width} height={y(-high) + 2} />
            </clipPath>
          </defs>
          <g clipPath={`url(#${sheet})`}>
            <HoldingFigure holding={holding} path={(points) => openPath(outline, points)} />
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
          {lines.map((line) => (
            <Line key={line.field} line={line} isChosen={line.field === chosen} />
          ))}
        </svg>
        {stockDimensions(machine).map(({ field, name, short, empty }) => {
          const said = shown[field];
          const words = wordsOf(field, said, empty, show);
          return (
            <Label
              key={field}
              type="button"
              style={places[field]}
              aria-label={`${name}: ${words}`}
              aria-pressed={field === chosen}
              $isWrong={said?.isWrong ?? false}
              onClick={() => onChoose(field)}
            >
              <b>{words}</b> <span>{short}</span>
            </Label>
          );
        })}
      </Figure>
    </Room>
  );
}

/** A dimension as the drawing has it: as understood, as it may be left empty, or as it was typed. */
function wordsOf(field: StockField, said: ShownStock[StockField], empty: string | undefined, show: Show): string {
  if (!said || said.isEmpty) return empty ?? "?";
  if (said.mm === undefined) return said.text === "" ? "?" : said.text;
  const axis = field === "toFace" || field === "stickOut" || field === "grip" ? "z" : "x";
  return `${axis === "x" && field !== "oversize" ? "Ø " : field === "oversize" ? "+" : ""}${show.amount(axis, said.mm)}`;
}

/** A dimension line with its extension lines and arrows. */
function Line({ line, isChosen }: { readonly line: DimensionLine; readonly isChosen: boolean }) {
  const tone = color(isChosen ? "action" : "ink");
  const { from, to, along, at, ends, leader } = line;
  const place = (value: number, across: number) => (along === "z" ? `${value} ${across}` : `${across} ${value}`);
  const spot = (value: number) => (along === "z" ? { x: value, y: at } : { x: at, y: value });
  return (
    <g stroke={tone} strokeWidth={isChosen ? 1.8 : 0.9} fill={tone}>
      <path d={`M${place(from, ends)}L${place(from, at)}M${place(to, ends)}L${place(to, at)}`} fill="none" />
      <path
        d={`M${place(from, at)}L${place(to, at)}${leader ? `M${place(leader.x < from ? from : to, at)}L${leader.x} ${leader.y}` : ""}`}
        fill="none"
      />
      <path d={`${arrowhead(spot(from), spot(to))}${arrowhead(spot(to), spot(from))}`} stroke="none" />
    </g>
  );
}

const Room = styled.div`
  min-width: 0;
  max-width: 900px;
  overflow: hidden;
`;
const Figure = styled.figure`
  position: relative;
  width: max-content;
  max-width: 100%;
  margin: 0 0 8px;
  border: 1px solid ${color("line")};
  background: ${color("drawing")};
  svg { display: block; max-width: 100%; }
`;
const Label = styled.button<{ readonly $isWrong: boolean }>`
  position: absolute;
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px;
  min-height: 44px;
  padding: 2px 8px;
  border: 1.5px solid ${({ $isWrong }) => color($isWrong ? "stop" : "measured")};
  border-radius: 3px;
  background: ${({ $isWrong }) => color($isWrong ? "stopGround" : "sheet")};
  color: ${({ $isWrong }) => color($isWrong ? "stop" : "measured")};
  font: inherit;
  text-align: left;
  white-space: nowrap;
  cursor: pointer;
  &[aria-pressed="true"] { border-width: 3px; border-color: ${color("action")}; background: ${color("selected")}; }
  b { ${mono} font-size: 17px; font-weight: 600; }
  ${narrow} { padding: 2px 5px; gap: 4px; b { font-size: 16px; } }
  span { overflow: hidden; text-overflow: ellipsis; font-size: ${size.small}; }
`;
