import { type LatheAxis, toControl } from "../../core/machine/index.ts";
import { familyOf } from "../../core/tool/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import { type LatheCommand, step } from "../lathe/index.ts";
import { type ActiveTool, activeTool, IDLE } from "../lathe/state.ts";
import { endOf, type Stock } from "../stock/stock.ts";
import type { Bench } from "./bench.ts";
import type { GoalOf } from "./exercise.ts";
import { viewOfGoal } from "./goalTruth.ts";

/** Room that a program leaves in rapid before it begins to cut, true distance in millimetres. */
const AHEAD = 2;

/**
 * What a wrong offset would have done at the machine: the tool's own approach is run with it on the simulated lathe. Where
 * nothing is hit, by how much the part would have come out wrong.
 */
export function consequence(bench: Bench, goal: GoalOf<"offset">, miss: number): string {
  const hit = approach(bench, goal);
  if (hit !== undefined) return `At the machine: ${hit}`;
  const view = viewOfGoal(bench, goal);
  const { units } = bench.lathe.config.machine;
  const write = (millimetres: number) => formatMillimetres(Math.abs(millimetres), units);
  const family = familyOf(view.tool);
  if (goal.axis === "z")
    return miss > 0
      ? `Every length that it makes would end ${write(miss)} short of the drawing, towards the free end.`
      : `It would cut ${write(miss)} too deep towards the chuck.`;
  if (goal.axis === "y" || family === "on-centre" || family === "axial")
    return `It would work ${write(goal.axis === "y" ? miss : miss / 2)} beside the centre.`;
  const isLarge = (view.zone.from === "minus" ? -miss : miss) > 0;
  const isInside = family === "bore";
  const deeper = isLarge === isInside ? Math.abs(miss) / 2 : 0;
  if (deeper > (isInside ? BURIED.inside : BURIED.outside))
    return `At the machine: ${view.tool.description} would run into the end face ${write(deeper)} deeper than the cut that is meant.`;
  return `Every diameter that it makes would come out ${write(miss)} too ${isLarge ? "large" : "small"}.`;
}

/** So much deeper than meant, on the radius, no tool cuts: it breaks, or pushes the part out of the chuck. Millimetres. */
const BURIED = { inside: 2, outside: 4 };
/** How far a light cut goes along the part, and how far into it on the radius, millimetres. */
const CUT = { along: 4, deep: 0.3 };

/** The way of a program's first cut with the row as it stands: approach in rapid, down to size, along the part. What it hits, in the lathe's own words. */
function approach(bench: Bench, goal: GoalOf<"offset">): string | undefined {
  const { lathe } = bench;
  const view = viewOfGoal(bench, goal);
  const { start, machine } = lathe.config;
  const parked = {
    ...lathe,
    alarm: undefined,
    isCrashed: false,
    program: IDLE,
    spacer: undefined,
    setter: "parked" as const,
    door: "shut" as const,
    readout: start,
    slide: start,
    station: view.station,
    offset: goal.offset,
    isTouching: false,
    spindle: { run: "forward" as const, rpm: 900 },
    isHomed: true,
    isCrushed: false,
    isPressed: false,
  };
  const active = activeTool(parked);
  const stock = active && parked.stock[active.works];
  if (!active || !stock) return undefined;
  const word = (axis: LatheAxis, value: number) =>
    `${axis.toUpperCase()}${toControl(machine, axis, value, "program", active.zone).toFixed(machine.units === "mm" ? 3 : 4)}`;
  const commands: readonly LatheCommand[] = [
    { do: "single-block", on: false },
    { do: "rapid-override", percent: 100 },
    { do: "mdi", text: firstCut(active, stock, word).join("\n") },
    { do: "cycle-start" },
    { do: "advance", milliseconds: 60_000 },
  ];
  let state: typeof lathe = parked;
  for (const command of commands) {
    const done = step(state, command);
    const crash = done.events.find(({ kind }) => kind === "crash" || kind === "alarm" || kind === "stalled");
    if (crash) return crash.message;
    state = done.state;
  }
  return undefined;
}

/** Lines of a first cut as a program has them; a driven tool only comes up. */
function firstCut(
  { body, side, tool: { tool } }: ActiveTool,
  stock: Stock,
  word: (axis: LatheAxis, value: number) => string,
): readonly string[] {
  const radius = Math.max(...stock.outer.map(({ v0, v1 }) => Math.max(v0, v1)));
  const end = endOf(stock);
  const isOutside = body.mode === "outside";
  const hole = stock.inner.at(-1)?.v1 ?? 0;
  const clear = isOutside ? radius + AHEAD : body.mode === "inside" ? Math.max(0, hole - CUT.deep) : 0;
  const size = isOutside ? radius - CUT.deep : body.mode === "inside" ? hole + CUT.deep : 0;
  const x = (radial: number) => word("x", side * 2 * radial);
  const feed = "F0.1";
  const approach = [`G0 ${x(clear)}`, `G0 ${word("z", end + AHEAD)}`];
  if (body.isLive || tool.kind === "groove-face" || (body.mode === "inside" && hole === 0)) return approach;
  // A blade goes in from above, beside the end.
  if (isOutside && "width" in tool && "depth" in tool)
    return [...approach, `G0 ${word("z", end - CUT.along - tool.width)}`, `G1 ${x(size)} ${feed}`];
  return [...approach, `G0 ${x(size)}`, `G1 ${word("z", end - CUT.along)} ${feed}`];
}
