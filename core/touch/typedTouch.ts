import type { SetupView, ToolView } from "../ledger/index.ts";
import {
  type ErrorBudget,
  errorBudget,
  impossibilities,
  type ShopUncertainty,
  type TouchFacts,
} from "../limits/index.ts";
import { type Axis, fromControl, fromDrawing, shownAs, toControl } from "../machine/index.ts";
import type { Refusal } from "../refusal.ts";
import type { EdgeChoice, TouchWay } from "../tool/index.ts";
import { type TouchField, wayOf } from "../tool/index.ts";
import { type LengthReading, type LengthRefusal, readLength, type Unit } from "../units/index.ts";
import type { TouchResult } from "./touchEquation.ts";
import { crossingOf, sizeFrame } from "./touchFields.ts";
import { type SolveFor, solveTouchOf } from "./touchProblem.ts";

/** The fields of one touch, letter by letter as they were typed. */
export type TypedTouch = Readonly<Partial<Record<TouchField, string>>>;

/** Everything that follows from what was typed so far. */
export interface TouchReading {
  /** Fields that were understood, in both units. */
  readonly understood: Readonly<Partial<Record<TouchField, LengthReading>>>;
  /** Why a field is no use: not understood, or impossible. Empty fields are refused with code `empty`. */
  readonly refusals: Readonly<Partial<Record<TouchField | "choice", Refusal>>>;
  /** The touch in millimetres: every number that was understood. */
  readonly facts: TouchFacts;
  /** The solved touch, once it is understood and possible. */
  readonly solved: TouchResult | undefined;
  readonly budget: ErrorBudget;
}

/** What a typed touch is about. */
export interface TouchTask {
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly choice?: EdgeChoice;
  readonly solveFor?: SolveFor;
  /** Unit of sizes and spacers where none is typed; a readout is always in the machine's own. */
  readonly sizeUnit: Unit;
  readonly decimal?: "." | "," | undefined;
  /** What the shop's own gauges and spacers are good for. */
  readonly shop?: ShopUncertainty | undefined;
}

/**
 * Reads and solves a touch as it is being typed: the same function draws the live ladder in the browser and checks the
 * accepted touch on the server. Fields that the way does not ask for are passed over.
 */
export function readTypedTouch(setup: SetupView, view: ToolView, task: TouchTask, typed: TypedTouch): TouchReading {
  const { machine } = setup;
  const { axis, way } = task;
  const understood: Partial<Record<TouchField, LengthReading>> = {};
  const refusals: Partial<Record<TouchField | "choice", Refusal>> = {};
  const numbers: Partial<Record<TouchField, number>> = {};
  for (const field of wayOf(way).fields(axis, view.zone)) {
    const crossing = crossingOf(field);
    const units = crossing === undefined ? task.sizeUnit : machine.units;
    const answer = readLength(typed[field] ?? "", { units, ...(task.decimal && { decimal: task.decimal }) });
    if (!answer.ok) {
      refusals[field] = worded(answer.refusal, field);
      continue;
    }
    understood[field] = answer.value;
    // What was typed for the control crosses with its sign and its meaning of X; the unit is settled by the reading.
    numbers[field] =
      crossing === undefined
        ? field === "size" && sizeFrame(setup, view, task) === "drawing"
          ? fromDrawing(axis, shownAs("drawing", answer.value.mm))
          : answer.value.mm
        : fromControl({ ...machine, units: "mm" }, axis, shownAs(crossing, answer.value.mm), crossing, view.zone);
  }
  const facts: TouchFacts = { axis, way, choice: task.choice ?? {}, numbers };
  for (const { field, code, message } of impossibilities(setup, view, facts)) refusals[field] = { code, message };
  const isPossible = Object.keys(refusals).length === 0;
  return {
    understood,
    refusals,
    facts,
    solved: isPossible ? solveTouchOf(setup, view, facts, task.solveFor) : undefined,
    budget: errorBudget(machine, view.tool, axis, way, view.tolerance[axis], task.shop, numbers.size),
  };
}

const ASKED: Readonly<Record<TouchField, string>> = {
  machine: "Type what the machine's display reads, with nothing moved since contact.",
  size: "Type the size at contact.",
  spacer: "Type how thick it is.",
  trigger: "Type the calibrated trigger position of this side.",
  commanded: "Type the coordinate at which the machine stands.",
  overhang: "Type how far the tool stands out.",
  old: "Type the setting as the control holds it.",
  retreat: "Type by how much the call was set back.",
  jog: "Type how far was jogged to contact, with its sign.",
};

function worded(refusal: LengthRefusal, field: TouchField): Refusal {
  return refusal.code === "empty" ? { code: refusal.code, message: ASKED[field] } : refusal;
}

/** A control's number as it would be typed: its own unit and sign, all digits that it has. */
export function asTypedForControl(
  { machine }: Pick<SetupView, "machine">,
  { zone }: Pick<ToolView, "zone">,
  axis: Axis,
  field: TouchField,
  millimetres: number,
): string {
  const crossing = crossingOf(field);
  const value = crossing === undefined ? millimetres : toControl(machine, axis, millimetres, crossing, zone);
  return String(Number(value.toFixed(6)));
}
