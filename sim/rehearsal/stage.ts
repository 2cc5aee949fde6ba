import type { Obstacle, SwingTool, Turret } from "../../core/clearance/index.ts";
import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { type LatheAxis, mainZone, programSense, travelInZone } from "../../core/machine/index.ts";
import { extent } from "../../core/outline/index.ts";
import { type ToolStanding, whereToolsStand } from "../../core/proof/index.ts";
import { familyOf, type TipDirection, type Tool, tipDirection } from "../../core/tool/index.ts";
import { type Body, bodyIn, sideOf } from "../body/body.ts";
import { fromOutline } from "../workshop/latheOfSetup.ts";

type PerAxis<Value> = Readonly<Record<LatheAxis, Value>>;

/** A slip put into what the control holds: an amount on an axis of one offset or of the work offset, or another nose. */
export type Slip =
  | { readonly kind: "offset"; readonly offset: string; readonly axis: LatheAxis; readonly by: number }
  | { readonly kind: "work"; readonly axis: LatheAxis; readonly by: number }
  | { readonly kind: "nose"; readonly offset: string; readonly radius: number; readonly orientation: number };

/** A tool where it truly stands, as a body that cuts and hits. */
export interface StagedTool {
  readonly station: string;
  readonly offset: string;
  readonly view: ToolView;
  readonly body: Body;
  readonly side: 1 | -1;
  /** Machine position at which the point that its outline is about stands on the part's zero, X as a diameter. */
  readonly origin: PerAxis<number>;
  readonly swing: SwingTool;
}

/** What a control goes by for one offset. */
export interface StagedOffset {
  /** Machine = part + this, X as a diameter. */
  readonly reckoned: PerAxis<number>;
  readonly nose: { readonly radius: number; readonly tip: TipDirection };
}

/** Where a rehearsal plays: machine, part, tools and what the control holds. Millimetres. */
export interface Stage {
  readonly machine: MachineProfile;
  /** How far the slides go, in the main spindle's frame, X as a diameter. */
  readonly travel: PerAxis<readonly [number, number]>;
  readonly turret: Turret | undefined;
  /** Stations round the turret; 0 where nothing turns. */
  readonly stations: number;
  readonly blank: {
    readonly radius: number;
    readonly hole: number;
    readonly end: number;
    readonly jaws: number;
    readonly chuckRadius: number;
  };
  /** What stands on the spindle's axis besides chuck and stock: a tailstock's quill, the sub-spindle. */
  readonly front: Obstacle | undefined;
  readonly tools: ReadonlyMap<string, StagedTool>;
  readonly offsets: ReadonlyMap<string, StagedOffset>;
  /** Work offsets besides the active one, as differences from it. */
  readonly otherWork: ReadonlyMap<string, PerAxis<number>>;
  readonly activeWork: string;
  readonly work: PerAxis<number>;
  readonly home: PerAxis<number>;
  readonly feedback: boolean;
  /** What it is played with although it is not on record, in words; undefined where all is. */
  readonly assumes: string | undefined;
  /** Tools that cannot be rehearsed, with the reason in words. */
  readonly left: readonly { readonly offset: string; readonly reason: string }[];
}

/** Sets the stage for a setup, with slips where somebody asks what would happen. */
export function stageOf(setup: SetupView, slips: readonly Slip[] = []): Stage {
  const { machine, stock } = setup;
  const tools = new Map<string, StagedTool>();
  const offsets = new Map<string, StagedOffset>();
  const left: { offset: string; reason: string }[] = [];
  const ring = (machine.stations ?? []).filter(({ zone }) => isRing(machine, zone)).map(({ id }) => id);
  for (const standing of whereToolsStand(setup)) {
    const { tool, reckoned } = standing;
    if (tool.zone.works === "sub") {
      left.push({ offset: tool.offset, reason: "works at the sub-spindle, which is not rehearsed here" });
      continue;
    }
    const unknown = tool.worksUnder.find((name) => name !== setup.ownWork && setup.workSaid[name]?.z === undefined);
    if (unknown !== undefined) {
      left.push({ offset: tool.offset, reason: `works under ${unknown}, whose Z is not known` });
      continue;
    }
    if (reckoned.x === undefined || reckoned.z === undefined) {
      left.push({ offset: tool.offset, reason: standing.lacks ?? "is not known" });
      continue;
    }
    offsets.set(tool.offset, stagedOffset(setup, standing, slips));
    if (tool.second === undefined) tools.set(tool.station, stagedTool(standing, ring));
  }
  const radius = (stock.measuredDiameter ?? stock.nominalDiameter + stock.oversize) / 2;
  const slip = (axis: LatheAxis) =>
    slips.reduce((sum, one) => sum + (one.kind === "work" && one.axis === axis ? one.by : 0), 0);
  const end = stock.toFace;
  const margin = machine.travelMargin ?? 1;
  const zone = mainZone(machine);
  const travel = {
    x: travelInZone(machine, "x", zone) ?? ([0, 0] as const),
    z: travelInZone(machine, "z", zone) ?? ([0, 0] as const),
  };
  return {
    machine,
    tools,
    offsets,
    left,
    assumes: setup.workOffset.x === undefined ? `X of ${setup.ownWork} is 0` : undefined,
    stations: ring.length,
    turret: machine.turret,
    blank: {
      radius,
      end,
      jaws: end - stock.stickOut,
      chuckRadius: Math.max(stock.chuckDiameter / 2, radius),
      hole: (setup.hole?.source === undefined ? (setup.hole?.diameter ?? 0) : 0) / 2,
    },
    front: frontOf(setup),
    otherWork: otherWork(setup),
    activeWork: setup.workOffset.name,
    work: { x: (setup.workOffset.x ?? 0) + slip("x"), z: (setup.workOffset.z ?? 0) + slip("z") },
    travel,
    home: { x: travel.x[1] - margin, z: travel.z[1] - margin },
    feedback: machine.encoders !== "incremental",
  };
}

const isRing = (machine: MachineProfile, zone: string) =>
  machine.zones?.find(({ id }) => id === zone)?.kind === "turret";

function frontOf(setup: SetupView): Obstacle | undefined {
  const { front } = setup;
  return front && { name: front.what, radius: front.diameter / 2, zFrom: front.z, zTo: front.z + BEHIND_FRONT };
}
/** How far a quill or a sub-spindle reaches back, for all that a tool can meet. */
const BEHIND_FRONT = 400;

function stagedOffset(setup: SetupView, { tool, reckoned }: ToolStanding, slips: readonly Slip[]): StagedOffset {
  const { offset, nose } = tool;
  const own = slips.filter((one) => one.kind === "work" || one.offset === offset);
  // Under the setup's own work offset; the difference to another one is added where the program calls that.
  const along = (axis: LatheAxis) =>
    (reckoned[axis] ?? 0) -
    (tool.work[axis] ?? 0) +
    (setup.workOffset[axis] ?? 0) +
    own.reduce((sum, one) => sum + (one.kind !== "nose" && one.axis === axis ? one.by : 0), 0);
  const other = own.find((one) => one.kind === "nose");
  const radius = other?.kind === "nose" ? other.radius : (nose?.noseRadius ?? tool.control?.noseRadius ?? 0);
  const code = other?.kind === "nose" ? other.orientation : (nose?.orientation ?? tool.control?.orientation ?? 0);
  return {
    reckoned: { x: along("x"), z: along("z") },
    nose: { radius, tip: inPart(tipDirection(code, setup.machine.numbering), tool) },
  };
}

/** Where a tip points in the part: codes are counted as programs count. */
function inPart(tip: { readonly x: -1 | 0 | 1; readonly z: -1 | 0 | 1 } | undefined, { zone }: ToolStanding["tool"]) {
  const { x, z } = tip ?? { x: 0, z: 0 };
  return { x: (x * programSense(zone, "x")) as -1 | 0 | 1, z: (z * programSense(zone, "z")) as -1 | 0 | 1 };
}

function stagedTool({ tool, truly }: ToolStanding, ring: readonly string[]): StagedTool {
  const body = bodyIn(tool.tool, tool.zone);
  const [x, z] = [truly.x ?? 0, truly.z ?? 0];
  const { isAlong, halfWidth, x: middle } = acrossOf(tool.tool, body, x + fromOutline(tool, "x"));
  const origin = { x: x + fromOutline(tool, "x"), z: z + fromOutline(tool, "z") };
  return {
    station: tool.station,
    offset: tool.offset,
    view: tool,
    body,
    side: sideOf(tool.tool, tool.zone),
    origin,
    swing: {
      offset: tool.offset,
      place: Math.max(0, ring.indexOf(tool.station)),
      truly: { x: middle, z },
      isAlong,
      halfWidth,
      zFrom: body.box.zMin + fromOutline(tool, "z"),
      zTo: body.box.zMax + fromOutline(tool, "z"),
    },
  };
}

/**
 * What swings round of a tool. One along the spindle is a cylinder about the middle of its bar or shank, which does not lie
 * at its tip: a boring bar lies below its insert by half its own thickness and more. One across the spindle is a spoke; on
 * which side of the edge its shank lies is not on record, so that the whole shank counts on both.
 */
function acrossOf(tool: Tool, { holder }: Body, x: number) {
  const family = familyOf(tool);
  const isAlong = family !== "outside" && family !== "cross";
  const [bar] = holder;
  const box = isAlong && bar ? extent(bar) : { xMin: 0, xMax: 0 };
  const wide = "diameter" in tool && !("width" in tool) ? Math.max(tool.diameter, tool.holder ?? 0) / 2 : 0;
  const thick = "bar" in tool ? tool.bar / 2 : "shank" in tool ? tool.shank * (isAlong ? Math.SQRT1_2 : 1) : 0;
  return { isAlong, x: x - (box.xMin + box.xMax), halfWidth: Math.max(thick, wide) };
}

function otherWork(setup: SetupView): ReadonlyMap<string, PerAxis<number>> {
  return new Map(
    Object.entries(setup.otherWork).map(([name, { x, z }]) => [
      name,
      {
        x: x === undefined ? 0 : x.value - (setup.workOffset.x ?? 0),
        z: z === undefined ? 0 : z.value - (setup.workOffset.z ?? 0),
      },
    ]),
  );
}
