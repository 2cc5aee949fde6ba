import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import { MOST_POINTS, normalOf, type ProfilePoints } from "../../core/nose/index.ts";
import type { Point } from "../../core/outline/index.ts";
import { chordsOfArc, motionsInPart, programMachine, programMotions } from "../../core/program/index.ts";

/** The last unbroken stretch of cuts that a program makes with an offset: the contour that it finishes. */
export function contourOf(setup: SetupView, program: string, tool: ToolView): ProfilePoints {
  const { motions: written } = programMotions(program, programMachine(setup.machine));
  const motions = motionsInPart(written, setup.machine);
  let [best, stretch]: [(readonly [number, number])[], (readonly [number, number])[]] = [[], []];
  let [x, z] = [Number.NaN, Number.NaN];
  for (const motion of motions) {
    const to = { x: Number.isNaN(motion.x) ? x : motion.x, z: Number.isNaN(motion.z) ? z : motion.z };
    if (motion.modes.offset === tool.offset && motion.kind === "feed" && !Number.isNaN(x) && !Number.isNaN(z)) {
      if (stretch.length === 0) stretch = [[x, z]];
      for (const at of motion.arc ? chordsOfArc({ x, z }, to, motion.arc) : [to]) stretch.push([at.x, at.z]);
      if (stretch.length >= best.length) best = stretch;
    } else stretch = [];
    [x, z] = [to.x, to.z];
  }
  return best.slice(0, MOST_POINTS);
}

/** A profile with what stands proud of it or was cut too deep, drawn larger than it is. */
export interface NoseProfile {
  readonly profile: readonly Point[];
  /** One stretch for each element that has a deviation. */
  readonly deviations: readonly {
    readonly index: number;
    readonly outline: readonly Point[];
    readonly isProud: boolean;
  }[];
  readonly box: { readonly zMin: number; readonly zMax: number; readonly xMin: number; readonly xMax: number };
}

/** The drawing of a profile: true distances, deviations along their normals times `exaggerated`. */
export function noseProfile(
  points: ProfilePoints,
  side: "outside" | "bore",
  elements: readonly { readonly index: number; readonly deviation: number }[],
  exaggerated: number,
): NoseProfile {
  const profile = points.map(([x, z]): Point => ({ z, x: x / 2 }));
  const deviations = elements.flatMap(({ index, deviation }) => {
    const [a, b] = [profile[index], profile[index + 1]];
    if (!a || !b || deviation === 0) return [];
    const normal = normalOf(b.z - a.z, b.x - a.x, side);
    if (!normal) return [];
    const off = (at: Point): Point => ({
      z: at.z + normal.z * deviation * exaggerated,
      x: at.x + normal.x * deviation * exaggerated,
    });
    return [{ index, outline: [a, b, off(b), off(a)], isProud: deviation > 0 }];
  });
  const all = [...profile, ...deviations.flatMap(({ outline }) => outline)];
  const [zs, xs] = [all.map(({ z }) => z), all.map(({ x }) => x)];
  const around = Math.max(Math.max(...zs) - Math.min(...zs), Math.max(...xs) - Math.min(...xs), 1) * 0.08;
  return {
    profile,
    deviations,
    box: {
      zMin: Math.min(...zs) - around,
      zMax: Math.max(...zs) + around,
      xMin: Math.min(...xs) - around,
      xMax: Math.max(...xs) + around,
    },
  };
}

/** Times by which deviations are drawn larger, so that the largest is seen: a tenth of the profile's size. */
export function exaggeration(points: ProfilePoints, largest: number): number {
  const zs = points.map(([, z]) => z);
  const xs = points.map(([x]) => x / 2);
  const span = Math.max(Math.max(...zs) - Math.min(...zs), Math.max(...xs) - Math.min(...xs));
  if (largest === 0 || span === 0) return 1;
  const wanted = (span * 0.1) / Math.abs(largest);
  return [50, 20, 10, 5, 2].find((times) => times <= wanted) ?? 1;
}
