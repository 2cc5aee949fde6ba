import type { MountCheck } from "../../../core/mount/index.ts";
import { SWEEP_ANGLES } from "../../../core/mount/index.ts";
import { type Point, type Polygon, point, rectangle } from "../../../core/outline/index.ts";

/** A line or body of a mount drawing. Millimetres; the plane is the drawing's own, Z to the right, X up. */
export interface MountShape {
  readonly points: Polygon;
  readonly as: "tool" | "part" | "machine" | "dimension" | "extension" | "result" | "centreline";
  readonly isClosed: boolean;
}

/** What a check's drawing shows, true in proportion; small errors are drawn `exaggeration` times as large, and say so. */
export interface MountScene {
  readonly shapes: readonly MountShape[];
  readonly circles: readonly { readonly centre: Point; readonly radius: number; readonly as: MountShape["as"] }[];
  /** Where each field's number belongs. */
  readonly anchors: Readonly<Record<string, Point>>;
  readonly exaggeration: number;
}

interface MountSituation {
  readonly check: MountCheck;
  /** Numbers as understood so far, millimetres. */
  readonly given: Readonly<Record<string, number>>;
  readonly found: Readonly<Record<string, number>> | undefined;
  /** Diameter of the tool's bar or of itself. */
  readonly diameter: number;
  readonly overhang: number;
}

const closed = (points: Polygon, as: MountShape["as"]): MountShape => ({ points, as, isClosed: true });
const line = (from: Point, to: Point, as: MountShape["as"]): MountShape => ({
  points: [from, to],
  as,
  isClosed: false,
});

export function mountScene(situation: MountSituation): MountScene {
  switch (situation.check) {
    case "overhang":
      return overhangScene(situation);
    case "centre-height":
      return centreHeightScene(situation);
    case "squareness":
      return squarenessScene(situation);
    case "sweep":
      return sweepScene(situation);
    case "radial-holder":
      return radialHolderScene(situation);
    case "pin":
      return pinScene(situation);
  }
}

/** How many times an error is drawn larger so that it takes up about `share` of `reach`; at least as it is. */
function exaggerate(error: number, reach: number, share: number): number {
  if (error === 0) return 1;
  const times = (reach * share) / Math.abs(error);
  const steps = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000];
  return steps.findLast((step) => step <= times) ?? 1;
}

/** A bar in its seat, to scale, and where its tip goes under the cut. */
function overhangScene({ given, found, diameter, overhang }: MountSituation): MountScene {
  const bar = given.bar ?? diameter;
  const out = given.overhang ?? overhang;
  const deflection = found?.deflection ?? 0;
  const exaggeration = exaggerate(deflection, bar, 0.7);
  const bent = Array.from({ length: 25 }, (_, index) => {
    // Shape of a cantilever under a load at its tip: (3s² − s³)/2 of the tip's deflection.
    const s = index / 24;
    return point(out * s, -deflection * exaggeration * ((3 * s * s - s ** 3) / 2));
  });
  return {
    shapes: [
      closed(rectangle(-out * 0.45, -bar, 0, -bar / 2), "machine"),
      closed(rectangle(-out * 0.45, bar / 2, 0, bar), "machine"),
      closed(rectangle(-out * 0.45, -bar / 2, out, bar / 2), "tool"),
      line(point(0, bar * 1.3), point(out, bar * 1.3), "dimension"),
      line(point(0, bar), point(0, bar * 1.36), "extension"),
      line(point(out, bar / 2), point(out, bar * 1.36), "extension"),
      // Beside the seat, where no leader crosses the bar.
      line(point(-out * 0.56, -bar / 2), point(-out * 0.56, bar / 2), "dimension"),
      ...[-bar / 2, bar / 2].map((edge) => line(point(-out * 0.45, edge), point(-out * 0.6, edge), "extension")),
      { points: bent, as: "result", isClosed: false },
    ],
    circles: [],
    anchors: { overhang: point(out * 0.5, bar * 1.3), bar: point(-out * 0.56, 0) },
    exaggeration,
  };
}

/** The part seen along the spindle: the tip beside it, above or below its centre, and the nib that stays. */
function centreHeightScene({ given }: MountSituation): MountScene {
  const smallest = given.smallest ?? 6;
  const skimmed = Math.max(given.skimmed ?? 30, smallest);
  const h = given.height ?? 0;
  const exaggeration = exaggerate(h, skimmed, 0.12);
  const at = h * exaggeration;
  const tip = point(skimmed / 2, at);
  return {
    shapes: [
      line(point(-skimmed * 0.75, 0), point(skimmed * 1.1, 0), "centreline"),
      line(point(0, -skimmed * 0.7), point(0, skimmed * 0.7), "centreline"),
      closed(
        [
          tip,
          point(tip.z + skimmed * 0.6, at),
          point(tip.z + skimmed * 0.6, at - skimmed * 0.22),
          point(tip.z + skimmed * 0.06, at - skimmed * 0.22),
        ],
        "tool",
      ),
      line(point(skimmed * 0.9, 0), point(skimmed * 0.9, at), "dimension"),
    ],
    circles: [
      { centre: point(0, 0), radius: skimmed / 2, as: "part" },
      { centre: point(0, 0), radius: smallest / 2, as: "dimension" },
      { centre: point(0, 0), radius: Math.abs(at), as: "result" },
    ],
    anchors: {
      height: point(skimmed * 0.9, at / 2),
      smallest: point(-smallest / 2, smallest * 0.35),
      skimmed: point(-skimmed * 0.36, -skimmed * 0.36),
    },
    exaggeration,
  };
}

/** A blade in its holder against the bar, turned by the slope. */
function squarenessScene({ given, found }: MountSituation): MountScene {
  const run = given.run ?? 25;
  const slope = found?.slope ?? 0;
  const exaggeration = exaggerate(slope * run, run, 0.18);
  const tilt = slope * exaggeration;
  const on = (along: number, across: number) => point(across + along * tilt, along);
  return {
    shapes: [
      closed(rectangle(-run * 1.4, -run * 0.95, run * 1.2, -run * 0.2), "part"),
      closed([on(0, 0), on(run, 0), on(run, run * 0.18), on(0, run * 0.18)], "tool"),
      closed([on(run, -run * 0.2), on(run * 1.4, -run * 0.2), on(run * 1.4, run * 0.4), on(run, run * 0.4)], "machine"),
      line(point(0, -run * 0.2), point(0, run * 1.3), "centreline"),
      line(on(0, -run * 0.3), on(run, -run * 0.3), "dimension"),
    ],
    circles: [
      { centre: on(run * 0.92, -run * 0.06), radius: run * 0.06, as: "dimension" },
      { centre: on(run * 0.05, -run * 0.06), radius: run * 0.06, as: "dimension" },
    ],
    anchors: {
      near: on(run * 0.92, 0),
      far: on(run * 0.05, 0),
      run: on(run * 0.5, -run * 0.3),
      depth: point(run * 0.4, -run * 0.2),
    },
    exaggeration,
  };
}

/** The holder's bore seen along the spindle, its centre off by what the readings say. */
function sweepScene({ found, diameter }: MountSituation): MountScene {
  const radius = Math.max(diameter, 8) / 2;
  const off = found?.off ?? 0;
  const exaggeration = exaggerate(off, radius, 0.3);
  const centre = point((found?.offY ?? 0) * exaggeration, (found?.offX ?? 0) * exaggeration);
  const clock = (degrees: number) => {
    // Angles count from X plus (up) towards Y plus (right).
    const at = (degrees * Math.PI) / 180;
    return point(radius * Math.sin(at), radius * Math.cos(at));
  };
  return {
    shapes: [
      line(point(-radius * 1.7, 0), point(radius * 1.7, 0), "centreline"),
      line(point(0, -radius * 1.7), point(0, radius * 1.7), "centreline"),
      line(point(0, 0), centre, "result"),
    ],
    circles: [
      { centre, radius: radius * 1.35, as: "machine" },
      { centre, radius, as: "tool" },
      { centre: point(0, 0), radius: radius * 0.06, as: "dimension" },
    ],
    anchors: Object.fromEntries(SWEEP_ANGLES.map((angle) => [`at${angle}`, clock(angle)])),
    exaggeration,
  };
}

/** A holder on the turret's face, a ground shaft in it, two readings, the pin and the two set screws against it. */
function radialHolderScene({ given, found }: MountSituation): MountScene {
  const run = given.run ?? 40;
  const lever = given.lever ?? 60;
  const slope = found?.slope ?? 0;
  const exaggeration = exaggerate(slope * run, run, 0.12);
  const tilt = slope * exaggeration;
  const on = (along: number, across: number) => point(along, across + along * tilt);
  const half = lever / 2;
  return {
    shapes: [
      closed(rectangle(-lever * 1.05, -half * 1.35, -lever * 0.75, half * 1.35), "machine"),
      closed([on(-lever * 0.75, -half), on(0, -half), on(0, half), on(-lever * 0.75, half)], "tool"),
      closed(
        [on(0, -half * 0.22), on(run * 1.15, -half * 0.22), on(run * 1.15, half * 0.22), on(0, half * 0.22)],
        "part",
      ),
      line(on(run * 0.1, half * 0.55), on(run * 1.1, half * 0.55), "dimension"),
      line(point(-lever * 0.6, -half * 0.85), point(-lever * 0.6, half * 0.85), "dimension"),
      ...(found && found.screw !== 0
        ? [
            line(
              point(-lever * 0.4, (found.screw ?? 0) * half * 1.5),
              point(-lever * 0.4, (found.screw ?? 0) * half * 0.95),
              "result",
            ),
          ]
        : []),
    ],
    circles: [
      { centre: point(-lever * 0.4, half * 0.85), radius: half * 0.1, as: "result" },
      { centre: point(-lever * 0.4, -half * 0.85), radius: half * 0.1, as: "result" },
      { centre: point(-lever * 0.72, 0), radius: half * 0.12, as: "dimension" },
    ],
    anchors: {
      near: on(run * 0.12, half * 0.22),
      far: on(run * 1.08, half * 0.22),
      run: on(run * 0.6, half * 0.55),
      lever: point(-lever * 0.6, 0),
      pitch: point(-lever * 0.4, half * 0.85),
    },
    exaggeration,
  };
}

/** A dowel pin in its stepped seat, to scale: how far it stands out of the face. */
function pinScene({ given, found }: MountSituation): MountScene {
  const length = given.pin ?? 24;
  const step = Math.max(0, given.step ?? 3);
  const exposed = found?.exposed ?? (given.needed ?? 8) + step;
  const seat = -exposed + step;
  const wide = length * 0.12;
  const width = length * 0.7;
  return {
    shapes: [
      closed(rectangle(-width, -length, -wide, step * 0), "machine"),
      closed(rectangle(wide, -length, width, step * 0), "machine"),
      closed(rectangle(-width, 0, -wide * 3, step), "machine"),
      closed(rectangle(wide * 3, 0, width, step), "machine"),
      closed(rectangle(-wide, exposed - length, wide, exposed), "tool"),
      line(point(width * 0.3, step), point(width * 0.3, exposed), "dimension"),
      line(point(-width * 0.42, 0), point(-width * 0.42, step), "dimension"),
      line(point(width * 0.55, 0), point(width * 0.55, exposed), "result"),
    ],
    circles: [{ centre: point(0, exposed - wide * 1.5), radius: wide * 0.4, as: "dimension" }],
    anchors: {
      needed: point(width * 0.3, (step + exposed) / 2),
      step: point(-width * 0.42, step / 2),
      pin: point(0, seat - length * 0.2),
    },
    exaggeration: 1,
  };
}
