import { cuts, faceIsMade, facingTool, type RestsOn, type SetupView, type ToolView } from "../ledger/index.ts";
import type { TouchFacts } from "../limits/index.ts";
import { isLatheAxis } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { entersBore, setterSide, wayOf } from "../tool/index.ts";
import type { SolveFor } from "./touchProblem.ts";

/** An entry that a number rests on, and as what. */
interface Rest {
  readonly on: RestsOn;
  readonly entry: string;
}

/**
 * The entries that a touch rests on besides its own readings, as they stand when it is accepted. The setup is seen under the work offset
 * that it is made under, or that it teaches. Empty where it rests on nothing that was entered. Sizes are millimetres.
 */
export function restsOf(setup: SetupView, tool: ToolView, touch: TouchFacts, solveFor: SolveFor): Rest[] {
  const { axis, way, numbers } = touch;
  const rests: Rest[] = [];
  const add = (on: RestsOn, entry: string | undefined) => {
    if (entry !== undefined && entry !== "") rests.push({ on, entry });
  };
  if (solveFor === "work") add("geometry", tool[axis]?.entry);
  else if (countsWork(setup, touch)) add("work", setup.workSaid[setup.workOffset.name]?.[axis]?.entry);
  if (wayOf(way).against === "setter" && isLatheAxis(axis))
    add("trigger", setup.calibrated[setterSide(tool.tool, axis)]?.entry);
  if (axis === "x" && wayOf(way).against === "surface" && wayOf(way).size === "known")
    add("size", sizeEntry(setup, tool, numbers.size));
  if (axis === "z" && wayOf(way).against === "surface" && setup.school !== "datum-face") {
    if (tool.zone.works === "sub") add("length", setup.partLength?.entry);
    else if (!cuts(way) && faceIsMade(setup)) add("face", setup.face?.entry ?? facingTool(setup)?.z?.entry);
  }
  if (way === "centre") add("sweep", tool.mount.sweep?.entry);
  return rests;
}

/** Whether a touch counts the work offset: not on a setter, nor on Z where a datum face is touched. */
export const countsWork = (
  { school }: Pick<SetupView, "school">,
  { axis, way }: Pick<TouchFacts, "axis" | "way">,
): boolean => wayOf(way).against !== "setter" && !(axis === "z" && school === "datum-face");

/** The entry that measured a diameter on which a tool is touched: a skim, the stock, the hole; undefined where none gave it. */
function sizeEntry(
  { tools, hole, stock }: SetupView,
  { tool }: ToolView,
  size: number | undefined,
): string | undefined {
  const isIt = (measured: number | undefined) =>
    measured !== undefined && size !== undefined && Math.abs(measured - size) < TOLERANCES.sameLength;
  if (entersBore(tool)) return isIt(hole?.diameter) ? hole?.source?.entry : undefined;
  const skimmed = tools
    .flatMap(({ x, tool: other }) =>
      x && !x.derived && wayOf(x.way).size === "measured" && !entersBore(other) && isIt(x.size) ? [x] : [],
    )
    .sort((a, b) => b.seq - a.seq)[0];
  return skimmed?.entry ?? (isIt(stock.measuredDiameter) ? stock.measuredEntry : undefined);
}
