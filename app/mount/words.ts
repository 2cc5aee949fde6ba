import type { MountCheck } from "../../core/mount/index.ts";

export const CHECK_NAME: Readonly<Record<MountCheck, string>> = {
  overhang: "Overhang",
  "centre-height": "Centre height",
  squareness: "Squareness",
  sweep: "Sweep on centre",
  "radial-holder": "Radial holder",
  pin: "Dowel pin",
};

/** How the check is made, in a sentence or two. */
export const CHECK_HOW: Readonly<Record<MountCheck, string>> = {
  overhang: "As short as the cut allows: enough to clear and no more. A deeper bore wants a thicker bar.",
  "centre-height":
    "Compare the tip with a tool that is known to be right, by dial indicator. Creep up from below and lock without losing it.",
  squareness: "Run an indicator along the blade: two readings, a known way apart. Off at an angle it rubs and drifts.",
  sweep:
    "Indicator in the spindle, sweep the holder's bore or a pin in it. Sweep the holder, never the seat that it stands in: that need not be round.",
  "radial-holder":
    "Snug the bolt, run the indicator along a ground shaft in the holder, turn the screw that is marked until both readings agree, then tighten all.",
  pin: "Press the pin in with its thread-hole side outwards, so that it can be pulled again, and let it stand out by this much.",
};

export const CHECK_CAUTION: Readonly<Record<MountCheck, string>> = {
  overhang: "Both spanners with the same hand: when one slips, the other hand is not in front of the tool.",
  "centre-height": "Spindle stopped. Fresh edges are sharp: mind your fingers.",
  squareness: "Spindle stopped. Fresh edges are sharp: mind your fingers.",
  sweep: "Turn the spindle by hand, in a safe mode, with no key left in a chuck.",
  "radial-holder": "Spindle and live drive stopped; both spanners with the same hand.",
  pin: "Press, do not hammer: eye protection on.",
};

/** One result line: its name, and how the number is written. */
export interface ResultWords {
  readonly label: string;
  readonly as: "length" | "signed" | "degrees" | "ratio";
}

export const RESULT_WORDS: Readonly<Record<MountCheck, Readonly<Record<string, ResultWords>>>> = {
  overhang: {
    ratio: { label: "length over diameter", as: "ratio" },
    usual: { label: "this bar stands about", as: "ratio" },
    deflection: { label: "tip goes away under a light cut", as: "length" },
    longest: { label: "longest overhang for this bar", as: "length" },
    nextBar: { label: "bar that would stand it", as: "length" },
  },
  "centre-height": {
    uncalibrated: { label: "diameter too large, untouched", as: "signed" },
    left: { label: "left on it after the skim", as: "signed" },
    nib: { label: "nib on the face, diameter", as: "length" },
    correctionY: { label: "move in Y, where there is one", as: "signed" },
  },
  squareness: {
    degrees: { label: "off by", as: "degrees" },
    drift: { label: "drift at its depth", as: "signed" },
  },
  sweep: {
    offX: { label: "centre off in X", as: "signed" },
    offY: { label: "centre off in Y", as: "signed" },
    shiftX: { label: "add to X, on the diameter", as: "signed" },
    shiftY: { label: "add to Y", as: "signed" },
    outOfRound: { label: "out of round", as: "length" },
  },
  "radial-holder": {
    degrees: { label: "out of true by", as: "degrees" },
    travel: { label: "screw travels", as: "length" },
    turn: { label: "turn of the screw", as: "degrees" },
  },
  pin: {
    exposed: { label: "stands out", as: "length" },
    seated: { label: "sits in its seat", as: "length" },
  },
};
