import { familyOf } from "../toolKind.ts";
import { isOnAxisOfSpindle, isTouchedOnY } from "./offered.ts";
import { countsOnce } from "./sentences.ts";
import type { WayOfTouching } from "./way.ts";

/** A gauge block or pin just slides between tool and part. */
export const block: WayOfTouching = {
  name: () => "Block or pin",
  words: "block or pin",
  readFrom: "block or pin",
  seconds: 90,
  gauge: () => "block",
  isOffered: (tool, axis, place) => {
    if (axis === "y") return isTouchedOnY(tool, place);
    return axis === "z" || !(isOnAxisOfSpindle(tool) || familyOf(tool) === "bore");
  },
  canTeach: true,
  method: "surface",
  against: "surface",
  fields: () => ["machine", "size", "spacer"],
  captions: { spacer: { caption: "block or pin, size", spoken: "block or pin, size" } },
  size: "known",
  spacers: ["block", "pin"],
  position: () => "gaugeBlock",
  isFelt: true,
  isHandSlid: false,
  isFound: true,
  meets: ["block", "pin"],
  instruction: ({ axis }) => `Block between tool and part, on clean metal, until it just slides. ${countsOnce(axis)}`,
};
