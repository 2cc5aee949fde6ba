import type { ToolView } from "../../../core/ledger/index.ts";
import { AXIS_NAME, type Axis, offsetNumber } from "../../../core/machine/index.ts";
import { type TouchWay, wayOf, wholeChoice } from "../../../core/tool/index.ts";
import { GAUGE_DRAWER, type GaugeKind } from "../../gauge/gauge.ts";
import type { Spacer } from "../../lathe/index.ts";
import type { Bench } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import { viewOfGoal } from "../goalTruth.ts";
import { type Contact, contactOf } from "../reduceFacts.ts";
import { copyRowAdvice, enterIt } from "./enterAdvice.ts";
import { activeOf, creepIn, did, frontOfStock, goBeside, handAt, readTo, sendClear } from "./hand.ts";
import type { AdvisedMoment, AdvisedStep } from "./step.ts";
import { callWithRetreat, cutAcross, cutAlong, pressSetter, slideIn, sweepTrue } from "./touchMoves.ts";

type OffsetMoment = AdvisedMoment<GoalOf<"offset">>;

/** Speed that is suggested for a light cut, a minute. */
const LIGHT_CUT_RPM = 900;

/** What comes next on the way to an offset; undefined once it has been entered. */
export function touchAdvice(moment: OffsetMoment): AdvisedStep | undefined {
  const { bench, facts, goal } = moment;
  if (goal.kept) return undefined;
  const register = goal.teaches ? "work" : goal.inWear ? "wear" : "geometry";
  const row = goal.teaches ? bench.lathe.activeWork : goal.offset;
  const isEntered = facts.keyed.some((one) => one.row === row && one.axis === goal.axis && one.register === register);
  if (goal.copyOf !== undefined) return isEntered ? undefined : copyRowAdvice(moment);
  const view = viewOfGoal(bench, goal);
  const way = goal.way ?? view.way[goal.axis];
  const contact = contactOf(facts, view.station, goal.axis);
  if (isEntered) return undefined;
  if (contact && wayOf(way).meets.includes(contact.by)) return afterContact(moment, view, way, contact);
  if (way !== "setter" && bench.lathe.setter === "out" && !bench.lathe.alarm) return parkIt(bench);
  return bringTool(bench, view) ?? toContact(moment, view, way);
}

/** The station into the working position, clear of everything. */
export function bringTool(bench: Bench, view: Pick<ToolView, "station" | "offset" | "tool">): AdvisedStep | undefined {
  const { lathe } = bench;
  if (lathe.alarm !== undefined)
    return { say: "Clear the alarm, and look what it was.", carryOut: () => [{ do: "reset" }] };
  const home = homeIt(bench);
  if (home) return home;
  if (lathe.station === view.station) {
    if (lathe.offset === view.offset) return undefined;
    return {
      say: `Call offset ${offsetNumber(lathe.config.machine, view.offset)}, so that the display shows what you set.`,
      carryOut: () => [{ do: "call", station: view.station, offset: view.offset }],
    };
  }
  if (lathe.setter === "out") return parkIt(bench);
  return {
    say: `Send it clear to the end of travel, then bring station ${view.station}, ${view.tool.description}, with its offset.`,
    why: "A tool that is indexed over the part runs into it.",
    carryOut: () => {
      const stopped = lathe.spindle.run === "off" ? handAt(bench) : did(handAt(bench), { do: "spindle", run: "off" });
      return sendClear(stopped).acts.concat({ do: "call", station: view.station, offset: view.offset });
    },
  };
}

/** Home first, where the machine counts and does not know where it is; undefined where it knows. */
export function homeIt({ lathe }: Bench): AdvisedStep | undefined {
  if (lathe.isHomed || lathe.config.machine.encoders !== "incremental") return undefined;
  return {
    say: "Send the machine home: it counts from there, and does not know yet where it is.",
    carryOut: () => [{ do: "home" }, { do: "rapid-override", percent: 100 }, { do: "advance", milliseconds: 60_000 }],
  };
}

export const parkIt = (bench: Bench): AdvisedStep => ({
  say: "Move clear of the setter and park it.",
  why: "A setter that is left out is hit by the next index.",
  carryOut: () => {
    const { start } = bench.lathe.config;
    const off = readTo(readTo(handAt(bench), "z", start.z), "x", start.x);
    return did(off, { do: "setter", to: "parked" }).acts;
  },
});

const stopIt: AdvisedStep = { say: "Stop the spindle.", carryOut: () => [{ do: "spindle", run: "off" }] };

function toContact(moment: OffsetMoment, view: ToolView, way: TouchWay): AdvisedStep | undefined {
  const { bench, facts, goal } = moment;
  const { axis } = goal;
  const { lathe, exercise } = bench;
  const where = axis === "z" ? "end face" : activeOf(bench).body.mode === "inside" ? "bore" : "outside";
  if (way === "skim") {
    if (lathe.spindle.run === "off" || lathe.door === "open")
      return {
        say: `Shut the door and start the spindle at about ${LIGHT_CUT_RPM} a minute.`,
        carryOut: () => [
          { do: "door", to: "shut" },
          { do: "spindle", run: "forward", rpm: LIGHT_CUT_RPM },
        ],
      };
    return axis === "x"
      ? {
          say: `Take a light cut along the ${where}, and draw back along Z only. X stays where it is.`,
          why: "What is measured next is the diameter at just this X.",
          carryOut: () => cutAlong(bench),
        }
      : {
          say: "Take a light cut across the end face, and draw back along X only. Z stays where it is.",
          carryOut: () => cutAcross(bench),
        };
  }
  if (lathe.spindle.run !== "off") return stopIt;
  if (way === "setter") {
    if (lathe.setter === "parked")
      return {
        say: "Bring the setter out, with everything at rest and clear.",
        carryOut: () => did(sendClear(handAt(bench)), { do: "setter", to: "out" }).acts,
      };
    return {
      say: `Approach the setter on ${AXIS_NAME[axis]} and press it with the finest step.`,
      why: "A coarse step presses too deep before it is read.",
      carryOut: () => pressSetter(bench, axis === "z" ? "z" : "x"),
    };
  }
  if (way === "centre")
    return {
      say: `Put the holder near the spindle’s centre, sweep it with the indicator, and move ${AXIS_NAME[axis]} by what the sweep says.`,
      why: "The holder is swept, never the turret’s own pocket.",
      carryOut: () => sweepTrue(bench, axis),
    };
  if (way === "slide")
    return {
      say:
        axis === "x"
          ? "Stand where the display reads the bar’s diameter, and slide the loose tool to the bar. Clamp it."
          : "Stand where the display reads the face, and slide the loose tool to the bar’s end. Clamp it.",
      why: "The machine stands where a tool of standard length would touch: the tool is brought to the bar, not the other way round.",
      carryOut: () => slideIn(bench, facts, view, axis === "z" ? "z" : "x"),
    };
  const size = knownSize(moment, view, way);
  if ("say" in size) return size;
  const spacer = spacerFor(exercise.spacers, way);
  const isHeld = lathe.spacer !== undefined && lathe.spacer.axis === axis;
  if (way === "preset" && !isHeld)
    return {
      say: `Call the tool with a retreat: stand on ${AXIS_NAME[axis]} where it would touch, and so much farther off.`,
      why: "What is jogged from here is added to the old setting.",
      carryOut: () => callWithRetreat(moment, view, size.value, spacer),
    };
  if (!isHeld && way !== "scratch" && way !== "eye")
    return {
      say: `Stand a little clear of the ${where} and hold the ${spacer.kind} between.`,
      why: "Only with the spindle stopped.",
      carryOut: () => {
        const beside = goBeside(handAt(bench), axis, spacer.thickness);
        return did(beside, { do: "hold-spacer", spacer: { ...spacer, axis } }).acts;
      },
    };
  return {
    say: `Creep in on ${AXIS_NAME[axis]} with the finest step until the ${spacer.kind} grips.`,
    why: "Free, then it drags, then it grips: at the grip tip and part are one thickness apart.",
    carryOut: () => creepIn(handAt(bench), axis, towardsWork(bench, axis, goal)).acts,
  };
}

/** The way in which the axis counts towards the surface. */
function towardsWork(bench: Bench, axis: Axis, goal: GoalOf<"offset">): 1 | -1 {
  const { body, side } = activeOf(bench);
  if (axis === "x") return (body.mode === "inside" ? side : -side) as 1 | -1;
  return wholeChoice(activeOf(bench).tool.tool, axis, { programmed: goal.edge }).stand === "behind" ? 1 : -1;
}

const spacerFor = (spacers: Bench["exercise"]["spacers"], way: TouchWay): Omit<Spacer, "axis"> => {
  const kinds = way === "block" ? ["block", "pin"] : ["paper", "shim"];
  return spacers.find(({ kind }) => kinds.includes(kind)) ?? { kind: "paper", thickness: 0.1 };
};

/** The size of what is touched, or the step by which one comes to know it. */
export function knownSize(
  { bench, facts, goal }: OffsetMoment,
  view: ToolView,
  way: TouchWay,
): { readonly value: number } | AdvisedStep {
  const { exercise } = bench;
  const { axis } = goal;
  if (axis === "z") {
    if (view.zone.works === "sub") {
      const length = facts.sizes["part-length"];
      if (length) return { value: length.value };
      return {
        say: "Measure how long the part truly is before its end is touched.",
        why: "Every error in that length goes into the offset one for one.",
        carryOut: () => [{ do: "measure-length" }],
      };
    }
    const isFaced = Object.values(facts.contacts).some((one) => one.axis === "z" && one.by === "cut");
    const front = frontOfStock(bench);
    return { value: isFaced || exercise.stock.isTurned ? 0 : Math.round(front * 1000) / 1000 };
  }
  const isBore = activeOf(bench).body.mode === "inside";
  if (way !== "centre" && way !== "setter" && way !== "pull") {
    const on = isBore ? "bore" : "outside";
    const contact = contactOf(facts, view.station, axis);
    const latest = facts.sizes[on];
    // A diameter that was measured before a cut is not the one that was cut.
    if (latest && (way !== "skim" || latest.at > (contact?.at ?? 0))) return { value: latest.value };
    const gauge = gaugeFor(bench, on);
    return {
      say: `Measure the ${isBore ? "bore" : "diameter"} with the ${GAUGE_DRAWER[gauge].name.toLowerCase()}.`,
      carryOut: () => [{ do: "measure", gauge, z: Math.round((frontOfStock(bench) - 5) * 10) / 10 }],
    };
  }
  return { value: 0 };
}

const gaugeFor = ({ exercise }: Bench, on: "outside" | "bore"): GaugeKind =>
  exercise.gauges.find((kind) => GAUGE_DRAWER[kind].measures === on) ?? (on === "bore" ? "bore-gauge" : "micrometer");

/** After the contact: stop, measure where it was a cut, enter, and come away. */
function afterContact(moment: OffsetMoment, view: ToolView, way: TouchWay, contact: Contact): AdvisedStep {
  const { bench, goal } = moment;
  if (bench.lathe.spindle.run !== "off" && goal.axis !== "z") return stopIt;
  const size = knownSize(moment, view, way);
  if ("say" in size) return size;
  return enterIt(moment, view, way, contact, size.value);
}
