import { type Axis, isLatheAxis, mainZone, perAxis, toControl, wearField, zoneOf } from "../../core/machine/index.ts";
import { sideOf } from "../body/body.ts";
import { type Chance, normal } from "../chance.ts";
import {
  createLathe,
  type LatheConfig,
  type LatheState,
  type LatheTool,
  REMOUNT_SCATTER,
  type StoredRow,
  step,
} from "../lathe/index.ts";
import { fromOutline, latheOfSetup } from "../workshop/latheOfSetup.ts";
import type { Bench } from "./bench.ts";
import type { Exercise, ExerciseTool } from "./exercise.ts";
import { offsetGoals, setupOf } from "./exerciseSetup.ts";

/** Nearer than this, and farther, no holder comes back in an exercise: standard deviations. There is always something to find. */
const NEAREST = 0.5;
const FARTHEST = 2;
/** A loose tool is pushed this far back into its holder, true distance. */
const PUSHED_BACK = 6;

/**
 * Opens an exercise: the lathe with its hidden truth. Tools that were off stand elsewhere than their rows say, by the
 * scatter of their holders; the same seed makes the same truth.
 */
export function openBench(exercise: Exercise, seed: number): Bench {
  const setup = setupOf(exercise);
  const plain = latheOfSetup(setup, seed);
  let chance: Chance = (seed * 7919) | 0;
  const scattered = (sigma: number) => {
    const [slip, next] = normal(chance, sigma);
    chance = next;
    const by = Math.min(Math.max(Math.abs(slip), NEAREST * sigma), FARTHEST * sigma);
    return slip < 0 ? -by : by;
  };
  const slid = offsetGoals(exercise).filter(({ way }) => way === "slide");
  const { faceMoved = 0, partTooLong, isTurned, drillFirst } = exercise.stock;
  const tools = plain.tools.map((tool): LatheTool => {
    const told = exercise.tools.find(({ offset }) => offset === tool.offset) as ExerciseTool;
    const holder = told.holder ?? tool.holder ?? "fixed";
    const scatter = told.remounted ? REMOUNT_SCATTER[holder] : { x: 0, z: 0 };
    const [byX, byZ] = [scattered(scatter.x), scattered(scatter.z)];
    const { moved = { x: 0, z: 0 }, besideCentre = { x: 0, y: 0 } } = told;
    const zone = zoneOf(setup.machine, tool.station);
    const side = sideOf(tool.tool, zone);
    const back = (axis: Axis) =>
      told.isLoose && slid.some((goal) => goal.offset === told.offset && goal.axis === axis) ? PUSHED_BACK : 0;
    const view = setup.tools.find(({ offset }) => offset === told.offset);
    // Where its row says, unless nothing is known of it.
    const stands = (axis: Axis) =>
      view?.control?.[axis] === undefined
        ? tool.at[axis]
        : view.control[axis] + (view.work[axis] ?? 0) + fromOutline(view, axis);
    return {
      ...tool,
      holder,
      isLoose: told.isLoose === true,
      at: {
        ...perAxis(stands),
        x: stands("x") + byX + moved.x + 2 * besideCentre.x - side * 2 * back("x"),
        y: stands("y") + besideCentre.y,
        z: stands("z") + byZ + moved.z + (zone.works === "main" ? faceMoved : 0) - back("z"),
      },
    };
  });
  const { parts } = plain;
  const { hole, ...solid } = parts.main;
  const config: LatheConfig = {
    ...plain,
    tools,
    parts: {
      main: { ...solid, ...(isTurned && { toFace: 0 }), ...(hole !== undefined && !drillFirst && { hole }) },
      ...(parts.sub && { sub: { ...parts.sub, toFace: partTooLong ?? 0 } }),
    },
    // A tool's length is what it is, wherever the face lies.
    trueWork: { ...plain.trueWork, z: plain.trueWork.z + faceMoved },
    rows: { ...plain.rows, ...secondRows(exercise) },
    ...(exercise.setterOff && { setterOff: exercise.setterOff }),
  };
  const lathe = withLost(createLathe(config, seed), exercise.lost);
  return {
    exercise,
    lathe,
    program: exercise.program ?? "",
    untrue: Object.fromEntries(exercise.tools.flatMap(({ station, untrue }) => (untrue ? [[station, untrue]] : []))),
    places: {},
    answers: {},
  };
}

/** Slides that stand somewhere in their travel, with a count that says another place. */
function withLost(lathe: LatheState, lost: Exercise["lost"]): LatheState {
  if (lost === undefined) return lathe;
  const inTravel = { ...lathe.readout, x: lathe.readout.x - LOST.in, z: lathe.readout.z - LOST.in };
  const stood: LatheState = { ...lathe, readout: inTravel, slide: inTravel };
  if (lost === "power") return step(stood, { do: "power-cycle" }).state;
  // It ran against its stop in X, and counted on.
  return {
    ...stood,
    readout: { ...inTravel, x: inTravel.x + LOST.by },
    lost: { ...stood.lost, x: -LOST.by },
    isHomed: false,
  };
}
/** How far the slides stand in their travel when the count is lost, and by how much a stalled drive counted on, millimetres. */
const LOST = { in: 40, by: 2.6 };

/** Rows of second offsets, as this control stores them. */
function secondRows(exercise: Exercise): Readonly<Record<string, StoredRow>> {
  const setup = setupOf(exercise);
  return Object.fromEntries(
    (exercise.rows ?? []).map(({ offset, noseRadius = 0, orientation = 0, ...row }) => {
      const goal = offsetGoals(exercise).find((one) => one.offset === offset);
      const zone = setup.tools.find((tool) => tool.offset === goal?.copyOf)?.zone ?? mainZone(setup.machine);
      const stored = (axis: Axis, value: number) => toControl(setup.machine, axis, value, "tool-offset", zone);
      const geometry = perAxis((axis) => stored(axis, row[axis] ?? 0));
      const wear = perAxis((axis) => (isLatheAxis(axis) ? stored(axis, row[wearField(axis)] ?? 0) : 0));
      return [offset, { geometry, wear, noseRadius, orientation }];
    }),
  );
}
