import type { MachineProfile } from "../machine/index.ts";

/** How a turret stands: its axis at machine X 0 and its seats, true distances. */
export type Turret = NonNullable<MachineProfile["turret"]>;

/**
 * A tool on a turret as what swings round: how far it reaches from the turret's axis, half its thickness across, and where
 * it lies along Z measured from its programmed point. A tool along the spindle (a drill, a bar) is `isAlong`: a cylinder at
 * that reach, not a spoke up to it. Millimetres, true distances.
 */
export interface SwingTool {
  readonly offset: string;
  /** Place on the turret, counted round. */
  readonly place: number;
  /** Machine position at which its point stands on the part's zero, X as a diameter. */
  readonly truly: { readonly x: number; readonly z: number };
  readonly isAlong: boolean;
  readonly halfWidth: number;
  readonly zFrom: number;
  readonly zTo: number;
}

/** A thing that turns with the spindle or stands on its axis: a cylinder along Z. */
export interface Obstacle {
  readonly name: string;
  readonly radius: number;
  readonly zFrom: number;
  readonly zTo: number;
}

/** Slides as the machine stands, X as a diameter. */
export interface Slides {
  readonly x: number;
  readonly z: number;
}

/** How far a tool's point lies from the turret's axis. */
export const reachOf = (turret: Turret, tool: Pick<SwingTool, "truly">): number => turret.axisAtZero + tool.truly.x / 2;

/**
 * Room between a tool somewhere on the turret and an obstacle while the station `working` stands at the part; negative
 * by how deep they are in each other. Seen along the spindle the tool is a spoke (or the end of one), its neighbours
 * turned away by whole steps of the turret. Millimetres.
 */
export function neighbourRoom(
  turret: Turret,
  stations: number,
  tool: SwingTool,
  working: number,
  slides: Slides,
  obstacle: Obstacle,
): number {
  const angle = (2 * Math.PI * (tool.place - working)) / stations;
  const centre = turret.axisAtZero + slides.x / 2;
  const reach = reachOf(turret, tool);
  const far = distanceToTool(turret, tool, centre, angle, reach);
  return roomBetween(far - obstacle.radius, along(tool, slides, obstacle));
}

/** Room between a tool and an obstacle while the turret turns past: at the nearest of all angles. */
export function swingRoom(turret: Turret, tool: SwingTool, slides: Slides, obstacle: Obstacle): number {
  const centre = turret.axisAtZero + slides.x / 2;
  const corner = Math.hypot(reachOf(turret, tool), tool.halfWidth);
  const outermost = tool.isAlong ? reachOf(turret, tool) + tool.halfWidth : corner;
  return roomBetween(centre - outermost - obstacle.radius, along(tool, slides, obstacle));
}

/** Distance of the spindle's axis from a tool at an angle, seen along it: a round end, or a spoke with square corners. */
function distanceToTool(turret: Turret, tool: SwingTool, centre: number, angle: number, reach: number): number {
  // The spindle's axis seen from the turret's: so far along the spoke, so far beside it.
  const [on, beside] = [centre * Math.cos(angle), Math.abs(centre * Math.sin(angle))];
  if (tool.isAlong) return Math.hypot(on - reach, beside) - tool.halfWidth;
  const past = Math.max(Math.min(turret.seatRadius, reach) - on, on - reach);
  const aside = beside - tool.halfWidth;
  if (past < 0 && aside < 0) return Math.max(past, aside);
  return Math.hypot(Math.max(past, 0), Math.max(aside, 0));
}

/** Room along Z; negative by how much they overlap. */
function along(tool: SwingTool, slides: Slides, obstacle: Obstacle): number {
  const at = slides.z - tool.truly.z;
  return Math.max(at + tool.zFrom - obstacle.zTo, obstacle.zFrom - (at + tool.zTo));
}

/** Two things are apart by the corner between them, and in each other by what is least to get them apart. */
function roomBetween(radial: number, axial: number): number {
  if (radial < 0 && axial < 0) return Math.max(radial, axial);
  return Math.hypot(Math.max(radial, 0), Math.max(axial, 0));
}

/** Slide positions from which the turret may turn with a margin: by X alone, and by Z alone. */
export interface SafeIndex {
  readonly x: number;
  readonly z: number;
}

/**
 * Nearest places for an index from where the slides stand: X far enough out with Z as it is, or Z far enough away with X
 * as it is. Every tool on the turret counts, since any may come past.
 */
export function safeIndex(
  turret: Turret,
  tools: readonly SwingTool[],
  obstacles: readonly Obstacle[],
  margin: number,
  slides: Slides,
): SafeIndex {
  let [x, z] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const tool of tools)
    for (const obstacle of obstacles) {
      const corner = Math.hypot(reachOf(turret, tool), tool.halfWidth);
      const outermost = tool.isAlong ? reachOf(turret, tool) + tool.halfWidth : corner;
      const clearX = 2 * (outermost + obstacle.radius + margin - turret.axisAtZero);
      const clearZ = obstacle.zTo + margin - tool.zFrom + tool.truly.z;
      const passesX = slides.x >= clearX;
      const passesZ = along(tool, slides, obstacle) >= margin;
      if (!passesZ) x = Math.max(x, clearX);
      if (!passesX) z = Math.max(z, clearZ);
    }
  return { x, z };
}

/** A bar and the hole that it works in, millimetres. */
interface BoreCheck {
  /** Diameter that the bar with its insert takes up, at least. */
  readonly needs: number;
  readonly hole: number;
  /** How deep the program leads its tip behind the face. */
  readonly depth: number;
  /** How far the bar stands out of its holder. */
  readonly overhang: number;
}

/** Room of a bar in its hole on the diameter, and between its holder and the face at the deepest place. */
export const boreRoom = ({ needs, hole, depth, overhang }: BoreCheck) => ({
  across: hole - needs,
  along: overhang - depth,
});
