import { chosenEdge, type SetupView } from "../ledger/index.ts";
import { mainZone } from "../machine/index.ts";
import { type LeftWord, programMachine, programMotions } from "../program/index.ts";
import { familyOf, type Tool } from "../tool/index.ts";
import type { CutterShape } from "./cutterShape.ts";
import { dimensionsOf } from "./dimensions.ts";
import { finishedPart } from "./finishedPart.ts";
import type { PartTool } from "./partMoves.ts";
import { type PartSide, partStockOf } from "./partOfSteps.ts";

/** The part that a setup's program makes, and what is not certain of it. */
export interface PartOfSetup {
  /** The main spindle's side first; empty where nothing cuts. */
  readonly sides: readonly PartSide[];
  /** Offsets that the program calls and that have no tool in the setup: followed by what the program says of them. */
  readonly assumed: readonly string[];
  /** Whether its program made it, or the steps that were typed where there is none. */
  readonly by: "program" | "steps";
  /** Words of the program that are not carried out: what they make is not in the drawing. */
  readonly left: readonly LeftWord[];
}

/**
 * The finished part of a setup from the text of its program, with the setup's own tools and stock. What the part is where a tool is not loaded,
 * rests on what the program says of that tool, or else on a sharp corner. Millimetres.
 */
export function partOfSetup(setup: SetupView, text: string): PartOfSetup {
  const { motions, reading } = programMotions(text, programMachine(setup.machine));
  const loaded = new Map<string, PartTool>(
    setup.tools.map((view) => [
      view.offset,
      { offset: view.offset, tool: view.tool, zone: view.zone, edge: chosenEdge(view) },
    ]),
  );
  const proposed = proposedTools(setup);
  const guess = (offset: string): CutterShape["makes"] => {
    const kind = setup.programRead?.tools.find(({ offsets }) => offsets.includes(offset))?.kind;
    if (kind === undefined) return "outside";
    const family = familyOf({ kind });
    return family === "bore" ? "bore" : family === "face-groove" ? "face" : "outside";
  };
  const called = new Set(motions.filter(({ kind }) => kind === "feed").map(({ modes }) => modes.offset));
  const sides = (["main", "sub"] as const).flatMap((works): readonly PartSide[] => {
    if (works === "sub" && !setup.tools.some(({ zone }) => zone.works === "sub")) return [];
    const part = finishedPart(
      motions,
      (offset) => loaded.get(offset) ?? proposed.get(offset),
      partStockOf(setup, works),
      {
        works,
        guess,
        zone: mainZone(setup.machine),
      },
    );
    return part ? [{ ...part, dimensions: dimensionsOf(part) }] : [];
  });
  return {
    sides,
    by: "program",
    assumed: [...called].filter((offset) => offset !== "0" && !loaded.has(offset)),
    left: reading.followed?.left ?? [],
  };
}

/** Tools that are not loaded, as far as the program's words and cycles say their sizes. */
function proposedTools({ programRead, machine }: SetupView): ReadonlyMap<string, PartTool> {
  const zone = mainZone(machine);
  const tools = (programRead?.tools ?? []).flatMap(({ kind, offsets, diameter, width, words }) => {
    const tool = proposedTool(kind, words || "not loaded", diameter, width);
    return tool ? offsets.map((offset): readonly [string, PartTool] => [offset, { offset, tool, zone }]) : [];
  });
  return new Map(tools);
}

/** Point angle of an ordinary drill, degrees. */
const POINT_ANGLE = 118;

function proposedTool(
  kind: Tool["kind"] | undefined,
  description: string,
  diameter: number | undefined,
  width: number | undefined,
): Tool | undefined {
  const plain = { description, overhang: 0 };
  if (kind === undefined) return undefined;
  if ((kind === "drill" || kind === "reamer" || kind === "tap") && diameter !== undefined)
    return { ...plain, kind, diameter, pointAngle: kind === "drill" ? POINT_ANGLE : 180, programmed: "point" };
  if ((kind === "groove-outside" || kind === "part-off") && width !== undefined)
    return { ...plain, kind, width, cornerRadius: 0, depth: width, shank: width, programmed: "left" };
  if (kind === "bar-stop" || kind === "bar-puller") return { ...plain, kind, diameter: diameter ?? 1 };
  if (kind === "thread-outside") return { ...plain, kind, insert: "", width: 1, pitch: 1, shank: 1, toShoulder: false };
  if (kind === "thread-bore")
    return { ...plain, kind, insert: "", width: 1, pitch: 1, bar: 1, smallestBore: 1, toShoulder: false };
  if (familyOf({ kind }) === "cross" || familyOf({ kind }) === "axial")
    return {
      ...plain,
      kind: familyOf({ kind }) === "cross" ? "live-cross-cutter" : "live-axial-cutter",
      diameter: diameter ?? 1,
      pointAngle: 180,
    };
  return undefined;
}
