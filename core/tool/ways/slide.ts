import { familyOf } from "../toolKind.ts";
import { isOnAxisOfSpindle } from "./offered.ts";
import type { WayOfTouching } from "./way.ts";

/** The machine stands where a tool of standard length touches; the loose tool is slid to the bar and clamped. */
export const slide: WayOfTouching = {
  name: (axis) => (axis === "x" ? "Slide to the bar" : "Slide to the bar end"),
  words: "slid to the stock",
  readFrom: "",
  seconds: 120,
  gauge: () => "rule",
  isOffered: (tool, axis, { zone, station }) => {
    if (axis === "y" || (axis === "x" && isOnAxisOfSpindle(tool))) return false;
    // A bar in a hole cannot be slid to the outside of the stock.
    return axis === "z"
      ? zone.kind === "sub-side" || zone.kind === "arm"
      : station?.standardOverhang !== undefined && familyOf(tool) !== "bore";
  },
  isUsual: (_, axis, { machine, zone }) =>
    (zone.kind === "sub-side" && axis === "z") ||
    // An arm whose control knows nothing of the overhang: the cutter is slid to the bar at the pivot distance, setting 0.
    (zone.arm !== undefined && !zone.arm.carriesOverhang) ||
    (machine.school === "fixed-overhang" && zone.kind === "gang" && axis === "x"),
  canTeach: false,
  method: "slide",
  against: "surface",
  // An overhang counts where the tool is slid along X, and along Z too on an arm; not where the control carries it.
  fields: (axis, zone) => {
    const counts = zone?.arm?.carriesOverhang !== true && (axis === "x" || zone?.arm !== undefined);
    return counts ? ["commanded", "size", "overhang"] : ["commanded", "size"];
  },
  size: "bar",
  spacers: [],
  position: (axis) => (axis === "x" ? "slideToStock" : "slideAndClamp"),
  isFelt: false,
  isHandSlid: true,
  isFound: false,
  meets: ["slide"],
  instruction: ({ axis, zone }) => {
    if (zone.arm)
      return `Machine at the bar's ${axis === "x" ? "diameter" : "end"}, no tool offset active. Slide the cutter until it meets the bar, and clamp it.`;
    return axis === "x"
      ? "Machine at the bar's diameter, no tool offset active. Slide the loose tool to the bar and clamp it. An overhang that you measure counts instead of the bar, twice."
      : "Machine at Z0, no tool offset active. Slide the loose holder to the faced bar end and clamp it.";
  },
  caution: "Spindle stopped; both spanners with the same hand.",
};
