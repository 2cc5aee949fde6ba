import type { AxisName, PhysicalZone } from "./machine.ts";

/** A tool held up beside a scale: the words and dimensions that matter for where its body is. True millimetres. */
export interface ToolShape {
  readonly kind: string;
  readonly width?: number;
  readonly diameter?: number;
  readonly pointAngle?: number;
  readonly smallestBore?: number;
  /** Which edge or point of it the program moves: chuck side, far side, middle, inner or outer wall, point, corner. */
  readonly programmed?: string | undefined;
}

/** Where shank, bar and flutes run out of sight. */
const FAR = 400;

const IN_HOLES = ["boring", "back-boring", "groove-bore", "thread-bore"];
const ON_CENTRE = [
  "drill",
  "centre-drill",
  "spot-drill",
  "reamer",
  "tap",
  "live-axial-cutter",
  "live-axial-drill",
  "bar-stop",
  "bar-puller",
];
const SIDEWAYS = ["live-cross-cutter", "live-cross-drill"];

const worksInHole = ({ kind }: ToolShape): boolean => IN_HOLES.includes(kind);
const standsOnCentre = ({ kind }: ToolShape): boolean => ON_CENTRE.includes(kind);

/**
 * The stretch that a tool fills along an axis, measured from the point that its program moves. On X of a zone whose tools
 * come from below, everything is turned over. A tip that points away from what holds the part has its shank behind it.
 */
export function stretchOf(
  tool: ToolShape,
  axis: AxisName,
  zone: Pick<PhysicalZone, "side">,
  pointsAway = false,
): readonly [number, number] {
  const { kind, diameter = 0, width = 0, programmed } = tool;
  if (axis === "y") return [-diameter / 2, diameter / 2];
  if (axis === "z") {
    if (kind === "groove-face") return [0, FAR];
    if (width > 0) return edges(programmed, "left", "right", width);
    if (SIDEWAYS.includes(kind)) return [-diameter / 2, diameter / 2];
    if (programmed === "corner" && tool.pointAngle) {
      const point = diameter / 2 / Math.tan((tool.pointAngle * Math.PI) / 360);
      return [-point, FAR];
    }
    return pointsAway ? [-FAR, 0] : [0, FAR];
  }
  const own = (): readonly [number, number] => {
    if (worksInHole(tool)) return [-(tool.smallestBore ?? FAR), 0];
    if (standsOnCentre(tool)) return [-diameter / 2, diameter / 2];
    if (kind === "groove-face") return edges(programmed, "inner", "outer", width);
    return [0, FAR];
  };
  const [low, high] = own();
  return zone.side === 1 ? [low, high] : [-high, -low];
}

function edges(at: string | undefined, low: string, high: string, width: number): readonly [number, number] {
  if (at === high) return [-width, 0];
  return at === low ? [0, width] : [-width / 2, width / 2];
}
