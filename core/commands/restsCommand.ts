import type { SetupView, ToolView } from "../ledger/index.ts";
import type { Axis } from "../machine/index.ts";
import { allReckonedAnew, brokenRests } from "../plan/index.ts";
import type { FormOf } from "./forms/setupForms.ts";
import { type CommandResult, type NewEntry, refuse } from "./outcome.ts";

/** Numbers reckoned anew from their readings: one, or all that can be. Refused where none can. */
export function reckonCommand(setup: SetupView, form: FormOf<"reckon-anew">, entry: NewEntry): CommandResult {
  const asked = allReckonedAnew(setup).filter(
    ({ tool, axis }) =>
      (form.offset === undefined || tool.offset === form.offset) && (form.axis === undefined || axis === form.axis),
  );
  if (asked.length === 0)
    return refuse("Nothing can be reckoned anew here any more: the numbers stand, or they are to be touched again.");
  const numbers = asked.map(({ tool, axis, from, to, touched, now, rests, because }) => ({
    offset: tool.offset,
    axis,
    from,
    to,
    ...ofTouch(tool, axis),
    ...now,
    ...(touched !== undefined && { touched }),
    rests,
    because: because.slice(0, 200),
  }));
  return { ...entry, kind: "numbers-reckoned-anew", payload: { numbers } };
}

/** The touch whose readings a number has. */
const ofTouch = (tool: ToolView, axis: Axis) => {
  const touch = tool[axis];
  return touch ? { of: touch.reckoned?.from ?? touch.entry } : {};
};

/** A number of a tool, in millimetres, looked at again and still right, with why. Refused where nothing has changed under it, and without a reason. */
export function confirmCommand(
  setup: SetupView,
  tool: ToolView,
  { axis, why }: FormOf<"confirm-number">,
  entry: NewEntry,
): CommandResult {
  const broken = brokenRests(setup, tool, axis);
  if (broken.length === 0) return refuse("Nothing has changed under this number, so there is nothing to confirm.");
  const reason = why.trim().slice(0, 200);
  const message = "Say why it is still right.";
  if (reason.length < 3) return refuse(message, { why: message });
  const changed = broken.map(({ words }) => words.slice(0, 200));
  return { ...entry, kind: "number-confirmed", payload: { offset: tool.offset, axis, changed, why: reason } };
}
