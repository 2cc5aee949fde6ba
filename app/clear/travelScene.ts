import type { TravelResult } from "../../core/clearance/index.ts";

/** Width of a travel bar on its sheet. */
const WIDTH = 400;
type Stretch = readonly [from: number, to: number];

/** A travel bar: where the kept room begins, what lies within, what lies beyond it. Sheet units; beyond is cut at the ends. */
export interface TravelBar {
  readonly margins: readonly Stretch[];
  readonly within: Stretch | undefined;
  readonly beyond: readonly Stretch[];
}

/** One axis of one tool to scale: the whole bar is the machine's travel. */
export function barOf(travel: readonly number[], margin: number, result: TravelResult | undefined): TravelBar {
  const [min = 0, max = 1] = travel;
  const place = (at: number) => Math.min(WIDTH, Math.max(0, ((at - min) / (max - min)) * WIDTH));
  const margins: Stretch[] = [
    [0, place(min + margin)],
    [place(max - margin), WIDTH],
  ];
  if (!result || result.low === null || result.high === null) return { margins, within: undefined, beyond: [] };
  const [low, high] = [result.low, result.high];
  const [first, last] = [min + margin, max - margin];
  const beyond: Stretch[] = [];
  if (low < first) beyond.push([place(low), Math.max(place(Math.min(high, first)), LEAST)]);
  if (high > last) beyond.push([Math.min(place(Math.max(low, last)), WIDTH - LEAST), place(high)]);
  const inside: Stretch | undefined =
    high < first || low > last ? undefined : [place(Math.max(low, first)), place(Math.min(high, last))];
  return { margins, within: inside, beyond };
}
/** What is beyond is seen, however little it is. */
const LEAST = 6;
