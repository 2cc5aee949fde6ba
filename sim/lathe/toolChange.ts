import { AXIS_NAME, type LatheAxis, travelInZone, zoneOf } from "../../core/machine/index.ts";
import { sideOf } from "../body/body.ts";
import { normal } from "../chance.ts";
import { gapAcross, gapAlong } from "../contact/gap.ts";
import { valuesAt } from "../stock/profile.ts";
import { endOf } from "../stock/stock.ts";
import { REMOUNT_SCATTER } from "./config.ts";
import { alarmed, crash, type LatheStep } from "./crash.ts";
import { activeTool, type LatheState, onOwnSide, surroundings } from "./state.ts";

/** A turret's neighbours need this much room in front of the part, or beside it, to swing past. Millimetres. */
const SWING = 3;

/**
 * Brings a station into the working position and makes a row count. Indexing over the part is a crash: the same tool
 * called with another offset does not index, but a call of another station always does.
 */
export function callStation(state: LatheState, station: string, offset: string | undefined): LatheStep {
  if (state.alarm) return alarmed(state, "The control alarms: reset it first.");
  if (!state.tools[station]) return alarmed(state, `Station ${station} is empty.`);
  if (station === state.station) return { state: { ...state, offset }, events: [] };
  const { kind } = state.config.machine;
  if (state.spindle.run !== "off" && kind === "quick-change-lathe")
    return alarmed(state, "Stop the spindle before a holder is changed by hand.");
  if (kind === "turret-lathe" && state.door === "open")
    return alarmed(state, "The door is open: the turret does not index.");
  // A gang plate goes to the next tool by itself, well clear on the side that the tool comes from.
  const clear = kind === "swiss-type" ? clearFor(state, station) : undefined;
  const turned: LatheState = {
    ...state,
    ...(clear && { readout: clear, slide: clear }),
    station,
    offset,
    spacer: undefined,
    isPressed: false,
    isTouching: false,
    isCrushed: false,
  };
  if (state.setter === "out")
    return crash(turned, "The turret swung into the setter: park it before indexing.", station);
  const what = kind === "turret-lathe" ? swingsInto(state, station) : undefined;
  if (what) return crash(turned, what, station);
  const name = state.tools[station]?.tool.description ?? station;
  return {
    state: turned,
    events: [
      {
        kind: "indexed",
        message: `${name} is in the working position${offset === undefined ? ", no offset called" : `, offset ${offset}`}.`,
      },
    ],
  };
}

/** Where a sliding-headstock machine takes up the next tool: X at the end of travel that leads away, Z drawn back. */
function clearFor({ config, tools, readout }: LatheState, station: string): LatheState["readout"] {
  const { machine, home } = config;
  const tool = tools[station];
  const side = tool ? sideOf(tool.tool, zoneOf(machine, station)) : 1;
  const margin = machine.travelMargin ?? 1;
  const low = (travelInZone(machine, "x", zoneOf(machine, station))?.[0] ?? 0) + margin;
  return { ...readout, x: side === -1 ? low : home.x, z: home.z };
}

/** A turret swings its tools past the part: both the old tool and the new one must be clear of it. */
function swingsInto(state: LatheState, station: string): string | undefined {
  for (const next of [state, { ...state, station }]) {
    const active = activeTool(next);
    const around = active && surroundings(next, active.works);
    if (!active || !around) continue;
    const at = onOwnSide(next.slide, active);
    const front = at.z + active.body.box.zMin;
    const isInFront = front > endOf(around.stock) + SWING;
    const outside = Math.max(
      ...(valuesAt(around.stock.outer, endOf(around.stock)) ?? [0]),
      ...around.stock.outer.map(({ v0, v1 }) => Math.max(v0, v1)),
    );
    const isBeside = at.x + active.body.box.xMin > outside + SWING;
    if (!isInFront && !isBeside) return `${active.tool.tool.description} was indexed over the part.`;
  }
  return undefined;
}

/** Takes a holder off and puts it back: it comes back as its kind of seat lets it. */
export function remount(state: LatheState, station: string): LatheStep {
  const tool = state.tools[station];
  if (!tool) return alarmed(state, `Station ${station} is empty.`);
  const scatter = REMOUNT_SCATTER[tool.holder ?? "fixed"];
  const [byX, between] = normal(state.chance, scatter.x);
  const [byZ, chance] = normal(between, scatter.z);
  const at = { ...tool.at, x: tool.at.x + byX, z: tool.at.z + byZ };
  return {
    state: { ...state, chance, tools: { ...state.tools, [station]: { ...tool, at, isBroken: false } } },
    events: [{ kind: "remounted", message: `${tool.tool.description} was off and is back in station ${station}.` }],
  };
}

/** Loosens the tool, slides it until it meets the part, clamps it. The machine does not move. */
export function slideTool(state: LatheState, axis: LatheAxis): LatheStep {
  const active = activeTool(state);
  const around = active && surroundings(state, active.works);
  if (!active || !around) return alarmed(state, "There is nothing to slide.");
  if (state.spindle.run !== "off") return alarmed(state, "Stop the spindle before a tool is loosened.");
  if (!active.tool.isLoose) return alarmed(state, `${active.tool.tool.description} is clamped: it was not left loose.`);
  const at = onOwnSide(state.slide, active);
  // A tip that points away from the chuck is slid to a shoulder from behind.
  const front = gapAlong(active.body, at, around.stock, -1);
  const isBehind = axis === "z" && !Number.isFinite(front);
  const room =
    axis === "x"
      ? gapAcross(active.body, at, around.stock)
      : isBehind
        ? gapAlong(active.body, at, around.stock, 1)
        : front;
  if (room === Number.POSITIVE_INFINITY) return alarmed(state, "The part is not in front of this tool.");
  if (room < 0) return alarmed(state, "The tool stands in the part: push it well back first.");
  const [slip, chance] = normal(state.chance, state.config.clampPull);
  // Clamping pulls one way: back into the holder.
  const by = room - Math.abs(slip);
  const { tool } = active;
  // The tool goes to the part; its position for the machine is that much nearer.
  const moved = { ...tool.at, [axis]: tool.at[axis] + (axis === "x" ? active.side * 2 : isBehind ? -1 : 1) * by };
  const tools = { ...state.tools, [state.station]: { ...tool, at: moved, isLoose: false } };
  return {
    state: { ...state, chance, tools, isTouching: slip === 0 },
    events: [
      {
        kind: "slid",
        message: `${tool.tool.description} was slid ${by.toFixed(3)} on ${AXIS_NAME[axis]} until it met the part, and clamped.`,
      },
    ],
  };
}

/** Opens the chuck and pulls the bar out until its end meets the tool that stands in front of it. */
export function pullBar(state: LatheState): LatheStep {
  const active = activeTool(state);
  const around = active && surroundings(state, active.works);
  if (!active || !around) return alarmed(state, "No tool stands in front of the bar.");
  if (state.spindle.run !== "off") return alarmed(state, "Stop the spindle before the chuck is opened.");
  const room = gapAlong(active.body, onOwnSide(state.slide, active), around.stock, -1);
  if (!Number.isFinite(room) || room < 0) return alarmed(state, "The tool does not stand in front of the bar.");
  const shift = ({ z0, z1, v0, v1 }: { z0: number; z1: number; v0: number; v1: number }) => ({
    z0: z0 + room,
    z1: z1 + room,
    v0,
    v1,
  });
  const stock = { outer: around.stock.outer.map(shift), inner: around.stock.inner.map(shift) };
  return {
    state: { ...state, stock: { ...state.stock, [active.works]: stock }, isTouching: true },
    events: [{ kind: "pulled", message: `The bar was pulled out ${room.toFixed(3)} to the tool.`, value: room }],
  };
}
