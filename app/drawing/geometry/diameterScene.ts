import { extent, farthest, minus, plus, point, rectangle, type ToolOutline } from "../../../core/outline/index.ts";
import { familyOf } from "../../../core/tool/index.ts";
import { drawnDiameter, drawnSpacer } from "./drawnSizes.ts";
import { backOffOf, placed, programmedLocal, retreatOf, SPACER_IN_DIAMETERS, shared } from "./outlineAtTouch.ts";
import type { TouchScene, TouchSituation } from "./sceneTypes.ts";
import { setterScene } from "./setterScene.ts";
import type { Workpiece } from "./workpiece.ts";

/** Length of a skim in bar diameters: enough for a micrometer's anvils; and the share of the stick-out that it may take. */
const SKIM_IN_DIAMETERS = 0.4;
const SKIM_SHARE = 0.4;

/** A touch on X: on an outside diameter, in a bore, by the side of a shank, swept on centre, or on a setter. */
export function diameterScene(situation: TouchSituation, outline: ToolOutline): TouchScene {
  const { tool, way, stickOut, stockDiameter, zone, hole } = situation;
  const family = familyOf(tool);
  const far = zone.from === "minus" ? -1 : 1;
  const isBore = family === "bore";
  const end = situation.faced ? 0 : situation.toFace;
  const run = Math.min(stockDiameter * SKIM_IN_DIAMETERS, stickOut * SKIM_SHARE) * (way === "skim" ? 1 : 0.6);
  const radius = drawnDiameter(situation) / 2;
  const thickness = drawnSpacer(situation);
  const side = isBore ? -1 : 1;
  if (way === "centre") return onCentre(situation, outline, end);
  if (way === "setter") return setterScene(situation, outline, end);

  // By its side a shank touches with what lies lowest on it; everything else with what points to the surface.
  const towards = (side * far === 1 ? "x-" : "x+") as "x-" | "x+";
  const local = farthest(outline.cutting, towards);
  const bySide =
    way === "side" ? point(Math.min(stockDiameter * 0.3, extent(outline.cutting).zMax * 0.4), local.x) : local;
  const reach = extent(outline.cutting);
  // A tool's body must clear the bar's end or lie over it; the contact lies far enough in for its width.
  const tipZ =
    way === "side" ? end - run * 0.5 : end - Math.max(run, way === "skim" ? 0 : (reach.zMax - reach.zMin) * 0.3);
  const contact = point(tipZ, far * radius);
  const lifted = point(tipZ, far * (radius + side * thickness));
  const shift = minus(lifted, bySide);
  const length = stockDiameter * SPACER_IN_DIAMETERS;
  const across = end - run / 2;
  const workpiece: Workpiece = {
    diameter: stockDiameter,
    end,
    stickOut,
    hole: hole ?? (isBore ? radius * 2 : undefined),
    // A known size other than the stock's own is a band that was cut before. It begins where the tool's leading corner
    // and the spacer stand, so that neither is ever drawn in uncut stock.
    cut: {
      side: isBore ? ("bore" as const) : ("outside" as const),
      diameter: radius * 2,
      from: Math.min(shift.z + reach.zMin, way === "skim" ? tipZ : tipZ - length / 2),
    },
  };
  const tip = plus(programmedLocal(situation, outline), shift);
  return {
    ...shared(situation, workpiece),
    ...placed(situation, outline, shift),
    spacer: thickness > 0 ? rectangle(tipZ - length / 2, contact.x, tipZ + length / 2, lifted.x) : undefined,
    contact,
    programmed: way === "side" ? point(plus(shift, farthest(outline.cutting, "z-")).z, tip.x) : point(lifted.z, tip.x),
    rawEnd: undefined,
    sizeFrom: point(across, -radius),
    sizeTo: point(across, radius),
    // After a skim X must not move: out along Z. After a feel, straight off the surface.
    backOff: backOffOf(situation, shift, outline, way === "skim" ? point(1, 0) : point(0, side * far)),
    retreat: retreatOf(situation, plus(shift, bySide), point(0, side * far)),
  };
}

/** A tool swept on centre stands in front of the part, on the centreline. */
function onCentre(situation: TouchSituation, outline: ToolOutline, end: number): TouchScene {
  const { stockDiameter, stickOut, hole } = situation;
  const gap = stockDiameter * 0.18;
  const shift = minus(point(end + gap, 0), farthest(outline.cutting, "z-"));
  const programmed = point(end + gap, 0);
  return {
    ...shared(situation, { diameter: stockDiameter, end, stickOut, hole, cut: undefined }),
    ...placed(situation, outline, shift),
    spacer: undefined,
    contact: undefined,
    programmed,
    rawEnd: undefined,
    sizeFrom: programmed,
    sizeTo: programmed,
    backOff: backOffOf(situation, shift, outline, point(1, 0)),
    retreat: undefined,
  };
}
