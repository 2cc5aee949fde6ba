import { AXIS_NAME, offsetNumber } from "../../core/machine/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import type { Exercise, Goal } from "./exercise.ts";
import { machineOf } from "./exerciseSetup.ts";

/** A goal as the learner reads it. */
export function goalWords(exercise: Exercise, goal: Goal): string {
  const machine = machineOf(exercise);
  const number = (offset: string) => offsetNumber(machine, offset);
  const tool = (offset: string) => exercise.tools.find((one) => one.offset === offset)?.tool.description;
  const write = (millimetres: number) => formatMillimetres(millimetres, machine.units);
  switch (goal.goal) {
    case "offset": {
      const what = `${AXIS_NAME[goal.axis]} of offset ${number(goal.offset)}`;
      if (goal.kept) return `${what} stays right`;
      if (goal.teaches) return `Teach the work offset’s ${AXIS_NAME[goal.axis]} with offset ${number(goal.offset)}`;
      if (goal.copyOf) return `${what}: the ${goal.edge ?? "same"} edge of offset ${number(goal.copyOf)}`;
      return `${what}, ${tool(goal.offset) ?? ""}`;
    }
    case "nose":
      return `Nose radius and tip orientation of offset ${number(goal.offset)}`;
    case "proved":
      return `Prove offset ${number(goal.offset)} by two lines`;
    case "part":
      return goal.isDrilled
        ? `Drill ${write(goal.diameter)}, past Z ${write(goal.atZ)}`
        : `${goal.side === "bore" ? "Bore" : "Turn"} ${write(goal.diameter)} ± ${write(goal.within)} at Z ${write(goal.atZ)}`;
    case "wall":
      return `The ${goal.edge} wall at Z ${write(goal.z)} ± ${write(goal.within)}, by offset ${number(goal.offset)}`;
    case "calls":
      return "Every call of the program brings its own tool";
    case "true-holder":
      return `The holder in station ${goal.station} true within ${write(goal.within)}`;
    case "combs":
      return "The combs mesh: no tool meets another";
    case "answer":
      return goal.question;
  }
}
