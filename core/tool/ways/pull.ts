import type { WayOfTouching } from "./way.ts";

/** The bar is pulled out to a tool that is parked at a known Z: the face is set, not the tool. */
export const pull: WayOfTouching = {
  name: () => "Pull the bar out",
  words: "stock pulled to the tool",
  readFrom: "",
  seconds: 60,
  gauge: () => "rule",
  isOffered: (tool, axis) =>
    axis === "z" &&
    (tool.kind === "part-off" ||
      ((tool.kind === "outside-turning" || tool.kind === "facing") && tool.hand === "right")),
  canTeach: false,
  method: "surface",
  against: "surface",
  fields: () => ["machine", "size"],
  size: "known",
  spacers: [],
  position: () => "pulledStock",
  isFelt: true,
  isHandSlid: true,
  isFound: false,
  meets: ["pull"],
  instruction: () =>
    "The tool is parked at a known Z. Loosen, pull the bar out until it meets the tool, clamp. The face is set, not the tool.",
};
