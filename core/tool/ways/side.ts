import { isOnAxisOfSpindle } from "./offered.ts";
import type { WayOfTouching } from "./way.ts";

/** The side of a drill's or cutter's shank is brought to the outside of the bar, with a paper between. */
export const side: WayOfTouching = {
  name: () => "Side of the shank",
  words: "its side on the stock",
  readFrom: "",
  seconds: 90,
  gauge: () => "paper",
  isOffered: (tool, axis) => axis === "x" && isOnAxisOfSpindle(tool),
  canTeach: true,
  method: "surface",
  against: "surface",
  fields: () => ["machine", "size", "spacer"],
  size: "known",
  spacers: ["paper", "shim"],
  position: () => "paper",
  isFelt: true,
  countsShank: true,
  isHandSlid: false,
  isFound: true,
  meets: ["paper", "shim"],
  instruction: () =>
    "The shank's side touches the outside with a paper between: its axis is one diameter farther. Counts its diameter and twice the paper.",
};
