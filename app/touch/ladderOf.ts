import type { SetupView, ToolView, TouchRecord } from "../../core/ledger/index.ts";
import type { TouchFacts, TouchNumbers } from "../../core/limits/index.ts";
import {
  AXIS_NAME,
  type Axis,
  fromControl,
  lastDigitInCore,
  perAxis,
  type Shown,
  workFromControl,
  workInZone,
} from "../../core/machine/index.ts";
import { closureOf, type KeyIn, keyIn, workForControl } from "../../core/offsets/index.ts";
import { type TouchField, wayOf } from "../../core/tool/index.ts";
import {
  machineAtContact,
  type Quantity,
  reckonedWork,
  type SolveFor,
  solveTouchOf,
  type TouchReading,
} from "../../core/touch/index.ts";

interface Rung {
  readonly quantity: Quantity;
  readonly label: string;
  /** In millimetres, X as a diameter, signed as it is added; undefined while it is not known. */
  readonly value: number | undefined;
  /** Which offset is taken off, where the line is one. */
  readonly offset?: "wear" | "work" | "geometry" | undefined;
}

interface LadderView {
  readonly rungs: readonly Rung[];
  /** What is to be keyed; undefined while there is no result. */
  readonly keyed: KeyIn | undefined;
  /** What is found by what is typed now, in millimetres. */
  readonly found: number | undefined;
  /** True when the numbers are those on record, not typed ones. */
  readonly isKept: boolean;
  /** Whether G + W + S + P adds up to the machine position; undefined while there is nothing to add up. */
  readonly closes: boolean | undefined;
  /** True where the display counts a work offset that is not known: what it must read holds with that at 0. */
  readonly displayAtZero: boolean;
  /** What is not known and the sum counts as 0, in words: `G54 Z`. Undefined where everything is known. */
  readonly assumed: string | undefined;
}

/** What is on record of this step: a touch, or the teaching of the work offset. */
type KeptTouch = Pick<TouchRecord, "way" | "exact" | "touched" | "derived" | "person" | "at" | "entry" | "typed"> &
  TouchNumbers & { readonly work?: number; readonly choice?: TouchFacts["choice"] };

interface LadderTask {
  readonly axis: Axis;
  readonly way: TouchFacts["way"];
  readonly solveFor: SolveFor;
}

/**
 * The sum that stands beside the drawing: of what is typed, or, while nothing new has been typed, of what is on record.
 * Never a mixture: once something new is being typed, an old result is not shown beside it.
 */
export function ladderOf(
  setup: SetupView,
  tool: ToolView,
  task: LadderTask,
  reading: Pick<TouchReading, "facts" | "solved" | "refusals">,
  kept: KeptTouch | undefined,
): LadderView {
  const { machine, workOffset } = setup;
  const { axis, solveFor } = task;
  const facts: TouchFacts = kept ? { axis, way: kept.way, choice: choiceOf(kept), numbers: kept } : reading.facts;
  const result = kept ? { exact: kept.exact, touched: kept.touched } : found(reading);
  const before = solveFor === "geometry" ? tool.control?.[axis] : undefined;
  const work = kept && !kept.derived ? kept.work : reckonedWork(setup, tool, facts);
  // A slide reads the display, which counts the work offset whatever the touch is reckoned with.
  const restsOnUnknown = work === undefined || (facts.way === "slide" && tool.work[axis] === undefined);
  const keyed = !result
    ? undefined
    : solveFor === "geometry"
      ? keyIn(machine, axis, { ...result, before, work, active: tool.work[axis] ?? "unknown" }, tool.zone)
      : workKeyIn(setup, tool, axis, result);

  const closure = () => {
    const at = machineAtContact(facts, tool, tool.work[axis] ?? 0);
    if (!keyed || !result || at === undefined) return undefined;
    const digit = Math.abs(lastDigitInCore(machine, axis));
    if (solveFor === "work") {
      const taught = workFromControl(machine, axis, keyed.value as Shown<"work-offset">);
      const sum = { geometry: tool[axis]?.exact ?? 0, wear: 0, work: workInZone(machine, axis, taught, tool.zone) };
      return closureOf({ machine: at, ...sum, touched: result.touched ?? 0 }, digit).closes;
    }
    const geometry = fromControl(machine, axis, keyed.value as Shown<"tool-offset">, "tool-offset", tool.zone);
    // On a setter the trigger stands where part and work offset stand on a part.
    const touched = result.touched ?? facts.numbers.trigger;
    if (touched === undefined || (result.touched === undefined && tool.tool.kind.startsWith("live-"))) return undefined;
    return closureOf({ machine: at, geometry, wear: 0, work: work ?? 0, touched }, digit).closes;
  };
  const rungs = kept?.derived ? [] : rungsOf(setup, tool, facts, solveFor, kept);
  return {
    rungs: rungs.map((rung) =>
      rung.offset === "work"
        ? { ...rung, label: `less ${workOffset.name}`, value: work === undefined ? undefined : rung.value }
        : rung,
    ),
    keyed,
    found: reading.solved?.exact,
    isKept: kept !== undefined,
    closes: closure(),
    displayAtZero: solveFor === "geometry" && work !== undefined && tool.work[axis] === undefined,
    assumed: solveFor === "geometry" && result && restsOnUnknown ? `${workOffset.name} ${AXIS_NAME[axis]}` : undefined,
  };
}

function found({ solved }: Pick<TouchReading, "solved">) {
  return solved && { exact: solved.exact, touched: solved.touched ?? undefined };
}

function choiceOf(kept: KeptTouch): TouchFacts["choice"] {
  const { touching, programmed, stand } = kept as Partial<TouchRecord>;
  return { touching, programmed, stand };
}

/** A taught work offset as it is keyed: it overwrites, in the sense of the main spindle's readout. */
function workKeyIn(
  { machine, workOffset, workHeld }: SetupView,
  { zone }: ToolView,
  axis: Axis,
  result: { readonly exact: number; readonly touched: number | undefined },
): KeyIn {
  const value = workForControl(machine, axis, workInZone(machine, axis, result.exact, zone));
  const shown = keyIn(machine, axis, { exact: 0, touched: result.touched, before: undefined }, zone);
  const held = workHeld[workOffset.name]?.[axis];
  const before = held === undefined ? undefined : workForControl(machine, axis, held);
  return { ...shown, value, before, entry: { as: "overwrite", number: value } };
}

const UNKNOWN_SPACER = perAxis((axis) => (axis === "x" ? "spacer, twice" : "spacer, once"));

/** Every line of the sum; a line whose number is not known yet, or is refused, has no value. */
function rungsOf(
  setup: SetupView,
  tool: ToolView,
  facts: TouchFacts,
  solveFor: SolveFor,
  kept: KeptTouch | undefined,
): readonly Rung[] {
  const known = facts.numbers;
  const filled: Partial<Record<TouchField, number>> = {};
  for (const field of wayOf(facts.way).fields(facts.axis, tool.zone)) filled[field] = known[field] ?? 0;
  const under = kept?.work === undefined ? tool : withWork(tool, facts.axis, kept.work);
  const whole = solveTouchOf(setup, under, { ...facts, numbers: filled }, solveFor);
  const isKnown = (input: TouchField | undefined) =>
    input === undefined || filled[input] === undefined || known[input] !== undefined;
  return (whole?.ladder ?? [])
    .filter(({ offset }) => offset !== "wear")
    .map(({ quantity, label, value, input, offset }) => ({
      quantity,
      offset,
      // A spacer that is not known yet is none only where none is asked for.
      label: label === "no spacer" && !isKnown(input) ? UNKNOWN_SPACER[facts.axis] : label,
      value: isKnown(input) ? value : undefined,
    }));
}

function withWork(tool: ToolView, axis: Axis, work: number): ToolView {
  return { ...tool, work: { ...tool.work, [axis]: work } };
}
