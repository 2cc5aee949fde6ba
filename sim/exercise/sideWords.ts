import type { Edge } from "../../core/tool/index.ts";

/** Edges and walls as a setter says them: by the chuck, whichever way somebody stands in front of the machine. */
export const SIDE_WORDS: Readonly<Record<Edge, string>> = {
  left: "chuck-side",
  centre: "middle",
  right: "far-side",
  inner: "inner",
  outer: "outer",
  point: "point",
  corner: "corner",
};
