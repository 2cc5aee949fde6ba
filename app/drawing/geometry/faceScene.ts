import {
  extent,
  farthest,
  moved,
  type Point,
  type Polygon,
  plus,
  point,
  rectangle,
  type ToolOutline,
} from "../../../core/outline/index.ts";
import { familyOf, wholeChoice } from "../../../core/tool/index.ts";
import { drawnSpacer } from "./drawnSizes.ts";
import { backOffOf, isFar, placed, programmedLocal, retreatOf, SPACER_IN_DIAMETERS, shared } from "./outlineAtTouch.ts";
import type { Outlined, TouchScene, TouchSituation } from "./sceneTypes.ts";
import { setterScene } from "./setterScene.ts";
import type { Workpiece } from "./workpiece.ts";

/** A touch on Z: on the face, behind a shoulder, on a datum face of the machine, or on a setter. */
export function faceScene(situation: TouchSituation, outline: ToolOutline): TouchScene {
  const { tool, way, choice, stickOut, stockDiameter, zone, hole, size, onDatum } = situation;
  if (way === "setter") return setterScene(situation, outline, situation.faced ? 0 : situation.toFace);
  const far = isFar(tool, zone) ? -1 : 1;
  const stand = wholeChoice(tool, "z", choice).stand === "behind" ? -1 : 1;
  const radius = stockDiameter / 2;
  const family = familyOf(tool);
  const isSensible = size !== undefined && Math.abs(size) < stickOut && (stand === 1 ? size >= 0 : size < 0);
  const face = isSensible ? size : stand === 1 ? 0 : -Math.min(stickOut * 0.4, radius);
  const thickness = drawnSpacer(situation);
  const towards = stand === 1 ? "z-" : "z+";
  const local = situation.way === "eye" ? edgeLocal(situation, outline) : farthest(outline.cutting, towards);
  const box = extent(outline.cutting);
  const holeRadius = (hole ?? 0) / 2;
  // Where on the face: on centre, on the ring that a hole leaves, or a third of the way out.
  const atX =
    family === "on-centre" || family === "axial"
      ? 0
      : family === "bore"
        ? far * (holeRadius + (radius - holeRadius) * 0.35)
        : far * Math.max(radius * 0.3, holeRadius + (radius - holeRadius) * 0.3);
  const tipX = family === "bore" ? box.xMax : far === 1 ? box.xMin : box.xMax;
  const shiftX =
    family === "on-centre" || family === "axial" ? 0 : atX - (family === "bore" && far === -1 ? box.xMin : tipX);
  const shift = point(face + stand * thickness - local.z, shiftX);
  const contactX = shiftX + onEdge(outline, towards, local, radius * 0.85 - far * shiftX);
  const contact = point(face, contactX);
  const length = stockDiameter * SPACER_IN_DIAMETERS;
  // A face that one stands behind is a shoulder: the part is thicker in front of it.
  const isShoulder = stand === -1;
  const workpiece: Workpiece = {
    diameter: stockDiameter,
    stickOut,
    // A point on centre touches a face that is still whole.
    hole: family === "on-centre" || family === "axial" ? undefined : hole,
    end: isShoulder ? 0 : face,
    cut: undefined,
  };
  const base = shared(situation, workpiece);
  const step = point(face, 0);
  return {
    ...base,
    stock: onDatum
      ? base.stock.map((wall) => moved(wall, point(-stockDiameter, 0)))
      : isShoulder
        ? shouldered(situation, face)
        : base.stock,
    ...withDatum(placed(situation, outline, shift), situation, face),
    spacer:
      thickness > 0
        ? rectangle(face, contact.x - length / 2, face + stand * thickness, contact.x + length / 2)
        : undefined,
    contact,
    programmed: plus(programmedLocal(situation, outline), shift),
    rawEnd: !situation.faced && way !== "skim" && !isShoulder ? situation.toFace : undefined,
    sizeFrom: point(0, -radius * 0.14),
    sizeTo: point(step.z, -radius * 0.14),
    // After a facing cut Z must not move: out along X. After a feel, straight off the face.
    backOff: backOffOf(situation, shift, outline, way === "skim" ? point(0, far) : point(stand, 0)),
    retreat: retreatOf(situation, plus(shift, local), point(stand, 0)),
    pull:
      way === "pull"
        ? { from: point(face - stockDiameter * 0.5, -radius * 0.55), to: point(face, -radius * 0.55) }
        : undefined,
  };
}

/**
 * Where on the edge that meets the face the contact is marked: its middle, or as far out as the part reaches. `most` is
 * the farthest that is still on the part, counted from the tool's origin outwards.
 */
function onEdge(outline: ToolOutline, towards: "z-" | "z+", local: Point, most: number): number {
  const box = extent(outline.cutting);
  const limit = towards === "z-" ? box.zMin : box.zMax;
  const edge = outline.cutting.filter(({ z }) => Math.abs(z - limit) < 1e-9).map(({ x }) => x);
  const outward = Math.max(...edge) >= -Math.min(...edge) ? 1 : -1;
  const near = outward === 1 ? Math.min(...edge) : Math.max(...edge);
  return outward * Math.max(Math.min(outward * local.x, most), outward * near);
}

/** A part whose rear face is touched from behind: a neck is turned behind the shoulder. */
function shouldered({ stockDiameter, hole, tool }: TouchSituation, face: number): readonly Polygon[] {
  const radius = stockDiameter / 2;
  const inner = (hole ?? 0) / 2;
  const back = -400;
  if (familyOf(tool) === "bore") {
    // A recess in the bore: its front wall is what the back of the tool reaches.
    const recess = Math.min(radius * 0.85, inner + radius * 0.4);
    const wall: Polygon = [
      point(back, recess),
      point(back, radius),
      point(0, radius),
      point(0, inner),
      point(face, inner),
      point(face, recess),
    ];
    return [wall, wall.map(({ z, x }) => point(z, -x))];
  }
  const neck = radius * 0.3;
  const wall: Polygon = [
    point(back, inner),
    point(back, neck),
    point(face, neck),
    point(face, radius),
    point(0, radius),
    point(0, inner),
  ];
  return [wall, wall.map(({ z, x }) => point(z, -x))];
}

/** The edge that is lined up by eye, as a point of the tool. */
function edgeLocal({ tool, choice }: TouchSituation, outline: ToolOutline): Point {
  const { touching, stand } = wholeChoice(tool, "z", choice);
  const box = extent(outline.cutting);
  if (touching === "centre") return point((box.zMin + box.zMax) / 2, 0);
  return farthest(outline.cutting, (touching ?? (stand === "behind" ? "right" : "left")) === "right" ? "z+" : "z-");
}

/** A datum face of the machine stands where the part's face would be. */
function withDatum<Base extends { readonly tool: readonly Outlined[] }>(
  base: Base,
  { onDatum, chuckDiameter }: TouchSituation,
  face: number,
): Base {
  if (!onDatum) return base;
  const plate: Outlined = {
    polygon: rectangle(face - 14, -chuckDiameter * 0.3, face, chuckDiameter * 0.3),
    part: "datum",
  };
  return { ...base, tool: [plate, ...base.tool] };
}
