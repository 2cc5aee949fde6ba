import type { SetupView, ToolView } from "../../../core/ledger/index.ts";
import { type Axis, fromControl, shownAs, toControl, workInZone } from "../../../core/machine/index.ts";
import { sweepOf } from "../../../core/mount/index.ts";
import type { TouchWay } from "../../../core/tool/index.ts";
import { type TouchField, wayOf } from "../../../core/tool/index.ts";
import {
  crossingOf,
  readTypedTouch,
  reckonedWork,
  sizeFrame,
  standardOverhang,
  type TypedTouch,
} from "../../../core/touch/index.ts";
import { EMPTY_ROW } from "../../control/offsets.ts";
import { CLOCK_POSITIONS } from "../../gauge/indicator.ts";
import { type Bench, setupNow } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import type { Contact } from "../reduceFacts.ts";
import { activeOf } from "./hand.ts";
import type { AdvisedMoment } from "./step.ts";

type OffsetMoment = AdvisedMoment<GoalOf<"offset">>;

/** What the touch comes to, by the same reading as on Touch. */
export function solvedTouch(
  { bench, goal }: OffsetMoment,
  view: ToolView,
  way: TouchWay,
  contact: Contact,
  size: number,
) {
  const setup = setupNow(bench);
  const { machine } = setup;
  const { axis } = goal;
  const numbers: Partial<Record<TouchField, number>> = {
    machine: contact.readout + (contact.readings ? toCentre(contact.readings, axis) : 0),
    size,
    spacer: contact.spacer,
    ...(way === "setter" && machine.setter && { trigger: triggerOf(setup, bench, axis) }),
    ...(way === "slide" && slidNumbers(setup, view, axis, contact, size)),
    ...(way === "preset" && presetNumbers(bench, view, axis, contact, size)),
  };
  const typed: Partial<Record<TouchField, string>> = {};
  for (const field of wayOf(way).fields(axis, view.zone)) {
    const truly = numbers[field];
    if (truly === undefined) continue;
    const isLength = field === "size" && sizeFrame(setup, view, { axis, choice: view.choice[axis] }) === "drawing";
    const value = isLength ? -truly : truly;
    const crossing = crossingOf(field);
    typed[field] =
      crossing === undefined
        ? `${value.toFixed(6)}mm`
        : toControl(machine, axis, value, crossing, view.zone).toFixed(7);
  }
  const task = {
    axis,
    way,
    sizeUnit: machine.units,
    choice: view.choice[axis],
    ...(goal.teaches && { solveFor: "work" as const }),
  };
  return readTypedTouch(setup, withRow(bench, view), task, typed as TypedTouch);
}

/** What a sweep says that the holder has to be moved by. */
export function toCentre(readings: readonly number[], axis: Axis): number {
  const sweep = sweepOf(
    readings.map((reading, index) => ({ angle: CLOCK_POSITIONS[index] ?? 0, reading })),
    "bore",
  );
  return sweep.ok ? (axis === "y" ? sweep.value.shiftY : sweep.value.shiftX) : 0;
}

/** A tool with what its row holds now: a work offset is taught with it. */
function withRow({ lathe }: Bench, view: ToolView): ToolView {
  const row = lathe.rows[view.offset] ?? EMPTY_ROW;
  const held = (axis: Axis) =>
    fromControl(
      lathe.config.machine,
      axis,
      shownAs("tool-offset", row.geometry[axis] + row.wear[axis]),
      "tool-offset",
      view.zone,
    );
  const touch = (axis: Axis) => ({ exact: held(axis), derived: true }) as unknown as ToolView["x"];
  return { ...view, x: touch("x"), y: touch("y"), z: touch("z") };
}

function triggerOf({ machine }: SetupView, bench: Bench, axis: Axis): number {
  const { setter } = machine;
  if (!setter) return Number.NaN;
  return axis === "z" ? setter.face : activeOf(bench).body.mode === "inside" ? setter.bore : setter.outside;
}

function slidNumbers(setup: SetupView, view: ToolView, axis: Axis, contact: Contact, size: number) {
  const commanded = contact.readout - (reckonedWork(setup, view, { axis, way: "slide" }) ?? 0);
  const across = axis === "x" && view.zone.from === "minus" ? -1 : 1;
  const overhang = standardOverhang(setup, view);
  return { commanded: across * commanded, size, ...(overhang !== undefined && { overhang }) };
}

function presetNumbers(bench: Bench, view: ToolView, axis: Axis, contact: Contact, size: number) {
  const { machine } = bench.lathe.config;
  const row = bench.lathe.rows[view.offset] ?? EMPTY_ROW;
  const old = fromControl(machine, axis, shownAs("tool-offset", row.geometry[axis]), "tool-offset", view.zone);
  const side = axis === "x" && view.zone.from === "minus" ? -1 : 1;
  const work = workInZone(machine, axis, bench.lathe.work[bench.lathe.activeWork]?.[axis] ?? 0, view.zone);
  const retreat = contact.from - side * size - old - work;
  return { old, retreat, jog: contact.readout - contact.from, commanded: size };
}
