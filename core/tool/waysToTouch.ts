import type { Axis, MachineProfile, Station, Zone } from "../machine/index.ts";
import { familyOf, isLive } from "./toolKind.ts";
import type { Tool } from "./toolSchema.ts";

/** Every way of touching off that Luvrit knows, named by what the hands do. */
export const TOUCH_WAYS = [
  "skim",
  "paper",
  "block",
  "scratch",
  "centre",
  "side",
  "setter",
  "slide",
  "preset",
  "pull",
  "eye",
] as const;
export type TouchWay = (typeof TOUCH_WAYS)[number];

/** Where a tool sits: what decides, beside the tool itself, how it can be touched. */
export interface Place {
  readonly machine: Pick<MachineProfile, "setter" | "school" | "yAxis">;
  readonly zone: Zone;
  readonly station: Station | undefined;
}

/** Axes on which a tool is touched: Y only where the machine has it and the tool is driven. */
export function axesOf(tool: Tool, { machine }: Pick<Place, "machine">): readonly Axis[] {
  return machine.yAxis && isLive(tool) ? ["x", "y", "z"] : ["x", "z"];
}

/**
 * The ways of touching that make sense for this tool on this axis in this place, the usual one first; empty where the
 * axis is not touched.
 *
 * A way that needs something the machine has not got (a setter, a standard overhang, a preset call) is left out; by eye
 * comes last and is left out where a position on centre is what is wanted.
 */
export function waysToTouch(tool: Tool, axis: Axis, place: Place): readonly TouchWay[] {
  if (axis === "x") return inPlace(place, axis, tool, waysOnX(tool));
  if (axis === "z") return inPlace(place, axis, tool, waysOnZ(tool));
  return axesOf(tool, place).includes("y") ? ["centre", "paper", "block"] : [];
}

function waysOnX(tool: Tool): readonly TouchWay[] {
  switch (familyOf(tool)) {
    case "outside":
      return tool.kind === "thread-outside" || tool.kind === "knurl" || tool.kind === "form"
        ? ["paper", "block", "scratch", "eye"]
        : ["skim", "paper", "block", "scratch", "eye"];
    case "bore":
      return tool.kind === "boring" || tool.kind === "back-boring"
        ? ["skim", "paper", "scratch", "eye"]
        : ["paper", "scratch", "eye"];
    case "face-groove":
    case "cross":
      return ["paper", "block", "scratch", "eye"];
    case "on-centre":
    case "axial":
      return ["centre", "side"];
  }
}

function waysOnZ(tool: Tool): readonly TouchWay[] {
  if (tool.kind === "outside-turning" || tool.kind === "facing")
    return tool.hand === "right"
      ? ["skim", "paper", "block", "scratch", "pull", "eye"]
      : ["paper", "block", "scratch", "eye"];
  if (tool.kind === "part-off") return ["paper", "block", "scratch", "pull", "eye"];
  return ["paper", "block", "scratch", "eye"];
}

/** The ways that the machine adds, in front of by eye: a standard overhang, a preset call with retreat, its setter. */
function inPlace(place: Place, axis: Axis, tool: Tool, ways: readonly TouchWay[]): readonly TouchWay[] {
  const { machine, zone, station } = place;
  const isSweptOnX = axis === "x" && (familyOf(tool) === "on-centre" || familyOf(tool) === "axial");
  // A bar in a hole cannot be slid to the outside of the stock.
  const isSlid =
    axis === "z"
      ? zone.kind === "sub-side" || zone.kind === "arm"
      : station?.standardOverhang !== undefined && familyOf(tool) !== "bore";
  const isCalled = machine.school === "jog-from-preset" || machine.school === "fixed-overhang";
  const added: TouchWay[] = [];
  if (isSlid && !isSweptOnX) added.push("slide");
  if (isCalled && !isSweptOnX) added.push("preset");
  if (machine.setter !== undefined && zone.works === "main" && !isSweptOnX) added.push("setter");
  const all = [...ways.filter((way) => way !== "eye"), ...added, ...ways.filter((way) => way === "eye")];
  const usual = usualFirst(place, axis, all);
  return usual ? [usual, ...all.filter((way) => way !== usual)] : all;
}

/** What the school of this machine uses first: its setter, the slide to the bar, the paper after a preset call. */
function usualFirst({ machine, zone }: Place, axis: Axis, ways: readonly TouchWay[]): TouchWay | undefined {
  const has = (way: TouchWay) => (ways.includes(way) ? way : undefined);
  if (zone.kind === "sub-side" && axis === "z") return has("slide");
  // An arm whose control knows nothing of the overhang: the cutter is slid to the bar at the pivot distance, setting 0.
  if (zone.arm && !zone.arm.carriesOverhang) return has("slide");
  if (machine.school === "setter") return has("setter");
  if (machine.school === "fixed-overhang" && zone.kind === "gang" && axis === "x") return has("slide");
  return undefined;
}
