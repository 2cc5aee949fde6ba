import { AXIS_NAME, lastDigit, mainZone, offsetNumber, toControl } from "../../core/machine/index.ts";
import { formatLength } from "../../core/units/index.ts";
import type { Bench, BenchAct } from "../../sim/exercise/bench.ts";
import { activeTool } from "../../sim/lathe/state.ts";

/** An act of a run, in a few words. */
export function actWords(act: BenchAct, { lathe }: Bench): string {
  const { machine } = lathe.config;
  switch (act.do) {
    case "jog":
      return `Wheel on ${AXIS_NAME[act.axis]}: ${formatLength(toControl(machine, act.axis, act.by, "readout", activeTool(lathe)?.zone ?? mainZone(machine)), lastDigit(machine, act.axis), { sign: "always" })}`;
    case "advance":
      return "The program runs";
    case "call":
      return `Station ${act.station} called${act.offset === undefined ? "" : ` with offset ${offsetNumber(machine, act.offset)}`}`;
    case "spindle":
      return act.run === "off" ? "Spindle stopped" : "Spindle started";
    case "door":
      return act.to === "open" ? "Door opened" : "Door shut";
    case "hold-spacer":
      return `The ${act.spacer.kind} held between`;
    case "drop-spacer":
      return "Taken away what was held";
    case "setter":
      return act.to === "out" ? "Setter brought out" : "Setter parked";
    case "measure":
    case "measure-length":
    case "measure-wall":
      return "Measured";
    case "enter-offset":
      return `${act.as === "add" ? "Added to" : "Entered into"} ${act.register} ${AXIS_NAME[act.axis]} of offset ${offsetNumber(machine, act.offset)}: ${formatLength(act.number, lastDigit(machine, act.axis), act.as === "add" ? { sign: "always" } : {})}`;
    case "enter-work":
      return `${act.name} ${AXIS_NAME[act.axis]} entered: ${formatLength(act.number, lastDigit(machine, act.axis))}`;
    case "enter-nose":
      return `Nose of offset ${offsetNumber(machine, act.offset)}: radius ${act.noseRadius}, orientation ${act.orientation}`;
    case "mdi":
      return "Lines by hand";
    case "cycle-start":
      return "Started";
    case "feed-hold":
      return "Feed hold";
    case "sweep":
    case "indicate":
      return "Swept with the indicator";
    case "slide":
      return `Tool slid on ${AXIS_NAME[act.axis]} and clamped`;
    case "turn-holder":
      return "Holder turned";
    case "move-tool":
      return `Tool moved to ${act.to}`;
    case "edit-program":
      return "Program changed";
    case "answer":
      return "Answered";
    case "enter-setter":
      return `Setter entered, ${act.side}`;
    case "predict":
      return "Display predicted";
    case "reset":
      return "Alarm cleared";
    case "remount":
      return "Holder off and on again";
    case "power-cycle":
      return "Power off and on";
    case "home":
      return "Sent home";
    case "pull-bar":
      return "Bar pulled";
    case "live":
      return "Live tool";
    case "single-block":
      return "Single block";
    case "rapid-override":
      return "Rapid override";
    case "activate-work":
      return "Work offset chosen";
    case "load-offsets":
      return "File imported";
  }
}
