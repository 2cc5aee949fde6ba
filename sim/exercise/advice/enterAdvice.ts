import type { ToolView } from "../../../core/ledger/index.ts";
import {
  AXIS_NAME,
  type Axis,
  fromControl,
  type LatheAxis,
  lastDigit,
  offsetNumber,
  shownAs,
  toControl,
  workInZone,
} from "../../../core/machine/index.ts";
import { keyIn, workForControl } from "../../../core/offsets/index.ts";
import { secondOffset, type TouchWay, tipOf } from "../../../core/tool/index.ts";
import { reckonedWork } from "../../../core/touch/index.ts";
import { formatLength } from "../../../core/units/index.ts";
import { EMPTY_ROW } from "../../control/offsets.ts";
import type { LatheCommand } from "../../lathe/index.ts";
import { type Bench, setupNow } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import type { Contact } from "../reduceFacts.ts";
import { activeOf, handAt, readTo } from "./hand.ts";
import { solvedTouch } from "./solvedTouch.ts";
import type { AdvisedMoment, AdvisedStep } from "./step.ts";

type OffsetMoment = AdvisedMoment<GoalOf<"offset">>;

/** The number as this control wants it, keyed where it belongs, and what is held taken away. */
export function enterIt(
  moment: OffsetMoment,
  view: ToolView,
  way: TouchWay,
  contact: Contact,
  size: number,
): AdvisedStep {
  const { bench, goal } = moment;
  const { machine } = bench.lathe.config;
  const { axis } = goal;
  const { solved } = solvedTouch(moment, view, way, contact, size);
  const exact = solved?.exact ?? Number.NaN;
  const digit = lastDigit(machine, axis);
  const sum = solved && { lines: solved.ladder, exact, axis };
  if (goal.teaches) {
    const number = workForControl(machine, axis, workInZone(machine, axis, exact, view.zone));
    return {
      say: `Enter ${bench.lathe.activeWork} ${AXIS_NAME[axis]} ${formatLength(number, digit)}, and take away what is held.`,
      ...(sum && { sum }),
      carryOut: () => [...comeAway(bench, axis), { do: "enter-work", name: bench.lathe.activeWork, axis, number }],
    };
  }
  const row = bench.lathe.rows[goal.offset] ?? EMPTY_ROW;
  const before = fromControl(machine, axis, shownAs("tool-offset", row.geometry[axis]), "tool-offset", view.zone);
  const { entry } = keyIn(
    machine,
    axis,
    {
      exact,
      touched: solved?.touched ?? undefined,
      before,
      work: reckonedWork(setupNow(bench), view, { axis, way }),
      active: view.work[axis],
    },
    view.zone,
  );
  const offset = goal.offset;
  const clears: readonly LatheCommand[] =
    row.wear[axis] === 0 ? [] : [{ do: "enter-offset", offset, axis, register: "wear", as: "overwrite", number: 0 }];
  const number = formatLength(entry.number, digit, entry.as === "add" ? { sign: "always" } : {});
  const verb = entry.as === "add" ? "Add" : entry.as === "overwrite" ? "Enter" : "State as touched";
  return {
    say: `${verb} ${number} ${entry.as === "touched-dimension" ? "for" : entry.as === "add" ? "to" : "into"} ${AXIS_NAME[axis]} of offset ${offsetNumber(machine, offset)}${clears.length > 0 ? ", with its wear at zero" : ""}.`,
    why: "Right after it, with nothing moved, the display must read the touched dimension.",
    ...(sum && { sum }),
    carryOut: () => [
      ...clears,
      // A control that reckons from where it stands must stand where it touched.
      ...(entry.as === "touched-dimension" ? readTo(handAt(bench), axis, contact.readout).acts : []),
      { do: "enter-offset", offset, axis, register: "geometry", as: entry.as, number: entry.number },
      ...comeAway(bench, axis),
    ],
  };
}

/** Paper out, a little back: nothing that is held is forgotten. */
function comeAway(bench: Bench, axis: Axis): readonly LatheCommand[] {
  if (!bench.lathe.spacer) return [];
  const active = activeOf(bench);
  const away = axis === "x" ? (active.body.mode === "inside" ? -active.side : active.side) : 1;
  return [
    { do: "jog", axis, by: away * (active.body.mode === "inside" && axis === "x" ? 1 : 4) },
    { do: "drop-spacer" },
  ];
}

/** The second offset of a blade: a copy of the first, shifted by its width. */
export function copyRowAdvice({ bench, goal }: OffsetMoment): AdvisedStep {
  const { machine } = bench.lathe.config;
  const view = setupNow(bench).tools.find(({ offset }) => offset === goal.copyOf);
  const from = bench.lathe.rows[goal.copyOf ?? ""] ?? EMPTY_ROW;
  const tool = view?.tool;
  const number = (axis: LatheAxis) => {
    if (axis === "x" || !view || !tool || !("depth" in tool) || tool.kind === "groove-face") return from.geometry[axis];
    const first = fromControl(machine, "z", shownAs("tool-offset", from.geometry.z), "tool-offset", view.zone);
    const edge = goal.edge === "left" || goal.edge === "centre" ? goal.edge : "right";
    const { z } = secondOffset(
      { x: 0, z: first, noseRadius: 0, tip: tipOf(tool, view.zone) },
      tool.width,
      tool.programmed,
      edge,
    );
    return toControl(machine, "z", z ?? first, "tool-offset", view.zone);
  };
  const value = number(goal.axis === "z" ? "z" : "x");
  const digit = lastDigit(machine, goal.axis);
  return {
    say: `Enter ${formatLength(value, digit)} into ${AXIS_NAME[goal.axis]} of offset ${offsetNumber(machine, goal.offset)}${goal.axis === "z" ? ": the first offset less the blade’s width" : ", the same as the first offset"}.`,
    carryOut: () => [
      {
        do: "enter-offset",
        offset: goal.offset,
        axis: goal.axis,
        register: "geometry",
        as: "overwrite",
        number: Number(value.toFixed(6)),
      },
    ],
  };
}
