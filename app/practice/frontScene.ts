import {
  type ActiveTool,
  activeTool,
  heldIn,
  type LathePart,
  type LatheState,
  onOwnSide,
} from "../../sim/lathe/index.ts";
import type { ToolBodies } from "../drawing/toolBodies.ts";
import { endOn, type TurretFront, turretFront } from "../drawing/turretFront.ts";
import { type DrawnHolding, workholdingFront } from "../drawing/workholding.ts";

/** The lathe seen along the spindle: `z` of every point across, `x` up, the spindle's axis at the origin; true millimetres. */
export interface FrontScene {
  readonly holding: DrawnHolding;
  readonly part: Pick<LathePart, "diameter" | "hole">;
  /** Half of what is worth showing around the spindle's axis. */
  readonly reach: number;
  /** The turret about its own axis; undefined where nothing turns. */
  readonly turret: TurretFront | undefined;
  /** The tool at work about its point; undefined where it stands on the turret, or none is at work. */
  readonly tool: ToolBodies | undefined;
  /** How far the turret's axis, or the tool's point, stands over the spindle's. */
  readonly height: number;
  /** −1 for a tool that comes from the far side. */
  readonly side: 1 | -1;
}

const turrets = new WeakMap<LatheState["config"], Map<string, TurretFront>>();
const holdings = new WeakMap<LathePart, DrawnHolding>();
const tools = new WeakMap<ActiveTool["body"], ToolBodies>();

/** The view along the spindle of what the lathe's own view shows from above; undefined where no part is held. */
export function frontScene(state: LatheState): FrontScene | undefined {
  const { config } = state;
  const active = activeTool(state);
  const works = active?.works ?? "main";
  const part = config.parts[works];
  if (!part) return undefined;
  const held = heldIn(config, works);
  const holding = holdings.get(part) ?? workholdingFront(held);
  holdings.set(part, holding);
  const at = active && onOwnSide(state.slide, active);
  const own = active && config.tools.find(({ station }) => station === state.station);
  const { turret } = config.machine;
  const isTurret = active?.zone.kind === "turret" && turret !== undefined && works === "main";
  return {
    holding,
    part,
    reach: Math.max(held.chuckDiameter / 2, held.barDiameter) * 1.12,
    turret: isTurret ? turretAt(state, turret) : undefined,
    tool: !isTurret && active && own ? endOnOf(active, own.tool) : undefined,
    height: (at?.x ?? 0) + (isTurret && own ? turret.axisAtZero + own.at.x / 2 : 0),
    side: active?.side ?? 1,
  };
}

function endOnOf(active: ActiveTool, tool: LatheState["config"]["tools"][number]["tool"]): ToolBodies {
  const known = tools.get(active.body) ?? endOn(tool, tool.overhang * 2 + 40);
  tools.set(active.body, known);
  return known;
}

/** The turret with the station at work towards the spindle, about its own axis; worked out once for each station. */
function turretAt(
  { config, station }: LatheState,
  turret: { readonly axisAtZero: number; readonly seatRadius: number },
): TurretFront {
  const known = turrets.get(config) ?? new Map<string, TurretFront>();
  turrets.set(config, known);
  const zones = new Set((config.machine.zones ?? []).filter(({ kind }) => kind === "turret").map(({ id }) => id));
  const ring = (config.machine.stations ?? []).filter(({ zone }) => zones.has(zone)).map(({ id }) => id);
  const working = Math.max(0, ring.indexOf(station ?? ""));
  const made =
    known.get(station ?? "") ??
    turretFront({
      stations: Math.max(ring.length, 3),
      seatRadius: turret.seatRadius,
      centre: 0,
      tools: config.tools.flatMap((tool) => {
        const place = ring.indexOf(tool.station);
        return place < 0 ? [] : [{ tool: tool.tool, steps: place - working, reach: turret.axisAtZero + tool.at.x / 2 }];
      }),
    });
  known.set(station ?? "", made);
  return made;
}
