import { type Command, type Entry, fold, makeEntry, type SetupView, viewSetup } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { invariant } from "../../core/refusal.ts";
import type { Exercise, ExerciseTool, GoalOf } from "./exercise.ts";
import { TRAINING_MACHINES } from "./machines.ts";

const AT = "2026-01-01T06:00:00.000Z";
const TOLERANCE = { x: 0.025, z: 0.05 };

/** The machine that an exercise is set on; a name that is not known is settled when the exercise is read. */
export function machineOf({ machine, school }: Exercise): MachineProfile {
  const profile = typeof machine === "string" ? TRAINING_MACHINES[machine] : machine;
  invariant(profile, "an exercise stands on a machine that is known");
  return school === undefined ? profile : { ...profile, school };
}

/** The goals that are about the sum of an axis. */
export const offsetGoals = ({ goals }: Exercise): readonly GoalOf<"offset">[] =>
  goals.filter((goal): goal is GoalOf<"offset"> => goal.goal === "offset");

const known = new WeakMap<Exercise, SetupView>();

/**
 * The setup that an exercise is about, as Luvrit would know it: everything a setter is told, nothing of the truth. It is
 * folded from entries like any other, so that the same functions advise, judge and draw.
 */
export function setupOf(exercise: Exercise): SetupView {
  const found = known.get(exercise) ?? viewSetup(fold(entriesOf(exercise)));
  known.set(exercise, found);
  return found;
}

function entriesOf(exercise: Exercise): readonly Entry[] {
  const { stock, tools, workOffset } = exercise;
  const { faceMoved: _moved, partTooLong: _long, isTurned: _turned, hole, ...described } = stock;
  const commands: Omit<Command, "id">[] = [
    {
      kind: "setup-opened",
      payload: {
        job: exercise.id,
        part: exercise.title,
        operation: "practice",
        program: "",
        machine: machineOf(exercise),
        stock: described,
        workOffset: { name: "G54", x: 0, z: 0, ...workOffset },
        ...(exercise.master !== undefined && { master: exercise.master }),
        ...(hole !== undefined && { hole }),
      },
    },
    ...tools.map(({ offset, station, tool }) => ({
      kind: "tool-loaded" as const,
      payload: { offset, station, tool, tolerance: TOLERANCE },
    })),
    ...tools.flatMap(({ offset, control }) => (control ? [rowRecorded(offset, control)] : [])),
    ...offsetGoals(exercise).flatMap(({ offset, axis, way, edge, copyOf }) =>
      way === undefined || copyOf !== undefined
        ? []
        : [{ kind: "way-chosen" as const, payload: { offset, axis, way, ...(edge && { programmed: edge }) } }],
    ),
  ];
  return commands.map((command, index) => {
    const id = `00000000-0000-4000-8000-${String(index + 1).padStart(12, "0")}`;
    return makeEntry({ ...command, id } as Command, index + 1, { base: index, person: "", device: "", at: AT });
  });
}

function rowRecorded(offset: string, row: NonNullable<ExerciseTool["control"]>): Omit<Command, "id"> {
  const { wearX = 0, wearZ = 0, noseRadius = 0, orientation = 0, ...place } = row;
  return { kind: "control-row-recorded", payload: { offset, ...place, wearX, wearZ, noseRadius, orientation } };
}
