import {
  type Axis,
  mainZone,
  type PerAxis,
  perAxis,
  type SetterSide,
  travelInZone,
  zoneOf,
} from "../../core/machine/index.ts";
import { invariant } from "../../core/refusal.ts";
import type { Body } from "../body/body.ts";
import { bodyIn, sideOf } from "../body/body.ts";
import type { Chance } from "../chance.ts";
import type { OffsetBlock } from "../control/blocks.ts";
import { type Holding, holdingProfile } from "../stock/holding.ts";
import type { Profile } from "../stock/profile.ts";
import { blankStock, type Stock } from "../stock/stock.ts";
import type { Spacer } from "./commands.ts";
import { type LatheConfig, type LathePart, type LatheTool, type StoredRow, ZERO } from "./config.ts";

/** What runs in the control: blocks waiting, the one in motion, and where it leads. */
export interface RunningProgram {
  readonly blocks: readonly OffsetBlock[];
  /** Machine readout that the present block leads to; undefined between blocks. */
  readonly target: PerAxis<number> | undefined;
  readonly isRapid: boolean;
  /** Set while the block in motion seeks home. */
  readonly seeksHome: boolean;
  readonly isHeld: boolean;
}

/** A simulated lathe at one moment: plain data that can be copied, stored and sent. Lengths in millimetres, X as diameters. */
export interface LatheState {
  readonly config: LatheConfig;
  readonly chance: Chance;
  readonly time: number;
  /** What the control counts, and where the slides truly are. */
  readonly readout: PerAxis<number>;
  readonly slide: PerAxis<number>;
  /** By how much each drive has lost its count: where the screw stands, less what is counted. */
  readonly lost: PerAxis<number>;
  readonly isHomed: boolean;
  readonly door: "open" | "shut";
  readonly spindle: { readonly run: "off" | "forward" | "reverse"; readonly rpm: number };
  readonly live: boolean;
  readonly station: string;
  readonly offset: string | undefined;
  readonly tools: Readonly<Record<string, LatheTool & { readonly isBroken: boolean }>>;
  readonly stock: { readonly main: Stock; readonly sub?: Stock };
  readonly rows: Readonly<Record<string, StoredRow>>;
  readonly work: Readonly<Record<string, PerAxis<number>>>;
  readonly activeWork: string;
  readonly program: RunningProgram;
  readonly singleBlock: boolean;
  readonly rapidOverride: number;
  /** Feed as programmed, millimetres to a revolution or to a minute; 0 where none was. */
  readonly feed: number;
  readonly feedPer: "revolution" | "minute";
  readonly spacer: Spacer | undefined;
  readonly setter: "out" | "parked";
  /** Where the control takes each side of the setter to trip, machine positions for a tool of no length; undefined without a setter. */
  readonly triggers: Readonly<Record<SetterSide, number>> | undefined;
  /** The setter's probe is pressed, until the tool has left it. */
  readonly isPressed: boolean;
  readonly isTouching: boolean;
  /** The spacer that is held has been pressed too hard. */
  readonly isCrushed: boolean;
  readonly alarm: string | undefined;
  /** The alarm is that something ran into something. */
  readonly isCrashed: boolean;
}

/** How the slides are driven: by hand, at a feed, or in rapid. */
export type Drive = "hand" | "feed" | "rapid";

export const IDLE: RunningProgram = {
  blocks: [],
  target: undefined,
  isRapid: false,
  seeksHome: false,
  isHeld: false,
};

/** A lathe as it stands in the morning. The same config and seed make the same lathe. */
export function createLathe(config: LatheConfig, seed: number): LatheState {
  const first = config.tools[0];
  invariant(first, "a lathe has at least one tool");
  const { main, sub } = config.parts;
  return {
    config,
    chance: seed | 0,
    time: 0,
    readout: config.start,
    slide: config.start,
    lost: ZERO,
    isHomed: true,
    door: "shut",
    spindle: { run: "off", rpm: 0 },
    live: false,
    station: first.station,
    offset: undefined,
    tools: Object.fromEntries(config.tools.map((tool) => [tool.station, { ...tool, isBroken: false }])),
    stock: { main: stockOf(main), ...(sub && { sub: stockOf(sub) }) },
    rows: config.rows,
    work: config.work,
    activeWork: config.activeWork,
    program: IDLE,
    singleBlock: true,
    rapidOverride: 5,
    feed: 0,
    feedPer: "revolution" as const,
    spacer: undefined,
    setter: "parked",
    triggers: triggersOf(config),
    isPressed: false,
    isTouching: false,
    isCrushed: false,
    alarm: undefined,
    isCrashed: false,
  };
}

function triggersOf({ machine: { setter } }: LatheConfig): LatheState["triggers"] {
  return setter && { outside: setter.outside, bore: setter.bore, face: setter.face };
}

const stockOf = ({ diameter, toFace, stickOut, hole }: LathePart): Stock =>
  blankStock({ diameter, end: toFace, jaws: toFace - stickOut, ...(hole !== undefined && { hole }) });

/** A control minds its travel once it knows where it is; drives without feedback run to their stops. */
export const isGuarded = ({ isHomed, config }: LatheState): boolean => isHomed && config.feedback;

/** The tool in the working position with all that it takes to say where it truly is. */
export interface ActiveTool {
  readonly tool: LatheState["tools"][string];
  readonly body: Body;
  readonly side: 1 | -1;
  readonly works: "main" | "sub";
  readonly zone: ReturnType<typeof zoneOf>;
}

export function activeTool(state: Pick<LatheState, "tools" | "station" | "config">): ActiveTool | undefined {
  const tool = state.tools[state.station];
  if (!tool) return undefined;
  const zone = zoneOf(state.config.machine, state.station);
  return { tool, zone, body: bodyIn(tool.tool, zone), side: sideOf(tool.tool, zone), works: zone.works };
}

/** How far an axis goes either way, in the frame that the readout is counted in while this tool is active. */
export function travelOf(
  state: Pick<LatheState, "tools" | "station" | "config">,
  axis: Axis,
): readonly [number, number] {
  const { machine } = state.config;
  const zone = activeTool(state)?.zone ?? mainZone(machine);
  return travelInZone(machine, axis, zone) ?? [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
}

/** Where the point that the outline is about truly is in its part's frame: X as a diameter, signed. */
export function truePosition(slide: PerAxis<number>, { tool }: Pick<ActiveTool, "tool">): PerAxis<number> {
  return perAxis((axis) => slide[axis] - tool.at[axis]);
}

/** The same as a point of the drawing plane on the tool's own side: X as a true distance, plus away from the centre. */
export function onOwnSide(slide: PerAxis<number>, active: ActiveTool) {
  const { x, z } = truePosition(slide, active);
  return { z, x: (active.side * x) / 2 };
}

/** The part that the active tool works on, and what holds it. */
export function surroundings(state: LatheState, works: "main" | "sub"): { stock: Stock; holding: Profile } | undefined {
  const stock = state.stock[works];
  const part = state.config.parts[works];
  if (!stock || !part) return undefined;
  return { stock, holding: holdingOfPart(state.config, works) };
}

const holdings = new WeakMap<LathePart, Profile>();

/** How a part is held. */
export function heldIn({ machine, parts }: LatheConfig, works: "main" | "sub"): Holding {
  const part = parts[works];
  invariant(part, `the ${works} spindle holds a part`);
  return {
    kind: works === "sub" ? "collet" : (machine.workholding ?? "chuck"),
    jaws: part.toFace - part.stickOut,
    barDiameter: part.diameter,
    chuckDiameter: part.chuckDiameter,
  };
}

/** The outside of what holds a part; worked out once. */
export function holdingOfPart(config: LatheConfig, works: "main" | "sub"): Profile {
  const part = config.parts[works];
  invariant(part, `the ${works} spindle holds a part`);
  const found = holdings.get(part) ?? holdingProfile(heldIn(config, works));
  holdings.set(part, found);
  return found;
}
