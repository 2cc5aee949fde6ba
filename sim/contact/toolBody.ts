import type { Axis, Zone } from "../../core/machine/index.ts";
import type { Edge, Tool } from "../../core/tool/index.ts";

/** Farther than any touch: where shank, bar and flute run out of sight. Millimetres. */
const FAR = 500;

/** How a simulated tool stands: the point that its program moves, and which side of a face it comes from. */
export interface Standing {
  readonly programmed: Edge | undefined;
  readonly from: Zone["from"];
  readonly stand: "front" | "behind" | "plus" | "minus" | undefined;
  /** True where a tool on centre touches with its side. */
  readonly bySide: boolean;
}

/** A stretch of space on one axis, true distances from the programmed point, and the way in which the tool comes. */
interface ContactBody {
  readonly stretch: readonly [number, number];
  readonly approach: 1 | -1;
}

/**
 * The space that a real tool fills on one axis, measured from the point that its program moves. Built from the tool's
 * own dimensions as a machinist would hold it up, not from any table of shifts: an oracle for `core/touch`.
 */
export function bodyOf(tool: Tool, axis: Axis, standing: Standing): ContactBody {
  if (axis === "x") return onX(tool, standing);
  if (axis === "y") {
    const radius = "diameter" in tool ? tool.diameter / 2 : 0;
    return { stretch: [-radius, radius], approach: standing.stand === "minus" ? 1 : -1 };
  }
  return { stretch: onZ(tool, standing), approach: standing.stand === "behind" ? 1 : -1 };
}

function onX(tool: Tool, { from, programmed, bySide }: Standing): ContactBody {
  const far = from === "minus";
  const place = ([low, high]: readonly [number, number], approach: 1 | -1): ContactBody =>
    far ? { stretch: [-high, -low], approach: approach === 1 ? -1 : 1 } : { stretch: [low, high], approach };
  if ("smallestBore" in tool) return place([-tool.smallestBore, 0], 1);
  if (bySide && "diameter" in tool) return place([-tool.diameter / 2, tool.diameter / 2], -1);
  if (tool.kind === "groove-face") return place(between(programmed, "inner", "outer", tool.width), -1);
  return place([0, FAR], -1);
}

function onZ(tool: Tool, { programmed, stand }: Standing): readonly [number, number] {
  if (tool.kind === "groove-face") return [0, FAR];
  if ("width" in tool) return between(programmed, "left", "right", tool.width);
  if (tool.kind === "live-cross-cutter" || tool.kind === "live-cross-drill")
    return [-tool.diameter / 2, tool.diameter / 2];
  if ("pointAngle" in tool && programmed === "corner") {
    const half = (tool.pointAngle / 2) * (Math.PI / 180);
    return [-(tool.diameter / 2) * (Math.cos(half) / Math.sin(half)), FAR];
  }
  return stand === "behind" ? [-FAR, 0] : [0, FAR];
}

/** A blade's stretch, seen from its low edge, its middle or its high edge. */
function between(edge: Edge | undefined, low: Edge, high: Edge, width: number): readonly [number, number] {
  if (edge === low) return [0, width];
  return edge === high ? [-width, 0] : [-width / 2, width / 2];
}
