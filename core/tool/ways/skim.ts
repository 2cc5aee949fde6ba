import { familyOf } from "../toolKind.ts";
import type { WayOfTouching } from "./way.ts";

/** A light cut, then the diameter or the face is measured. */
export const skim: WayOfTouching = {
  name: () => "Skim and measure",
  words: "skim and measure",
  readFrom: "micrometer or bore gauge",
  seconds: 180,
  gauge: (axis, tool) => (axis !== "x" ? "none" : familyOf(tool) === "bore" ? "bore gauge" : "micrometer"),
  isOffered: (tool, axis) => {
    if (axis === "z") return (tool.kind === "outside-turning" || tool.kind === "facing") && tool.hand === "right";
    if (axis !== "x") return false;
    if (familyOf(tool) === "bore") return tool.kind === "boring" || tool.kind === "back-boring";
    return (
      familyOf(tool) === "outside" && tool.kind !== "thread-outside" && tool.kind !== "knurl" && tool.kind !== "form"
    );
  },
  canTeach: true,
  method: "surface",
  against: "surface",
  fields: () => ["machine", "size"],
  size: "measured",
  spacers: [],
  position: () => undefined,
  isFelt: false,
  isHandSlid: false,
  isFound: true,
  meets: ["cut"],
  instruction: ({ axis, tool }) => {
    if (axis === "z")
      return "Light facing cut, back off along X only. What is cut now is Z0, or this much in front of it.";
    return familyOf(tool) === "bore"
      ? "Light cut in the bore, back off along Z only, spindle stopped, measure with the bore gauge."
      : "Light cut on the outside, back off along Z only, spindle stopped, measure.";
  },
  caution: "Spindle stopped and in a safe mode before you measure.",
};
