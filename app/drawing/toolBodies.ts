import { mirrored, moved, type Point, point, type ToolOutline } from "../../core/outline/index.ts";

/** What a drawing shows of a tool: its bodies, and what is seen on them. Millimetres, X as a true distance. */
export type ToolBodies = Pick<ToolOutline, "cutting" | "holder" | "clampedIn" | "lines" | "mark">;

/** A tool as it stands on the far side of the centreline. */
export const onFarSide = ({ cutting, holder, clampedIn, lines, mark }: ToolBodies): ToolBodies => ({
  cutting: mirrored(cutting),
  holder: holder.map(mirrored),
  clampedIn: clampedIn.map(mirrored),
  lines: lines.map(mirrored),
  mark: mark && { centre: point(mark.centre.z, -mark.centre.x), radius: mark.radius },
});

/** A tool carried to another place. */
export const carried = ({ cutting, holder, clampedIn, lines, mark }: ToolBodies, by: Point): ToolBodies => ({
  cutting: moved(cutting, by),
  holder: holder.map((polygon) => moved(polygon, by)),
  clampedIn: clampedIn.map((polygon) => moved(polygon, by)),
  lines: lines.map((line) => moved(line, by)),
  mark: mark && { centre: point(mark.centre.z + by.z, mark.centre.x + by.x), radius: mark.radius },
});
