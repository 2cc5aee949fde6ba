import { firstEdge, type SetupView, type ToolView } from "../ledger/index.ts";
import { setupLists } from "../program/index.ts";

/** A second offset that the program calls for a blade, and that is not made yet. */
export interface CalledSecond {
  readonly offset: string;
  /** The blade, by its first offset. */
  readonly of: ToolView;
}

/** The second offsets that the program calls for blades which stand in their stations, in the order of the program. Empty without one. */
export function calledSeconds(setup: SetupView): readonly CalledSecond[] {
  const { tools } = setup;
  const taken = new Set(tools.map(({ offset }) => offset));
  return (setupLists(setup)?.proposed ?? []).flatMap(({ station, offsets }) => {
    const of = tools.find((tool) => !tool.second && tool.station === station && firstEdge(tool) !== undefined);
    if (!of || !offsets.includes(of.offset)) return [];
    return offsets.filter((offset) => !taken.has(offset)).map((offset) => ({ offset, of }));
  });
}
