import { AXIS_NAMES, type AxisName, apart, millimetresOf, type PhysicalMachine, type PhysicalZone } from "./machine.ts";

/** What a person at a machine answers to plain questions about it, found out by trying it. */
export type Answers = Readonly<Record<string, string>>;

/**
 * Tries the machine and answers: jogs every axis of every zone and looks whether tool and part draw nearer, looks how a
 * diameter shows, at which side a longer tool's number grows, and what its measuring function takes.
 */
export function answersOf(machine: PhysicalMachine): Answers {
  const answers: Record<string, string> = {
    unit: machine.unit,
    // The cross-slide goes 1 mm farther from the centre: the display of X goes by 1 or by 2.
    xShown: 1 / millimetresOf({ ...machine, unit: "mm" }, "x") === 2 ? "diameter" : "radius",
    measuring: machine.entry,
    measuringCountsWork: machine.countsWork ? "yes" : "no",
    measuringCountsWear: machine.countsWear ? "yes" : "no",
    measuringWantsWorkZero: machine.wantsWorkZero ? "yes" : "no",
  };
  for (const zone of machine.zones) {
    answers[`${zone.id} side`] = zone.side === 1 ? "plus" : "minus";
    for (const axis of AXIS_NAMES) {
      answers[`${zone.id} ${axis} grows`] = apart(zone, axis) === 1 ? "apart" : "together";
      answers[`${zone.id} ${axis} program`] = zone.countsAgainst[axis] ? "into" : "away";
      answers[`${zone.id} ${axis} longer`] = longer(zone, axis);
    }
  }
  return answers;
}

/** A tool that reaches farther towards minus of the part's frame: does its stored number grow or fall? */
const longer = (zone: PhysicalZone, axis: AxisName) => (zone.storesTurned[axis] ? "falls" : "grows");
