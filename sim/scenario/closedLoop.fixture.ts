import type { ToolView } from "../../core/ledger/index.ts";
import { mounted, opened, viewOf } from "../../core/ledger/setup.fixture.ts";
import {
  type Axis,
  fromControl,
  lastDigitInCore,
  type PerAxis,
  perAxis,
  shownAs,
  stationOf,
  toControl,
  workInZone,
} from "../../core/machine/index.ts";
import { sweepOf } from "../../core/mount/index.ts";
import { keyIn } from "../../core/offsets/index.ts";
import { extent, farthest } from "../../core/outline/index.ts";
import { familyOf, type TouchField, wayOf, wholeChoice } from "../../core/tool/index.ts";
import type { Case } from "../../core/touch/everyTool.fixture.ts";
import { crossingOf, readTypedTouch, reckonedWork, sizeFrame } from "../../core/touch/index.ts";
import { bodyIn, sideOf } from "../body/body.ts";
import { bodyOf } from "../contact/toolBody.ts";
import { CLOCK_POSITIONS } from "../gauge/indicator.ts";
import {
  activeTool,
  createLathe,
  type LatheConfig,
  type LatheState,
  type LatheStep,
  observe,
  truth,
  ZERO,
} from "../lathe/index.ts";
import { chainProfile } from "../stock/profile.ts";
import { endOf } from "../stock/stock.ts";
import { creep, jogTo, perform } from "./hand.ts";

/** What a closed loop is told beforehand; everything that counts, the lathe alone knows. */
export interface Loop {
  readonly one: Case;
  readonly seed: number;
  /** True lengths of the tool, and the work offset, in millimetres. */
  readonly geometry: PerAxis<number>;
  readonly work: PerAxis<number>;
  readonly paper: number;
  /** Thickness that the paper truly has more than its packet says. */
  readonly paperSlip: number;
}

interface LoopResult {
  readonly refusals: string;
  /** True position of the programmed point after MDI, less the one that was asked for. */
  readonly miss: number;
  /** What gauges, feel and handwheel step have put in between. */
  readonly injected: number;
  /** Largest amount that they may: steps of the wheel, scales of the gauges. */
  readonly allowed: number;
  /** Position display right after entry, less what Luvrit said that it must read, in last digits. */
  readonly display: number | undefined;
  readonly events: readonly string[];
}

const BAR = 50;
const HOLE = 30;

/** The point that the program moves, from the point that the outline is about; X as a true distance on the tool's own side. */
function programmedFrom({ tool, axis, way, choice, zone }: Case, edge = wholeChoice(tool, axis, choice).programmed) {
  const { stand } = wholeChoice(tool, axis, choice);
  const { stretch, approach } = bodyOf(tool, axis, { programmed: edge, from: "plus", stand, bySide: way === "side" });
  if (axis === "y") return 0;
  const box = extent(bodyIn(tool, zone).cutting);
  if (axis === "x")
    return familyOf(tool) === "on-centre" || familyOf(tool) === "axial"
      ? 0
      : approach === -1
        ? box.xMin - stretch[0]
        : box.xMax - stretch[1];
  return stand === "behind" ? box.zMax - stretch[1] : box.zMin - stretch[0];
}

/** The lathe of one case: the tool mounted where the truth says. */
function latheFor({ one, seed, geometry, work }: Loop): LatheState {
  const { tool, zone, machine, axis } = one;
  const side = sideOf(tool, zone);
  const local = programmedFrom(one);
  const reckoned = (on: Axis) => work[on];
  const at = {
    ...perAxis(() => 0),
    x: geometry.x + reckoned("x") + (axis === "x" ? 2 * side * local : 0),
    y: geometry.y + reckoned("y"),
    z: geometry.z + reckoned("z") + (axis === "z" ? local : 0),
  };
  const entersHole = familyOf(tool) === "bore";
  const part = { diameter: BAR, toFace: 0.6, stickOut: 80, chuckDiameter: 120, ...(entersHole && { hole: HOLE }) };
  const config: LatheConfig = {
    machine,
    parts: { main: part, sub: part },
    tools: [
      {
        station: zone.id,
        offset: "1",
        tool,
        at,
        isLoose: one.way === "slide",
      },
    ],
    trueWork: perAxis(reckoned),
    rows: {},
    // The control holds one number for all zones, counted as the main spindle's readout counts.
    work: {
      G54: perAxis((axis) => workInZone(one.machine, axis, work[axis], one.zone)),
    },
    activeWork: "G54",
    backlash: ZERO,
    clampPull: 0,
    home: ZERO,
    start: roundAll(one, { ...at, x: at.x + side * 2 * (BAR + 40), z: at.z + 200 }),
    feedback: true,
  };
  const lathe = perform(createLathe(config, seed), { do: "call", station: zone.id, offset: "1" }).state;
  if (wholeChoice(tool, axis, one.choice).stand !== "behind") return lathe;
  // A shoulder to stand behind: a neck outside, a recess in a bore.
  const inner = entersHole ? HOLE / 2 : 0;
  const stock = entersHole
    ? {
        outer: lathe.stock.main.outer,
        inner: chainProfile([
          { z: -200, x: 21 },
          { z: BEHIND, x: 21 },
          { z: BEHIND, x: inner },
          { z: 0, x: inner },
        ]),
      }
    : {
        outer: chainProfile([
          { z: -200, x: 6 },
          { z: BEHIND, x: 6 },
          { z: BEHIND, x: BAR / 2 },
          { z: 0, x: BAR / 2 },
        ]),
        inner: chainProfile([
          { z: -200, x: 0 },
          { z: 0, x: 0 },
        ]),
      };
  return { ...lathe, stock: { main: stock, sub: stock } };
}

/** The face that one stands behind. */
const BEHIND = -8;

function roundAll({ machine }: Case, to: PerAxis<number>): PerAxis<number> {
  const round = (axis: Axis) => {
    const digit = lastDigitInCore(machine, axis);
    return Math.round(to[axis] / digit) * digit;
  };
  return perAxis(round);
}

/** Moves an axis so that the outline's point stands there in the part's frame (X as a true distance on its own side). */
function stand(state: LatheState, axis: Axis, where: number): LatheStep {
  const active = activeTool(state);
  if (!active) return { state, events: [] };
  const target = axis === "x" ? active.tool.at.x + active.side * 2 * where : active.tool.at[axis] + where;
  const digit = lastDigitInCore(state.config.machine, axis);
  return jogTo(state, axis, Math.round(target / digit) * digit);
}

/** Runs one touch from a cold tool to the proof: contact, typing, Luvrit's answer, entry, display, MDI, truth. */
export function runLoop(drawn: Loop): LoopResult {
  const { one } = drawn;
  // A datum face is touched with no work offset on Z.
  const isDatum = one.machine.school === "datum-face" && one.axis === "z";
  const loop = { ...drawn, work: { ...drawn.work, ...(isDatum && { z: 0 }) } };
  const { tool, zone, axis, way, choice, machine } = one;
  const view = viewOf(opened(machine), mounted("1", tool, zone.id));
  const setup = {
    ...view,
    hole: familyOf(tool) === "bore" ? { diameter: HOLE, depth: undefined, source: undefined } : undefined,
    workOffset: { name: "G54", ...loop.work },
  };
  // The tool's own zone shows the work offset in its own sense.
  const toolView = { ...view.tools[0], work: loop.work } as ToolView;
  const work = reckonedWork(setup, toolView, one) ?? 0;
  const touch = contact(loop, latheFor(loop), work);
  const typed: Partial<Record<TouchField, string>> = {};
  for (const field of wayOf(way).fields(axis, zone)) {
    const truly = touch.numbers[field];
    if (truly === undefined) continue;
    // How deep a face lies is said without a sign.
    const isLength = field === "size" && sizeFrame(setup, toolView, { axis, choice }) === "drawing";
    const value = isLength ? -truly : truly;
    const crossing = crossingOf(field);
    typed[field] =
      crossing === undefined ? `${value.toFixed(6)}mm` : toControl(machine, axis, value, crossing, zone).toFixed(7);
  }
  const reading = readTypedTouch(setup, toolView, { axis, way, choice, sizeUnit: machine.units }, typed);
  const events = touch.step.events.map(({ kind, message }) => `${kind}: ${message}`);
  const solved = reading.solved;
  const nothing = {
    miss: Number.NaN,
    injected: 0,
    allowed: 0,
    display: undefined,
    events,
  };
  if (!solved) return { ...nothing, refusals: JSON.stringify({ ...reading.refusals, typed }) };
  const { state } = touch.step;
  const row = state.rows["1"];
  const before = row && fromControl(machine, axis, shownAs("tool-offset", row.geometry[axis]), "tool-offset", zone);
  const key = keyIn(
    machine,
    axis,
    { exact: solved.exact, touched: solved.touched ?? undefined, before: before ?? 0, work },
    zone,
  );
  const entered = perform(state, {
    do: "enter-offset",
    offset: "1",
    axis,
    register: "geometry",
    as: key.entry.as,
    number: key.entry.number,
  }).state;
  const digit = lastDigitInCore(machine, axis);
  const shown = observe(entered).display[axis];
  const display =
    key.display === undefined || !touch.isStill ? undefined : (shown - key.display) / machine.resolution.x;
  const proof = prove(loop, entered, touch.zero);
  const injected = touch.slip;
  return {
    refusals: "",
    miss: proof.miss,
    injected,
    allowed: touch.allowed + digit,
    display,
    events: [...events, ...proof.events],
  };
}

/** Calls a point well clear by MDI, on the axis that was touched, and looks where the tool truly went. */
function prove(loop: Loop, entered: LatheState, zero = 0) {
  const { one } = loop;
  const { axis, machine, zone } = one;
  let state = perform(
    entered,
    { do: "drop-spacer" },
    { do: "setter", to: "parked" },
    { do: "spindle", run: "off" },
  ).state;
  const active = activeTool(state);
  if (!active) throw new Error("a tool is active");
  // Nothing is in the way of the proof itself: the bar is taken out.
  const bare = {
    ...state.stock.main,
    outer: chainProfile([
      { z: -2000, x: 0.001 },
      { z: -1900, x: 0.001 },
    ]),
    inner: chainProfile([
      { z: -2000, x: 0 },
      { z: -1900, x: 0 },
    ]),
  };
  state = { ...state, alarm: undefined, stock: { main: bare, sub: bare }, singleBlock: true };
  const point = axis === "x" ? active.side * 30 : axis === "z" ? 12 : 7;
  const written = toControl(machine, axis, point, "program", zone);
  const moved = perform(
    state,
    { do: "mdi", text: `G0 ${axis.toUpperCase()}${written.toFixed(machine.units === "mm" ? 4 : 6)}` },
    { do: "rapid-override", percent: 100 },
    { do: "cycle-start" },
    { do: "advance", milliseconds: 600_000 },
    // With one axis set, the control may believe itself in its chuck and ask for a second start.
    { do: "cycle-start" },
    { do: "advance", milliseconds: 600_000 },
  );
  const local = programmedFrom(one);
  const there = truth(moved.state)?.[axis] ?? Number.NaN;
  const asked = fromControl(
    machine,
    axis,
    shownAs("program", Number(written.toFixed(machine.units === "mm" ? 4 : 6))),
    "program",
    zone,
  );
  const programmed = there + (axis === "x" ? 2 * active.side * local : axis === "z" ? local : 0) - zero;
  return { miss: programmed - asked, events: moved.events.map(({ kind, message }) => `${kind}: ${message}`) };
}

interface Contact {
  readonly step: LatheStep;
  readonly numbers: Partial<Record<TouchField, number>>;
  /** Assumed place of the contact less the true one: gauges, feel, steps. */
  readonly slip: number;
  readonly allowed: number;
  /** True where the tool still stands at the contact. */
  readonly isStill: boolean;
  /** Where a pulled bar's end is now: the part's own zero went with it. */
  readonly zero?: number;
}

function contact(loop: Loop, lathe: LatheState, reckoned: number): Contact {
  const { one, paper, paperSlip } = loop;
  const { tool, zone, axis, way, choice, machine } = one;
  const side = sideOf(tool, zone);
  const isBore = familyOf(tool) === "bore";
  const { stand: stands } = wholeChoice(tool, axis, choice);
  const { works } = zone;
  const digit = lastDigitInCore(machine, axis);
  const doubled = axis === "x" ? 2 : 1;
  const isSpaced = ["paper", "block", "side", "preset"].includes(way);
  let now = way === "skim" ? skimmed(lathe, one) : { state: lathe, events: [] };
  const wall = () => now.state.stock[works]?.outer.at(-1)?.v1 ?? 0;
  const hole = () => now.state.stock[works]?.inner.at(-1)?.v1 ?? 0;
  const end = () => (now.state.stock[works] ? endOf(now.state.stock[works]) : 0);
  const add = (next: LatheStep) => {
    now = { state: next.state, events: [...now.events, ...next.events] };
  };
  const numbers: Partial<Record<TouchField, number>> = {};
  let [slip, allowed] = [0, digit];

  // The size, as a gauge of its kind would say it, and by how much the gauge is wrong.
  const measured = (): number => {
    if (axis === "z") return stands === "behind" ? BEHIND : end();
    const kind = isBore && axis === "x" ? ("bore-gauge" as const) : ("micrometer" as const);
    const z = end() - 3;
    const read = perform({ ...now.state, spindle: { run: "off", rpm: 0 } }, { do: "measure", gauge: kind, z });
    const value = read.events.at(-1)?.value ?? Number.NaN;
    add({ state: { ...now.state, chance: read.state.chance }, events: read.events });
    const true_ = 2 * (isBore && axis === "x" ? hole() : wall());
    slip += axis === "y" ? (value - true_) / 2 : value - true_;
    allowed += axis === "y" ? 0.0075 : 0.015;
    return value;
  };

  if (way === "skim") {
    numbers.machine = now.state.readout[axis];
    numbers.size = measured();
    return { step: now, numbers, slip, allowed, isStill: true };
  }
  if (way === "centre") {
    add(axis === "x" ? stand(now.state, "x", 0.4) : stand(now.state, "y", 0.4));
    add(perform(now.state, { do: "sweep", sag: 0 }));
    const readings = (now.events.at(-1)?.readings ?? []).map((reading, index) => ({
      angle: CLOCK_POSITIONS[index] ?? 0,
      reading,
    }));
    const sweep = sweepOf(readings, "bore");
    if (!sweep.ok) throw new Error(sweep.refusal.message);
    const by = axis === "x" ? sweep.value.shiftX : sweep.value.shiftY;
    add(perform(now.state, { do: "jog", axis, by: Math.round(by / digit) * digit }));
    numbers.machine = now.state.readout[axis];
    slip = -(truth(now.state)?.[axis] ?? 0);
    return { step: now, numbers, slip, allowed: 0.002 * doubled + digit, isStill: true };
  }
  if (way === "setter") {
    const pointsAway = axis === "z" && stands === "behind" ? 1 : -1;
    const towards = axis === "z" ? pointsAway : isBore ? side : -side;
    add(perform(now.state, { do: "setter", to: "out" }));
    add(nearProbe(now.state, one, towards as 1 | -1));
    for (let steps = 0; steps < 400 && !now.state.isPressed; steps++)
      add(perform(now.state, { do: "jog", axis, by: towards * digit }));
    numbers.machine = now.events.findLast(({ kind }) => kind === "setter")?.value ?? Number.NaN;
    const { setter } = machine;
    numbers.trigger = setter ? (axis === "z" ? setter.face : isBore ? setter.bore : setter.outside) : Number.NaN;
    return { step: now, numbers, slip: 0, allowed: digit * 1.01, isStill: false };
  }
  if (way === "preset") {
    // Old setting a little wrong, the tool called with a deliberate retreat, then jogged in until the paper grips.
    const size = measured();
    const away = axis === "x" ? (isBore ? -side : side) : stands === "behind" ? -1 : 1;
    const geometry = loop.geometry[axis];
    const old = Math.round((geometry + 0.4) / digit) * digit;
    const retreat = away * Math.round((isBore && axis === "x" ? 6 : 24) / digit) * digit;
    const called = axis === "x" ? side * size : size;
    const target = called + old + retreat + reckoned;
    add(placeBeside(now.state, one));
    add(jogTo(now.state, axis, target));
    add(perform(now.state, { do: "hold-spacer", spacer: { kind: "paper", thickness: paper + paperSlip, axis } }));
    const from = now.state.readout[axis];
    add(creep(now.state, axis, away === 1 ? -1 : 1, digit));
    Object.assign(numbers, {
      old,
      retreat,
      jog: now.state.readout[axis] - from,
      spacer: paper,
      commanded: axis === "x" ? Math.abs(size) : size,
      size,
    });
    return {
      step: now,
      numbers,
      slip: slip + away * doubled * -paperSlip,
      allowed: allowed + digit * doubled + Math.abs(paperSlip) * doubled,
      isStill: true,
    };
  }
  if (way === "slide") {
    const station = stationOf(machine, zone.id);
    const standard = station?.standardOverhang ?? 0;
    const size = measured();
    const commanded = size + 0.25;
    add(placeBeside(now.state, one));
    add(
      jogTo(
        { ...now.state, stock: { main: FAR_AWAY, sub: FAR_AWAY } },
        axis,
        Math.round(((axis === "x" ? side * commanded : commanded) + reckoned) / digit) * digit,
      ),
    );
    // Loose and pushed well back, wherever the machine stands.
    const pushed = now.state.tools[zone.id];
    if (!pushed) throw new Error("the tool is there");
    const local = touchingLocal(one);
    const back = axis === "x" ? side * (size + 2 * 5 - 2 * local) : size + (stands === "behind" ? -5 : 5) - local;
    const at = { ...pushed.at, [axis]: now.state.slide[axis] - back };
    const tools = { ...now.state.tools, [zone.id]: { ...pushed, at } };
    now = { ...now, state: { ...now.state, tools, stock: lathe.stock } };
    add(perform(now.state, { do: "slide", axis: axis === "x" ? "x" : "z" }));
    const actually = now.state.readout[axis] - reckoned;
    Object.assign(numbers, { commanded: axis === "x" ? side * actually : actually, size, overhang: standard });
    return { step: now, numbers, slip, allowed, isStill: false };
  }
  if (way === "pull") {
    add(stand(now.state, "x", 6));
    add(stand(now.state, "z", 15));
    add(perform(now.state, { do: "pull-bar" }));
    // The end is where the tool holds it: that is this part's zero now.
    numbers.machine = now.state.readout.z;
    numbers.size = 0;
    return { step: now, numbers, slip: 0, allowed, isStill: true, zero: end() };
  }
  const size = measured();
  numbers.size = size;
  if (isSpaced) numbers.spacer = paper;
  if (way === "eye") {
    // An edge lined up: its place is put on the surface, a hundredth beside it.
    const edge = wholeChoice(tool, axis, choice).touching;
    const local = edge === undefined ? touchingLocal(one) : programmedFrom(one, edge);
    const surface = axis === "z" ? size : (stands === "minus" ? -1 : 1) * (size / 2);
    const isFree = { ...now.state, stock: { main: FAR_AWAY, sub: FAR_AWAY } };
    const at = axis === "y" ? surface + (stands === "minus" ? -1 : 1) * bodyIn(tool, zone).halfWidth : surface - local;
    const moved = axis === "x" ? stand(isFree, "x", at) : stand(isFree, axis, at);
    now = { state: { ...moved.state, stock: lathe.stock }, events: [...now.events, ...moved.events] };
    numbers.machine = now.state.readout[axis];
    return { step: now, numbers, slip, allowed, isStill: true };
  }
  add(placeBeside(now.state, one, isSpaced ? paper : 0));
  if (isSpaced)
    add(
      perform(now.state, {
        do: "hold-spacer",
        spacer: { kind: way === "block" ? "block" : "paper", thickness: paper + paperSlip, axis },
      }),
    );
  const from = way === "side" && zone.from === "minus" ? -1 : side;
  const away = axis === "x" ? (isBore ? -from : from) : stands === "behind" || stands === "minus" ? -1 : 1;
  add(creep(now.state, axis, away === 1 ? -1 : 1, digit));
  numbers.machine = now.state.readout[axis];
  return {
    step: now,
    numbers,
    slip: slip - away * doubled * (isSpaced ? paperSlip : 0),
    allowed: allowed + digit * doubled + Math.abs(paperSlip) * doubled,
    isStill: true,
  };
}

const FAR_AWAY = {
  outer: chainProfile([
    { z: -2000, x: 0.001 },
    { z: -1900, x: 0.001 },
  ]),
  inner: chainProfile([
    { z: -2000, x: 0 },
    { z: -1900, x: 0 },
  ]),
};

/** The point of the outline that meets the surface, from the outline's own point. */
function touchingLocal(one: Case): number {
  const { tool, axis, choice, zone } = one;
  const box = extent(bodyIn(tool, zone).cutting);
  if (axis === "x") return familyOf(tool) === "bore" ? box.xMax : box.xMin;
  return wholeChoice(tool, axis, choice).stand === "behind" ? box.zMax : box.zMin;
}

/** Z of the part of the outline that meets a wall. */
const lowest = ({ tool, zone }: Case) =>
  // The whole depth of a face-groove blade meets it: its holder must stay in front of the part.
  tool.kind === "groove-face" ? 0 : farthest(bodyIn(tool, zone).cutting, familyOf(tool) === "bore" ? "x+" : "x-").z;

/** Brings the tool in front of the surface that it will touch, clear of it, on the axes that are not touched first. */
function placeBeside(state: LatheState, one: Case, thickness = 0): LatheStep {
  const { tool, axis, zone, choice } = one;
  const { stand: stands } = wholeChoice(tool, axis, choice);
  const family = familyOf(tool);
  const box = extent(bodyIn(tool, zone).cutting);
  const radius = BAR / 2;
  let now: LatheStep = { state, events: [] };
  const go = (on: Axis, where: number) => {
    const next = stand(now.state, on, where);
    now = { state: next.state, events: [...now.events, ...next.events] };
  };
  const isCentre = family === "on-centre" || family === "axial";
  const bySide = one.way === "side";
  if (axis === "y") {
    const sign = stands === "minus" ? -1 : 1;
    go("y", sign * (radius + bodyIn(tool, zone).halfWidth + 2 + thickness));
    go("z", isCentre ? -20 : -12);
    go("x", 0);
    return now;
  }
  if (axis === "x") {
    if (bySide) {
      // On the side that the zone's tools come from.
      const from = zone.from === "minus" ? -1 : 1;
      go("x", from * (radius + box.xMax + 30));
      go("z", -25);
      go("x", from * (radius + box.xMax + 2 + thickness));
    } else if (family === "bore") {
      go("x", HOLE / 2 - 1.2);
      go("z", -6 - lowest(one));
    } else {
      go("x", radius + 30);
      go("z", -6 - lowest(one));
      go("x", radius + 2 + thickness);
    }
    return now;
  }
  if (stands === "behind") {
    if (family === "bore") {
      go("x", HOLE / 2 - 1.5);
      go("z", BEHIND - 3 - thickness - box.zMax);
      // The bar must stay clear of the lip: only its tip reaches into the recess.
      go("x", HOLE / 2 + (tool.kind === "thread-bore" ? 3.2 : 0.4));
    } else {
      go("x", radius + 30);
      go("z", BEHIND - 3 - thickness - box.zMax);
      go("x", radius - 4);
    }
    return now;
  }
  go("x", isCentre ? 0 : family === "bore" ? HOLE / 2 + 3 : radius - 5);
  go("z", 4 + thickness - box.zMin);
  return now;
}

/** Beside the probe, clear of the part. */
function nearProbe(state: LatheState, { axis, tool, zone }: Case, towards: 1 | -1): LatheStep {
  const active = activeTool(state);
  const { setter } = state.config.machine;
  if (!active || !setter) return { state, events: [] };
  const box = extent(bodyIn(tool, zone).cutting);
  const bare = { ...state, stock: { main: FAR_AWAY, sub: FAR_AWAY } };
  const isBore = familyOf(tool) === "bore";
  const trigger = axis === "z" ? setter.face : isBore ? setter.bore : setter.outside;
  const reach = axis === "z" ? (towards === 1 ? box.zMax : box.zMin) : active.side * 2 * (isBore ? box.xMax : box.xMin);
  const at = trigger - reach - towards * 0.05 + active.tool.at[axis] - state.config.trueWork[axis];
  const digit = lastDigitInCore(state.config.machine, axis);
  return jogTo(bare, axis, Math.round(at / digit) * digit);
}

/** A light cut on the surface, and away along the other axis, as the way says. */
function skimmed(lathe: LatheState, one: Case): LatheStep {
  const { tool, axis, zone } = one;
  const family = familyOf(tool);
  const box = extent(bodyIn(tool, zone).cutting);
  let now: LatheStep = perform(lathe, { do: "spindle", run: "forward", rpm: 800 });
  const go = (on: Axis, where: number) => {
    const next = stand(now.state, on, where);
    now = { state: next.state, events: [...now.events, ...next.events] };
  };
  if (axis === "x") {
    go("x", family === "bore" ? HOLE / 2 + 0.4 : BAR / 2 - 0.5);
    go("z", 4 - box.zMin);
    go("z", -15 - lowest(one));
    go("z", 30 - box.zMin);
  } else {
    go("x", BAR / 2 + 6);
    go("z", -box.zMin + 0.2);
    go("x", -2);
    go("x", BAR / 2 + 6);
  }
  const off = perform(now.state, { do: "spindle", run: "off" });
  return { state: off.state, events: [...now.events, ...off.events] };
}
