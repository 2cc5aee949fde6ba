import { TOLERANCES } from "../tolerances.ts";
import type { FinishedPart } from "./finishedPart.ts";
import type { Maker } from "./partMoves.ts";
import type { PartPoint, ProfilePiece } from "./profile.ts";

/** What a dimension of a turned part is. */
type DimensionKind =
  | "diameter"
  | "gauge"
  | "length"
  | "width"
  | "overall"
  | "chamfer"
  | "taper"
  | "radius"
  | "thread"
  | "mark";

/**
 * A dimension that the program gives a part, as a drawing has it: millimetres, diameters on X, lengths and widths positive, a taper
 * in degrees of half its angle and by a diameter at a place along it (`gauge`), a chamfer by its length along Z, a thread by its major diameter where a surface carries it.
 */
export interface PartDimension {
  /** The same for the same dimension of the same program; told apart by what it is and where, not by its place in a list. */
  readonly key: string;
  readonly kind: DimensionKind;
  readonly side: "outer" | "inner";
  readonly nominal: number;
  /** What made its surface: no offset changes a drill's own diameter. Undefined for the stock as it came. */
  readonly maker: Maker | undefined;
  /** Of a length or a width: what made the surface that it is measured from; undefined where that is the stock as it came. */
  readonly from: Maker | undefined;
  /** Where on the half section it is: the ends of a cylinder, or the two surfaces of a length. */
  readonly at: readonly [PartPoint, PartPoint];
  /** Of a thread: how far it goes, and the width of the groove in which it ends, where it ends in one. */
  readonly thread?: { readonly length: number; readonly relief: number | undefined };
  /** Of a driven tool's mark: the tool, where it is known. A mark along Z is as deep as its size, another one lies there in its middle. */
  readonly bit?: NonNullable<FinishedPart["marks"][number]["bit"]>;
  /** Lead of a thread, absent where it is not known, or the other leg of a chamfer. Millimetres. */
  readonly second?: number;
}

/** Shorter than this is a matter of the tool's corner, not of the drawing. Millimetres. */
const SHORTEST = 0.05;
/** Slanted pieces with both legs up to this are chamfers, not tapers. Millimetres. */
const LARGEST_CHAMFER = 3;
const NONE = TOLERANCES.sameLength;

/**
 * The dimensions that a drawing of a finished part has, in an order that depends on the part alone: diameters, lengths from the face,
 * widths of grooves and recesses, the overall length where it is cut off, chamfers, tapers, radii and threads. Fillets that a nose leaves are
 * none. Lengths in millimetres.
 */
export function dimensionsOf(part: FinishedPart): readonly PartDimension[] {
  const { pieces, zMax, isOpen, zMin } = part.profile;
  const face = pieces.find(({ surface, from, to }) => surface === "front" && from.z === zMax && to.z === zMax);
  const found: Omit<PartDimension, "key">[] = [];
  const cylinders = pieces.filter(isCylinder);
  for (const piece of cylinders) addDiameter(found, piece);
  for (const piece of pieces) {
    if (!isWall(piece) || piece.from.z > zMax - SHORTEST) continue;
    const isEnd = !isOpen && piece.surface === "back" && Math.abs(piece.from.z - zMin) < NONE;
    const top = piece.from.r > piece.to.r ? piece.from : piece.to;
    found.push({
      kind: isEnd ? "overall" : "length",
      side: piece.side,
      nominal: zMax - piece.from.z,
      maker: piece.maker,
      from: face?.maker,
      at: [{ z: zMax, r: face ? Math.max(face.from.r, face.to.r) : top.r }, top],
    });
  }
  addWidths(found, pieces);
  // A drilled hole is as deep as its full diameter goes; its point lies beyond.
  for (const piece of pieces) {
    const [small, large] = piece.from.r < piece.to.r ? [piece.from, piece.to] : [piece.to, piece.from];
    if (piece.side !== "inner" || piece.by !== "flank" || small.r > NONE || Math.abs(small.z - large.z) < SHORTEST)
      continue;
    // A centre in the face has no full diameter.
    if (zMax - large.z < SHORTEST) continue;
    found.push({
      kind: "length",
      side: "inner",
      nominal: zMax - large.z,
      maker: piece.maker,
      from: face?.maker,
      at: [{ z: zMax, r: face ? Math.max(face.from.r, face.to.r) : large.r }, large],
    });
  }
  for (const piece of pieces) addSlanted(found, piece);
  for (const thread of part.threads) {
    const middle = (thread.zFrom + thread.zTo) / 2;
    const carrier = cylinders.find(
      ({ side, from, to }) =>
        (side === "inner") === thread.isBore && middle <= Math.max(from.z, to.z) && middle >= Math.min(from.z, to.z),
    );
    const r = carrier?.from.r ?? Math.abs(thread.x) / 2;
    const { path, offset, line } = thread;
    const side = thread.isBore ? "inner" : "outer";
    const zFrom = Math.min(thread.zFrom, zMax);
    const relief = found.find(
      (one) =>
        one.kind === "width" &&
        one.side === side &&
        thread.zTo <= one.at[0].z + NONE &&
        thread.zTo >= one.at[1].z - NONE,
    );
    found.push({
      kind: "thread",
      side,
      nominal: carrier && !thread.isBore ? 2 * r : Math.abs(thread.x),
      maker: { path, offset, line },
      from: undefined,
      at: [
        { z: zFrom, r },
        { z: thread.zTo, r },
      ],
      thread: { length: zFrom - (relief?.at[0].z ?? thread.zTo), relief: relief?.nominal },
      ...(thread.lead !== undefined && { second: thread.lead }),
    });
  }
  for (const { path, offset, line, x, z, bit } of part.marks) {
    // Begun in front of the part or over it, it works from the surface on.
    const [back, front] = [z[0], Math.min(z[1], zMax)];
    const isAlong = bit ? bit.along === "z" : z[1] - z[0] > x[1] - x[0];
    const r = (diameter: number) => Math.min(Math.abs(diameter) / 2, part.profile.rMax);
    found.push({
      kind: "mark",
      side: "outer",
      nominal: zMax - (isAlong ? back : (back + front) / 2),
      maker: { path, offset, line },
      from: face?.maker,
      at: [
        { z: back, r: r(x[0]) },
        { z: front, r: r(x[1]) },
      ],
      ...(bit && { bit }),
    });
  }
  return withKeys(found);
}

const isLevel = ({ from, to }: ProfilePiece) => Math.abs(from.r - to.r) < NONE;
const isCylinder = (piece: ProfilePiece) =>
  !piece.arc &&
  piece.by !== "stock" &&
  (piece.surface === "outside" || piece.surface === "bore") &&
  isLevel(piece) &&
  Math.abs(piece.from.z - piece.to.z) > SHORTEST;
/** Where an insert's edge ends there is no wall of the drawing. */
const isWall = (piece: ProfilePiece) =>
  !piece.arc &&
  piece.by !== "end" &&
  (piece.surface === "front" || piece.surface === "back") &&
  Math.abs(piece.from.z - piece.to.z) < NONE &&
  Math.abs(piece.from.r - piece.to.r) > SHORTEST;

/** Cylinders of one diameter that are made by one offset, or that go on in each other, are one dimension, drawn at the longest of them. */
function addDiameter(found: Omit<PartDimension, "key">[], { from, to, side, maker }: ProfilePiece): void {
  const nominal = 2 * to.r;
  const index = found.findIndex(
    (one) =>
      one.kind === "diameter" &&
      one.side === side &&
      Math.abs(one.nominal - nominal) < NONE &&
      (one.maker?.offset === maker?.offset || one.at.some(({ z }) => Math.abs(z - from.z) < NONE)),
  );
  const known = found[index];
  const long = (at: readonly [PartPoint, PartPoint]) => Math.abs(at[0].z - at[1].z);
  if (!known) found.push({ kind: "diameter", side, nominal, maker, from: undefined, at: [from, to] });
  else if (long([from, to]) > long(known.at)) found[index] = { ...known, maker, at: [from, to] };
}

/** A wall and the next one that faces it: a groove, a recess, an undercut. */
function addWidths(found: Omit<PartDimension, "key">[], pieces: readonly ProfilePiece[]): void {
  for (const side of ["outer", "inner"] as const) {
    const walls = pieces.filter((piece) => piece.side === side && isWall(piece));
    // Outside from the front to the back, in a bore from the back to the front: the opening wall and the closing one.
    const opens = side === "outer" ? "back" : "front";
    for (const [index, wall] of walls.entries()) {
      const next = walls[index + 1];
      if (wall.surface !== opens || !next || next.surface === opens) continue;
      const [front, back] = side === "outer" ? [wall, next] : [next, wall];
      const rim = (piece: ProfilePiece) => {
        const ends = [piece.from, piece.to].sort((a, b) => a.r - b.r) as [PartPoint, PartPoint];
        return side === "outer" ? ends[1] : ends[0];
      };
      found.push({
        kind: "width",
        side,
        nominal: front.from.z - back.from.z,
        maker: back.maker,
        from: front.maker,
        at: [rim(front), rim(back)],
      });
    }
  }
}

function addSlanted(found: Omit<PartDimension, "key">[], piece: ProfilePiece): void {
  const { from, to, arc, side, maker, by } = piece;
  const [dz, dr] = [Math.abs(from.z - to.z), Math.abs(from.r - to.r)];
  const add = (kind: DimensionKind, nominal: number, second?: number) =>
    found.push({
      kind,
      side,
      nominal,
      maker,
      from: undefined,
      at: [from, to],
      ...(second !== undefined && { second }),
    });
  if (by !== "move" || !maker) return;
  if (arc) {
    if (Math.hypot(dz, dr) > SHORTEST) add("radius", arc.radius);
  } else if (dz > SHORTEST && dr > SHORTEST) {
    if (dz <= LARGEST_CHAMFER && dr <= LARGEST_CHAMFER) add("chamfer", dz, dr);
    else {
      add("taper", (Math.atan2(dr, dz) * 180) / Math.PI);
      addGauge(found, piece);
    }
  }
}

/** A taper is measured by its diameter at a place: at the whole millimetre that is nearest to its middle, where it is long enough for one. */
function addGauge(found: Omit<PartDimension, "key">[], { from, to, side, maker }: ProfilePiece): void {
  if (Math.abs(from.z - to.z) < LEAST_GAUGED) return;
  const z = Math.round((from.z + to.z) / 2) + 0;
  const r = from.r + ((to.r - from.r) * (z - from.z)) / (to.z - from.z);
  const at = { z, r };
  found.push({ kind: "gauge", side, nominal: 2 * r, maker, from: undefined, at: [at, at] });
}
/** Shorter tapers have no room for a gauge. Millimetres. */
const LEAST_GAUGED = 2;

/** Names by what a dimension is and where; the offset is not in it, so that another tool for the same surface leaves it the same. */
function withKeys(found: readonly Omit<PartDimension, "key">[]): readonly PartDimension[] {
  const seen = new Map<string, number>();
  return found.map((one) => {
    const figure = (value: number) => Math.round(value * 1000) / 1000 + 0;
    const place = one.kind === "diameter" ? "" : ` at ${figure(one.at[1].z)}`;
    const name = `${one.side} ${one.kind} ${figure(one.nominal)}${place}`;
    const count = (seen.get(name) ?? 0) + 1;
    seen.set(name, count);
    return { ...one, key: count === 1 ? name : `${name} (${count})` };
  });
}
