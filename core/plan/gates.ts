import { faceIsMade, facingTool, type SetupView, type ToolView } from "../ledger/index.ts";
import { toolNumber } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { entersBore, wayOf } from "../tool/index.ts";
import { plainMillimetres } from "../units/index.ts";
import type { StepKind } from "./step.ts";

/**
 * What a step waits for, in a few words; undefined where nothing keeps it. Kept per tool and zone: a Swiss-type's back
 * tools wait for a good part while its main side is proven. The setup is seen under the work offset that the step is about
 * ({@link underWork}).
 */
export function gateOf(setup: SetupView, tool: ToolView, kind: StepKind): string | undefined {
  if (kind === "x") return holeGate(setup, tool);
  if (kind === "work") return workGate(setup, tool);
  if (kind !== "z") return undefined;
  const taughtLater = setterGate(setup, tool);
  if (taughtLater !== undefined) return taughtLater;
  if (tool.zone.works === "sub") return lengthGate(setup);
  return masterGate(setup, tool) ?? faceGate(setup, tool);
}

/**
 * A back tool is touched on a part whose overall length is known and within its limits, or with which somebody goes on knowing by
 * how much it is off.
 */
function lengthGate({ partLength, machine }: SetupView): string | undefined {
  if (!partLength) return "for a part whose overall length is recorded right";
  const { length, nominal, tolerance, goOn } = partLength;
  const off = length - nominal;
  if (goOn || tolerance === undefined || Math.abs(off) <= tolerance + TOLERANCES.sameLength) return undefined;
  return `for a part of the right length: this one is ${plainMillimetres(Math.abs(off), machine.units)} too ${off > 0 ? "long" : "short"}`;
}

/** A bore that is to be touched is there first. */
function holeGate({ hole }: SetupView, { tool }: ToolView): string | undefined {
  return entersBore(tool) && !hole ? "for the hole" : undefined;
}

/** In the master school the master carries the work offset, which is taught before any other tool's Z. */
function masterGate(setup: SetupView, tool: ToolView): string | undefined {
  if (setup.school !== "master-tool" || setup.master === undefined || tool.offset === setup.master) return undefined;
  if (setup.taught.z || setup.tools.find(({ offset }) => offset === setup.master)?.z) return undefined;
  return `after ${toolNumber(setup.machine, setup.master)} has taught the work offset`;
}

/**
 * The tool that teaches the work offset once the setter has measured it: the facing tool, or the first of the main
 * spindle. Undefined where there is none.
 */
export function teacherWithSetter(setup: Pick<SetupView, "tools">): ToolView | undefined {
  const measured = setup.tools.filter(
    ({ way, zone, second }) => wayOf(way.z).against === "setter" && zone.works === "main" && !second,
  );
  const facing = facingTool(setup);
  return measured.find(({ offset }) => offset === facing?.offset) ?? measured[0];
}

/**
 * With a setter the work offset is taught once the tools are measured: a Z that is touched on the part rests on it, and
 * waits, unless it is the tool that teaches.
 */
function setterGate(setup: SetupView, tool: ToolView): string | undefined {
  if (setup.school !== "setter" || setup.taught.z || wayOf(tool.way.z).against === "setter") return undefined;
  // A tool of the sub-spindle's part with a work offset of its own does not rest on what is taught at the main spindle.
  if (tool.zone.works === "sub" && setup.workOffset.name !== setup.ownWork) return undefined;
  const teacher = teacherWithSetter(setup);
  if (!teacher || teacher.offset === tool.offset) return undefined;
  return `after ${setup.workOffset.name} is taught with ${toolNumber(setup.machine, teacher.offset)}`;
}

/** "Face first" holds where the part's face is the reference; with a setter or a datum face it does not. */
function faceGate(setup: SetupView, tool: ToolView): string | undefined {
  const way = tool.way.z;
  if (wayOf(way).against === "setter" || setup.school === "datum-face") return undefined;
  if (faceIsMade(setup)) return undefined;
  const facing = facingTool(setup);
  if (tool.zone.kind === "sub-side") return "for the faced bar end";
  if (!facing || facing.offset === tool.offset) return facing ? undefined : "for the faced bar end";
  return `after ${toolNumber(setup.machine, facing.offset)} has made the face`;
}

/** The work offset is taught with a tool that is set, on a face that is made. */
function workGate(setup: SetupView, tool: ToolView): string | undefined {
  const isMaster = setup.school === "master-tool" && tool.offset === setup.master;
  if (isMaster || tool.z) return undefined;
  return `for Z of ${toolNumber(setup.machine, tool.offset)}`;
}
