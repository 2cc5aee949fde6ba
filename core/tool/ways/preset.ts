import { isOnAxisOfSpindle } from "./offered.ts";
import type { WayOfTouching } from "./way.ts";

/** The tool is called with its setting and a retreat, and jogged in from there. */
export const preset: WayOfTouching = {
  name: () => "Call, then jog in",
  words: "called and jogged in",
  readFrom: "paper or shim",
  seconds: 60,
  gauge: () => "paper",
  isOffered: (tool, axis, { machine: { school } }) =>
    axis !== "y" &&
    (school === "jog-from-preset" || school === "fixed-overhang") &&
    !(axis === "x" && isOnAxisOfSpindle(tool)),
  canTeach: false,
  method: "preset",
  against: "surface",
  fields: () => ["old", "retreat", "jog", "spacer", "commanded", "size"],
  captions: {
    spacer: { caption: "paper not jogged through", spoken: "paper not jogged through" },
    commanded: { caption: "called to", spoken: "called to" },
  },
  size: "known",
  spacers: ["paper", "shim"],
  position: () => "paper",
  isFelt: true,
  isHandSlid: false,
  isFound: true,
  meets: ["paper", "shim"],
  instruction: () =>
    "Call it with its retreat, feed override at zero. Wheel in until the paper drags; going on by its thickness leaves 0 to count.",
  caution: "First call: feed override at zero, finger on feed hold.",
};
