import { familyOf, isLive } from "../toolKind.ts";
import { isOnAxisOfSpindle } from "./offered.ts";
import type { WayOfTouching } from "./way.ts";

/** The tip just marks a size that is known, with nothing between. */
export const scratch: WayOfTouching = {
  name: (axis) => (axis === "x" ? "Scratch a known size" : "Bare touch"),
  words: "scratched on a known size",
  readFrom: "",
  seconds: 90,
  gauge: (_, tool) => (familyOf(tool) === "bore" ? "bore gauge" : "micrometer"),
  isOffered: (tool, axis) => axis === "z" || (axis === "x" && !isOnAxisOfSpindle(tool)),
  canTeach: true,
  method: "surface",
  against: "surface",
  fields: () => ["machine", "size"],
  size: "known",
  spacers: [],
  position: () => undefined,
  isFelt: true,
  isHandSlid: false,
  isFound: true,
  meets: ["bare"],
  instruction: ({ axis, tool }) => {
    const live = isLive(tool) ? " Turn a tooth to the point of contact first." : "";
    return axis === "x"
      ? `Turn the spindle, creep in until the tip just marks a diameter that you know.${live}`
      : `Creep in until it just touches, nothing in between.${live}`;
  },
  caution: "Door shut before the spindle turns; no glove or rag near it.",
};
