import {
  type ErrorBudget,
  errorBudget,
  impossibilities,
  type PartialTouchFacts,
  type TouchFacts,
  type TouchField,
} from "../judgement/index.ts";
import type { SetupView, ToolView, TouchedAxis, TouchWay } from "../ledger/index.ts";
import type { Refusal } from "../refusal.ts";
import { type LengthReading, type LengthRefusal, readLength, type Unit, withUnit } from "../units/index.ts";
import { solveOutsideTouch } from "./outsideTouch.ts";
import type { TouchResult } from "./touchEquation.ts";

/** The fields of one touch, letter by letter as they were typed. */
export type TypedTouch = Readonly<Record<TouchField, string>>;

export const TOUCH_FIELDS: readonly TouchField[] = ["machine", "size", "spacer"];

/** Everything that follows from what was typed so far. */
export interface TouchReading {
  /** Fields that were understood, in both units. */
  readonly understood: Readonly<Partial<Record<TouchField, LengthReading>>>;
  /** Why a field is no use: not understood, or impossible. Empty fields are refused with code `empty`. */
  readonly refusals: Readonly<Partial<Record<TouchField, Refusal>>>;
  /** The touch in millimetres, once every field is understood. */
  readonly facts: TouchFacts | undefined;
  /** The solved touch, once it is understood and possible. */
  readonly solved: TouchResult | undefined;
  readonly budget: ErrorBudget;
}

/** What a typed touch is about. */
export interface TouchTask {
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  /** Unit of sizes and spacers where none is typed; a readout is always in the machine's own. */
  readonly sizeUnit: Unit;
  readonly decimal?: "." | "," | undefined;
}

/**
 * Reads and solves a touch as it is being typed: the same function draws the live ladder in the browser and checks the
 * accepted touch on the server. A skim has no spacer, and its field is passed over.
 */
export function readTypedTouch(setup: SetupView, tool: ToolView, task: TouchTask, typed: TypedTouch): TouchReading {
  const { machine, workOffset } = setup;
  const understood: Partial<Record<TouchField, LengthReading>> = {};
  const refusals: Partial<Record<TouchField, Refusal>> = {};
  for (const field of fieldsOf(task.way)) {
    const units = field === "machine" ? machine.units : task.sizeUnit;
    const answer = readLength(typed[field], { units, ...(task.decimal && { decimal: task.decimal }) });
    if (answer.ok) understood[field] = answer.value;
    else refusals[field] = worded(answer.refusal, field);
  }
  const budget = errorBudget(machine, task.axis, task.way, tool.tolerance[task.axis]);
  const toDiameter = task.axis === "x" && machine.xShown === "radius" ? 2 : 1;
  const partial = {
    axis: task.axis,
    way: task.way,
    machine: understood.machine && understood.machine.mm * toDiameter,
    size: understood.size?.mm,
    spacer: task.way === "skim" ? 0 : understood.spacer?.mm,
  };
  for (const { field, code, message } of impossibilities(setup, partial)) refusals[field] = { code, message };
  const facts = isComplete(partial) ? partial : undefined;
  const isPossible = Object.keys(refusals).length === 0;
  const solved = facts && isPossible ? solveOutsideTouch({ ...facts, work: workOffset[task.axis] }) : undefined;
  return { understood, refusals, facts, solved, budget };
}

function isComplete(facts: PartialTouchFacts): facts is TouchFacts {
  return facts.machine !== undefined && facts.size !== undefined && facts.spacer !== undefined;
}

/** The fields that a way of touching asks for, in the order in which they are filled in. */
export function fieldsOf(way: TouchWay): readonly TouchField[] {
  return way === "skim" ? ["machine", "size"] : TOUCH_FIELDS;
}

function worded(refusal: LengthRefusal, field: TouchField): Refusal {
  if (refusal.code !== "empty") return refusal;
  const message = {
    machine: "Type what the machine's display reads, with nothing moved since contact.",
    size: "Type the size at contact.",
    spacer: "Type how thick it is.",
  }[field];
  return { code: refusal.code, message };
}

/**
 * What a field can be filled with from what is known already, as it was typed before, so that no number is typed twice:
 * the diameter that was skimmed last, the spacer that was used last, a face that is finished. What was typed in another
 * unit than `sizeUnit` brings its unit along. Empty where nothing is known.
 */
export function proposedTouch(
  { tools, machine }: Pick<SetupView, "tools" | "machine">,
  { axis, way, sizeUnit }: Pick<TouchTask, "axis" | "way" | "sizeUnit">,
): TypedTouch {
  const touches = tools.flatMap(({ x, z }) => [x, z]).filter((touch) => touch !== undefined);
  const newestFirst = touches.sort((a, b) => b.at.localeCompare(a.at));
  const asTyped = (touch: (typeof touches)[number] | undefined, field: "size" | "spacer") => {
    if (!touch) return "";
    const unit = touch.typed.sizeUnit ?? machine.units;
    return unit === sizeUnit ? touch.typed[field] : withUnit(touch.typed[field], unit);
  };
  if (way === "skim") return { machine: "", size: axis === "z" ? "0" : "", spacer: "" };
  const skimmed = newestFirst.find((touch) => touch.axis === "x" && touch.way === "skim");
  const spaced = newestFirst.find((touch) => touch.way === way);
  return { machine: "", size: axis === "z" ? "0" : asTyped(skimmed, "size"), spacer: asTyped(spaced, "spacer") };
}
