import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import {
  type Axis,
  isLatheAxis,
  type LatheAxis,
  lastDigitInCore,
  type MachineProfile,
  mainZone,
  type PerAxis,
  perAxis,
  toControl,
  travelInZone,
  wearField,
} from "../../core/machine/index.ts";
import { farthest } from "../../core/outline/index.ts";
import { contactTool, contactToProgrammed, familyOf, wholeChoice } from "../../core/tool/index.ts";
import { bodyIn, sideOf } from "../body/body.ts";
import { type Chance, normal } from "../chance.ts";
import type { LatheConfig, LatheTool, StoredRow } from "../lathe/index.ts";
import { ZERO } from "../lathe/index.ts";

/** Honest scatter of a tool that stands where it stood: its insert was indexed since (docs/MATHEMATICS.md, Plausibility). */
const INDEXED: PerAxis<number> = { ...perAxis(() => 0.01), x: 0.06, z: 0.03 };
/** The bar as delivered: this share of the oversize that it may have. */
const SHARE_OF_OVERSIZE = 0.6;

/**
 * The lathe that a setup is about, as it might truly stand: tools where their touches say, or about where the old offsets
 * say, or where such a machine has them. The same setup and seed make the same lathe.
 */
export function latheOfSetup(setup: SetupView, seed: number): LatheConfig {
  const { machine, stock } = setup;
  const main = {
    diameter: stock.measuredDiameter ?? roundTo(stock.nominalDiameter + stock.oversize * SHARE_OF_OVERSIZE, 0.001),
    toFace: stock.toFace,
    stickOut: stock.stickOut,
    chuckDiameter: stock.chuckDiameter,
    ...(setup.hole && { hole: setup.hole.diameter }),
  };
  const sub = { ...main, toFace: 0.2, stickOut: Math.min(main.stickOut, 20) };
  const mounted = setup.tools.filter(({ second }) => second === undefined);
  const hasSub = mounted.some(({ zone }) => zone.works === "sub");
  const start = clearOf(machine);
  let chance: Chance = seed;
  const tools = mounted.map((view): LatheTool => {
    const scattered = (axis: Axis) => {
      const [slip, next] = normal(chance, INDEXED[axis]);
      chance = next;
      return slip;
    };
    const at = (axis: Axis) => {
      const slip = scattered(axis);
      const known = view[axis]?.exact ?? (view.control?.[axis] === undefined ? undefined : view.control[axis] + slip);
      if (known === undefined) return usualPlace(view, machine, axis) + slip;
      return known + (view.work[axis] ?? 0) + fromOutline(view, axis);
    };
    const digit = (axis: Axis) => lastDigitInCore(machine, axis) / 10;
    const place = perAxis((axis) => roundTo(at(axis), digit(axis)));
    const isLoose = view.way.z === "slide" || view.way.x === "slide";
    return {
      station: view.station,
      offset: view.offset,
      tool: view.tool,
      at: place,
      holder: holderOf(view, machine),
      isLoose,
    };
  });
  // A lathe always holds some number: what is not known is 0 on the simulated one.
  const work = perAxis((axis) => setup.workOffset[axis] ?? 0);
  return {
    machine,
    parts: { main, ...(hasSub && { sub }) },
    tools,
    trueWork: work,
    rows: Object.fromEntries(
      setup.tools.flatMap((view) => (view.control ? [[view.offset, rowOf(view, machine)]] : [])),
    ),
    work: { [setup.workOffset.name]: work },
    activeWork: setup.workOffset.name,
    backlash: ZERO,
    clampPull: 0.02,
    home: start,
    start,
    feedback: machine.encoders !== "incremental",
  };
}

/** A little short of the end of travel on every axis: clear of everything. */
function clearOf(machine: MachineProfile): PerAxis<number> {
  const margin = machine.travelMargin ?? 1;
  const high = (axis: LatheAxis) => (travelInZone(machine, axis, mainZone(machine))?.[1] ?? 0) - margin;
  return perAxis((axis) => (isLatheAxis(axis) ? high(axis) : 0));
}

/** Machine position with the tool on the part's zero, where nothing is known yet: by the travel, and longer tools farther out. */
function usualPlace({ tool, zone }: ToolView, machine: MachineProfile, axis: Axis): number {
  if (axis === "y") return 0;
  const [low, high] = travelInZone(machine, axis, zone) ?? [0, 0];
  const span = high - low;
  const longer = Math.min(tool.overhang, 80) - 35;
  const isAxial = familyOf(tool) === "bore" || familyOf(tool) === "on-centre" || familyOf(tool) === "axial";
  const middle = axis === "x" && sideOf(tool, zone) === -1 ? low + span * 0.62 : high - span * 0.62;
  if (axis === "x") return middle + (isAxial ? 0 : sideOf(tool, zone) * Math.min(2 * longer, span * 0.15));
  return middle + (isAxial ? Math.min(longer, span * 0.15) : 0);
}

/** From the point that a tool's outline is about to the point that its program moves, X on the diameter. */
export function fromOutline({ tool, zone, choice, way }: ToolView, axis: Axis): number {
  if (axis === "y") return 0;
  const contact = contactTool(tool, axis, way[axis], choice[axis], zone.from);
  if (!contact.ok) return 0;
  const { cutting } = bodyIn(tool, zone);
  const isBehind = wholeChoice(tool, axis, choice[axis]).stand === "behind";
  if (axis === "z")
    return farthest(cutting, isBehind ? "z+" : "z-").z + contactToProgrammed(contact.value, "z", isBehind ? -1 : 1);
  if (familyOf(tool) === "on-centre" || familyOf(tool) === "axial") return 0;
  const meets = farthest(cutting, familyOf(tool) === "bore" ? "x+" : "x-").x;
  return sideOf(tool, zone) * 2 * meets + contactToProgrammed(contact.value, "x", familyOf(tool) === "bore" ? -1 : 1);
}

function rowOf(view: ToolView, machine: MachineProfile): StoredRow {
  const { control, zone } = view;
  const stored = (axis: Axis, value: number | undefined) => toControl(machine, axis, value ?? 0, "tool-offset", zone);
  return {
    geometry: perAxis((axis) => stored(axis, control?.[axis])),
    wear: perAxis((axis) => stored(axis, control?.[wearField(axis)])),
    noseRadius: control?.noseRadius ?? 0,
    orientation: control?.orientation ?? 0,
  };
}

function holderOf({ tool }: ToolView, { kind }: MachineProfile): NonNullable<LatheTool["holder"]> {
  if (kind === "quick-change-lathe") return "quick-change";
  if ("bar" in tool) return "sleeve";
  return "shank" in tool ? "plain-shank" : "collet";
}

const roundTo = (value: number, step: number) => Math.round(value / step) * step;
