import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readoutAtContact } from "../../sim/contact/contact.ts";
import { bodyOf } from "../../sim/contact/toolBody.ts";
import { longOr } from "../../tests/hard/long.ts";
import { mounted, opened, viewOf } from "../ledger/setup.fixture.ts";
import { type Axis, fromControl, SCHOOLS, type Shown, toControl, type Zone } from "../machine/index.ts";
import { closureOf, keyIn } from "../offsets/index.ts";
import {
  type EdgeChoice,
  familyOf,
  TOOL_KINDS,
  TOUCH_WAYS,
  type Tool,
  type TouchField,
  wayOf,
  wholeChoice,
} from "../tool/index.ts";
import { type Case, EVERY_TOOL, everyCase, FINE, STANDARD_OVERHANG } from "./everyTool.fixture.ts";
import { crossingOf, sizeFrame } from "./touchFields.ts";
import { reckonedWork } from "./touchProblem.ts";
import { readTypedTouch } from "./typedTouch.ts";

interface Truth {
  readonly geometry: number;
  readonly work: number;
  readonly size: number;
  readonly spacer: number;
  readonly retreat: number;
  readonly overhang: number;
  readonly off: number;
}

/** What a setter would read and type for this truth; nothing here knows the touch equation. */
function typedFor({ tool, zone, axis, way, choice, machine }: Case, truth: Truth, work: number) {
  const whole = wholeChoice(tool, axis, choice);
  const standing = { programmed: whole.programmed, from: zone.from, stand: whole.stand, bySide: way === "side" };
  const body = bodyOf(tool, axis, standing);
  const far = axis === "x" && zone.from === "minus" ? -1 : 1;
  const isCentre = way === "centre";
  const place =
    axis === "x"
      ? (far * truth.size) / 2
      : axis === "y"
        ? (whole.stand === "minus" ? -1 : 1) * (truth.size / 2)
        : truth.size;
  const offsets = { geometry: truth.geometry, wear: 0, work };
  const spacer = ["paper", "block", "side", "preset"].includes(way) ? truth.spacer : 0;
  // By eye the chosen edge itself is lined up with the surface: the body ends there.
  const lined = way === "eye" && whole.touching !== undefined ? linedUp(tool, axis, whole, zone) : body;
  const at = (surface: number, reckoned: number) =>
    readoutAtContact({
      axis,
      surface,
      approach: lined.approach,
      spacer,
      tool: { body: isCentre ? [0, 0] : lined.stretch },
      offsets: { ...offsets, work: reckoned },
    });
  const numbers: Partial<Record<TouchField, number>> = { size: truth.size, spacer };
  const doubled = axis === "x" ? 2 : 1;
  switch (way) {
    case "centre":
      numbers.machine = at(0, work);
      break;
    case "setter": {
      const trigger = -210.5;
      numbers.trigger = trigger;
      numbers.machine = at(trigger / doubled, 0);
      break;
    }
    case "preset": {
      const old = truth.geometry + truth.off;
      const called = truth.size + 1.5;
      numbers.old = old;
      numbers.commanded = axis === "x" ? far * called : called;
      const outward = axis === "x" && familyOf(tool) === "bore" ? -far : far;
      numbers.retreat = truth.retreat * (whole.stand === "behind" || whole.stand === "minus" ? -1 : outward);
      numbers.jog = at(place, work) - ((axis === "x" ? far * called : called) + old + numbers.retreat + work);
      break;
    }
    case "slide": {
      // The machine stands there with no offset active; the loose tool's own edge meets the surface. On an arm it is the
      // tip that meets it, whatever edge is programmed.
      numbers.commanded = (zone.arm ? truth.geometry + far * truth.size + work : at(place, work)) - truth.work;
      numbers.overhang = STANDARD_OVERHANG;
      break;
    }
    default:
      numbers.machine = at(place, work);
  }
  const typed: Partial<Record<TouchField, string>> = {};
  for (const field of wayOf(way).fields(axis, zone)) {
    const crossing = crossingOf(field);
    const isLength = field === "size" && sizeFrame(machine, { tool }, { axis, choice }) === "drawing";
    const value = (numbers[field] ?? 0) * (isLength ? -1 : 1);
    const shown = crossing === undefined ? value : toControl(machine, axis, value, crossing, zone);
    typed[field] = crossing === undefined ? `${shown.toFixed(9)}mm` : shown.toFixed(9);
  }
  return { typed, readout: numbers.machine };
}

/** A body that ends at the lined-up edge on both sides. */
function linedUp(tool: Tool, axis: Axis, { touching, programmed, stand }: EdgeChoice, zone: Zone) {
  const standing = { from: zone.from, stand, bySide: false };
  const seen = bodyOf(tool, axis, { ...standing, programmed: touching }).stretch[0];
  const moved = bodyOf(tool, axis, { ...standing, programmed }).stretch[0];
  return { stretch: [moved - seen, moved - seen] as const, approach: -1 as const };
}

const digits = (low: number, high: number) =>
  fc.integer({ min: low * 1000, max: high * 1000 }).map((thousandths) => thousandths / 1000);
const truths = fc.record({
  geometry: digits(-300, 300),
  work: digits(-200, 200),
  size: digits(17, 54),
  spacer: digits(0.02, 12),
  retreat: digits(0, 50),
  overhang: digits(10, 40),
  off: digits(-1, 1),
});

/** A face in front lies at or before Z0, one behind inside the part; a bar's size is a size. */
function fitted({ tool, axis, way, choice }: Case, truth: Truth): Truth {
  // A tool that is slid to the bar stands near its standard place: the display reads about the bar's own diameter.
  if (axis === "x" && way === "slide") return { ...truth, geometry: truth.geometry / 100 };
  if (axis !== "z") return truth;
  const isBehind = wholeChoice(tool, axis, choice).stand === "behind";
  return { ...truth, size: isBehind ? -truth.size : truth.size / 10 };
}

/** In an ordinary run each combination of school, unit and sign has every seventh case, others than its neighbours. */
const SHARES = longOr(1, 7);

describe("every kind, way, axis, school, stored sign and unit", { timeout: 30_000 }, () => {
  const grid = SCHOOLS.flatMap((school) =>
    (["mm", "in"] as const).flatMap((units) => ([1, -1] as const).map((sign) => ({ school, units, sign }))),
  ).map((one, index) => ({ ...one, share: index % SHARES }));
  it.each(grid)(
    "gives the truth to the last digit: $school, $units, stored sign $sign",
    ({ school, units, sign, share }) => {
      const all = everyCase(school, units, sign, sign === 1 ? "diameter" : "radius");
      expect(all.length).toBeGreaterThan(900);
      const cases = all.filter((_, index) => index % SHARES === share);
      const [sample] = fc.sample(truths, { numRuns: 1, seed: cases.length + sign });
      const pool = fc.sample(truths, { numRuns: cases.length, seed: 7 + cases.length + sign });
      const wrong: string[] = [];
      let closed = 0;
      const seen = new Map<string, ReturnType<typeof mountedIn>>();
      for (const [index, one] of cases.entries()) {
        const truth = fitted(one, pool[index] ?? (sample as Truth));
        const key = `${EVERY_TOOL.indexOf(one.tool)} ${one.zone.id}`;
        const { view, tool: mountedTool } = seen.get(key) ?? mountedIn(one);
        seen.set(key, { view, tool: mountedTool });
        const setup = view;
        const tool = { ...mountedTool, work: { x: truth.work, y: truth.work, z: truth.work } };
        const task = { axis: one.axis, way: one.way, choice: one.choice, sizeUnit: units };
        const reckoned = reckonedWork(setup, tool, one) ?? Number.NaN;
        const { typed, readout } = typedFor(one, truth, reckoned);
        const reading = readTypedTouch(setup, tool, task, typed);
        const name = `${one.tool.kind} ${one.zone.id} ${one.axis} ${one.way} ${JSON.stringify(one.choice)}`;
        const exact = reading.solved?.exact ?? Number.NaN;
        if (Object.keys(reading.refusals).length > 0 || !(Math.abs(exact - truth.geometry) < FINE.mm * 3))
          wrong.push(`${name}: ${exact}, not ${truth.geometry} ${JSON.stringify(reading.refusals)}`);
        const touched = reading.solved?.touched;
        if (readout === undefined || touched === null || touched === undefined) continue;
        // What is keyed, sent through the control and back, closes with the readout.
        const keyed = keyIn(one.machine, one.axis, { exact, touched, before: undefined }, one.zone);
        const geometry = fromControl(
          one.machine,
          one.axis,
          keyed.value as Shown<"tool-offset">,
          "tool-offset",
          one.zone,
        );
        const sum = { machine: readout, geometry, wear: 0, work: reckoned, touched };
        if (!closureOf(sum, FINE.mm * 3).closes) wrong.push(`${name}: does not close`);
        closed += 1;
      }
      expect(wrong).toEqual([]);
      expect(closed).toBeGreaterThan(600 / SHARES);
    },
  );
  it("leaves no kind and no way out", () => {
    const cases = SCHOOLS.flatMap((school) => everyCase(school, "mm", 1, "diameter"));
    expect(new Set(cases.map(({ tool }) => tool.kind))).toEqual(new Set(TOOL_KINDS));
    expect(new Set(cases.map(({ way }) => way))).toEqual(new Set(TOUCH_WAYS));
  });
  it("holds for numbers drawn at random", () => {
    const cases = everyCase("fixed-overhang", "mm", 1, "diameter");
    fc.assert(
      fc.property(fc.constantFrom(...cases), truths, (one, drawn) => {
        const truth = fitted(one, drawn);
        const { view: setup, tool: bare } = mountedIn(one);
        const tool = { ...bare, work: { x: truth.work, y: truth.work, z: truth.work } };
        const { typed } = typedFor(one, truth, reckonedWork(setup, tool, one) ?? Number.NaN);
        const task = { axis: one.axis, way: one.way, choice: one.choice, sizeUnit: "mm" } as const;
        const exact = readTypedTouch(setup, tool, task, typed).solved?.exact ?? Number.NaN;
        expect(Math.abs(exact - truth.geometry)).toBeLessThan(FINE.mm * 3);
      }),
      { numRuns: 1000 },
    );
  });
});

/** The tool mounted in a station of its zone, beside a hole that every bar enters. */
function mountedIn({ machine, tool, zone }: Case) {
  const view = viewOf(opened(machine), mounted("1", tool, zone.id));
  const [one] = view.tools;
  if (!one) throw new Error("the tool is there");
  return { view: { ...view, hole: { diameter: 16.5, depth: undefined, source: undefined } }, tool: one };
}
