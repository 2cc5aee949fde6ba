import { zoneOf } from "../../core/machine/index.ts";
import { type Answer, accepted, refused } from "../../core/refusal.ts";
import { advise } from "../../sim/exercise/advice/advice.ts";
import { type Exercise, exerciseSchema } from "../../sim/exercise/exercise.ts";
import { machineOf } from "../../sim/exercise/exerciseSetup.ts";
import { TRAINING_MACHINES } from "../../sim/exercise/machines.ts";
import { open } from "../../sim/exercise/run.ts";
import { SHIPPED } from "../../sim/exercise/shipped/index.ts";
import { type SchemaRefusal, validator } from "../validation/validate.server.ts";

const readSchema = validator<Exercise>(exerciseSchema);

type ExerciseRefusal = Omit<SchemaRefusal, "code"> & { readonly code: "schema" | "bad-exercise" };

/**
 * Reads an exercise of the shop's own: its form by the schema, then what no schema sees: that its machine, tools and goals
 * belong together, and that its lathe can be put up and worked at.
 */
export function readExercise(json: unknown): Answer<Exercise, ExerciseRefusal> {
  const read = readSchema(json);
  if (!read.ok) return read;
  const exercise = read.value;
  const no = (field: string, message: string) =>
    refused({ code: "bad-exercise" as const, message, fields: { [field]: message } });
  if (SHIPPED.some(({ id }) => id === exercise.id))
    return no("id", `“${exercise.id}” is one of the exercises that come with Luvrit. Choose another id.`);
  if (typeof exercise.machine === "string" && !TRAINING_MACHINES[exercise.machine])
    return no(
      "machine",
      `There is no training machine “${exercise.machine}”: ${Object.keys(TRAINING_MACHINES).join(", ")}.`,
    );
  const machine = machineOf(exercise);
  const offsets = exercise.tools.map(({ offset }) => offset);
  const stations = exercise.tools.map(({ station }) => station);
  const twice = (names: readonly string[]) => names.find((name, index) => names.indexOf(name) !== index);
  const again = twice(offsets);
  if (again !== undefined) return no("tools", `Offset ${again} is there twice.`);
  const crowded = twice(stations);
  if (crowded !== undefined) return no("tools", `Two tools stand in station ${crowded}.`);
  const known = machine.stations?.map(({ id }) => id);
  const lost = known && stations.find((station) => !known.includes(station));
  if (lost !== undefined) return no("tools", `This machine has no station ${lost}.`);
  const tail = exercise.tools.find(({ station }) => zoneOf(machine, station).works === "sub");
  if (tail && !exercise.stock.stickOut) return no("stock", "A back tool wants a part in the sub-spindle.");
  for (const goal of exercise.goals) {
    const asked =
      "copyOf" in goal && goal.copyOf !== undefined ? goal.copyOf : "offset" in goal ? goal.offset : undefined;
    const second = exercise.rows?.some(({ offset }) => offset === asked);
    if (asked !== undefined && !offsets.includes(asked) && !second)
      return no("goals", `A goal is about offset ${asked}, which no tool has.`);
    if (
      goal.goal === "answer" &&
      (goal.retract === undefined) === (goal.choices === undefined || goal.right === undefined)
    )
      return no("goals", "A question has choices with the right one among them, or asks for a retract.");
    if (goal.goal === "answer" && goal.right !== undefined && goal.right >= (goal.choices?.length ?? 0))
      return no("goals", "The right choice is counted from 0 and has to be one of the choices.");
  }
  try {
    const { bench, facts } = open(exercise, 1);
    advise(bench, facts);
  } catch (failure) {
    // What a lathe cannot be made of is the exercise's fault here, not the program's.
    return no(
      "tools",
      `No lathe can be put up for this: ${(failure as Error).message.replace(/^Invariant broken: /, "")}.`,
    );
  }
  return accepted(exercise);
}
