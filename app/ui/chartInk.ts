/** Colours of a chart, as the theme has them. */
export interface ChartInk {
  readonly point: string;
  readonly limit: string;
  readonly trend: string;
  readonly text: string;
  readonly grid: string;
}

/** The colours at an element: a chart draws on its canvas, where no styles reach. */
export function inkOf(element: Element): ChartInk {
  const of = (name: string) => getComputedStyle(element).getPropertyValue(name).trim();
  return { point: of("--measured"), limit: of("--stop"), trend: of("--spacer"), text: of("--ink"), grid: of("--line") };
}
