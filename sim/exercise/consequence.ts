import { type LatheAxis, toControl } from "../../core/machine/index.ts";
import { familyOf } from "../../core/tool/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import { type LatheCommand, step } from "../lathe/index.ts";
import { activeTool, IDLE } from "../lathe/state.ts";
import { endOf } from "../stock/stock.ts";
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
  return `Every diameter that it makes would come out ${write(miss)} too ${(view.zone.from === "minus" ? -miss : miss) > 0 ? "large" : "small"}.`;
}

/** Runs the tool's approach with the row as it stands; what it hits, in the lathe's own words. */
function approach(bench: Bench, goal: GoalOf<"offset">): string | undefined {
  const { lathe } = bench;
  const view = viewOfGoal(bench, goal);
  const { start, machine } = lathe.config;
  const parked = {
    ...lathe,
    alarm: undefined,
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
  const radius = Math.max(...stock.outer.map(({ v0, v1 }) => Math.max(v0, v1)));
  const x = active.body.mode === "outside" ? active.side * 2 * (radius + AHEAD) : 0;
  const word = (axis: LatheAxis, value: number) =>
    `${axis.toUpperCase()}${toControl(machine, axis, value, "program", active.zone).toFixed(machine.units === "mm" ? 3 : 4)}`;
  const commands: readonly LatheCommand[] = [
    { do: "single-block", on: false },
    { do: "rapid-override", percent: 100 },
    { do: "mdi", text: `G0 ${word("x", x)}\nG0 ${word("z", endOf(stock) + AHEAD)}` },
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
