import { Chart, LinearScale, LineController, LineElement, PointElement, ScatterController } from "chart.js";
import { Fragment, useEffect, useMemo, useRef } from "react";
import { styled } from "styled-components";
import { changedAt, type Drift, driftOf, type FeatureState } from "../../core/correction/index.ts";
import { lastDigit, toDrawing } from "../../core/machine/index.ts";
import { holderScatter } from "../../core/plausibility/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { inkOf } from "../ui/chartInk.ts";
import { Day } from "../ui/Moment.tsx";
import { Remark } from "../ui/Remark.tsx";
import { drawnLimits } from "./drawnLimits.ts";
import { driftChartConfig } from "./driftChartConfig.ts";
import type { FirstPartProps } from "./firstPartProps.ts";

Chart.defaults.font.family = '"Atkinson Hyperlegible Next Variable", sans-serif';
Chart.register(LineController, ScatterController, LineElement, PointElement, LinearScale);

/** A dimension over the parts: deviations, limits, the trend since the last correction, and how many parts that leaves. */
export function DriftChart({ setup, state, pastWear, history }: FirstPartProps & { readonly state: FeatureState }) {
  const { machine } = setup;
  const { feature } = state;
  const canvas = useRef<HTMLCanvasElement>(null);
  const points = useMemo(
    () =>
      setup.measured
        .filter((one) => one.feature === feature.feature)
        .map(({ part, measured, seq }) => ({
          part,
          deviation: toDrawing(feature.axis, measured - feature.nominal),
          seq,
        }))
        .sort((a, b) => a.part - b.part),
    [setup.measured, feature],
  );
  const tool = setup.tools.find(({ offset }) => offset === feature.offset);
  const past = pastWear[feature.offset]?.[feature.axis] ?? [];
  const found = (history[feature.offset]?.[feature.axis]?.touches ?? []).map(({ value }) => value);
  const since = changedAt(tool, feature.axis);
  const limits = useMemo(() => drawnLimits(feature), [feature]);
  const drift = useMemo(() => driftOf(points, since, limits), [points, since, limits]);
  const toUnit = (millimetres: number) => convertLength(millimetres, "mm", machine.units);
  const write = (millimetres: number, sign?: "always") =>
    formatLength(toUnit(millimetres), lastDigit(machine, feature.axis), sign && { sign });
  // biome-ignore lint/correctness/useExhaustiveDependencies: the unit goes by the machine of the setup.
  useEffect(() => {
    const element = canvas.current;
    if (!element || points.length === 0) return;
    const chart = new Chart(element, driftChartConfig(points, since, drift, limits, toUnit, inkOf(element)));
    return () => chart.destroy();
  }, [points, since, drift, limits]);
  return (
    <section aria-label={`Drift of ${feature.name}`}>
      <h2>{feature.name} over the parts</h2>
      {points.length === 0 ? (
        <p>Not measured yet.</p>
      ) : (
        <>
          <Frame>
            <canvas
              ref={canvas}
              role="img"
              aria-label={`${points.length} ${points.length === 1 ? "part" : "parts"} measured, the last ${write(points.at(-1)?.deviation ?? 0, "always")} from nominal`}
            />
          </Frame>
          <Remark as="p" $tone="plain" role="status">
            {driftWords(drift, write, points.length)}
          </Remark>
        </>
      )}
      {past.length > 0 && (
        <Remark as="p" $tone="plain">
          Wear in earlier setups:{" "}
          {past.map(({ value, at }, index) => (
            <Fragment key={at}>
              {index > 0 && ", "}
              {write(value, "always")} (<Day at={at} />)
            </Fragment>
          ))}
          .
        </Remark>
      )}
      {found.length > 1 && tool && (
        <Remark as="p" $tone="plain">
          Its holder came back within ±&nbsp;{write(2 * holderScatter(machine, tool, feature.axis, found))} over{" "}
          {found.length} setups.
        </Remark>
      )}
    </section>
  );
}

function driftWords(drift: Drift, write: (millimetres: number, sign?: "always") => string, count: number): string {
  const { perPart, partsLeft } = drift;
  if (perPart === undefined)
    return count < 3 ? "A trend is told from three parts on." : "Three parts since the last correction tell a trend.";
  if (partsLeft === 0) return "Correct now: the trend has left the limits.";
  if (partsLeft === undefined) return "No trend: it stays where it is.";
  const tenParts = `${write(perPart * 10, "always")} in ten parts`;
  return `${tenParts}; about ${partsLeft} ${partsLeft === 1 ? "part" : "parts"} to the next correction.`;
}

const Frame = styled.div`
  height: 190px;
  margin-top: 6px;
`;
