import { isOnAxisOfSpindle } from "./offered.ts";
import type { WayOfTouching } from "./way.ts";

/** Lined up by eye: kept as such on record, and good only where nothing depends on it. */
export const eye: WayOfTouching = {
  name: () => "By eye",
  words: "by eye",
  readFrom: "",
  seconds: 30,
  gauge: () => "none",
  isOffered: (tool, axis) => axis === "z" || (axis === "x" && !isOnAxisOfSpindle(tool)),
  canTeach: true,
  method: "surface",
  against: "surface",
  fields: () => ["machine", "size"],
  size: "known",
  spacers: [],
  position: () => "eye",
  isFelt: true,
  isHandSlid: false,
  isFound: false,
  meets: ["bare"],
  instruction: () => "Line it up by eye. Good only where nothing depends on it; it is kept as such on record.",
};
