import DxfParser from "dxf-parser";
import type { DrawnPiece, PartPoint, PartProfile } from "../part/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { TOLERANCES } from "../tolerances.ts";
import { convertLength, type Unit } from "../units/index.ts";

/** The profile of a drawing. */
interface DrawnProfile {
  readonly pieces: readonly DrawnPiece[];
  /** Unit that the file names; undefined where it names none. */
  readonly unit: Unit | undefined;
  /** Kinds of entities that are no part of a profile and were passed over, each once. */
  readonly passedOver: readonly string[];
}

/** As much of the entities of a drawing as is looked at. */
interface Entity {
  readonly type: string;
  readonly layer?: string;
  readonly vertices?: readonly { readonly x: number; readonly y: number; readonly bulge?: number }[];
  readonly shape?: boolean;
  readonly center?: { readonly x: number; readonly y: number };
  readonly radius?: number;
  /** Radians. */
  readonly startAngle?: number;
  readonly endAngle?: number;
}

/** A drawing with more entities than this is no half section. */
const MOST_ENTITIES = 20_000;

/**
 * Reads the turned half section out of a DXF drawing: lines, arcs, polylines with their bulges; X of the drawing is Z of the part, Y the distance
 * from the centreline. What lies on the centreline is left out, what lies under it is turned up. Lengths in the unit that the file names, or
 * else in the one given. Refuses a file that is no DXF text, that has nothing of a profile, or far too much.
 */
export function readProfileDxf(text: string, usual: Unit): Answer<DrawnProfile, Refusal<"no-drawing">> {
  const no = (message: string) => refused<Refusal<"no-drawing">>({ code: "no-drawing", message });
  let read: ReturnType<DxfParser["parseSync"]>;
  try {
    read = new DxfParser().parseSync(text);
  } catch {
    return no("This is no DXF drawing in its text form. Save it as DXF text, release 12 or later.");
  }
  const entities = (read?.entities ?? []) as unknown as readonly Entity[];
  if (entities.length > MOST_ENTITIES)
    return no("This drawing has far more than a half section. Leave the outline alone in it.");
  const units = read?.header?.$INSUNITS;
  const unit = units === 4 ? "mm" : units === 1 ? "in" : undefined;
  const toPart = ({ x, y }: { readonly x: number; readonly y: number }): PartPoint => ({
    z: convertLength(x, unit ?? usual, "mm"),
    r: convertLength(y, unit ?? usual, "mm"),
  });
  const pieces: DrawnPiece[] = [];
  const passedOver = new Set<string>();
  for (const entity of entities) {
    const found = piecesOf(entity, toPart, convertLength(entity.radius ?? 0, unit ?? usual, "mm"));
    if (!found) passedOver.add(entity.type);
    else pieces.push(...found.filter((piece) => !isOnCentre(piece)).map(turnedUp));
  }
  if (pieces.length === 0) return no("There are no lines and arcs of a half section in this drawing.");
  return accepted({ pieces, unit, passedOver: [...passedOver] });
}

const NONE = TOLERANCES.otherUnit;
const isOnCentre = ({ from, to, arc }: DrawnPiece) => !arc && Math.abs(from.r) < NONE && Math.abs(to.r) < NONE;
const turnedUp = (piece: DrawnPiece): DrawnPiece => {
  const { from, to, arc } = piece;
  if (from.r + to.r >= 0) return piece;
  const up = ({ z, r }: PartPoint) => ({ z, r: -r });
  return { from: up(from), to: up(to), ...(arc && { arc: { ...arc, r: -arc.r, turn: arc.turn === 1 ? -1 : 1 } }) };
};

/** The pieces of an entity; undefined for one that is no part of a profile. */
function piecesOf(
  { type, vertices = [], shape, center, startAngle = 0, endAngle = 0 }: Entity,
  toPart: (place: { readonly x: number; readonly y: number }) => PartPoint,
  radius: number,
): readonly DrawnPiece[] | undefined {
  switch (type) {
    case "LINE": {
      const [from, to] = vertices.map(toPart);
      return from && to ? [{ from, to }] : [];
    }
    case "ARC": {
      if (!center || radius <= 0) return [];
      const middle = toPart(center);
      const at = (angle: number) => ({
        z: middle.z + radius * Math.cos(angle),
        r: middle.r + radius * Math.sin(angle),
      });
      return [{ from: at(startAngle), to: at(endAngle), arc: { ...middle, radius, turn: 1 } }];
    }
    case "LWPOLYLINE":
    case "POLYLINE": {
      const corners = shape ? [...vertices, ...vertices.slice(0, 1)] : vertices;
      return corners
        .slice(1)
        .map((to, index) => bulged(toPart(corners[index] ?? to), toPart(to), corners[index]?.bulge ?? 0));
    }
    default:
      // Text, dimensions, points, circles: no part of an outline that is open.
      return undefined;
  }
}

/** A piece of a polyline: its bulge is the tangent of a quarter of its angle, above 0 counter-clockwise. */
function bulged(from: PartPoint, to: PartPoint, bulge: number): DrawnPiece {
  if (bulge === 0) return { from, to };
  const [dz, dr] = [to.z - from.z, to.r - from.r];
  const chord = Math.hypot(dz, dr);
  const radius = (chord * (1 + bulge ** 2)) / (4 * Math.abs(bulge));
  // From the middle of the chord to the centre, on the left for a counter-clockwise arc of less than half a turn.
  const height = (chord * (1 - bulge ** 2)) / (4 * bulge);
  const middle = { z: (from.z + to.z) / 2, r: (from.r + to.r) / 2 };
  const centre = { z: middle.z - (dr / chord) * height, r: middle.r + (dz / chord) * height };
  return { from, to, arc: { ...centre, radius, turn: bulge > 0 ? 1 : -1 } };
}

/** A stretch in which drawing and program differ. Millimetres. */
export interface ProfileDifference {
  /** Which of the two has it. */
  readonly of: "drawing" | "program";
  readonly piece: DrawnPiece;
  /** Farthest that it lies from the other. */
  readonly by: number;
  /** Where that is. */
  readonly at: PartPoint;
}

/** Points along a piece at which it is compared. */
const SAMPLES = 9;

/**
 * Where a drawing and the part of a program differ by more than a tolerance: pieces of either that do not lie on the other, the worst first.
 * `shift` is by how much the drawing is moved along Z first. The back of a part that is still held is not compared. Millimetres.
 */
export function compareProfiles(
  profile: PartProfile,
  drawn: readonly DrawnPiece[],
  tolerance: number,
  shift = 0,
): readonly ProfileDifference[] {
  const moved = drawn.map((piece) => movedBy(piece, shift));
  const back = profile.isOpen ? profile.zMin + NONE : Number.NEGATIVE_INFINITY;
  const differences = (of: ProfileDifference["of"], pieces: readonly DrawnPiece[], other: readonly DrawnPiece[]) =>
    pieces.flatMap((piece): readonly ProfileDifference[] => {
      let worst = { by: 0, at: piece.from };
      for (const at of samplesOf(piece)) {
        if (at.z < back) continue;
        const by = Math.min(...other.map((one) => distanceTo(one, at)));
        if (by > worst.by) worst = { by, at };
      }
      return worst.by > tolerance ? [{ of, piece, ...worst }] : [];
    });
  const cut = profile.pieces.filter(({ by }) => by !== "stock");
  return [...differences("drawing", moved, profile.pieces), ...differences("program", cut, moved)].sort(
    (a, b) => b.by - a.by,
  );
}

/** How far a drawing is moved along Z so that its front lies on that of the part: drawings have their zero where they like. Millimetres. */
export const frontShift = (profile: PartProfile, drawn: readonly DrawnPiece[]): number =>
  profile.zMax - Math.max(...drawn.flatMap(({ from, to }) => [from.z, to.z]));

const movedBy = ({ from, to, arc }: DrawnPiece, by: number): DrawnPiece => ({
  from: { ...from, z: from.z + by },
  to: { ...to, z: to.z + by },
  ...(arc && { arc: { ...arc, z: arc.z + by } }),
});

/** Angles of an arc from its beginning, in its own turn, 0 to a full turn. */
function sweepOf({ from, to, arc }: DrawnPiece): { readonly start: number; readonly sweep: number } {
  if (!arc) return { start: 0, sweep: 0 };
  const full = 2 * Math.PI;
  const angle = (place: PartPoint) => Math.atan2(place.r - arc.r, place.z - arc.z);
  const sweep = (((arc.turn * (angle(to) - angle(from))) % full) + full) % full;
  return { start: angle(from), sweep: sweep === 0 ? full : sweep };
}

function samplesOf(piece: DrawnPiece): readonly PartPoint[] {
  const { from, to, arc } = piece;
  const { start, sweep } = sweepOf(piece);
  return Array.from({ length: SAMPLES }, (_, index) => {
    const share = index / (SAMPLES - 1);
    if (!arc) return { z: from.z + share * (to.z - from.z), r: from.r + share * (to.r - from.r) };
    const angle = start + arc.turn * share * sweep;
    return { z: arc.z + arc.radius * Math.cos(angle), r: arc.r + arc.radius * Math.sin(angle) };
  });
}

function distanceTo(piece: DrawnPiece, at: PartPoint): number {
  const { from, to, arc } = piece;
  const ends = Math.min(Math.hypot(at.z - from.z, at.r - from.r), Math.hypot(at.z - to.z, at.r - to.r));
  if (arc) {
    const full = 2 * Math.PI;
    const { start, sweep } = sweepOf(piece);
    const by = (((arc.turn * (Math.atan2(at.r - arc.r, at.z - arc.z) - start)) % full) + full) % full;
    return by <= sweep ? Math.abs(Math.hypot(at.z - arc.z, at.r - arc.r) - arc.radius) : ends;
  }
  const [dz, dr] = [to.z - from.z, to.r - from.r];
  const size = dz * dz + dr * dr;
  if (size === 0) return ends;
  const share = Math.min(1, Math.max(0, ((at.z - from.z) * dz + (at.r - from.r) * dr) / size));
  return Math.hypot(at.z - from.z - share * dz, at.r - from.r - share * dr);
}
