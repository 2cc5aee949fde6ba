import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";

interface PinExposure {
  /** How far the pin must stand out of the face that it is pressed into. */
  readonly exposed: number;
  /** How deep it then sits in its seat. */
  readonly seated: number;
}

/** Share of a pin's length that must sit in its seat so that it does not work loose. */
const SEATED_SHARE = 0.4;

/**
 * Exposed length of a dowel pin in front of a stepped turret face: what the holder needs plus the height of the step
 * between the pin's seat and the face that the holder stands on (docs/MATHEMATICS.md, Mounting). Never below the holder's need.
 *
 * Refuses a pin that would then sit too shallow (`too-short`). Lengths in one unit.
 *
 * @example the holder needs 8, the seat lies 3 deeper, pin 24 long: 11 exposed, 13 seated
 */
export function pinExposure(
  needed: number,
  step: number,
  pinLength: number,
): Answer<PinExposure, Refusal<"too-short">> {
  const exposed = needed + Math.max(0, step);
  const seated = pinLength - exposed;
  if (seated < pinLength * SEATED_SHARE)
    return refused({
      code: "too-short",
      message: "This pin would sit too shallow and work loose. Take a longer one.",
    });
  return accepted({ exposed, seated });
}
