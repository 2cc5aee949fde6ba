import { diameterScene } from "./diameterScene.ts";
import { endViewScene } from "./endViewScene.ts";
import { faceScene } from "./faceScene.ts";
import { outlineAtTouch } from "./outlineAtTouch.ts";
import type { TouchScene, TouchSituation } from "./sceneTypes.ts";

/**
 * The touch to scale at the moment of contact: the tool's real outline meets the surface, or the spacer fills exactly the
 * gap between them (drawn no thinner than `visibleSpacer`). Undefined where an insert cannot be read.
 *
 * In part coordinates: a tool from the far side of the centreline stands below it. The view mirrors a sub-spindle.
 */
export function touchScene(situation: TouchSituation): TouchScene | undefined {
  const outline = outlineAtTouch(situation);
  if (!outline) return undefined;
  if (situation.axis === "y") return endViewScene(situation);
  return situation.axis === "x" ? diameterScene(situation, outline) : faceScene(situation, outline);
}
