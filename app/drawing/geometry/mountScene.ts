import type { MountCheck } from "../../../core/mount/index.ts";
import { SWEEP_ANGLES } from "../../../core/mount/index.ts";
import {
  extent,
  type Point,
  type Polygon,
  point,
  rectangle,
  toolOutline,
  turned,
} from "../../../core/outline/index.ts";
import { familyOf, type Tool } from "../../../core/tool/index.ts";
import { carried, type ToolBodies } from "../toolBodies.ts";
import { endOn } from "../turretFront.ts";

/** A line or body of a mount drawing. Millimetres; the plane is the drawing's own, Z to the right, X up. */
export interface MountShape {
  readonly points: Polygon;
  readonly as: "tool" | "part" | "machine" | "dimension" | "extension" | "result" | "centreline";
  readonly isClosed: boolean;
}

/** What a check's drawing shows, true in proportion; small errors are drawn `exaggeration` times as large, and say so. */
export interface MountScene {
  readonly shapes: readonly MountShape[];
  /** Tools to their true outline. One that is only assumed, or that it is compared with, is drawn faint. */
  readonly figures: readonly { readonly tool: ToolBodies; readonly isFaint: boolean }[];
  /** Dial indicators: where the ball rests, which way the stem leads, and where the hand stands as a share of a turn. */
  readonly dials: readonly { readonly at: Point; readonly away: Point; readonly hand: number | undefined }[];
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
  readonly tool: Tool;
}

/** Diameter of a tool's bar or of itself, or the width of its shank. */
export const thicknessOfTool = (tool: Tool): number =>
  "bar" in tool
    ? tool.bar
    : "diameter" in tool && !("shank" in tool)
      ? tool.diameter
      : "shank" in tool
        ? tool.shank
        : 0;

/** A tool as far as a box reaches: what lies beyond is cut off at it. */
const within = (tool: ToolBodies, box: ReturnType<typeof extent>): ToolBodies => {
  const cut = (points: Polygon) =>
    points.map(({ z, x }) =>
      point(Math.min(Math.max(z, box.zMin), box.zMax), Math.min(Math.max(x, box.xMin), box.xMax)),
    );
  const isInside = ({ z, x }: Point) => z >= box.zMin && z <= box.zMax && x >= box.xMin && x <= box.xMax;
  return {
    ...tool,
    holder: tool.holder.map(cut),
    clampedIn: tool.clampedIn.map(cut),
    lines: tool.lines.filter((line) => line.every(isInside)),
  };
};

/** A hand goes once round for so many millimetres, as on an indicator that reads to a hundredth. */
const TURN = 1;

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

/** A tool in its seat, to scale, lying to the right of it, and where its tip goes under the cut. */
function overhangScene({ given, found, tool }: MountSituation): MountScene {
  const bar = given.bar ?? thicknessOfTool(tool);
  const out = given.overhang ?? tool.overhang;
  const deflection = found?.deflection ?? 0;
  const exaggeration = exaggerate(deflection, bar, 0.7);
  const plain = toolOutline({
    ...tool,
    overhang: out,
    ...("bar" in tool ? { bar } : "shank" in tool ? { shank: bar } : { diameter: bar }),
  } as Tool);
  const family = familyOf(tool);
  const isUpright = family === "outside" || family === "cross";
  // Its point to the right, its seat on the left: a shank is laid down, a bar is seen from the other side.
  const laid = plain && (isUpright ? turned(plain, 90) : { ...turned(plain, 180) });
  const placed = laid && carried(laid, point(out, 0));
  const seat = laid ? laid.seat.x : 0;
  const box = { zMin: -out * 0.45, zMax: out * 2, xMin: -10 * bar, xMax: 10 * bar };
  const figure = placed && within(placed, box);
  const top = seat + bar * 1.25;
  const bent = Array.from({ length: 25 }, (_, index) => {
    // Shape of a cantilever under a load at its tip: (3s² − s³)/2 of the tip's deflection.
    const s = index / 24;
    return point(out * s, seat - deflection * exaggeration * ((3 * s * s - s ** 3) / 2));
  });
  return {
    figures: figure ? [{ tool: figure, isFaint: false }] : [],
    dials: [],
    shapes: [
      line(point(0, top), point(out, top), "dimension"),
      line(point(0, seat + bar * 0.85), point(0, top + bar * 0.08), "extension"),
      line(point(out, bar * 0.1), point(out, top + bar * 0.08), "extension"),
      // Beside the seat, where no leader crosses the bar.
      line(point(-out * 0.56, seat - bar / 2), point(-out * 0.56, seat + bar / 2), "dimension"),
      ...[-bar / 2, bar / 2].map((edge) =>
        line(point(-out * 0.45, seat + edge), point(-out * 0.6, seat + edge), "extension"),
      ),
      { points: bent, as: "result", isClosed: false },
    ],
    circles: [],
    anchors: { overhang: point(out * 0.5, top), bar: point(-out * 0.56, seat) },
    exaggeration,
  };
}

/** A tool from the right as it is seen along the spindle, its rake on top, its point at the origin. */
function fromTheRight(tool: Tool, long: number): ToolBodies {
  const own = endOn(tool, long);
  const lay = ({ z, x }: Point) => point(x, -z);
  return {
    cutting: own.cutting.map(lay),
    holder: own.holder.map((polygon) => polygon.map(lay)),
    clampedIn: [],
    lines: own.lines.map((points) => points.map(lay)),
    mark: undefined,
  };
}

/** The part seen along the spindle: the new tip beside it against a known one, the indicator on it, and the nib that stays. */
function centreHeightScene({ given, tool }: MountSituation): MountScene {
  const smallest = given.smallest ?? 6;
  const skimmed = Math.max(given.skimmed ?? 30, smallest);
  const h = given.height ?? 0;
  const exaggeration = exaggerate(h, skimmed, 0.12);
  const at = h * exaggeration;
  const long = skimmed * 0.8;
  const box = { zMin: -long, zMax: long, xMin: -4 * skimmed, xMax: 4 * skimmed };
  const own = within(fromTheRight(tool, long), box);
  const beside = skimmed / 2 + skimmed * 0.04;
  return {
    figures: [
      ...(at === 0 ? [] : [{ tool: carried(own, point(beside, 0)), isFaint: true }]),
      { tool: carried(own, point(beside, at)), isFaint: given.height === undefined },
    ],
    dials: [
      {
        at: point(beside + skimmed * 0.07, at),
        away: point(0, 1),
        hand: given.height === undefined ? undefined : h / TURN,
      },
    ],
    shapes: [
      line(point(-skimmed * 0.62, 0), point(skimmed * 1.45, 0), "centreline"),
      line(point(0, -skimmed * 0.62), point(0, skimmed * 0.62), "centreline"),
      line(point(skimmed * 1.42, 0), point(skimmed * 1.42, at), "dimension"),
    ],
    circles: [
      { centre: point(0, 0), radius: skimmed / 2, as: "part" },
      { centre: point(0, 0), radius: smallest / 2, as: "dimension" },
      { centre: point(0, 0), radius: Math.abs(at), as: "result" },
    ],
    anchors: {
      height: point(beside + skimmed * 0.02, at),
      smallest: point(-smallest / 2, smallest * 0.35),
      skimmed: point(-skimmed * 0.36, -skimmed * 0.36),
    },
    exaggeration,
  };
}

/** A blade in its holder above the bar, turned by the slope, an indicator at both ends of what is run along. */
function squarenessScene({ given, found, tool }: MountSituation): MountScene {
  const run = given.run ?? Math.max(8, "depth" in tool ? tool.depth * 0.8 : 25);
  const slope = found?.slope ?? 0;
  const exaggeration = exaggerate(slope * run, run, 0.18);
  const tilt = slope * exaggeration;
  const on = (along: number, across: number) => point(across + along * tilt, along);
  const plain = toolOutline(tool);
  const leaning = plain && turned(plain, (-Math.atan(tilt) * 180) / Math.PI);
  const top = run * 1.9;
  const wide = plain ? extent(plain.cutting).zMax : run * 0.2;
  const figure = leaning && within(leaning, { zMin: -3 * run, zMax: 3 * run, xMin: -run, xMax: top });
  const hand = (name: string) => (given[name] === undefined ? undefined : given[name] / TURN);
  return {
    figures: figure ? [{ tool: figure, isFaint: false }] : [],
    dials: [
      { at: on(run * 1.0, 0), away: point(-1, 0), hand: hand("near") },
      { at: on(run * 0.06, 0), away: point(-1, 0), hand: hand("far") },
    ],
    shapes: [
      closed(rectangle(-run * 1.2, -run * 0.8, run * 1.2, -run * 0.15), "part"),
      line(point(0, -run * 0.15), point(0, run * 1.7), "centreline"),
      line(on(run * 0.06, wide + run * 0.28), on(run, wide + run * 0.28), "dimension"),
      ...[0.06, 1].map((share) => line(on(run * share, wide), on(run * share, wide + run * 0.34), "extension")),
    ],
    circles: [],
    anchors: {
      near: on(run, -run * 0.1),
      far: on(run * 0.06, -run * 0.1),
      run: on(run * 0.5, wide + run * 0.28),
      depth: point(-run * 0.3, -run * 0.15),
    },
    exaggeration,
  };
}

/** The holder's bore seen along the spindle with its graduation, its centre off by what the readings say, the indicator's ball in it. */
function sweepScene({ found, tool }: MountSituation): MountScene {
  const radius = Math.max(thicknessOfTool(tool), 8) / 2;
  const off = found?.off ?? 0;
  const exaggeration = exaggerate(off, radius, 0.3);
  const centre = point((found?.offY ?? 0) * exaggeration, (found?.offX ?? 0) * exaggeration);
  const clock = (degrees: number, out = radius) => {
    // Angles count from X plus (up) towards Y plus (right).
    const at = (degrees * Math.PI) / 180;
    return point(out * Math.sin(at), out * Math.cos(at));
  };
  return {
    figures: [],
    dials: [],
    shapes: [
      line(point(-radius * 1.5, 0), point(radius * 1.5, 0), "centreline"),
      line(point(0, -radius * 1.5), point(0, radius * 1.5), "centreline"),
      ...Array.from({ length: 24 }, (_, index) =>
        line(clock(index * 15, radius * 1.36), clock(index * 15, radius * (index % 3 === 0 ? 1.5 : 1.42)), "extension"),
      ),
      line(point(0, 0), clock(0, radius * 0.9), "centreline"),
      line(point(0, 0), centre, "result"),
    ],
    circles: [
      { centre, radius: radius * 1.3, as: "machine" },
      { centre, radius, as: "part" },
      { centre: clock(0, radius * 0.94), radius: radius * 0.06, as: "tool" },
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
    figures: [],
    dials: [],
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
    figures: [],
    dials: [],
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
