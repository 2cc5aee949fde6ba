import { Chart, LinearScale, LineElement, PointElement, ScatterController } from "chart.js";
import { useEffect, useRef } from "react";
import { styled } from "styled-components";
import type { HandlingSeries } from "../../sim/exercise/handling.ts";
import { inkOf } from "../ui/chartInk.ts";

Chart.defaults.font.family = '"Atkinson Hyperlegible Next Variable", sans-serif';
Chart.register(ScatterController, LineElement, PointElement, LinearScale);

/** One number of each run as dots joined by a line, oldest on the left; `words` says the same to who does not see it. */
export default function RunsChart({
  values,
  words,
  write,
  level,
  atLeast,
}: Pick<HandlingSeries, "values"> & {
  readonly words: string;
  readonly write: (value: number) => string;
  /** A value to be reached, as a dashed line. */
  readonly level?: number;
  /** How far up the scale goes at least: small differences are not to look large. */
  readonly atLeast: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const ink = inkOf(element);
    const last = Math.max(2, values.length);
    const dashed = level === undefined ? [] : [0.5, last + 0.5].map((x) => ({ x, y: level }));
    const chart = new Chart(element, {
      type: "scatter",
      data: {
        datasets: [
          {
            data: values.map(({ value }, index) => ({ x: index + 1, y: value })),
            showLine: true,
            borderColor: ink.point,
            backgroundColor: ink.point,
            borderWidth: 1.5,
            pointRadius: values.length > 60 ? 1.5 : 4,
          },
          {
            data: dashed,
            showLine: true,
            borderColor: ink.text,
            borderDash: [8, 4, 2, 4],
            borderWidth: 1.5,
            pointRadius: 0,
          },
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        events: [],
        plugins: { legend: { display: false } },
        scales: {
          x: {
            type: "linear",
            min: 0.5,
            max: last + 0.5,
            grid: { color: ink.grid },
            title: { display: true, text: "run", color: ink.text, font: { size: 16 } },
            ticks: {
              color: ink.text,
              font: { size: 16 },
              callback: (run) => (Number.isInteger(Number(run)) ? run : ""),
            },
          },
          y: {
            grid: { color: ink.grid },
            beginAtZero: true,
            suggestedMax: atLeast,
            ticks: { color: ink.text, font: { size: 16 }, maxTicksLimit: 5, callback: (value) => write(Number(value)) },
          },
        },
      },
    });
    return () => chart.destroy();
  }, [values, level, atLeast, write]);
  return (
    <Frame>
      <canvas ref={canvas} role="img" aria-label={words} />
    </Frame>
  );
}

const Frame = styled.div`
  position: relative;
  height: 180px;
  min-width: 0;
`;
