import { useMemo } from "react";
import { styled } from "styled-components";
import { isWithinLimits } from "../../core/correction/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { layoutPart } from "../drawing/geometry/partLayout.ts";
import { PartDrawing } from "../drawing/PartDrawing.tsx";
import { showFor } from "../shell/useShow.ts";
import { color, mono } from "../ui/tokens.ts";
import { type DrawnDimension, drawnDimensions } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { limitsText } from "./limitsText.ts";
import { useFinishedPart } from "./useFinishedPart.ts";

/** Room of a label on paper, and of the figure. CSS pixels. */
const LABEL = { width: 112, height: 38 };
const NOTE = { width: 84, height: 20 };
const FIGURE = { width: 700, height: 330 };
/** More dimensions than this, and only those on record are drawn. */
const MOST = 14;

/** The part on paper: its section with limits, and what the first good part measured, with who measured it and with what. */
export function PartFigure({ setup, program, tolerances }: Pick<FirstPartProps, "setup" | "program" | "tolerances">) {
  const run = useFinishedPart(setup, program);
  const show = useMemo(() => showFor(setup.machine), [setup.machine]);
  const side = run.state === "done" ? run.part.sides[0] : undefined;
  const shown = useMemo(() => {
    if (!side) return [];
    const { drawn } = drawnDimensions(setup, side.dimensions, tolerances, show);
    return drawn.length <= MOST ? drawn : drawn.filter(({ feature, isMeasured }) => feature && isMeasured);
  }, [setup, side, tolerances, show]);
  const layout = useMemo(
    () =>
      side &&
      layoutPart(
        side.profile,
        shown.map(({ dimension, isMeasured }) => ({ dimension, ...(isMeasured ? LABEL : NOTE) })),
        FIGURE,
      ),
    [side, shown],
  );
  if (run.state === "none" || run.state === "failed") return null;
  if (!side || !layout) return <p role="status">The part is being drawn.</p>;
  const good = firstGoodPart(setup);
  const measured = setup.measured.filter(({ part }) => part === good);
  const by = [...new Set(measured.map(({ person, gauge }) => `${person}${gauge ? ` with ${gauge}` : ""}`))];
  return (
    <Figure style={{ aspectRatio: `${layout.width} / ${layout.height}` }}>
      <PartDrawing
        profile={side.profile}
        layout={layout}
        name={`Section of ${setup.part}, as program ${setup.program} makes it`}
        stock={{ radius: (setup.stock.measuredDiameter ?? setup.stock.nominalDiameter) / 2, front: setup.stock.toFace }}
        toneOf={() => undefined}
        isMarked={() => false}
        selected={undefined}
        labelOf={({ key }) => {
          const drawn = shown.find(({ dimension }) => dimension.key === key);
          return drawn && <Label drawn={drawn} setup={setup} good={good} />;
        }}
      />
      <figcaption>
        {good === undefined
          ? "No part has been measured good in all that is on record yet."
          : `In the second line what part ${good} measured, the first that was good: ${by.join("; ")}.`}
      </figcaption>
    </Figure>
  );
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
  const { feature, dimension, title, isMeasured } = drawn;
  if (!isMeasured) return <Printed as="i">{title}</Printed>;
  const found = feature && setup.measured.find((one) => one.feature === feature.feature && one.part === good);
  return (
    <Printed $isOnRecord={drawn.matters}>
      <b>{title}</b> {limitsText(drawn.limits, dimension.kind === "diameter" ? "x" : "z", show)}
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
  svg { background: none; }
  figcaption { font-size: 12px; }
`;
const Printed = styled.span<{ $isOnRecord?: boolean }>`
  display: block;
  height: 100%;
  padding: 1px 4px;
  border: ${({ $isOnRecord }) => ($isOnRecord === undefined ? "0" : $isOnRecord ? "1.5px solid" : "1px dashed")} ${color("edge")};
  ${mono}
  font-size: 12px;
  font-style: normal;
  line-height: 1.35;
  white-space: nowrap;
  background: ${color("sheet")};
`;
