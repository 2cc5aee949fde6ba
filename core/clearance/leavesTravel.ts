import type { SetupView } from "../ledger/index.ts";
import { fromControl, LATHE_AXES, type LatheAxis, shownAs, travelInZone } from "../machine/index.ts";
import type { ProgramMotion } from "../program/index.ts";
import type { ToolTravel } from "./travelOfSetup.ts";
import { travelMargin } from "./travelOfSetup.ts";

/** Where a program first leads a tool out of the travel of an axis, or into the room kept before its end. */
export interface LeavesTravel {
  readonly offset: string;
  readonly axis: LatheAxis;
  /** Line of the program, counted from 1. */
  readonly line: number;
  /** Part coordinate to which the line leads, and the last one in its direction that fits. Millimetres, X as a diameter. */
  readonly at: number;
  readonly fits: number;
}

/**
 * For every tool that does not fit, the first line on each axis that leads it too far, and the coordinate that would still fit. Moves
 * home and in machine coordinates are left out: they do not depend on an offset. Empty where nothing is too far, and where the reach was
 * typed by hand.
 */
export function leavesTravel(
  setup: SetupView,
  travels: readonly ToolTravel[],
  motions: readonly Pick<ProgramMotion, "kind" | "line" | "x" | "z" | "modes">[],
): readonly LeavesTravel[] {
  const margin = travelMargin(setup);
  return travels.flatMap((travel) =>
    LATHE_AXES.flatMap((axis): readonly LeavesTravel[] => {
      const { tool, reckoned } = travel.standing;
      const limits = travelInZone(setup.machine, axis, tool.zone);
      const toMachine = reckoned[axis];
      if (travel.reach.source !== "program" || !limits || toMachine === undefined || !((travel[axis]?.excess ?? 0) > 0))
        return [];
      const [low, high] = [limits[0] + margin - toMachine, limits[1] - margin - toMachine];
      for (const { kind, line, modes, [axis]: to } of motions) {
        if (modes.offset !== tool.offset || kind === "home" || kind === "machine" || Number.isNaN(to)) continue;
        const at = fromControl(
          { ...setup.machine, units: "mm", xShown: "diameter" },
          axis,
          shownAs("program", to),
          "program",
          tool.zone,
        );
        if (at < low || at > high) return [{ offset: tool.offset, axis, line, at, fits: at < low ? low : high }];
      }
      return [];
    }),
  );
}
