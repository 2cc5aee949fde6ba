import type { Axis } from "../../core/machine/index.ts";
import {
  createLathe,
  type Feel,
  type LatheCommand,
  type LatheConfig,
  type LatheEvent,
  type LatheState,
  type LatheStep,
  observe,
  step,
  truth,
} from "../lathe/index.ts";
import { creep } from "./hand.ts";

/** What a scenario looks at; the run goes on whatever it finds. Lengths in millimetres, X as a diameter. */
interface Expectation {
  /** Kind of an event since the last look, and words in it; `none` wants no crash and no alarm. */
  readonly event?: LatheEvent["kind"] | "none";
  readonly says?: string;
  readonly feel?: Feel;
  /** Where the tip truly is, in the part's frame. */
  readonly truth?: { readonly axis: Axis; readonly is: number; readonly within: number };
  readonly display?: { readonly axis: Axis; readonly is: number; readonly within: number };
  /** Diameter of the part at a Z. */
  readonly part?: { readonly z: number; readonly diameter: number; readonly within: number };
}

type ScenarioStep =
  | LatheCommand
  | { readonly do: "jog-to"; readonly axis: Axis; readonly readout: number }
  | { readonly do: "creep"; readonly axis: Axis; readonly towards: 1 | -1; readonly fine?: number }
  | ({ readonly do: "expect" } & Expectation);

/** A run that can be stored: used by tests, practice and benchmarks alike. */
export interface Scenario {
  readonly name: string;
  readonly lathe: string;
  readonly seed: number;
  readonly steps: readonly ScenarioStep[];
}

interface ScenarioRun {
  readonly state: LatheState;
  readonly events: readonly LatheEvent[];
  /** Every expectation that did not hold, in words. */
  readonly unmet: readonly string[];
}

export function runScenario({ steps, seed }: Scenario, config: LatheConfig): ScenarioRun {
  let state = createLathe(config, seed);
  const events: LatheEvent[] = [];
  let since: LatheEvent[] = [];
  const unmet: string[] = [];
  for (const [index, one] of steps.entries()) {
    if (one.do === "expect") {
      const wrong = look(one, state, since);
      if (wrong) unmet.push(`step ${index + 1}: ${wrong}`);
      since = [];
      continue;
    }
    const done = take(state, one);
    state = done.state;
    events.push(...done.events);
    since.push(...done.events);
  }
  return { state, events, unmet };
}

function take(state: LatheState, one: Exclude<ScenarioStep, { do: "expect" }>): LatheStep {
  if (one.do === "jog-to") return step(state, { do: "jog", axis: one.axis, by: one.readout - state.readout[one.axis] });
  if (one.do === "creep") return creep(state, one.axis, one.towards, one.fine);
  return step(state, one);
}

function look(wanted: Expectation, state: LatheState, events: readonly LatheEvent[]): string | undefined {
  const said = events.map(({ kind, message }) => `${kind}: ${message}`).join(" | ") || "nothing happened";
  if (wanted.event === "none" && events.some(({ kind }) => kind === "crash" || kind === "alarm"))
    return `expected no crash and no alarm; ${said}`;
  const ofKind = events.filter(({ kind }) => kind === wanted.event);
  if (wanted.event !== undefined && wanted.event !== "none" && ofKind.length === 0)
    return `expected ${wanted.event}; ${said}`;
  if (wanted.says !== undefined && !ofKind.some(({ message }) => message.includes(wanted.says ?? "")))
    return `expected “${wanted.says}”; ${said}`;
  const seen = observe(state);
  if (wanted.feel !== undefined && seen.feel !== wanted.feel) return `expected ${wanted.feel}, felt ${seen.feel}`;
  const off = (
    name: string,
    is: number | undefined,
    of: { readonly is: number; readonly within: number } | undefined,
  ) => (of && !(Math.abs((is ?? Number.NaN) - of.is) <= of.within) ? `expected ${name} ${of.is}, is ${is}` : undefined);
  const { truth: at, display, part } = wanted;
  const wall = part && state.stock.main.outer.find(({ z0, z1 }) => z0 <= part.z && part.z <= z1);
  return (
    off("truth", at && truth(state)?.[at.axis], at) ??
    off("display", display && seen.display[display.axis], display) ??
    off("diameter", wall && wall.v0 * 2, part && { is: part.diameter, within: part.within })
  );
}
