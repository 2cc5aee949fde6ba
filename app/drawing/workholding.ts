import {
  BEYOND_THE_SHEET,
  circle,
  circleLine,
  mirrored,
  type Point,
  type Polygon,
  point,
} from "../../core/outline/index.ts";

/** How a bar is held, lengths in millimetres. */
interface Held {
  readonly kind: "chuck" | "guide-bush" | "collet";
  /** Z of the front of jaws, bush or collet. */
  readonly jaws: number;
  readonly barDiameter: number;
  readonly chuckDiameter: number;
}

/** What holds the bar, seen from above: bodies, and the lines on them. X as a true distance. */
export interface DrawnHolding {
  readonly bodies: readonly Polygon[];
  readonly lines: readonly (readonly Point[])[];
}

/** How long a jaw is, and how far back bush, collet and chuck are drawn. */
const JAW = 30;
const BACK = 120;

/** The shape that closes round the bar: stepped jaws in front of a chuck's body, or the cone of a guide bush or collet. */
export function workholding(held: Held): DrawnHolding {
  const upper = held.kind === "chuck" ? chuck(held) : bush(held);
  return {
    bodies: [...upper.bodies, ...upper.bodies.map(mirrored)],
    lines: [...upper.lines, ...upper.lines.map((line) => line.map(({ z, x }) => point(z, -x)))],
  };
}

function chuck({ jaws, barDiameter, chuckDiameter }: Held): DrawnHolding {
  const radius = barDiameter / 2;
  const high = Math.max(6, chuckDiameter * 0.14);
  const outside = Math.max(chuckDiameter / 2, radius + high);
  const face = jaws - JAW;
  const jaw: Polygon = [
    point(face, radius),
    point(jaws, radius),
    point(jaws, radius + high * 0.4),
    point(jaws - JAW * 0.3, radius + high * 0.4),
    point(jaws - JAW * 0.3, radius + high * 0.72),
    point(jaws - JAW * 0.62, radius + high * 0.72),
    point(jaws - JAW * 0.62, radius + high),
    point(face, radius + high),
  ];
  const edge = Math.min(4, outside * 0.05);
  const body: Polygon = [
    point(jaws - BACK, radius),
    point(face, radius),
    point(face, outside - edge),
    point(face - edge, outside),
    point(jaws - BACK, outside),
  ];
  return {
    bodies: [headstock(jaws - BACK, outside, radius), body, jaw],
    lines: [
      circleLine(point(jaws - JAW * 0.8, radius + high * 0.5), Math.min(3.5, high * 0.22)),
      // The master jaw in its slot.
      [point(face, radius + high), point(face - 7, radius + high), point(face - 7, radius * 0.55)],
    ],
  };
}

function bush({ kind, jaws, barDiameter, chuckDiameter }: Held): DrawnHolding {
  const radius = barDiameter / 2;
  const wall = Math.max(5, barDiameter * 0.35);
  const nose: Polygon = [
    point(jaws, radius),
    point(jaws, radius + wall * 0.45),
    point(jaws - wall, radius + wall),
    point(jaws - BACK, radius + wall),
    point(jaws - BACK, radius),
  ];
  const slit = [point(jaws, radius + wall * 0.2), point(jaws - wall * 3, radius + wall * 0.2)];
  if (kind === "collet") return { bodies: [nose], lines: [slit] };
  const outside = Math.max(chuckDiameter / 2, radius + wall * 2);
  const front = jaws - wall * 2;
  const edge = Math.min(3, wall * 0.4);
  const body: Polygon = [
    point(jaws - BACK, radius + wall),
    point(front, radius + wall),
    point(front, outside - edge),
    point(front - edge, outside),
    point(jaws - BACK, outside),
  ];
  // The land that guides the bar, behind its relief.
  const land = [point(jaws - wall * 1.6, radius), point(jaws - wall * 1.6, radius + wall * 0.2)];
  return { bodies: [headstock(jaws - BACK, outside, radius), body, nose], lines: [slit, land] };
}

/** The spindle's flange and the headstock's wall behind what it carries. */
function headstock(back: number, outside: number, radius: number): Polygon {
  const [flange, wall] = [outside * 0.82, outside * 1.18];
  return [
    point(back, radius),
    point(back, flange),
    point(back - FLANGE, flange),
    point(back - FLANGE, wall),
    point(back - BEYOND_THE_SHEET, wall),
    point(back - BEYOND_THE_SHEET, radius),
  ];
}
const FLANGE = 14;

/** What holds the bar, seen along the spindle: `z` of every point across, `x` up, the spindle's axis at the origin. */
export function workholdingFront({ kind, barDiameter, chuckDiameter }: Omit<Held, "jaws">): DrawnHolding {
  const bar = barDiameter / 2;
  const outside = Math.max(chuckDiameter / 2, bar * 1.35 + 4);
  const face = circle(point(0, 0), outside, 72);
  const at = (radius: number, across: number, turn: number) =>
    point(radius * Math.cos(turn) - across * Math.sin(turn), radius * Math.sin(turn) + across * Math.cos(turn));
  const thirds = [Math.PI / 6, (Math.PI * 5) / 6, (Math.PI * 3) / 2];
  if (kind !== "chuck")
    return {
      bodies: [face, circle(point(0, 0), Math.min(outside * 0.9, bar * 1.35 + 3), 72)],
      lines: thirds.map((turn) => [at(bar, 0, turn), at(Math.min(outside * 0.9, bar * 1.35 + 3), 0, turn)]),
    };
  const wide = Math.min(outside * 0.17, Math.max(bar * 0.8, 4));
  const end = Math.max(outside * 0.93, bar + 4);
  const step = bar + (end - bar) * 0.35;
  return {
    bodies: [
      face,
      ...thirds.map((turn) => [
        at(bar, -wide * 0.55, turn),
        at(step, -wide, turn),
        at(end, -wide, turn),
        at(end, wide, turn),
        at(step, wide, turn),
        at(bar, wide * 0.55, turn),
      ]),
    ],
    lines: thirds.flatMap((turn) => [
      [at(step, -wide, turn), at(step, wide, turn)],
      [at(step + (end - step) * 0.5, -wide, turn), at(step + (end - step) * 0.5, wide, turn)],
    ]),
  };
}
