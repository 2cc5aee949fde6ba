import type { SetupView, ToolView } from "../ledger/index.ts";
import { callOf, fromControl, type LatheAxis, shownAs, stationOf, travelInZone } from "../machine/index.ts";
import type { ToolStanding } from "../proof/index.ts";
import { convertLength } from "../units/index.ts";
import { type TravelResult, type TravelTool, travel } from "./travel.ts";

/** What is known of a tool's ways: from the program, by hand, or nothing. */
type ReachSource = "program" | "hand" | "none";

/** A tool's travel on both axes, and where its ways come from. Millimetres, X as diameters. */
export interface ToolTravel {
  readonly standing: ToolStanding;
  readonly reach: Pick<TravelTool, "box" | "retract"> & {
    readonly source: ReachSource;
    /** Something of the program is not carried out, or it is not known whether all of it is: the tool goes at least as far. */
    readonly atLeast: boolean;
  };
  /** Undefined where the tool has no offset yet. */
  readonly x: TravelResult | undefined;
  readonly z: TravelResult | undefined;
}

/** A profile without an axis' travel lets it go nowhere. */
const NO_TRAVEL = [0, 0] as const;
/** Room kept to the ends of travel where the machine's profile says nothing. */
const USUAL_MARGIN = 1;
/** Room that has to be left to the end of travel, millimetres; the usual one where the machine's profile names none. */
export const travelMargin = ({ machine }: Pick<SetupView, "machine">): number => machine.travelMargin ?? USUAL_MARGIN;

/** Every tool of a setup against the travel of its machine, with what the control reckons with for it. */
export function travelOfSetup(setup: SetupView, standings: readonly ToolStanding[]): readonly ToolTravel[] {
  return standings.map((standing): ToolTravel => {
    const { tool, reckoned } = standing;
    const reach = reachOfTool(setup, tool);
    if (reckoned.x === undefined || reckoned.z === undefined) return { standing, reach, x: undefined, z: undefined };
    const [x, z] = travel({
      limits: {
        x: travelInZone(setup.machine, "x", tool.zone) ?? NO_TRAVEL,
        z: travelInZone(setup.machine, "z", tool.zone) ?? NO_TRAVEL,
      },
      margin: travelMargin(setup),
      tools: [
        {
          offset: tool.offset,
          geometry: { x: reckoned.x, z: reckoned.z },
          box: reach.box,
          ...(reach.retract && { retract: reach.retract }),
        },
      ],
    });
    return { standing, reach, x, z };
  });
}

/** Where a tool goes, in part coordinates: by hand where somebody said it, else over all of its calls in the program. */
function reachOfTool(setup: SetupView, tool: ToolView): ToolTravel["reach"] {
  const { reach } = tool;
  if (reach) {
    const retract = {
      ...(reach.retractX !== undefined && { x: reach.retractX }),
      ...(reach.retractZ !== undefined && { z: reach.retractZ }),
    };
    return { box: { x: pair(reach.x), z: pair(reach.z) }, retract, source: "hand", atLeast: false };
  }
  const station = stationOf(setup.machine, tool.station);
  const call = (station && callOf(station)) ?? tool.station;
  const called = setup.programRead?.tools.find((one) => one.station === call && one.offsets.includes(tool.offset));
  if (!called) return { box: { x: null, z: null }, source: "none", atLeast: false };
  const units = setup.programRead?.units ?? setup.machine.units;
  const toPart = (axis: LatheAxis, range: readonly number[] | null) => {
    const ends = (range ?? []).map((end) =>
      fromControl(
        { ...setup.machine, units: "mm", xShown: "diameter" },
        axis,
        shownAs("program", convertLength(end, units, "mm")),
        "program",
        tool.zone,
      ),
    );
    return ends.length === 2 ? pair([Math.min(...ends), Math.max(...ends)]) : null;
  };
  const box = { x: toPart("x", called.x), z: toPart("z", called.z) };
  return { box, source: "program", atLeast: called.atLeast === true || setup.programRead?.left === undefined };
}

const pair = (range: readonly number[] | null): readonly [number, number] | null =>
  range?.[0] === undefined || range[1] === undefined ? null : [range[0], range[1]];
