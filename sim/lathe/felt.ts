import type { Axis } from "../../core/machine/index.ts";
import { LATHE_AXES } from "../../core/machine/index.ts";
import { gapAcross, gapAlong, gapBeside } from "../contact/gap.ts";
import { endOf, type Stock } from "../stock/stock.ts";
import { crash, type LatheStep } from "./crash.ts";
import { type ActiveTool, activeTool, type Drive, type LatheState, onOwnSide, surroundings } from "./state.ts";

/** What a hand feels at the spacer, or at the tool itself where nothing lies between. */
const FEELS = ["free", "drags", "grips", "crushed", "touches"] as const;
export type Feel = (typeof FEELS)[number];

/** Paper begins to drag this much before it grips, and gives this much before it is crushed. Millimetres, true distances. */
const DRAG = 0.015;
const GIVE = 0.02;
/** Overlap of a resting tool and a resting part: up to here contact, then a scratch, then damage. */
const MARK = 0.02;
const DAMAGE = 0.1;
/** Room at which contact counts as made: below every jog step. */
const CONTACT = 1e-6;

/** Room between tool and part along an axis, on the side that the tool comes from; true distance. */
export function gapOn(state: LatheState, axis: Axis): number {
  const active = activeTool(state);
  const around = active && surroundings(state, active.works);
  return active && around ? roomOn(state, active, around.stock, axis) : Number.POSITIVE_INFINITY;
}

function roomOn(state: LatheState, active: ActiveTool, stock: Stock, axis: Axis): number {
  const at = onOwnSide(state.slide, active);
  if (axis === "y") return gapBeside(active.body, at, state.slide.y - active.tool.at.y, stock);
  if (axis === "x") return gapAcross(active.body, at, stock);
  return Math.min(gapAlong(active.body, at, stock, -1), gapAlong(active.body, at, stock, 1));
}

/** What is felt now. */
export function feelOf(state: LatheState): Feel {
  const { spacer } = state;
  if (!spacer) return state.isTouching ? "touches" : "free";
  const room = gapOn(state, spacer.axis) - spacer.thickness;
  if (room > DRAG) return "free";
  if (room > CONTACT) return "drags";
  return room >= -GIVE ? "grips" : "crushed";
}

/** A round tool this far off in Y stands beside the drawing plane: it meets the part with its side or not at all. */
const BESIDE = 1;

/** True where a round tool stands beside the plane in which turning tools meet the part. */
export const isOffInY = (slide: LatheState["slide"], { tool, body }: ActiveTool): boolean =>
  body.halfWidth > 0 && Math.abs(slide.y - tool.at.y) > BESIDE;

/** Rooms of a resting tool: across and along, or beside it for one that stands off in Y. */
function roomsOf(state: LatheState, active: ActiveTool, stock: Stock): readonly number[] {
  const axes = isOffInY(state.slide, active) ? (["y"] as const) : LATHE_AXES;
  return axes.map((axis) => roomOn(state, active, stock, axis));
}

/** Overlap of the resting tool with the part, along whichever axis is the shorter way out; 0 where they do not overlap. */
function pressOf({ body }: ActiveTool, rooms: readonly number[]): number {
  const overlaps = rooms.filter((room) => room < Number.POSITIVE_INFINITY);
  const passesBy = rooms.length > 1 && overlaps.length < 2 && body.mode !== "centre";
  return passesBy || overlaps.length === 0 ? 0 : Math.max(0, -Math.max(...overlaps));
}

/** What contact does while nothing turns: felt, scratched, crushed, broken. */
export function felt(
  state: LatheState,
  active: ActiveTool,
  around: { readonly stock: Stock },
  drive: Drive,
): LatheStep {
  const { tool } = active;
  const name = tool.tool.description;
  if (state.spacer) {
    const room = roomOn(state, active, around.stock, state.spacer.axis) - state.spacer.thickness;
    const next = { ...state, isTouching: room <= CONTACT, isCrushed: room < -GIVE };
    const gives = state.spacer.kind === "paper" ? state.spacer.thickness * 0.7 + DAMAGE : DAMAGE;
    if (room < -gives) {
      // The way out is shorter on another axis: it went in beside what was held.
      const isBeside = pressOf(active, roomsOf(state, active, around.stock)) < -room - gives;
      const what = isBeside
        ? `${name} was pressed into the resting part, beside the ${state.spacer.kind}.`
        : `${name} was pressed through the ${state.spacer.kind} onto the part.`;
      return crash(state, what, tool.station);
    }
    if (next.isCrushed && !state.isCrushed)
      return {
        state: next,
        events: [
          { kind: "paper-crushed", message: `The ${state.spacer.kind} is crushed: back off and come in again.` },
        ],
      };
    return { state: next, events: [] };
  }
  const turns = state.spindle.run !== "off" || (active.body.isLive && state.live);
  if (turns || onOwnSide(state.slide, active).z + active.body.box.zMin > endOf(around.stock) + DAMAGE)
    return { state: state.isTouching ? { ...state, isTouching: false } : state, events: [] };
  const rooms = roomsOf(state, active, around.stock);
  const press = pressOf(active, rooms);
  if (press > DAMAGE || (press > MARK && drive !== "hand"))
    return crash(
      state,
      drive === "hand"
        ? `${name} was pressed ${press.toFixed(2)} mm into the resting part.`
        : `${name} ran into the resting part.`,
      tool.station,
    );
  // It lies against the part on an axis while it overlaps on the other.
  const near = rooms.some((room) => room <= CONTACT && room > -DAMAGE * 2);
  const next = { ...state, isTouching: near };
  if (press > MARK && !state.isTouching)
    return { state: next, events: [{ kind: "scratch", message: `${name} has left a mark on the part.` }] };
  return { state: next, events: [] };
}
