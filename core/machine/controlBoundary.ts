import { convertLength } from "../units/index.ts";
import type { Axis } from "./axis.ts";
import type { MachineProfile } from "./machineProfile.ts";
import { ONLY_ZONE, type Zone } from "./zone.ts";

declare const frame: unique symbol;

/**
 * Whose number it is. `readout`: a position, or a way, on the machine's own display. `program`: a coordinate as programs
 * write it and the position display shows it. `tool-offset` and `work-offset`: what the control stores. `drawing`: a
 * length or a diameter as the drawing has it, above 0. `distance`: how far apart, without a sign. `size`: how large, and
 * what is said of the part in words ("0.25 of stock in front of the face").
 */
export type Frame = "readout" | "program" | "tool-offset" | "work-offset" | "drawing" | "distance" | "size";

/** Frames in which a control shows or stores numbers: they depend on the machine, the axis and the zone. */
export type Crossing = Extract<Frame, "readout" | "program" | "tool-offset" | "work-offset">;

/**
 * A number as it stands in one frame, in that frame's own unit and sign. A plain number is not one: it becomes one by
 * {@link toControl}, {@link toDrawing}, or by {@link shownAs} where a person or a file says it.
 */
export type Shown<Of extends Frame> = number & { readonly [frame]: Of };

/**
 * Declares whose number this is: read off a control, a drawing or a gauge, typed by a person, or held by a file. The
 * number keeps its unit, that of its frame.
 */
export const shownAs = <const Of extends Frame>(_frame: Of, number: number): Shown<Of> => number as Shown<Of>;

/** What of a machine the boundary needs; a zone's own signs replace the machine's. */
type Boundary = Pick<MachineProfile, "units" | "xShown" | "storedSign"> & Partial<Pick<MachineProfile, "zones">>;
type ZoneSigns = Pick<Zone, "motionSign" | "programSign" | "storedSign">;

/** The zone whose frame work offsets are kept in: the first that works the main spindle's part. */
export function mainZone({ zones }: Pick<Boundary, "zones">): Zone {
  return zones?.find(({ works }) => works === "main") ?? zones?.[0] ?? ONLY_ZONE;
}

/** Factor from a core length (mm, X diameter) to what this control shows, apart from the unit. */
function factor(machine: Boundary, axis: Axis, crossing: Crossing, zone: ZoneSigns): number {
  const radius = axis === "x" && machine.xShown === "radius" ? 0.5 : 1;
  switch (crossing) {
    case "readout":
      return radius * (zone.motionSign?.[axis] ?? 1);
    case "work-offset":
      return radius * (mainZone(machine).motionSign?.[axis] ?? 1);
    case "program":
      return radius * (zone.programSign?.[axis] ?? 1);
    case "tool-offset":
      return radius * (zone.storedSign?.[axis] ?? machine.storedSign[axis] ?? 1);
  }
}

/**
 * A core length (millimetres, X as a diameter, signed as in the equation) as this control shows or stores it: its unit,
 * its sign, X as diameter or radius. Not rounded; rounding happens once, where the number is written. A work offset is
 * one number for all zones: its core length is that of the main spindle's frame ({@link workInZone} for another's).
 *
 * @example an inch control that stores X as a radius with the opposite sign: toControl(m, "x", -50.8, "tool-offset", zone) === 1
 */
export function toControl<Of extends Crossing>(
  machine: Boundary,
  axis: Axis,
  millimetres: number,
  crossing: Of,
  zone: ZoneSigns,
): Shown<Of> {
  return shownAs(crossing, convertLength(millimetres, "mm", machine.units) * factor(machine, axis, crossing, zone));
}

/** The inverse of {@link toControl}: what the control shows, as a core length in millimetres. */
export function fromControl<Of extends Crossing>(
  machine: Boundary,
  axis: Axis,
  shown: Shown<Of>,
  crossing: Of,
  zone: ZoneSigns,
): number {
  return convertLength(shown, machine.units, "mm") / factor(machine, axis, crossing, zone);
}

/** A work offset as the control holds it. From millimetres to the control's unit. */
export const workToControl = (machine: Boundary, axis: Axis, millimetres: number): Shown<"work-offset"> =>
  toControl(machine, axis, millimetres, "work-offset", mainZone(machine));

/** The inverse of {@link workToControl}. */
export const workFromControl = (machine: Boundary, axis: Axis, shown: Shown<"work-offset">): number =>
  fromControl(machine, axis, shown, "work-offset", mainZone(machine));

/**
 * What the same stored work offset does in the frame of a zone: −1 times as much where the zone's readout runs the other
 * way than the main spindle's. Its own inverse.
 *
 * @example headstock Z with motionSign −1, back block with +1: G54 Z of 10 in the main frame is −10 for a back tool
 */
export function workInZone(machine: Boundary, axis: Axis, millimetres: number, zone: ZoneSigns): number {
  const sign = (mainZone(machine).motionSign?.[axis] ?? 1) * (zone.motionSign?.[axis] ?? 1);
  return sign < 0 ? -millimetres : millimetres;
}

/**
 * Travel of an axis in a zone's frame, lowest first. The profile holds it as the readout shows it, X as a diameter,
 * mm. Undefined where the profile has no travel for the axis.
 */
export function travelInZone(
  { travel }: Pick<MachineProfile, "travel">,
  axis: Axis,
  zone: ZoneSigns,
): readonly [number, number] | undefined {
  const [from, to] = travel[axis] ?? [];
  if (from === undefined || to === undefined) return undefined;
  const ends = (zone.motionSign?.[axis] ?? 1) < 0 ? ([-to, -from] as const) : ([from, to] as const);
  return [Math.min(...ends), Math.max(...ends)];
}

/** True where the stored geometry grows while the readout falls: the control stores it "with the other sign". */
export function storesOpposite(machine: Boundary, axis: Axis, zone: ZoneSigns): boolean {
  return factor(machine, axis, "tool-offset", zone) * factor(machine, axis, "readout", zone) < 0;
}

/** Which way of the part's frame the readout counts up: −1 where it falls while the tool moves to plus of the part. */
export const readoutSense = (zone: Pick<Zone, "motionSign">, axis: Axis): 1 | -1 =>
  (zone.motionSign?.[axis] ?? 1) < 0 ? -1 : 1;

/** Which way of the part's frame programs count up. */
export const programSense = (zone: Pick<Zone, "programSign">, axis: Axis): 1 | -1 =>
  (zone.programSign?.[axis] ?? 1) < 0 ? -1 : 1;

/**
 * A coordinate of the part (millimetres, X as a diameter) as the drawing has it: a diameter, or a length from the face,
 * both above 0. A length grows as its coordinate falls. Differences cross the same way.
 *
 * @example a shoulder at Z −6 is 6 long on the drawing; measured 5.936 it stands at Z −5.936
 */
export const toDrawing = (axis: Axis, millimetres: number): Shown<"drawing"> =>
  shownAs("drawing", axis === "z" ? 0 - millimetres : millimetres);

/** The inverse of {@link toDrawing}. */
export const fromDrawing = (axis: Axis, drawn: Shown<"drawing">): number => (axis === "z" ? 0 - drawn : drawn);
