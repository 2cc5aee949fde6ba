import { combsOfSetup, meshCombs } from "../../../core/clearance/index.ts";
import type { ToolView } from "../../../core/ledger/index.ts";
import {
  AXIS_NAME,
  type Axis,
  callOf,
  type LatheAxis,
  lastDigit,
  offsetNumber,
  stationOf,
  toControl,
} from "../../../core/machine/index.ts";
import { formatLength } from "../../../core/units/index.ts";
import { GAUGE_DRAWER } from "../../gauge/gauge.ts";
import { type Bench, type BenchAct, SHAFT, setupNow } from "../bench.ts";
import type { GoalOf } from "../exercise.ts";
import { callsOf, largestRetractOf, noseOf } from "../goalTruth.ts";
import type { Facts } from "../reduceFacts.ts";
import { activeBox, activeOf, did, frontOfStock, handAt, radiusOf, sendClear, stand } from "./hand.ts";
import type { AdvisedMoment, AdvisedStep } from "./step.ts";
import { bringTool } from "./touchAdvice.ts";

const viewFor = (bench: Bench, offset: string): ToolView | undefined =>
  setupNow(bench).tools.find((tool) => tool.offset === offset);

export function noseAdvice({ bench, facts, goal: { offset } }: AdvisedMoment<GoalOf<"nose">>): AdvisedStep | undefined {
  if (facts.noses[offset] !== undefined) return undefined;
  const { radius, orientation } = noseOf(bench, offset);
  return {
    say: `Enter nose radius ${radius} and tip orientation ${orientation} for offset ${offsetNumber(bench.lathe.config.machine, offset)}.`,
    why: "The radius is read off the insert’s designation, the orientation off how the tip points.",
    carryOut: () => [{ do: "enter-nose", offset, noseRadius: radius, orientation }],
  };
}

/** A coordinate as the program of this control writes it. */
function word(bench: Bench, axis: LatheAxis, millimetres: number): string {
  const { machine } = bench.lathe.config;
  const value = toControl(machine, axis, millimetres, "program", activeOf(bench).zone);
  const places = machine.units === "mm" ? 3 : 4;
  return `${axis.toUpperCase()}${Number(value.toFixed(places)).toFixed(places)}`;
}

/** Two short lines for the tool in the working position: well ahead of the face, then clear of what it will meet. */
function proofLines(bench: Bench): string {
  const { lathe } = bench;
  const { machine } = lathe.config;
  const { tool, side, body } = activeOf(bench);
  const station = stationOf(machine, tool.station);
  const offset = offsetNumber(machine, lathe.offset ?? tool.offset);
  const called = (station && callOf(station)) ?? tool.station;
  const call = machine.toolCall === "offset-only" ? `T${offset}` : `T${called.padStart(2, "0")}${offset}`;
  const x = body.mode === "outside" ? side * 2 * (radiusOf(bench) + AHEAD) : 0;
  return `${call} ${lathe.activeWork}\nG0 ${word(bench, "z", AHEAD)}\nG0 ${word(bench, "x", x)}`;
}
const AHEAD = 15;

export function proofAdvice({
  bench,
  facts,
  goal: { offset },
}: AdvisedMoment<GoalOf<"proved">>): AdvisedStep | undefined {
  if (facts.proofs[offset]) return undefined;
  const view = viewFor(bench, offset);
  if (!view) return undefined;
  const brought = bringTool(bench, view);
  if (brought) return brought;
  return {
    say: "Rapid at 5 %, single block, finger on feed hold: run the two lines one after the other, and look at the distance to go.",
    why: "If the gap that is seen does not fit the distance to go, stop.",
    carryOut: () => {
      const clear = sendClear(handAt(bench));
      const text = proofLines(clear.bench);
      const through: readonly BenchAct[] = [
        { do: "cycle-start" },
        ...Array.from({ length: 4 }, (): BenchAct => ({ do: "advance", milliseconds: 60_000 })),
      ];
      const run = did(
        clear,
        { do: "spindle", run: "off" },
        { do: "single-block", on: true },
        { do: "rapid-override", percent: 5 },
        { do: "mdi", text },
        ...[0, 1, 2].flatMap(() => through),
      );
      return sendClear(run).acts;
    },
  };
}

/** A line of cutting for the called tool, run through in one go. */
function runLines(bench: Bench, lines: readonly string[]): readonly BenchAct[] {
  const clear = sendClear(handAt(bench));
  return did(
    clear,
    { do: "spindle", run: "forward", rpm: 900 },
    { do: "single-block", on: false },
    { do: "rapid-override", percent: 25 },
    { do: "mdi", text: lines.join("\n") },
    { do: "cycle-start" },
    ...Array.from({ length: 3 }, (): BenchAct => ({ do: "advance", milliseconds: 60_000 })),
    { do: "spindle", run: "off" },
    { do: "single-block", on: true },
  ).acts;
}

const feed = (bench: Bench) => (bench.lathe.config.machine.units === "mm" ? "F0.15" : "F.006");

/** What is corrected by measuring: where it was cut, what was measured, what went into wear. */
interface Corrected {
  readonly bench: Bench;
  readonly facts: Facts;
  readonly offset: string;
  readonly axis: Axis;
  /** What was asked of the test cut, and what is wanted. */
  readonly test: number;
  readonly wanted: number;
  readonly reading: { readonly at: number; readonly value: number } | undefined;
  readonly measure: AdvisedStep;
  readonly lines: (target: number) => readonly string[];
  readonly name: string;
}

/** Test cut, measure, correct in wear, final cut. */
function correction({
  bench,
  facts,
  offset,
  axis,
  test,
  wanted,
  reading,
  measure,
  lines,
  name,
}: Corrected): AdvisedStep | undefined {
  const view = viewFor(bench, offset) ?? viewFor(bench, copiedFrom(bench, offset));
  const cut = facts.cuts[offset];
  const worn = facts.keyed.findLast((one) => one.row === offset && one.axis === axis && one.register === "wear")?.at;
  if (worn !== undefined && cut !== undefined && cut > worn) return undefined;
  const { machine } = bench.lathe.config;
  const digit = lastDigit(machine, axis);
  const zone = activeOf(bench).zone;
  const shown = (millimetres: number) => formatLength(toControl(machine, axis, millimetres, "program", zone), digit);
  const run = (target: number, what: string): AdvisedStep => {
    const brought = view && bringTool(bench, { ...view, offset });
    return brought ?? { say: what, carryOut: () => runLines(bench, lines(target)) };
  };
  if (cut === undefined) return run(test, `Take a test cut that leaves some for later: ${name} ${shown(test)}.`);
  if (bench.lathe.spindle.run !== "off")
    return { say: "Stop the spindle.", carryOut: () => [{ do: "spindle", run: "off" }] };
  if (!reading || reading.at < cut) return measure;
  if (worn === undefined || worn < reading.at) {
    const by = test - reading.value;
    const number = toControl(machine, axis, by, "tool-offset", zone);
    return {
      say: `It measures ${shown(reading.value)}, it was to be ${shown(test)}: add ${formatLength(number, digit, { sign: "always" })} to wear ${AXIS_NAME[axis]} of offset ${offsetNumber(machine, offset)}.`,
      why: "Geometry stays; wear takes the small amounts.",
      carryOut: () => [
        { do: "enter-offset", offset, axis, register: "wear", as: "add", number: Number(number.toFixed(6)) },
      ],
    };
  }
  return run(wanted, `Cut to size: ${name} ${shown(wanted)}.`);
}

/** The offset that a second one was copied from, by the goals. */
function copiedFrom({ exercise }: Bench, offset: string): string {
  const goal = exercise.goals.find((one) => one.goal === "offset" && one.offset === offset);
  return (goal?.goal === "offset" ? goal.copyOf : undefined) ?? String(Number(offset) % 10);
}

export function partAdvice(moment: AdvisedMoment<GoalOf<"part">>): AdvisedStep | undefined {
  const { bench, facts, goal } = moment;
  const { offset, side, atZ, diameter } = goal;
  if (goal.isDrilled) return drillAdvice(moment);
  const gauge =
    bench.exercise.gauges.find((kind) => GAUGE_DRAWER[kind].measures === side) ??
    (side === "bore" ? "bore-gauge" : "micrometer");
  const beside = side === "bore" ? -1.2 : 3;
  const lines = (target: number) => [
    `G0 ${word(bench, "z", 6)}`,
    `G0 ${word(bench, "x", target)}`,
    `G1 ${word(bench, "z", atZ - 5)} ${feed(bench)}`,
    `G0 ${word(bench, "x", target + beside)}`,
    `G0 ${word(bench, "z", 10)}`,
  ];
  return correction({
    bench,
    facts,
    offset,
    axis: "x",
    lines,
    wanted: diameter,
    test: diameter + (side === "bore" ? -1 : 1),
    reading: facts.sizes[side],
    measure: {
      say: `Measure the ${side === "bore" ? "bore" : "diameter"} with the ${GAUGE_DRAWER[gauge].name.toLowerCase()}.`,
      carryOut: () => [{ do: "measure", gauge, z: atZ }],
    },
    name: side === "bore" ? "the bore" : "the diameter",
  });
}

function drillAdvice({ bench, goal }: AdvisedMoment<GoalOf<"part">>): AdvisedStep | undefined {
  const isDrilled = bench.lathe.stock.main.inner.some(({ z0, z1, v0 }) => z0 <= goal.atZ && goal.atZ <= z1 && v0 > 0.5);
  if (isDrilled) return undefined;
  const view = viewFor(bench, goal.offset);
  const brought = view && bringTool(bench, view);
  if (brought) return brought;
  return {
    say: "Drill the hole first: on centre, past the depth that the bar needs.",
    why: "A bar has to have something to go into.",
    carryOut: () => {
      const box = activeBox(bench);
      let hand = did(stand(handAt(bench), "x", 0), { do: "spindle", run: "forward", rpm: 900 });
      hand = stand(hand, "z", frontOfStock(bench) + 3 - box.zMin);
      hand = stand(hand, "z", goal.atZ - 12 - box.zMin);
      hand = stand(hand, "z", frontOfStock(bench) + 10 - box.zMin);
      return did(hand, { do: "spindle", run: "off" }).acts;
    },
  };
}

export function wallAdvice({ bench, facts, goal }: AdvisedMoment<GoalOf<"wall">>): AdvisedStep | undefined {
  const { offset, edge, z, bottom } = goal;
  const outside = 2 * radiusOf(bench) + 4;
  const lines = (target: number) => [
    `G0 ${word(bench, "z", target)}`,
    `G0 ${word(bench, "x", outside)}`,
    `G1 ${word(bench, "x", bottom)} ${feed(bench)}`,
    `G0 ${word(bench, "x", outside)}`,
  ];
  const test = z + (edge === "left" ? 0.4 : -0.4);
  return correction({
    bench,
    facts,
    offset,
    axis: "z",
    lines,
    wanted: z,
    test,
    reading: facts.sizes.wall,
    measure: { say: "Measure where the wall lies.", carryOut: () => [{ do: "measure-wall", near: test }] },
    name: `the ${edge} wall at Z`,
  });
}

export function callsAdvice({ bench, goal: { wants } }: AdvisedMoment<GoalOf<"calls">>): AdvisedStep | undefined {
  const { machine } = bench.lathe.config;
  const tools = setupNow(bench).tools;
  let { program } = bench;
  let from = 0;
  const changes: string[] = [];
  for (const [index, { whole }] of callsOf(bench).entries()) {
    const tool = tools.find(({ offset }) => offset === wants[index]);
    const at = program.toUpperCase().indexOf(whole, from);
    if (!tool || at < 0) continue;
    const station = stationOf(machine, tool.station);
    const called = (station && callOf(station)) ?? tool.station;
    const right =
      machine.toolCall === "offset-only"
        ? `T${offsetNumber(machine, tool.offset)}`
        : `T${called.padStart(2, "0")}${offsetNumber(machine, tool.offset)}`;
    if (right !== whole) changes.push(`${whole} to ${right}`);
    program = program.slice(0, at) + right + program.slice(at + whole.length);
    from = at + right.length;
  }
  if (changes.length === 0) return undefined;
  return {
    say: `Change the calls in the program: ${[...new Set(changes)].join(", ")}, everywhere.`,
    why: "A second call of the same tool that is forgotten indexes another one over the part.",
    carryOut: () => [{ do: "edit-program", text: program }],
  };
}

export function holderAdvice({
  facts,
  goal: { station, within },
}: AdvisedMoment<GoalOf<"true-holder">>): AdvisedStep | undefined {
  const reading = facts.indicated[station];
  const turned = facts.turned[station];
  if (!reading || (turned !== undefined && turned > reading.at))
    return {
      say: `Run the indicator along the shaft in the holder, over ${SHAFT} mm.`,
      carryOut: () => [{ do: "indicate", station }],
    };
  if (Math.abs(reading.value) <= within * 0.6) return undefined;
  return {
    say: `The reading changes by ${reading.value.toFixed(3)}: turn the holder by as much the other way with its set screws.`,
    why: "A holder out of true wears its tool and breaks it.",
    carryOut: () => [{ do: "turn-holder", station, by: -reading.value }],
  };
}

export function combsAdvice({ bench }: AdvisedMoment<GoalOf<"combs">>): AdvisedStep | undefined {
  const combs = combsOfSetup(setupNow(bench));
  const [move] = combs ? meshCombs(combs.problem).moves : [];
  if (!combs || !move) return undefined;
  const name = combs.tools.get(move.tool)?.tool.description ?? move.tool;
  return {
    say: `Move ${name} from ${move.from} to ${move.to}.`,
    why: "Combs that face each other must mesh: long ones opposite gaps.",
    carryOut: () => [{ do: "move-tool", offset: move.tool, to: move.to }],
  };
}

export function answerAdvice({ bench, goal, index }: AdvisedMoment<GoalOf<"answer">>): AdvisedStep | undefined {
  if (bench.answers[index] !== undefined) return undefined;
  if (goal.retract) {
    const { machine } = bench.lathe.config;
    const largest = Math.floor(largestRetractOf(bench, goal.retract));
    return {
      say: `The farthest that fits is ${AXIS_NAME[goal.retract.axis]} ${formatLength(toControl(machine, goal.retract.axis, largest, "program", activeOf(bench).zone), lastDigit(machine, goal.retract.axis))}: the end of travel less geometry, wear and work offset, with the margin kept.`,
      carryOut: () => [{ do: "answer", goal: index, value: largest }],
    };
  }
  const { right = 0 } = goal;
  return { say: `${goal.choices?.[right] ?? "…"}.`, carryOut: () => [{ do: "answer", goal: index, value: right }] };
}
