import { AXIS_NAME, type Axis } from "../../machine/index.ts";

/** How often a spacer counts on an axis: twice on a diameter. */
export const countsOnce = (axis: Axis): string =>
  axis === "x" ? "It counts twice on the diameter." : `On ${AXIS_NAME[axis]} it counts once.`;
