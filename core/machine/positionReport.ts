import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { convertLength, formatMillimetres, roundToResolution, toControlText } from "../units/index.ts";
import { AXIS_NAME, type Axis } from "./axis.ts";
import { lastDigit, type MachineProfile } from "./machineProfile.ts";

/**
 * What a machine's position feed says at a moment. Positions are millimetres as the control shows them: its signs, X as a
 * diameter or a radius as it shows X. `none` carries no position that may be used.
 */
export interface PositionReport {
  readonly state: "live" | "stale" | "none";
  /** Which fault, where there is one. */
  readonly fault?: string;
  /** One sentence for the person at the machine: what is wrong and what to do; empty while all is well. */
  readonly words: string;
  readonly position: Readonly<Partial<Record<Axis, number>>>;
  /** When the position was asked for, milliseconds since 1970 on the server's clock; 0 where there is none. */
  readonly takenAt: number;
  /** How long ago that was when the report was sent, milliseconds. */
  readonly age: number;
}

/** Beyond the travel by more than this, a feed's position is not a position. Millimetres. */
const BEYOND_TRAVEL = 10;

/**
 * A feed's position as the text that a person would key from this machine's readout: its unit, its digits. Refuses what
 * cannot be used: no live position, no such axis, a position beyond the machine's travel (other units, another machine).
 *
 * @example an inch control whose feed says −7241.5368 mm: "-285.1000"
 */
export function readingOfFeed(
  machine: Pick<MachineProfile, "units" | "resolution" | "travel" | "xShown">,
  axis: Axis,
  report: PositionReport,
): Answer<string, Refusal<"no-position" | "absurd">> {
  const shown = report.position[axis];
  if (report.state !== "live" || shown === undefined)
    return refused({
      code: "no-position",
      message: report.words || `The feed has no position of ${AXIS_NAME[axis]}. Key the reading.`,
    });
  const [low, high] = machine.travel[axis] ?? [];
  const onDiameter = axis === "x" && machine.xShown === "radius" ? 2 * shown : shown;
  // A zone may turn the sign of an axis round: either way counts as inside.
  const reach = Math.max(Math.abs(low ?? 0), Math.abs(high ?? 0)) + BEYOND_TRAVEL;
  if (low !== undefined && Math.abs(onDiameter) > reach)
    return refused({
      code: "absurd",
      message: `The feed says ${AXIS_NAME[axis]} ${formatMillimetres(shown, machine.units)}, beyond this machine's travel. Other units, or another machine? Key the reading.`,
    });
  return accepted(toControlText(convertLength(shown, "mm", machine.units), lastDigit(machine, axis)));
}

/**
 * By how much the axis has moved since a reading was taken, in the machine's own unit and digits; undefined while it has
 * not moved by a whole digit, or where nothing is known.
 */
export function movedSince(
  machine: Pick<MachineProfile, "units" | "resolution">,
  axis: Axis,
  held: number | undefined,
  report: PositionReport | undefined,
): number | undefined {
  const now = report?.state === "live" ? report.position[axis] : undefined;
  if (held === undefined || now === undefined) return undefined;
  const digit = lastDigit(machine, axis);
  const by = roundToResolution(convertLength(now - held, "mm", machine.units), digit);
  return Math.abs(by) < digit / 2 ? undefined : by;
}
