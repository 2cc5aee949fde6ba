import { useMemo } from "react";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import type { PartSide } from "../../core/part/index.ts";
import { layoutPart } from "../drawing/geometry/partLayout.ts";
import { PartSheet } from "../drawing/PartSheet.tsx";
import { showFor } from "../shell/useShow.ts";
import { color, mono } from "../ui/tokens.ts";
import { drawingName, drawnDimensions, drawnStock } from "./drawnPart.ts";
import { toolTone } from "./toolTone.ts";

const ROOM = { width: 640, height: 240 };
/** Room of a dimension: its height, the width of a character in it, and what stands beside the text. CSS pixels. */
const LABEL = { height: 22, character: 9, beside: 8 };

/** The part as the steps that are typed so far make it. */
export function StepsPreview({ setup, side }: { readonly setup: SetupView; readonly side: PartSide | undefined }) {
  const show = useMemo(() => showFor(setup.machine), [setup.machine]);
  const drawing = useMemo(() => {
    if (!side) return undefined;
    const titles = new Map(
      drawnDimensions(setup, side.dimensions, [], show).drawn.map(({ dimension, title }) => [dimension.key, title]),
    );
    const labelled = side.dimensions.map((dimension) => ({
      dimension,
      width: LABEL.character * (titles.get(dimension.key) ?? "").length + LABEL.beside,
      height: LABEL.height,
    }));
    return { titles, layout: layoutPart(side.profile, labelled, ROOM) };
  }, [setup, side, show]);
  if (!side || !drawing) return <Empty>The drawing appears with the first step.</Empty>;
  const { layout, titles } = drawing;
  return (
    <Sheet style={{ aspectRatio: `${layout.width} / ${layout.height}` }}>
      <PartSheet
        profile={side.profile}
        layout={layout}
        name={drawingName(setup)}
        stock={drawnStock(setup, side)}
        toneOf={({ maker }) => {
          const tone = maker && toolTone(setup, maker.offset);
          return tone && color(tone);
        }}
        isMarked={() => false}
        selected={undefined}
        labelOf={({ key }) => <Size>{titles.get(key)}</Size>}
      />
    </Sheet>
  );
}

const Sheet = styled.div`
  max-height: 32dvh;
  max-width: 100%;
  margin: 0 auto;
  border: 1px solid ${color("line")};
  background: ${color("drawing")};
`;
const Empty = styled.p`
  display: grid;
  place-items: center;
  min-height: 120px;
  border: 1px dashed ${color("edge")};
  color: ${color("quiet")};
`;
const Size = styled.span`
  display: block;
  ${mono}
  font-size: 16px;
  text-align: center;
  white-space: nowrap;
  background: ${color("drawing")};
`;
