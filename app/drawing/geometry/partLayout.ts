import type { PartDimension, PartPoint, PartProfile } from "../../../core/part/index.ts";

/** A dimension with the size that its label has on the sheet, in sheet units. */
export interface LabelledDimension {
  readonly dimension: PartDimension;
  readonly width: number;
  readonly height: number;
}
interface Spot {
  readonly x: number;
  readonly y: number;
}
export interface LabelBox extends Spot {
  readonly width: number;
  readonly height: number;
}
export type Segment = readonly [Spot, Spot];

/** A dimension where it stands on the sheet. */
export interface PlacedDimension {
  readonly key: string;
  readonly label: LabelBox;
  /** The dimension line with an arrow at each end; undefined for a label with a leader. */
  readonly line: Segment | undefined;
  /** From the part's outline to the ends of the dimension line. */
  readonly extensions: readonly Segment[];
  /** From the label to the surface. */
  readonly leader: readonly Spot[];
}
/** A part with its dimensions on a sheet, which may be larger than the room that was asked for. */
export interface PartLayout {
  readonly width: number;
  readonly height: number;
  /** Sheet units to a millimetre. */
  readonly scale: number;
  /** Where Z0 on the centreline lies. */
  readonly origin: Spot;
  readonly placed: readonly PlacedDimension[];
}

/** Room between things, and the least that a part is given. Sheet units. */
const PAD = 14;
const GAP = 10;
const CLEAR = 22;
const LEAST_WIDTH = 160;
const LEAST_HEIGHT = 150;
/** Columns of diameters at most, before the part becomes too small beside them. */
const MOST_COLUMNS = 3;
/** A part is not drawn larger than this. Sheet units to a millimetre. */
const LARGEST_SCALE = 40;

/**
 * Lays the dimensions of a full section out: diameters that are free towards the front in columns beside the part, the smallest next to it;
 * lengths from the face in rows under it, the shortest next to it, each label on its line where that leads on beyond the face; all others as
 * labels in one or two lines over it, each with a leader. As many diameters stand in columns as let the part be largest. So no dimension line
 * crosses another one, and no label covers anything. The same part gives the same sheet. Where the room is too small for all of it
 * the sheet is larger than the room.
 */
export function layoutPart(
  profile: PartProfile,
  dimensions: readonly LabelledDimension[],
  room: { readonly width: number; readonly height: number },
): PartLayout {
  const columns = columnsOf(profile, dimensions);
  const layouts = Array.from({ length: columns.length + 1 }, (_, most) =>
    ([2, 1] as const).map((abreast) => layoutWith(profile, dimensions, columns.slice(0, most), abreast, room)),
  ).flat();
  return layouts.reduce((best, one) => (isBetter(one, best) ? one : best));
}

/** The one that fits the room, then the one with the larger part, then the later one: with more columns, and lengths one under the other. */
function isBetter(one: PartLayout, best: PartLayout): boolean {
  const excess = ({ width, height }: PartLayout) => width * height;
  if (excess(one) !== excess(best)) return excess(one) < excess(best);
  return one.scale >= best.scale - SAME;
}

function layoutWith(
  profile: PartProfile,
  dimensions: readonly LabelledDimension[],
  wanted: readonly LabelledDimension[],
  abreast: 1 | 2,
  room: { readonly width: number; readonly height: number },
): PartLayout {
  let columns = [...wanted].sort((a, b) => a.dimension.nominal - b.dimension.nominal);
  // A diameter whose line would be shorter than its label goes to the others.
  for (;;) {
    const layout = placeAll(profile, dimensions, { columns, abreast }, room);
    const tall = columns.filter(({ dimension, height }) => dimension.nominal * layout.scale >= height + 2 * GAP);
    if (tall.length === columns.length) return layout;
    columns = tall;
  }
}

const isLengthFromFace = ({ dimension }: LabelledDimension) =>
  dimension.kind === "length" || dimension.kind === "overall";

/** Diameters that can be led out to the front without crossing material: the largest and the bore first, then the others. */
function columnsOf(profile: PartProfile, dimensions: readonly LabelledDimension[]): readonly LabelledDimension[] {
  const free = dimensions.filter(({ dimension }) => dimension.kind === "diameter" && isFree(profile, dimension));
  const nominal = ({ dimension }: LabelledDimension) => dimension.nominal;
  const falling = (side: "outer" | "inner") =>
    free.filter(({ dimension }) => dimension.side === side).sort((a, b) => nominal(b) - nominal(a));
  const [outer, inner] = [falling("outer"), falling("inner")];
  const chosen = [...outer.slice(0, 1), ...inner.slice(0, 1), ...outer.slice(1), ...inner.slice(1)];
  // Two of one size would have their arrows on one another.
  return chosen
    .filter((one, index) => chosen.findIndex((other) => nominal(other) === nominal(one)) === index)
    .slice(0, MOST_COLUMNS);
}

/** True where nothing of the part lies between a diameter's surface and its front, at that height. */
function isFree({ pieces }: PartProfile, { side, at, nominal }: PartDimension): boolean {
  const front = Math.max(at[0].z, at[1].z);
  const r = nominal / 2;
  return !pieces.some((piece) => {
    const high = Math.max(piece.from.z, piece.to.z);
    if (piece.side !== side || high <= front + SAME) return false;
    const [low, most] = [Math.min(piece.from.r, piece.to.r), Math.max(piece.from.r, piece.to.r)];
    return side === "outer" ? most > r + SAME : low < r - SAME && piece.surface === "bore";
  });
}
const SAME = 1e-4;

function placeAll(
  profile: PartProfile,
  dimensions: readonly LabelledDimension[],
  { columns, abreast }: { readonly columns: readonly LabelledDimension[]; readonly abreast: 1 | 2 },
  room: { readonly width: number; readonly height: number },
): PartLayout {
  const rows = dimensions.filter(isLengthFromFace).sort((a, b) => a.dimension.nominal - b.dimension.nominal);
  const callouts = dimensions.filter((one) => !rows.includes(one) && !columns.includes(one));
  const { zMin, zMax, rMax } = profile;
  const length = Math.max(zMax - zMin, SAME);
  const rowPitch = pitchOf(rows, abreast);
  const rowsHeight =
    rows.length === 0 ? 0 : (rows.length - 1) * rowPitch + Math.max(...rows.map(({ height }) => height));
  const columnsWidth = columns.reduce((sum, { width }) => sum + width + GAP, 0);
  // Labels of lengths stand beside the face.
  const beside = (Math.max(0, ...rows.map(({ width }) => width)) + GAP) * Math.min(rows.length, abreast);
  const rightWidth = Math.max(columnsWidth, beside) + CLEAR;
  const lines = linesOfCallouts(callouts, room.width);
  const width = Math.max(room.width, lines.width + 2 * PAD, LEAST_WIDTH + rightWidth + 2 * PAD);
  const topHeight = lines.height;
  const height = Math.max(room.height, topHeight + rowsHeight + LEAST_HEIGHT + 2 * CLEAR + 2 * PAD);
  const scale = Math.min(
    (width - 2 * PAD - rightWidth) / length,
    (height - 2 * PAD - topHeight - rowsHeight - 2 * CLEAR) / (2 * rMax),
    LARGEST_SCALE,
  );
  // What is left over goes to both sides.
  const spareWidth = width - 2 * PAD - rightWidth - length * scale;
  const spareHeight = height - 2 * PAD - topHeight - rowsHeight - 2 * CLEAR - 2 * rMax * scale;
  const origin = {
    x: PAD + spareWidth / 2 - zMin * scale,
    y: PAD + topHeight + CLEAR + spareHeight / 2 + rMax * scale,
  };
  const at = ({ z, r }: PartPoint): Spot => ({ x: origin.x + z * scale, y: origin.y - r * scale });
  const right = at({ z: zMax, r: 0 }).x;
  const top = at({ z: 0, r: rMax }).y;
  const bottom = at({ z: 0, r: -rMax }).y;
  return {
    width,
    height,
    scale,
    origin,
    placed: [
      ...placeColumns(columns, at, right + CLEAR),
      ...placeRows(rows, at, { from: bottom + CLEAR, right, pitch: rowPitch, abreast }),
      ...placeCallouts(lines, at, { width, top: top - topHeight - CLEAR, under: top - CLEAR / 2 }, profile),
    ],
  };
}

type ToSheet = (point: PartPoint) => Spot;

function placeColumns(columns: readonly LabelledDimension[], at: ToSheet, from: number): readonly PlacedDimension[] {
  let x = from;
  return columns.map(({ dimension, width, height }) => {
    const r = dimension.nominal / 2;
    const front = dimension.at[0].z > dimension.at[1].z ? dimension.at[0] : dimension.at[1];
    const line = x + width / 2;
    const [upper, lower] = [at({ z: front.z, r }), at({ z: front.z, r: -r })];
    const label = { x, y: at({ z: 0, r: 0 }).y - height / 2, width, height };
    x += width + GAP;
    return {
      key: dimension.key,
      label,
      line: [
        { x: line, y: upper.y },
        { x: line, y: lower.y },
      ],
      extensions: [
        [upper, { x: line + 6, y: upper.y }],
        [lower, { x: line + 6, y: lower.y }],
      ],
      leader: [],
    };
  });
}

/**
 * Two abreast there are two rows for the height of a label: every second one stands in the farther column, and its line passes between two of the
 * nearer one.
 */
const pitchOf = (rows: readonly LabelledDimension[], abreast: 1 | 2) =>
  (Math.max(0, ...rows.map(({ height }) => height)) + GAP) / abreast;

function placeRows(
  rows: readonly LabelledDimension[],
  at: ToSheet,
  {
    from,
    right,
    pitch,
    abreast,
  }: { readonly from: number; readonly right: number; readonly pitch: number; readonly abreast: 1 | 2 },
): readonly PlacedDimension[] {
  const widest = Math.max(0, ...rows.map(({ width }) => width));
  return rows.map(({ dimension, width, height }, index) => {
    const [face, wall] = dimension.at;
    const middle = from + height / 2 + index * pitch;
    const [begin, end] = [at({ ...face, r: -face.r }), at({ ...wall, r: -wall.r })];
    const label = {
      x: right + CLEAR + (index % abreast) * (widest + GAP),
      y: middle - height / 2,
      width,
      height,
    };
    return {
      key: dimension.key,
      label,
      line: [
        { x: end.x, y: middle },
        { x: begin.x, y: middle },
      ],
      extensions: [
        [begin, { x: begin.x, y: middle + 6 }],
        [end, { x: end.x, y: middle + 6 }],
      ],
      leader: [
        { x: begin.x, y: middle },
        { x: label.x, y: middle },
      ],
    };
  });
}

/** A label over the part with the place on the part that it belongs to. */
interface Callout extends LabelledDimension {
  readonly anchor: PartPoint;
  /** How far its middle stands at least from that of the first one. */
  readonly from: number;
}
interface CalloutLines {
  /** In the order of their places along Z. */
  readonly callouts: readonly Callout[];
  readonly width: number;
  readonly height: number;
  readonly lines: 0 | 1 | 2;
}

/** One line where all labels have room in it; else two: every second one stands in the upper, and its leader passes between two of the lower. */
function linesOfCallouts(labelled: readonly LabelledDimension[], room: number): CalloutLines {
  if (labelled.length === 0) return { callouts: [], width: 0, height: 0, lines: 0 };
  const sorted = labelled
    .map((one) => ({ ...one, anchor: anchorOf(one.dimension) }))
    .sort((a, b) => a.anchor.z - b.anchor.z || a.dimension.key.localeCompare(b.dimension.key));
  const tallest = Math.max(...sorted.map(({ height }) => height));
  const inOne = spaced(sorted, (a, b) => (a + b) / 2 + GAP);
  if (inOne.width + 2 * PAD <= room) return { ...inOne, height: tallest + GAP, lines: 1 };
  // As wide as the wider of two neighbours: then the next but one has room beside it, and a leader beside the label under it.
  return { ...spaced(sorted, (a, b) => (Math.max(a, b) + GAP) / 2), height: 2 * (tallest + GAP), lines: 2 };
}

/** Labels with the least distances between their middles, and the room that all of them take. */
function spaced(
  sorted: readonly Omit<Callout, "from">[],
  apart: (width: number, next: number) => number,
): Pick<CalloutLines, "callouts" | "width"> {
  let from = 0;
  const callouts = sorted.map((one, index) => {
    const before = sorted[index - 1];
    if (before) from += apart(before.width, one.width);
    return { ...one, from };
  });
  return { callouts, width: headOf(callouts) + Math.max(...callouts.map((one) => one.from + one.width / 2)) };
}

/** From the left edge of the labels to the middle of the first one: a wider one can stand over it. */
const headOf = (callouts: readonly Callout[]) => Math.max(...callouts.map(({ from, width }) => width / 2 - from));

function placeCallouts(
  { callouts, lines, height: linesHeight }: CalloutLines,
  at: ToSheet,
  room: { readonly width: number; readonly top: number; readonly under: number },
  profile: PartProfile,
): readonly PlacedDimension[] {
  if (callouts.length === 0) return [];
  const tallest = Math.max(...callouts.map(({ height }) => height));
  const wanted = callouts.map(({ anchor }) => at(anchor).x);
  // Each as near to its anchor as its neighbours let it be.
  const centres = spread(
    wanted.map((x, index) => x - (callouts[index]?.from ?? 0)),
    0,
    PAD + headOf(callouts),
    room.width - PAD - Math.max(...callouts.map(({ from, width }) => from + width / 2)),
  ).map((x, index) => x + (callouts[index]?.from ?? 0));
  const [back, front] = [at({ z: profile.zMin, r: 0 }).x, at({ z: profile.zMax, r: 0 }).x];
  const feet = spread(wanted, Math.min(FEET_APART, (front - back) / callouts.length), back, front);
  return callouts.map(({ dimension, width, height, anchor }, index) => {
    const isUpper = lines === 2 && index % 2 === 0;
    const centre = centres[index] as number;
    const foot = feet[index] as number;
    const label = {
      x: centre - width / 2,
      y: room.top + (isUpper || lines === 1 ? 0 : tallest + GAP),
      width,
      height,
    };
    const below = room.top + linesHeight - GAP / 2;
    return {
      key: dimension.key,
      label,
      line: undefined,
      extensions: [],
      leader: [
        { x: centre, y: label.y + height },
        { x: centre, y: below },
        { x: foot, y: room.under },
        { x: foot, y: at(anchor).y },
      ],
    };
  });
}
/** Feet of leaders stand at least this far apart, where the part is long enough. */
const FEET_APART = 7;

/** Where a leader meets its surface: in the middle, in the upper wall. */
function anchorOf({ at: [one, other], kind }: PartDimension): PartPoint {
  const z = (one.z + other.z) / 2;
  if (kind === "width") return { z, r: Math.min(Math.abs(one.r), Math.abs(other.r)) };
  return { z, r: Math.abs(one.r + other.r) / 2 };
}

/** Places as near to the wanted ones as a distance between neighbours allows, within limits where all of them fit there. */
function spread(wanted: readonly number[], apart: number, low: number, high: number): readonly number[] {
  // Groups of neighbours that touch each other, each about its own mean.
  const groups: { from: number; count: number }[] = [];
  const clamp = (from: number, count: number) => Math.max(low, Math.min(from, high - (count - 1) * apart));
  for (const want of wanted) {
    groups.push({ from: clamp(want, 1), count: 1 });
    for (;;) {
      const [before, last] = [groups.at(-2), groups.at(-1)];
      if (!before || !last || before.from + before.count * apart <= last.from) break;
      const count = before.count + last.count;
      const from = (before.from * before.count + (last.from - before.count * apart) * last.count) / count;
      groups.splice(-2, 2, { from: clamp(from, count), count });
    }
  }
  return groups.flatMap(({ from, count }) => Array.from({ length: count }, (_, at) => from + at * apart));
}
