import { TOLERANCES } from "../tolerances.ts";
import type { CutterShape } from "./cutterShape.ts";
import { type Circle, circlesMeet, lineMeetsCircle, type Spot } from "./meetings.ts";

/** One move of a tool's programmed point: straight, or about a centre (`turn` 1 counter-clockwise from +u to +v). */
export interface Way {
  readonly from: Spot;
  readonly to: Spot;
  readonly arc?: Spot & { readonly turn: 1 | -1 };
}

const length = ({ u, v }: Spot) => Math.hypot(u, v);
const minus = (a: Spot, b: Spot): Spot => ({ u: a.u - b.u, v: a.v - b.v });
const plus = (a: Spot, b: Spot, factor = 1): Spot => ({ u: a.u + factor * b.u, v: a.v + factor * b.v });
/** A quarter turn counter-clockwise. */
const leftOf = ({ u, v }: Spot): Spot => ({ u: 0 - v, v: u });

/** Direction in which a move leaves its beginning or comes to its end; undefined for one that leads nowhere. */
function directionAt({ from, to, arc }: Way, end: "from" | "to"): Spot | undefined {
  const way = arc ? leftOf(minus(end === "from" ? from : to, arc)) : minus(to, from);
  const size = length(way);
  if (size < TOLERANCES.binaryNoise) return undefined;
  const factor = (arc?.turn ?? 1) / size;
  return { u: way.u * factor, v: way.v * factor };
}

/**
 * The way of the programmed point under nose compensation, exactly: the nose's centre runs one radius beside each move (`side` 1 on
 * the left of the way, −1 on the right), cut off where two of its ways cross in a corner that turns towards the tool; about a
 * corner that turns away the nose rolls. `from` is where the tool stands before the first
 * move, which leads on to the contour. Millimetres. An arc that is too narrow for the nose is left out.
 */
export function compensated<Of extends Way>(
  ways: readonly Of[],
  from: Spot,
  led: CutterShape["led"],
  side: 1 | -1,
): readonly Of[] {
  const tip = (centre: Spot): Spot => ({ u: centre.u + led.radius * led.u, v: centre.v + led.radius * led.v });
  const centreOf = (place: Spot): Spot => ({ u: place.u - led.radius * led.u, v: place.v - led.radius * led.v });
  const trimmed = joined(withRolls(ways.slice(1), led.radius, side));
  const first = trimmed[0];
  const start = ways[0];
  if (!start) return [];
  if (!first) {
    // Led on and cancelled at once: it stands beside its own end.
    const along = directionAt(start, "to");
    const to = along ? plus(start.to, leftOf(along), side * led.radius) : centreOf(start.to);
    return [{ ...start, from, to: tip(to) }];
  }
  const atTip = trimmed.map(
    (way): Of => ({
      ...way,
      from: tip(way.from),
      to: tip(way.to),
      ...(way.arc && { arc: { ...tip(way.arc), turn: way.arc.turn } }),
    }),
  );
  return [{ ...start, from, to: tip(first.from) }, ...atTip];
}

/** A move beside another one, by a radius; undefined where nothing is left of it. */
function besideOf<Of extends Way>(way: Of, radius: number, side: 1 | -1): Of | undefined {
  const [first, last] = [directionAt(way, "from"), directionAt(way, "to")];
  if (!first || !last) return undefined;
  if (way.arc) {
    const own = length(minus(way.from, way.arc));
    if (own - side * way.arc.turn * radius < TOLERANCES.binaryNoise) return undefined;
  }
  return {
    ...way,
    from: plus(way.from, leftOf(first), side * radius),
    to: plus(way.to, leftOf(last), side * radius),
  };
}

/** Every move beside itself, and between two that turn away from the tool the roll about their corner. */
function withRolls<Of extends Way>(ways: readonly Of[], radius: number, side: 1 | -1): readonly Of[] {
  const beside: Of[] = [];
  let last: Of | undefined;
  for (const way of ways) {
    const goes = directionAt(way, "from");
    if (!goes) continue;
    const came = last && directionAt(last, "to");
    const turn = came ? came.u * goes.v - came.v * goes.u : 0;
    if (came && side * turn < -TOLERANCES.parallelLines)
      beside.push({
        ...way,
        from: plus(way.from, leftOf(came), side * radius),
        to: plus(way.from, leftOf(goes), side * radius),
        arc: { ...way.from, turn: turn > 0 ? 1 : -1 },
      });
    const own = besideOf(way, radius, side);
    if (own) beside.push(own);
    last = way;
  }
  return beside;
}

/**
 * Cuts moves off where they cross in a corner that turns towards the tool. One that is shorter than what is cut off is left out
 * whole, and its neighbours are cut off at each other: the nose does not fit in there.
 */
function joined<Of extends Way>(ways: readonly Of[]): readonly Of[] {
  const done: Of[] = [];
  for (const way of ways) {
    const left: Of[] = [];
    for (;;) {
      const before = done.at(-1);
      if (!before || length(minus(before.to, way.from)) < TOLERANCES.sameLength) {
        done.push(way);
        break;
      }
      const corner = meetingOf(before, way);
      if (corner && isOn(before, corner) && isOn(way, corner)) {
        done[done.length - 1] = { ...before, to: corner };
        done.push({ ...way, from: corner });
        break;
      }
      if (corner && isOn(before, corner)) {
        // It is the new one that does not fit: what was passed over on the way here stays.
        done.push(...left);
        break;
      }
      left.unshift(before);
      done.pop();
      if (done.length > 0) continue;
      // It meets none of them: they stay as they were, and are not joined.
      done.push(...left, way);
      break;
    }
  }
  return done;
}

/** True where a place on a move's line or circle lies between its ends. */
function isOn({ from, to, arc }: Way, at: Spot): boolean {
  if (!arc) {
    const way = minus(to, from);
    const size = length(way);
    const along = minus(at, from);
    const share = (along.u * way.u + along.v * way.v) / size;
    return share > -TOLERANCES.sameLength && share < size + TOLERANCES.sameLength;
  }
  const full = 2 * Math.PI;
  const angle = (spot: Spot) => Math.atan2(spot.v - arc.v, spot.u - arc.u);
  const by = (spot: Spot) => (((arc.turn * (angle(spot) - angle(from))) % full) + full) % full;
  const noise = TOLERANCES.sameLength / Math.max(length(minus(from, arc)), TOLERANCES.sameLength);
  const swept = by(at);
  return swept < by(to) + noise || swept > full - noise;
}

/** Where two moves cross, nearest to where they should have met; undefined where they do not. */
function meetingOf(before: Way, after: Way): Spot | undefined {
  const spots =
    before.arc && after.arc
      ? circlesMeet(circleOf(before), circleOf(after))
      : before.arc
        ? lineMeetsCircle(after.from, minus(after.to, after.from), circleOf(before))
        : after.arc
          ? lineMeetsCircle(before.from, minus(before.to, before.from), circleOf(after))
          : linesMeet(before, after);
  const far = (spot: Spot) => length(minus(spot, before.to)) + length(minus(spot, after.from));
  return [...spots].sort((a, b) => far(a) - far(b))[0];
}

function linesMeet(a: Way, b: Way): readonly Spot[] {
  const [s, t] = [minus(a.to, a.from), minus(b.to, b.from)];
  const cross = s.u * t.v - s.v * t.u;
  if (Math.abs(cross) < TOLERANCES.parallelLines * length(s) * length(t)) return [];
  const by = minus(b.from, a.from);
  return [plus(a.from, s, (by.u * t.v - by.v * t.u) / cross)];
}

function circleOf({ from, arc }: Way): Circle {
  const centre = arc as Spot;
  return { u: centre.u, v: centre.v, radius: length(minus(from, centre)) };
}
