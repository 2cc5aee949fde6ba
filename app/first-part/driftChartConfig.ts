import type { ChartConfiguration } from "chart.js";
import type { Drift, DriftPoint } from "../../core/correction/index.ts";
import type { ChartInk } from "../ui/chartInk.ts";

/** A dimension over the parts as a chart: what was measured, the limits, nominal, and the trend since the last correction. */
export function driftChartConfig(
  points: readonly DriftPoint[],
  since: number,
  { perPart, now }: Drift,
  { lower, upper }: { readonly lower: number; readonly upper: number },
  toUnit: (millimetres: number) => number,
  ink: ChartInk,
): ChartConfiguration<"scatter" | "line"> {
  const [first, last] = [points[0]?.part ?? 1, points.at(-1)?.part ?? 1];
  const ends = [Math.max(1, first - 1), last + Math.max(1, Math.round((last - first) * 0.15))] as const;
  const level = (value: number) => ends.map((x) => ({ x, y: toUnit(value) }));
  const line = (data: { x: number; y: number }[], stroke: string, dash: number[]) => ({
    type: "line" as const,
    data,
    borderColor: stroke,
    borderWidth: 2,
    borderDash: dash,
    pointRadius: 0,
  });
  const began = points.find(({ seq }) => seq > since)?.part ?? last;
  const trend =
    perPart === undefined || now === undefined
      ? []
      : [began, ends[1]].map((x) => ({ x, y: toUnit(now + perPart * (x - last)) }));
  /** Parts before the last correction are rings, those since are dots. */
  const dots = (of: readonly DriftPoint[], fill: string) => ({
    type: "scatter" as const,
    data: thinnedPoints(of, MOST_COLUMNS).map(({ part, deviation }) => ({ x: part, y: toUnit(deviation) })),
    backgroundColor: fill,
    borderColor: ink.point,
    pointRadius: points.length > 200 ? 1.5 : 4,
  });
  return {
    type: "scatter",
    data: {
      datasets: [
        dots(
          points.filter(({ seq }) => seq <= since),
          "transparent",
        ),
        dots(
          points.filter(({ seq }) => seq > since),
          ink.point,
        ),
        line(level(upper), ink.limit, []),
        line(level(lower), ink.limit, []),
        line(level(0), ink.text, [8, 4, 2, 4]),
        line(trend, ink.trend, [5, 4]),
      ],
    },
    options: {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      normalized: true,
      events: [],
      scales: {
        x: {
          type: "linear",
          min: ends[0],
          max: ends[1],
          grid: { color: ink.grid },
          title: { display: true, text: "part", color: ink.text },
          ticks: { precision: 0, color: ink.text },
        },
        y: { grid: { color: ink.grid }, ticks: { color: ink.text, font: { size: 13 } } },
      },
    },
  };
}

/** Columns of pixels that a chart has at least; more dots than two in each cannot be told apart. */
const MOST_COLUMNS = 250;

/** Of very many points the highest and the lowest in each of as many columns, in order: what the eye would see of them all. */
export function thinnedPoints(points: readonly DriftPoint[], columns: number): readonly DriftPoint[] {
  if (points.length <= 2 * columns) return points;
  const thinned: DriftPoint[] = [];
  for (let column = 0; column < columns; column++) {
    const [from, to] = [column, column + 1].map((edge) => Math.floor((edge * points.length) / columns)) as [
      number,
      number,
    ];
    let [low, high] = [from, from];
    for (let index = from; index < to; index++) {
      if ((points[index] as DriftPoint).deviation < (points[low] as DriftPoint).deviation) low = index;
      if ((points[index] as DriftPoint).deviation > (points[high] as DriftPoint).deviation) high = index;
    }
    for (const index of low === high ? [low] : [Math.min(low, high), Math.max(low, high)])
      thinned.push(points[index] as DriftPoint);
  }
  return thinned;
}
