import { isLive } from "../toolKind.ts";
import { isOnAxisOfSpindle, isTouchedOnY } from "./offered.ts";
import { countsOnce } from "./sentences.ts";
import type { WayOfTouching } from "./way.ts";

/** A paper or shim grips between tool and part. */
export const paper: WayOfTouching = {
  name: () => "Paper or shim",
  words: "paper or shim",
  readFrom: "paper or shim",
  seconds: 75,
  gauge: () => "paper",
  isOffered: (tool, axis, place) =>
    axis === "y" ? isTouchedOnY(tool, place) : axis === "z" || !isOnAxisOfSpindle(tool),
  canTeach: true,
  method: "surface",
  against: "surface",
  fields: () => ["machine", "size", "spacer"],
  size: "known",
  spacers: ["paper", "shim"],
  position: () => "paper",
  isFelt: true,
  isHandSlid: false,
  isFound: true,
  meets: ["paper", "shim"],
  instruction: ({ axis, tool }) =>
    `Creep in until the paper drags, then grips. ${countsOnce(axis)}${isLive(tool) ? " Turn a tooth to the point of contact first." : ""}`,
};
