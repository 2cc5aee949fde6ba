import { useMemo } from "react";
import { styled } from "styled-components";
import { isWithinLimits } from "../../core/correction/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { PartOfSetup, PartSide } from "../../core/part/index.ts";
import { layoutPart } from "../drawing/geometry/partLayout.ts";
import { PartSheet } from "../drawing/PartSheet.tsx";
import { type Show, showFor } from "../shell/useShow.ts";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono } from "../ui/tokens.ts";
import { Working } from "../ui/Working.tsx";
import { type DrawnDimension, drawingName, drawnDimensions, drawnStock } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { limitsText } from "./limitsText.ts";
import { PartNotes } from "./PartNotes.tsx";
import { useFinishedPart } from "./useFinishedPart.ts";

/** Room of the figure, and of a label on paper: its height, and the width of a character in it. CSS pixels. */
const FIGURE = { width: 700, height: 330 };
const LABEL = { least: 100, height: 38, note: 20, character: 7.4, beside: 20 };
/** More dimensions than this, and only those on record are drawn. */
const MOST = 14;

type PartFigureProps = Pick<FirstPartProps, "setup" | "program" | "tolerances">;

/** The part on paper: its section with limits, and what the first good part measured, with who measured it and with what. */
export function PartFigure({ program, ...props }: PartFigureProps) {
  const run = useFinishedPart(props.setup, program);
  switch (run.state) {
    case "none":
      return null;
    case "running":
      return <Working what="The part is being drawn" />;
    case "failed":
      return <Trouble>{run.message} So there is no drawing of the part here.</Trouble>;
    case "done":
      return run.part.sides.map((side) => <SideFigure key={side.works} {...props} finished={run.part} side={side} />);
    default:
      return run satisfies never;
  }
}

/** One end of the part. */
function SideFigure({
  setup,
  tolerances,
  finished,
  side,
}: Omit<PartFigureProps, "program"> & { readonly finished: PartOfSetup; readonly side: PartSide }) {
  const show = useMemo(() => showFor(setup.machine), [setup.machine]);
  const { shown, isAll, layout } = useMemo(() => {
    const { drawn } = drawnDimensions(setup, side.dimensions, tolerances, show);
    const isAll = drawn.length <= MOST;
    const shown = isAll ? drawn : drawn.filter(({ feature, isMeasured }) => feature && isMeasured);
    const labelled = shown.map((one) => ({ dimension: one.dimension, ...roomOf(one, show) }));
    return { shown, isAll, layout: layoutPart(side.profile, labelled, FIGURE) };
  }, [setup, side, tolerances, show]);
  const good = firstGoodPart(setup);
  const measured = setup.measured.filter(({ part }) => part === good);
  const by = [...new Set(measured.map(({ person, gauge }) => `${person}${gauge ? ` with ${gauge}` : ""}`))];
  return (
    <Figure>
      <div style={{ aspectRatio: `${layout.width} / ${layout.height}` }}>
        <PartSheet
          profile={side.profile}
          layout={layout}
          name={drawingName(setup)}
          marks={side.marks}
          stock={drawnStock(setup, side)}
          toneOf={() => undefined}
          isMarked={() => false}
          selected={undefined}
          labelOf={({ key }) => {
            const drawn = shown.find(({ dimension }) => dimension.key === key);
            return drawn && <Label drawn={drawn} setup={setup} good={good} />;
          }}
        />
      </div>
      <figcaption>
        {finished.sides.length > 1 && (side.works === "main" ? "Main spindle. " : "Sub-spindle. ")}
        {!isAll && `Of ${side.dimensions.length} dimensions only those on record are drawn. `}
        {good === undefined
          ? "No part has been measured good in all that is on record yet."
          : `In the second line what part ${good} measured, the first that was good: ${by.join("; ")}.`}
      </figcaption>
      <PartNotes setup={setup} finished={finished} side={side} />
    </Figure>
  );
}

const limitsOn = ({ limits, axis }: DrawnDimension, show: Show) => limitsText(limits, axis, show);

function roomOf(drawn: DrawnDimension, show: Show) {
  const { title, isMeasured } = drawn;
  const width = (characters: number) => Math.ceil(LABEL.character * characters) + LABEL.beside;
  if (!isMeasured) return { width: width(title.length), height: LABEL.note };
  return { width: Math.max(LABEL.least, width(title.length + 1 + limitsOn(drawn, show).length)), height: LABEL.height };
}

/** A dimension on paper: nominal, limits and what makes it, under it what the first good part measured. */
function Label({
  drawn,
  setup,
  good,
}: {
  readonly drawn: DrawnDimension;
  readonly setup: SetupView;
  readonly good: number | undefined;
}) {
  const show = showFor(setup.machine);
  const { feature, dimension, title, isMeasured, matters } = drawn;
  if (!isMeasured) return <Printed as="i">{title}</Printed>;
  const found = feature && setup.measured.find((one) => one.feature === feature.feature && one.part === good);
  return (
    <Printed $matters={matters}>
      <b>{title}</b> {limitsOn(drawn, show)}
      <br />
      {feature && found ? <b>{show.drawn(feature.axis, found.measured)}</b> : null}{" "}
      {dimension.maker && toolNumber(setup.machine, dimension.maker.offset)}
    </Printed>
  );
}

/** The first part of which everything on record was measured and lay within its limits; undefined where there is none. */
function firstGoodPart({ measured, features }: SetupView): number | undefined {
  if (features.length === 0) return undefined;
  const parts = [...new Set(measured.map(({ part }) => part))].sort((a, b) => a - b);
  return parts.find((part) =>
    features.every((feature) => {
      const found = measured.find((one) => one.part === part && one.feature === feature.feature);
      return found !== undefined && isWithinLimits(feature, found.measured);
    }),
  );
}

const Figure = styled.figure`
  width: 100%;
  margin: 8px 0;
  break-inside: avoid;
  figcaption { font-size: 12px; }
`;
const Printed = styled.span<{ $matters?: boolean }>`
  display: block;
  height: 100%;
  padding: 1px 4px;
  border: ${({ $matters }) => ($matters === undefined ? "0" : $matters ? "1.5px solid" : "1px dashed")} ${color("edge")};
  ${mono}
  font-size: 12px;
  font-style: normal;
  line-height: 1.35;
  white-space: nowrap;
  background: ${color("sheet")};
`;
