import { combConflicts, combsOfSetup, smallestGap } from "../../core/clearance/index.ts";
import { type SetupView, withWorkOffset } from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import { normal } from "../chance.ts";
import { type LatheCommand, type LatheEvent, type LatheState, step } from "../lathe/index.ts";
import { endOf } from "../stock/stock.ts";
import type { Exercise } from "./exercise.ts";
import { setupOf } from "./exerciseSetup.ts";

/** What can be done in an exercise besides working the lathe. */
export type BenchAct =
  | LatheCommand
  /** Changes the program in the control. */
  | { readonly do: "edit-program"; readonly text: string }
  /** Runs an indicator along the shaft in a radial holder. */
  | { readonly do: "indicate"; readonly station: string }
  /** Turns a radial holder on its bolt by its set screws, over 100 mm of shaft. */
  | { readonly do: "turn-holder"; readonly station: string; readonly by: number }
  /** Puts a tool into another slot; what stands there comes into its own. */
  | { readonly do: "move-tool"; readonly offset: string; readonly to: string }
  /** Measures how long the part in the sub-spindle truly is, as more than the drawing says. */
  | { readonly do: "measure-length" }
  /** Measures where a wall of a groove lies, from the finished face. */
  | { readonly do: "measure-wall"; readonly near: number }
  /** Says what the display of an axis will read once the next number has been entered, in the control's own unit and sign. */
  | { readonly do: "predict"; readonly axis: Axis; readonly number: number }
  | { readonly do: "answer"; readonly goal: number; readonly value: number };

/** An exercise as it stands at one moment: plain data over its exercise. */
export interface Bench {
  readonly exercise: Exercise;
  readonly lathe: LatheState;
  readonly program: string;
  /** How far each radial holder is out of true over 100 mm, by station. */
  readonly untrue: Readonly<Record<string, number>>;
  /** Where tools stand, by offset, where they were moved. */
  readonly places: Readonly<Record<string, string>>;
  readonly answers: Readonly<Record<number, number>>;
}

interface BenchStep {
  readonly bench: Bench;
  readonly events: readonly LatheEvent[];
}

/** Length over which a radial holder's shaft is indicated, millimetres. */
export const SHAFT = 100;

const written = (millimetres: number, { lathe }: Bench) => formatMillimetres(millimetres, lathe.config.machine.units);

/** A step of this height or more is a wall. Millimetres of radius. */
const WALL = 0.3;

/** One thing done. Pure: the same bench and act give the same bench and events. */
export function applyAction(bench: Bench, one: BenchAct): BenchStep {
  switch (one.do) {
    case "edit-program":
      return { bench: { ...bench, program: one.text }, events: [] };
    case "predict":
      return { bench, events: [] };
    case "answer":
      return { bench: { ...bench, answers: { ...bench.answers, [one.goal]: one.value } }, events: [] };
    case "indicate": {
      const [slip, chance] = normal(bench.lathe.chance, 0.001);
      const value = Math.round(((bench.untrue[one.station] ?? 0) + slip) * 1000) / 1000;
      const message = `The indicator moves ${written(value, bench)} over ${SHAFT} mm of shaft.`;
      return { bench: { ...bench, lathe: { ...bench.lathe, chance } }, events: [{ kind: "sweep", message, value }] };
    }
    case "turn-holder": {
      const untrue = { ...bench.untrue, [one.station]: (bench.untrue[one.station] ?? 0) + one.by };
      const message = `The holder in station ${one.station} was turned by ${written(one.by, bench)} over ${SHAFT} mm.`;
      return { bench: { ...bench, untrue }, events: [{ kind: "slid", message }] };
    }
    case "move-tool":
      return moveTool(bench, one.offset, one.to);
    case "measure-wall": {
      const wall = wallNear(bench, one.near);
      if (wall === undefined) return { bench, events: [{ kind: "alarm", message: "There is no wall to measure." }] };
      const [slip, chance] = normal(bench.lathe.chance, 0.003);
      const value = Math.round((wall + slip) * 1000) / 1000;
      const message = `The wall lies at Z ${written(value, bench)}.`;
      return { bench: { ...bench, lathe: { ...bench.lathe, chance } }, events: [{ kind: "gauge", message, value }] };
    }
    case "measure-length": {
      const { sub } = bench.lathe.stock;
      if (!sub) return { bench, events: [{ kind: "alarm", message: "There is no part in the sub-spindle." }] };
      const [slip, chance] = normal(bench.lathe.chance, 0.003);
      const value = Math.round((endOf(sub) + slip) * 1000) / 1000;
      const message = `The part is ${written(Math.abs(value), bench)} ${value < 0 ? "shorter" : "longer"} than the drawing says.`;
      return { bench: { ...bench, lathe: { ...bench.lathe, chance } }, events: [{ kind: "gauge", message, value }] };
    }
    default: {
      // Every other act is a command of the lathe: the type of `step` says so.
      const { state, events } = step(bench.lathe, one);
      return { bench: { ...bench, lathe: state }, events };
    }
  }
}

/** The wall of the part's outside that lies nearest to a Z; undefined where it has none. */
export function wallNear({ lathe }: Pick<Bench, "lathe">, near: number): number | undefined {
  const { outer } = lathe.stock.main;
  const walls = outer.flatMap((piece, index) => {
    const next = outer[index + 1];
    return next && Math.abs(next.v0 - piece.v1) > WALL ? [piece.z1] : [];
  });
  return [...walls].sort((a, b) => Math.abs(a - near) - Math.abs(b - near))[0];
}

/** The setup as the bench stands: tools where they were moved to, the work offset that the control holds. */
export function setupNow({ exercise, lathe, places }: Bench): SetupView {
  const setup = setupOf(exercise);
  const work = lathe.work[lathe.activeWork] ?? setup.workOffset;
  const tools =
    Object.keys(places).length === 0
      ? setup.tools
      : setup.tools.map((tool) => ({ ...tool, station: places[tool.offset] ?? tool.station }));
  return withWorkOffset({ ...setup, tools }, { name: lathe.activeWork, ...work });
}

function moveTool(bench: Bench, offset: string, to: string): BenchStep {
  const { tools } = setupNow(bench);
  const moved = tools.find((tool) => tool.offset === offset);
  const setup = setupOf(bench.exercise);
  if (!moved || !(setup.machine.stations ?? []).some(({ id, zone }) => id === to && zone === moved.zone.id))
    return { bench, events: [{ kind: "alarm", message: "That tool cannot stand there." }] };
  const other = tools.find((tool) => tool.station === to);
  const places = { ...bench.places, [offset]: to, ...(other && { [other.offset]: moved.station }) };
  const message = `${moved.tool.description} stands in ${to} now${other ? `, ${other.tool.description} in ${moved.station}` : ""}.`;
  return { bench: { ...bench, places }, events: [{ kind: "remounted", message }] };
}

/** Tools of facing combs that meet as they stand, and the least room between two that pass each other. */
export function combsNow(bench: Bench) {
  const combs = combsOfSetup(setupNow(bench));
  if (!combs) return undefined;
  const { problem } = combs;
  return { ...combs, conflicts: combConflicts(problem), gap: smallestGap(problem) };
}
