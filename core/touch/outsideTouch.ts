import { machineReadout } from "../frame/index.ts";
import type { TouchedAxis, TouchWay } from "../ledger/index.ts";
import { solveTouch, type TouchResult } from "./touchEquation.ts";

/** A touch of an outside turning tool in millimetres, X as diameters. */
export interface OutsideTouch {
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly machine: number;
  /** X: the diameter at contact; Z: stock still in front of the finished face. */
  readonly size: number;
  /** Thickness of paper, shim, block or pin; 0 when cutting. */
  readonly spacer: number;
  /** Work offset that is active on this axis. */
  readonly work: number;
}

/**
 * Geometry offset from one touch of an outside turning tool, in millimetres. Wear counts as cleared: a tool that is
 * touched anew starts with wear 0, and what the control still holds there is cleared before the value is keyed.
 *
 * @example skimmed 51.482 at X −287.768: exact −339.250
 */
export function solveOutsideTouch(touch: OutsideTouch): TouchResult {
  return solveTouch({
    axis: touch.axis,
    method: {
      by: "surface",
      solveFor: "geometry",
      machine: machineReadout(touch.machine),
      surface:
        touch.axis === "x"
          ? { kind: "outside", diameter: touch.size }
          : { kind: "face", z: touch.size, stand: "front" },
      spacer: touch.way === "skim" ? 0 : touch.spacer,
      tool: { shape: "tip" },
    },
    geometry: 0,
    wear: 0,
    work: touch.work,
    storedSign: 1,
    // Rounded where it is written, to the machine's own digits; here only the exact value is used.
    resolution: 1e-6,
  });
}
