import { styled } from "styled-components";
import { extent, type Point, toolOutline } from "../../core/outline/index.ts";
import { readTypedTool, TOOL_KINDS } from "../../core/tool/index.ts";
import type { Unit } from "../../core/units/index.ts";
import { ToolFigure } from "../drawing/ToolFigure.tsx";
import { openPath, viewIn } from "../drawing/view.ts";
import { color, size } from "../ui/tokens.ts";

const ROOM = { width: 560, height: 210 };
/** Round the tool, sheet units. */
const EDGE = 14;

/** A tool as it is typed, to scale and as it stands over the bar; what it waits for while a dimension is missing. */
export function ToolPreview({
  texts,
  unit,
  decimal,
}: {
  readonly texts: Readonly<Record<string, string>>;
  readonly unit: Unit;
  readonly decimal: "." | "," | undefined;
}) {
  const kind = TOOL_KINDS.find((one) => one === texts.toolKind);
  const read = kind && readTypedTool(kind, texts, { unit, decimal });
  const outline = read?.ok ? toolOutline(read.value) : undefined;
  if (!read?.ok || !outline)
    return (
      <Waits>
        {kind ? "The tool is drawn here once its dimensions are in." : "Choose its kind: the tool is drawn here."}
      </Waits>
    );
  const { overhang } = read.value;
  const box = extent(outline.cutting);
  // As far as it stands out, and a little of what it is clamped in.
  const reach = overhang * 1.15;
  const shown = {
    zMin: Math.min(box.zMin, outline.seat.z - reach * 0.5),
    zMax: Math.max(box.zMax, outline.seat.z > reach * 0.5 ? reach : outline.seat.z + reach * 0.5),
    xMin: Math.min(box.xMin, outline.seat.x - reach * 0.3),
    xMax: Math.max(box.xMax, outline.seat.x > reach * 0.5 ? reach : outline.seat.x + reach * 0.3),
  };
  const view = viewIn(shown, ROOM, EDGE);
  return (
    <Sheet viewBox={`0 0 ${ROOM.width} ${ROOM.height}`} role="img" aria-label="The tool to scale">
      <ToolFigure tool={outline} path={(points: readonly Point[]) => openPath(view, points)} />
    </Sheet>
  );
}

const Sheet = styled.svg`
  display: block;
  width: 100%;
  height: 210px;
  background: ${color("drawing")};
`;
const Waits = styled.p`
  display: grid;
  place-items: center;
  height: 96px;
  padding: 0 16px;
  background: ${color("drawing")};
  color: ${color("quiet")};
  font-size: ${size.small};
`;
