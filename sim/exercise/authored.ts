import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import { LATHE_AXES } from "../../core/machine/index.ts";
import type { TouchWay } from "../../core/tool/index.ts";
import type { Exercise, ExerciseTool, Goal } from "./exercise.ts";
import type { Skill } from "./skills.ts";

/** What a lead says of an exercise that is made from a setup. */
interface Authoring {
  readonly id: string;
  readonly title: string;
  readonly task: string;
  readonly skill: Skill;
  /** Offsets of the tools that were off and have to be set. */
  readonly toSet: readonly string[];
  /** How near X and Z have to come, millimetres, X on the diameter. */
  readonly within: { readonly x: number; readonly z: number };
  readonly withNose: boolean;
  readonly withProof: boolean;
}

/** Ways that an exercise can be reached by from the start: what needs a preset or a slide is set up by hand in the file. */
const ASKED: readonly TouchWay[] = ["skim", "paper", "setter", "centre"];

/**
 * An exercise from a setup: its machine, stock, work offset and tools with what the control is to hold, which becomes the
 * old row; the tools that are to be set come back elsewhere by the scatter of their holders. Tools whose offsets are not
 * known yet stand where such a machine has them.
 */
export function exerciseOfSetup(setup: SetupView, authoring: Authoring): Exercise {
  const { stock, workOffset, machine } = setup;
  const first = setup.tools.filter(({ second }) => second === undefined);
  const tools = first.map((view): ExerciseTool => {
    const row = rowOf(view);
    const isLoose = view.way.x === "slide" || view.way.z === "slide";
    return {
      offset: view.offset,
      station: view.station,
      tool: view.tool,
      ...(row && { control: row }),
      ...(authoring.toSet.includes(view.offset) && !isLoose && { remounted: true }),
      ...(isLoose && { isLoose: true }),
    };
  });
  const goals = first
    .filter(({ offset }) => authoring.toSet.includes(offset))
    .flatMap((view): readonly Goal[] => [
      ...LATHE_AXES.map((axis): Goal => {
        const way = ASKED.includes(view.way[axis]) || view.way[axis] === "slide" ? view.way[axis] : "paper";
        return { goal: "offset", offset: view.offset, axis, within: authoring.within[axis], way };
      }),
      ...(authoring.withNose ? [{ goal: "nose", offset: view.offset } as const] : []),
      ...(authoring.withProof ? [{ goal: "proved", offset: view.offset } as const] : []),
    ]);
  const { measuredDiameter, measuredEntry: _entry, grip: _grip, ...described } = stock;
  return {
    format: "luvrit-exercise",
    version: 1,
    id: authoring.id,
    title: authoring.title,
    skill: authoring.skill,
    task: authoring.task,
    machine,
    school: setup.school,
    ...(setup.master !== undefined && { master: setup.master }),
    stock: {
      ...described,
      ...(measuredDiameter !== undefined && { nominalDiameter: measuredDiameter, oversize: 0 }),
      ...(setup.hole && { hole: setup.hole.diameter }),
      isTurned: true,
    },
    workOffset: { x: workOffset.x ?? 0, y: workOffset.y ?? 0, z: workOffset.z ?? 0 },
    tools,
    gauges: ["micrometer", "bore-gauge", "caliper"],
    spacers: [{ kind: "paper", thickness: machine.units === "in" ? 0.0889 : 0.09 }],
    goals,
    minutes: Math.max(3, goals.length * 2),
  };
}

function rowOf({ x, y, z, control, tool, nose }: ToolView): ExerciseTool["control"] | undefined {
  const at = (touch: ToolView["x"], held: number | undefined) => touch?.exact ?? held;
  const [atX, atY, atZ] = [at(x, control?.x), at(y, control?.y), at(z, control?.z)];
  if (atX === undefined || atZ === undefined) return undefined;
  const round = (value: number) => Math.round(value * 1e5) / 1e5;
  const radius = nose?.noseRadius ?? control?.noseRadius;
  return {
    x: round(atX),
    z: round(atZ),
    ...(atY !== undefined && { y: round(atY) }),
    ...(radius !== undefined && "insert" in tool && { noseRadius: radius }),
    ...(control?.orientation !== undefined && { orientation: control.orientation }),
  };
}

/** What a lead changes of another exercise. */
interface Variation {
  readonly id: string;
  readonly title: string;
  readonly task: string;
  readonly skill: Skill;
  /** How near X and Z have to come, and a part’s sizes; millimetres. What is left out stays as it is. */
  readonly within: { readonly x?: number; readonly z?: number };
  readonly gauges: Exercise["gauges"];
  /** Thickness of the paper on the bench. */
  readonly paper?: number;
}

/** An exercise like another one: the same lathe and goals, told anew, held to other tolerances, with other things on the bench. */
export function exerciseLike(other: Exercise, { within, paper, ...told }: Variation): Exercise {
  const goals = other.goals.map((goal): Goal => {
    if (goal.goal === "offset") return { ...goal, within: (goal.axis === "z" ? within.z : within.x) ?? goal.within };
    if (goal.goal === "part" && !goal.isDrilled) return { ...goal, within: within.x ?? goal.within };
    if (goal.goal === "wall") return { ...goal, within: within.z ?? goal.within };
    return goal;
  });
  const spacers = other.spacers.map((spacer) =>
    spacer.kind === "paper" && paper !== undefined ? { ...spacer, thickness: paper } : spacer,
  );
  return { ...other, ...told, goals, spacers };
}
