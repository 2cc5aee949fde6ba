import { makesFace, type TouchWay, wayOf } from "../tool/index.ts";
import type { SetupView } from "./setupView.ts";
import type { ToolView } from "./toolView.ts";

/**
 * The tool that makes the face on which the others of the main spindle touch, if the setup has one. Undefined where it
 * has none.
 */
export function facingTool({ tools }: Pick<SetupView, "tools">): ToolView | undefined {
  return tools.find(({ tool, zone, second }) => makesFace(tool) && zone.works === "main" && !second);
}

/** Whether a way of touching makes the surface that it measures: a cut does, paper on what is there does not. */
export const cuts = (way: TouchWay): boolean => wayOf(way).meets.includes("cut");

/**
 * True once the end of the bar has been faced since it was last chucked: a facing is on record, or the facing tool, or the
 * tool that taught the work offset, has cut it. A tool that was touched on the raw end, or whose number was taken over, has not.
 */
export function faceIsMade(setup: Pick<SetupView, "tools" | "face" | "rechucked" | "taught">): boolean {
  const since = setup.rechucked?.seq ?? 0;
  if (setup.face && setup.face.seq > since) return true;
  const { z } = facingTool(setup) ?? {};
  if (z && !z.derived && z.seq > since && cuts(z.way)) return true;
  const taught = setup.taught.z;
  return taught !== undefined && taught.seq > since && cuts(taught.way);
}
