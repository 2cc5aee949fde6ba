import { toolHolder } from "../../machine/index.ts";
import { isOnAxisOfSpindle, isSweptOnY, isTouchedOnY } from "./offered.ts";
import type { WayOfTouching } from "./way.ts";

/** The holder is swept true in the spindle: the machine stands on its axis. */
export const centre: WayOfTouching = {
  name: () => "On centre, swept",
  words: "on centre, swept",
  readFrom: "indicator",
  seconds: 150,
  gauge: () => "indicator",
  isOffered: (tool, axis, place) =>
    axis === "x" ? isOnAxisOfSpindle(tool) : axis === "y" && (isTouchedOnY(tool, place) || isSweptOnY(tool, place)),
  canTeach: true,
  method: "surface",
  against: "centre",
  fields: () => ["machine"],
  captions: { machine: { caption: "machine on centre", spoken: "machine position on centre" } },
  size: "known",
  spacers: [],
  position: () => "sweep",
  isFelt: false,
  isHandSlid: false,
  isFound: false,
  meets: ["sweep"],
  instruction: ({ axis, zone }) =>
    axis === "x"
      ? `Holder swept true in the spindle: what the machine reads now is centre. Sweep the holder, not the ${toolHolder(zone)}'s own seat.`
      : "Swept or indicated on the spindle's axis: what the machine reads now is Y0.",
};
