import { AXIS_NAME, fromControl, lastDigit, offsetNumber, shownAs, toControl } from "../../../core/machine/index.ts";
import { axisOfSide, triggerFound } from "../../../core/touch/index.ts";
import { formatLength } from "../../../core/units/index.ts";
import { EMPTY_ROW } from "../../control/offsets.ts";
import { type Bench, setupNow } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import { contactOf, type Facts } from "../reduceFacts.ts";
import { did, handAt, sendClear } from "./hand.ts";
import type { AdvisedMoment, AdvisedStep } from "./step.ts";
import { pressSetter } from "./touchMoves.ts";

/**
 * Where a side of the setter trips by the latest press with the reference tool, in the control's own numbers: the readout at the trip, less the
 * geometry that its row holds. Undefined where it was not pressed.
 */
export function triggerByRecord(bench: Bench, facts: Facts, goal: GoalOf<"setter">): number | undefined {
  const setup = setupNow(bench);
  const { machine } = setup;
  const view = setup.tools.find(({ offset }) => offset === goal.offset);
  const axis = axisOfSide(goal.side);
  const contact = view && contactOf(facts, view.station, axis);
  if (!view || contact?.by !== "setter") return undefined;
  const row = bench.lathe.rows[goal.offset] ?? EMPTY_ROW;
  const stored = shownAs("tool-offset", row.geometry[axis] + row.wear[axis]);
  const found = triggerFound(
    setup,
    view,
    goal.side,
    contact.readout,
    fromControl(machine, axis, stored, "tool-offset", view.zone),
  );
  return found === undefined ? undefined : Number(toControl(machine, axis, found, "readout", view.zone).toFixed(6));
}

/** The next step towards a side of the setter; undefined once it was put in after a touch. */
export function setterAdvice({ bench, facts, goal }: AdvisedMoment<GoalOf<"setter">>): AdvisedStep | undefined {
  const { lathe } = bench;
  const setup = setupNow(bench);
  const view = setup.tools.find(({ offset }) => offset === goal.offset);
  if (!view) return undefined;
  const axis = axisOfSide(goal.side);
  const contact = contactOf(facts, view.station, axis);
  const entered = facts.setters[goal.side];
  if (contact?.by === "setter" && entered !== undefined && entered > contact.at) return undefined;
  if (lathe.alarm !== undefined)
    return { say: "Clear the alarm, and look what it was.", carryOut: () => [{ do: "reset" }] };
  const number = triggerByRecord(bench, facts, goal);
  if (number !== undefined) {
    const { machine } = setup;
    return {
      say: `Enter ${formatLength(number, lastDigit(machine, axis))} for the setter’s ${goal.side}: the readout at the trip, less the geometry of the reference tool.`,
      why: "With a tool of known length the setter says where it trips itself.",
      carryOut: () => [{ do: "enter-setter", side: goal.side, number }],
    };
  }
  if (lathe.station !== view.station || lathe.offset !== undefined)
    return {
      say: `Bring station ${view.station}, the reference tool, with no offset active.`,
      why: `With offset ${offsetNumber(setup.machine, goal.offset)} active the control would write what the setter says over a row that is right.`,
      carryOut: () => sendClear(handAt(bench)).acts.concat({ do: "call", station: view.station, offset: undefined }),
    };
  if (lathe.spindle.run !== "off") return { say: "Stop the spindle.", carryOut: () => [{ do: "spindle", run: "off" }] };
  if (lathe.setter === "parked")
    return {
      say: "Bring the setter out, with everything at rest and clear.",
      carryOut: () => did(sendClear(handAt(bench)), { do: "setter", to: "out" }).acts,
    };
  return {
    say: `Approach the setter on ${AXIS_NAME[axis]} and press it with the finest step.`,
    why: "A coarse step presses too deep before it is read.",
    carryOut: () => pressSetter(bench, axis),
  };
}
