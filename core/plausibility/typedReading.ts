import { mistyped, pointSlipped, readTypedNumber, swapped } from "./typedNumber.ts";

/** How a reading that was typed can have come from another one. */
export type ReadingSlip = "digits-swapped" | "decimal-slip-measured" | "sign-lost" | "digit-mistyped";

/**
 * The slip by which a typed reading would be the one that is shown: two neighbouring digits swapped, the point slipped, the sign lost, or
 * one digit wrong. Both in the control's unit and sign. Undefined where they agree to the last digit, where the text is no plain number, or
 * where no single slip leads from one to the other: then the axis has moved since. A whole step of the handwheel changes one digit too.
 */
export function slipOfReading(text: string, shown: number, resolution: number): ReadingSlip | undefined {
  const typed = readTypedNumber(text);
  const isShown = (value: number) => Math.abs(value - shown) < resolution / 2;
  if (!typed || isShown(typed.value)) return undefined;
  if (swapped(typed).some(isShown)) return "digits-swapped";
  if (isShown(-typed.value)) return "sign-lost";
  if (pointSlipped(typed, resolution).some(isShown)) return "decimal-slip-measured";
  return mistyped(typed).some(isShown) ? "digit-mistyped" : undefined;
}
