import { type Axis, fromControl, shownAs, workInZone } from "../../../core/machine/index.ts";
import { keyIn, workForControl } from "../../../core/offsets/index.ts";
import { type TouchWay, wayOf } from "../../../core/tool/index.ts";
import { type LadderLine, reckonedWork } from "../../../core/touch/index.ts";
import { EMPTY_ROW } from "../../control/offsets.ts";
import { solvedTouch } from "../advice/solvedTouch.ts";
import { knownSize } from "../advice/touchAdvice.ts";
import { setupNow } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import { viewOfGoal } from "../goalTruth.ts";
import { type Contact, contactOf, type Keyed } from "../reduceFacts.ts";
import type { Played } from "../run.ts";

/** How a contact was made, as a way of touching. */
const WAY_OF: Readonly<Record<Contact["by"], TouchWay>> = {
  cut: "skim",
  paper: "paper",
  shim: "paper",
  block: "block",
  pin: "block",
  bare: "scratch",
  setter: "setter",
  slide: "slide",
  pull: "pull",
  sweep: "centre",
};

/** The way that a contact was made by: the goal's own where such a contact belongs to it. */
export function wayOfContact(goal: GoalOf<"offset">, own: TouchWay, contact: Contact | undefined): TouchWay {
  const wanted = goal.way ?? own;
  return !contact || wayOf(wanted).meets.includes(contact.by) ? wanted : WAY_OF[contact.by];
}

/** What an entry would have been by the contact and the measurement that stand in the record before it. */
export interface RightEntry {
  /** In the control's own unit and sign, in the form in which the entry was made. */
  readonly number: number;
  /** What the cell is to hold, millimetres, signed as in the equation. */
  readonly exact: number;
  /** The sum behind it, millimetres. */
  readonly lines: readonly LadderLine[];
  readonly contact: Contact;
}

/**
 * Works out what an offset's entry comes to at a moment of a run, from its record alone; nothing of the lathe's truth is asked. Where the
 * record has no contact of the tool on that axis, or no measurement of what was cut, it says so.
 */
export function rightEntry(
  { bench: stood, facts }: Played,
  goal: GoalOf<"offset">,
  as: NonNullable<Keyed["entry"]>["as"],
): RightEntry | "not-touched" | "not-measured" {
  const { axis } = goal;
  const view = viewOfGoal(stood, goal);
  const contact = contactOf(facts, view.station, axis);
  if (!contact) return "not-touched";
  // The tool that it is about, whichever stands in the working position.
  const bench = { ...stood, lathe: { ...stood.lathe, station: view.station } };
  const way = wayOfContact(goal, view.way[axis], contact);
  const moment = { bench, facts, goal, index: 0 };
  const size = knownSize(moment, view, way);
  if ("say" in size) return "not-measured";
  const { solved } = solvedTouch(moment, view, way, contact, size.value);
  if (!solved) return "not-touched";
  const { machine } = bench.lathe.config;
  const { exact, ladder: lines } = solved;
  if (goal.teaches)
    return {
      number: workForControl(machine, axis, workInZone(machine, axis, exact, view.zone)),
      exact,
      lines,
      contact,
    };
  const { entry } = keyIn(
    { ...machine, measuring: as },
    axis,
    {
      exact,
      touched: solved.touched ?? undefined,
      before: heldIn(bench, goal.offset, axis, view.zone),
      work: reckonedWork(setupNow(bench), view, { axis, way }),
      active: view.work[axis],
    },
    view.zone,
  );
  return { number: entry.number, exact, lines, contact };
}

/** What a row's geometry holds, millimetres, signed as in the equation. */
function heldIn({ lathe }: Played["bench"], offset: string, axis: Axis, zone: ReturnType<typeof viewOfGoal>["zone"]) {
  const row = lathe.rows[offset] ?? EMPTY_ROW;
  return fromControl(lathe.config.machine, axis, shownAs("tool-offset", row.geometry[axis]), "tool-offset", zone);
}
