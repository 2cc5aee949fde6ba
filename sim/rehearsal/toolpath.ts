import { compensatedWay, type TipPlace } from "../../core/nose/index.ts";
import { chordsOfArc, type ProgramMotion } from "../../core/program/index.ts";
import type { StagedOffset } from "./stage.ts";

/** One move as the tip makes it: straight pieces one after the other, where the control leads it. X as diameters. */
export interface Leg {
  readonly motion: ProgramMotion;
  readonly places: readonly TipPlace[];
}

/**
 * Turns a program's motions into ways of the tip: arcs as chords, places that are not named taken over from the one
 * before, nose compensation carried out with what the control holds. A motion that is no way in the part has no places.
 */
export function toolpath(
  motions: readonly ProgramMotion[],
  offsetOf: (offset: string) => StagedOffset | undefined,
): readonly Leg[] {
  const legs: Leg[] = [];
  let at: TipPlace = { x: Number.NaN, z: Number.NaN };
  let group: { from: TipPlace; first: number } | undefined;
  const closeGroup = () => {
    if (group) compensate(legs, group.first, group.from, offsetOf);
    group = undefined;
  };
  for (const motion of motions) {
    const { kind, modes } = motion;
    const isWay = kind === "rapid" || kind === "feed" || kind === "thread";
    if (!isWay || modes.compensation === null) closeGroup();
    if (!isWay) {
      legs.push({ motion, places: [] });
      // After home or a change of offset the place in the part is another one.
      at = kind === "call" ? at : { x: Number.NaN, z: Number.NaN };
      continue;
    }
    const to = { x: Number.isNaN(motion.x) ? at.x : motion.x, z: Number.isNaN(motion.z) ? at.z : motion.z };
    const knowsWay = !Number.isNaN(at.x) && !Number.isNaN(at.z);
    // Led on from home: where it comes from is not known in the part, and does not matter to what follows.
    if (modes.compensation !== null && group === undefined && !Number.isNaN(to.x) && !Number.isNaN(to.z))
      group = { from: knowsWay ? at : to, first: legs.length };
    legs.push({ motion, places: motion.arc && knowsWay ? chordsOfArc(at, to, motion.arc) : [to] });
    at = to;
  }
  closeGroup();
  return legs;
}

/** Replaces the places of a compensated stretch by those that the control leads the tip to. */
function compensate(
  legs: Leg[],
  first: number,
  from: TipPlace,
  offsetOf: (offset: string) => StagedOffset | undefined,
): void {
  const stretch = legs.slice(first);
  const modes = stretch[0]?.motion.modes;
  const nose = offsetOf(modes?.offset ?? "")?.nose;
  if (!nose || nose.radius === 0) return;
  const side = modes?.compensation === "right" ? 1 : -1;
  const contour = stretch.flatMap(({ places }) => places);
  const way = compensatedWay(from, contour, { ...nose, side });
  let at = 0;
  for (const [index, leg] of stretch.entries()) {
    legs[first + index] = { motion: leg.motion, places: way.slice(at, at + leg.places.length) };
    at += leg.places.length;
  }
}
