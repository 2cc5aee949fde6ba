import { TOLERANCES } from "../tolerances.ts";
import type { Insert } from "../tool/index.ts";
import { direction, length, minus, type Point, type Polygon, plus, point, times, unit } from "./plane.ts";

interface InsertOutline {
  /** The insert's outline with its corners rounded, placed so that the imaginary tip lies at the origin. */
  readonly outline: Polygon;
  readonly noseCentre: Point;
  readonly noseRadius: number;
  /** Middle of the insert, where its screw is. */
  readonly centre: Point;
  /** Where the main cutting edge ends, and where the minor one does, corners taken as sharp. */
  readonly mainEnd: Point;
  readonly minorEnd: Point;
}

/** Steps of a quarter turn in a rounded corner; the steps include the axis directions, where the nose touches. */
const STEPS_PER_QUARTER = 24;

/**
 * Outline of a right-hand outside turning insert seen from above the rake face, chuck to the left.
 *
 * The main cutting edge makes `leadAngle` (degrees) with the feed towards the chuck; the minor edge follows by the
 * insert's included angle. The nose circle touches the two axes through the origin, so the origin is the imaginary tip
 * of a tool that points at chuck and centreline. A round insert is its own nose.
 */
export function insertOutline(insert: Insert, leadAngle: number): InsertOutline {
  const noseRadius = insert.noseRadius;
  const noseCentre = point(noseRadius, noseRadius);
  const mainAngle = 180 - leadAngle;
  const mainEdge = direction(mainAngle);
  if (insert.includedAngle === null) {
    const outline = arc(noseCentre, noseRadius, 0, 2 * Math.PI);
    const mainEnd = point(0, 2 * noseRadius);
    return { outline, noseCentre, noseRadius, centre: noseCentre, mainEnd, minorEnd: point(2 * noseRadius, 0) };
  }
  const included = insert.includedAngle;
  const minorEdge = direction(mainAngle - included);
  const bisector = unit(plus(mainEdge, minorEdge));
  const corner = minus(noseCentre, times(bisector, noseRadius / Math.sin((included * Math.PI) / 360)));
  const corners = sharpCorners(insert, included).map(({ z, x }) =>
    plus(corner, plus(times(mainEdge, z), times(minorEdge, x))),
  );
  const centre = times(corners.reduce(plus), 1 / corners.length);
  const [mainEnd, minorEnd] = [corners[1] as Point, corners.at(-1) as Point];
  return { outline: roundCorners(corners, noseRadius), noseCentre, noseRadius, centre, mainEnd, minorEnd };
}

/** Corners in the skewed frame of main and minor edge (coordinates are lengths along the two), the nose corner first. */
function sharpCorners(insert: Insert, included: number): readonly Point[] {
  const circle = insert.inscribedCircle;
  const sides = { H: 6, P: 5, O: 8 }[insert.shape];
  const angle = (included * Math.PI) / 180;
  const skew = (along: Point): Point => {
    // A plane vector in coordinates along the two edges: main edge at 0, minor edge at −included.
    const minor = -along.x / Math.sin(angle);
    return point(along.z - minor * Math.cos(angle), minor);
  };
  const walk = (edge: number, turns: readonly number[]): Point[] => {
    let at = point(0, 0);
    let heading = 0;
    const corners = [skew(at)];
    for (const turn of turns) {
      at = plus(at, times(direction(heading), edge));
      corners.push(skew(at));
      heading -= turn;
    }
    return corners;
  };
  if (insert.shape === "T") return [point(0, 0), point(circle * Math.sqrt(3), 0), point(0, circle * Math.sqrt(3))];
  // A trigon: 80° corners with flat 160° corners between them, its edge 0.684 of the circle.
  if (insert.shape === "W") return walk(circle * 0.6839, [20, 100, 20, 100, 20]);
  if (sides !== undefined)
    return walk(
      circle * Math.tan(Math.PI / sides),
      Array.from({ length: sides - 1 }, () => 360 / sides),
    );
  const edge = circle / Math.sin(angle);
  return [point(0, 0), point(edge, 0), point(edge, edge), point(0, edge)];
}

/** A polygon whose corners are rounded by arcs tangent to both neighbours. */
function roundCorners(corners: readonly Point[], radius: number): Polygon {
  return corners.flatMap((corner, index) => {
    const before = corners[(index + corners.length - 1) % corners.length] as Point;
    const after = corners[(index + 1) % corners.length] as Point;
    const [toBefore, toAfter] = [unit(minus(before, corner)), unit(minus(after, corner))];
    const half = Math.acos(Math.max(-1, Math.min(1, toBefore.z * toAfter.z + toBefore.x * toAfter.x))) / 2;
    const centre = plus(corner, times(unit(plus(toBefore, toAfter)), radius / Math.sin(half)));
    const setback = radius / Math.tan(half);
    const begin = plus(corner, times(toBefore, setback));
    const end = plus(corner, times(toAfter, setback));
    const angleOf = (at: Point) => Math.atan2(at.x - centre.x, at.z - centre.z);
    let sweep = angleOf(end) - angleOf(begin);
    if (sweep > Math.PI) sweep -= 2 * Math.PI;
    if (sweep < -Math.PI) sweep += 2 * Math.PI;
    return arc(centre, length(minus(begin, centre)), angleOf(begin), angleOf(begin) + sweep);
  });
}

/** Points of an arc from one angle to another (radians), always including the directions of the axes between them. */
function arc(centre: Point, radius: number, from: number, to: number): Polygon {
  const quarter = Math.PI / 2;
  const step = quarter / STEPS_PER_QUARTER;
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const inside: number[] = [];
  for (let at = Math.ceil(low / step) * step; at < high; at += step) if (at > low) inside.push(at);
  const angles = from <= to ? [from, ...inside, to] : [from, ...inside.reverse(), to];
  return angles.map((angle) => plus(centre, point(radius * cosine(angle), radius * cosine(angle - quarter))));
}

/** Cosine that is exact on the axes, so that a nose touches what it touches without a hair's gap. */
function cosine(angle: number): number {
  const quarters = angle / (Math.PI / 2);
  const nearest = Math.round(quarters);
  if (Math.abs(quarters - nearest) > TOLERANCES.binaryNoise) return Math.cos(angle);
  return [1, 0, -1, 0][((nearest % 4) + 4) % 4] as number;
}
