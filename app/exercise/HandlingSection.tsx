import { lazy, useMemo } from "react";
import { styled } from "styled-components";
import { type HandlingSeries, handlingOver } from "../../sim/exercise/handling.ts";
import type { ExerciseHead, PastRun } from "../../sim/exercise/progress.ts";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { color, phone, size } from "../ui/tokens.ts";

const RunsChart = lazy(() => import("./RunsChart.tsx"));

/** How handling comes along over the runs: how far past the grip, and how long beside what the exercise is thought to take. */
export function HandlingSection({
  runs,
  exercises,
}: {
  readonly runs: readonly PastRun[];
  readonly exercises: readonly ExerciseHead[];
}) {
  const { past, pace } = useMemo(() => handlingOver(runs, exercises), [runs, exercises]);
  if (past.values.length < 2 && pace.values.length < 2) return null;
  return (
    <Charts aria-label="Handling over the runs">
      <Handling title="Past the grip, mm" series={past} write={inThousandths} atLeast={0.02} />
      <Handling title="Time, of what it is thought to take" series={pace} write={inPercent} atLeast={1.5} level={1} />
    </Charts>
  );
}

function Handling({
  title,
  series: { values, change },
  write,
  level,
  atLeast,
}: {
  readonly title: string;
  readonly series: HandlingSeries;
  readonly write: (value: number) => string;
  readonly level?: number;
  readonly atLeast: number;
}) {
  if (!change) return null;
  const { of, first, last } = change;
  const words =
    of === 1
      ? `First run ${write(first)}, last run ${write(last)}.`
      : `First ${of} runs ${write(first)} on average, last ${of} runs ${write(last)}.`;
  return (
    <section>
      <h2>{title}</h2>
      <FailsAlone what="The chart">
        <RunsChart
          values={values}
          words={`${title}, ${values.length} runs. ${words}`}
          write={write}
          atLeast={atLeast}
          {...(level !== undefined && { level })}
        />
      </FailsAlone>
      <p>{words}</p>
    </section>
  );
}

const inThousandths = (mm: number) => mm.toFixed(3);
const inPercent = (share: number) => `${Math.round(share * 100)} %`;

const Charts = styled.section`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px 24px;
  ${phone} { grid-template-columns: minmax(0, 1fr); }
  > section { min-width: 0; padding: 10px 14px; background: ${color("sheet")}; }
  h2 { font-size: ${size.text}; }
  p { font-size: ${size.small}; font-variant-numeric: tabular-nums; }
`;
