import { familyOf } from "../../../core/tool/index.ts";
import type { TouchSituation } from "./sceneTypes.ts";

/** The diameter that is drawn at contact: the typed one where it is sensible, else what is usual. Millimetres. */
export function drawnDiameter({ way, size, stockDiameter, tool, hole }: TouchSituation): number {
  const isSkim = way === "skim";
  const isSensible = size !== undefined && size > 0 && size <= stockDiameter;
  if (familyOf(tool) === "bore") {
    // Before a bore is measured, a light cut into the hole is assumed; a tool that needs more room is given it.
    const room = "smallestBore" in tool ? tool.smallestBore * 1.15 : stockDiameter / 2;
    const usual = hole === undefined ? room : isSkim ? hole * 1.03 : hole;
    return Math.min(isSensible ? size : usual, stockDiameter * 0.95);
  }
  // Before a skim is measured, a light cut is assumed; a size beyond the stock is refused elsewhere and not drawn.
  const usual = isSkim ? stockDiameter * 0.97 : stockDiameter;
  return isSensible ? size : usual;
}

/** Thickness of what lies between, no thinner than can be seen; 0 where nothing does. Millimetres. */
export function drawnSpacer({ way, spacer, visibleSpacer }: TouchSituation): number {
  const lies = way === "paper" || way === "block" || way === "side" || (way === "preset" && (spacer ?? 0) > 0);
  if (!lies) return 0;
  return Math.max(visibleSpacer, spacer !== undefined && spacer > 0 ? spacer : 0);
}
