import type { MachineProfile } from "../../core/frame/index.ts";
import type { TouchedAxis, TouchWay } from "../../core/ledger/index.ts";

/** Ways to touch an outside turning tool, in the order of their keys 1, 2, 3. */
export const WAYS: readonly { readonly way: TouchWay; readonly name: string }[] = [
  { way: "skim", name: "Skim and measure" },
  { way: "paper", name: "Paper or shim" },
  { way: "block", name: "Block or pin" },
];

interface Wording {
  /** Short name of the size under its field. */
  readonly size: string;
  /** The size's name inside a screen reader's full name. */
  readonly sizeSpoken: string;
  readonly spacer: string;
  /** The line of the ladder. */
  readonly lessSize: string;
}

export function wording(axis: TouchedAxis, way: TouchWay): Wording {
  const spacer = way === "paper" ? "paper or shim, thickness" : "block or pin, size";
  if (axis === "z")
    return {
      size: "stock still to face",
      sizeSpoken: "stock still to be faced",
      spacer,
      lessSize: "less stock still to face",
    };
  if (way === "skim")
    return { size: "measured diameter", sizeSpoken: "measured diameter", spacer, lessSize: "less measured diameter" };
  return { size: "known diameter", sizeSpoken: "known diameter", spacer, lessSize: "less known diameter" };
}

/** How to make contact, in one sentence. */
export function instruction(axis: TouchedAxis, way: TouchWay): string {
  const told: Readonly<Record<TouchWay, Readonly<Record<TouchedAxis, string>>>> = {
    skim: {
      x: "Light cut on the outside, back off along Z only, spindle stopped, measure.",
      z: "Light facing cut, back off along X only. What is cut now is Z0, or this much in front of it.",
    },
    paper: {
      x: "Creep in until the paper drags, then grips. It counts twice on the diameter.",
      z: "Creep in until the paper drags, then grips. On Z it counts once.",
    },
    block: {
      x: "Block between tool and bar, on clean metal, until it just slides. It counts twice on the diameter.",
      z: "Block between tool and face, on clean metal, until it just slides. On Z it counts once.",
    },
  };
  return told[way][axis];
}

/** Which way the handwheel turns after contact, and what the other way would do. */
export function backOff(
  machine: Pick<MachineProfile, "xPlus" | "zPlus">,
  axis: TouchedAxis,
  way: TouchWay,
): { readonly first: string; readonly why: string } {
  if (axis === "x" && way === "skim")
    return { first: `Back off: Z plus only, ${machine.zPlus}.`, why: "X must not move until the diameter is in." };
  if (axis === "z" && way === "skim")
    return { first: `Back off: X plus only, ${machine.xPlus}.`, why: "Z must not move until the face is in." };
  if (axis === "x")
    return { first: `Back off: X plus, ${machine.xPlus}.`, why: "X minus would press the tip into the bar." };
  return { first: `Back off: Z plus, ${machine.zPlus}.`, why: "Z minus would press the tip into the face." };
}

/** The short caution of this moment. */
export function caution(way: TouchWay): string {
  return way === "skim"
    ? "Spindle stopped and in a safe mode before anybody measures."
    : "Spindle stopped, chuck key out, before a hand goes in.";
}
