import { BEYOND_THE_SHEET, circle, point, rectangle } from "../../../core/outline/index.ts";
import { wholeChoice } from "../../../core/tool/index.ts";
import { drawnSpacer } from "./drawnSizes.ts";
import type { TouchScene, TouchSituation } from "./sceneTypes.ts";

const STEPS = 96;

/**
 * A touch on Y, seen along the spindle from the front: the bar is round, `z` of every point is Y. A cutter along the
 * spindle is seen end-on, one across it stands upright; on centre it lies on the spindle's axis.
 */
export function endViewScene(situation: TouchSituation): TouchScene {
  const { tool, way, choice, size, stockDiameter, zone } = situation;
  const stand = wholeChoice(tool, "y", choice).stand === "minus" ? -1 : 1;
  const bar = (size !== undefined && size > 0 && size <= stockDiameter ? size : stockDiameter) / 2;
  const radius = "diameter" in tool ? tool.diameter / 2 : 3;
  const thickness = drawnSpacer(situation);
  const isCentre = way === "centre";
  const y = isCentre ? 0 : stand * (bar + thickness + radius);
  const isUpright = tool.kind.startsWith("live-cross");
  const far = zone.from === "minus" ? -1 : 1;
  // An upright cutter beside the bar reaches half-way down it, so that its side meets the widest place.
  const tip = isCentre ? far * (bar + 6) : 0 - far * Math.min(radius, bar * 0.3);
  const cutting = isUpright
    ? rectangle(y - radius, tip, y + radius, tip + far * tool.overhang)
    : circle(point(y, 0), radius, STEPS);
  const holder = isUpright
    ? [rectangle(y - radius * 1.8, tip + far * tool.overhang, y + radius * 1.8, far * BEYOND_THE_SHEET)]
    : [];
  const contactY = stand * bar;
  const length = stockDiameter * 0.16;
  return {
    plane: "end-view",
    stock: [circle(point(0, 0), bar, STEPS)],
    holding: { bodies: [], lines: [] },
    tool: [
      ...holder.map((polygon) => ({ polygon, part: "holder" as const })),
      { polygon: cutting, part: "cutting" as const },
    ],
    mark: undefined,
    lines: [],
    clampedIn: [],
    spacer:
      thickness > 0 && !isCentre
        ? rectangle(contactY, -length / 2, contactY + stand * thickness, length / 2)
        : undefined,
    contact: isCentre ? undefined : point(contactY, 0),
    programmed: point(y, isUpright && isCentre ? tip : 0),
    rawEnd: undefined,
    sizeFrom: point(-bar, 0),
    sizeTo: point(bar, 0),
    backOff: {
      from: point(y + stand * (radius + 6), isUpright ? -far * (radius + 10) : radius + 8),
      towards: isCentre ? point(0, far) : point(stand, 0),
    },
    retreat: undefined,
    pull: undefined,
    pivot: undefined,
  };
}
