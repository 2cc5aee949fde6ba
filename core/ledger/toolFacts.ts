import type { Tool } from "../tool/index.ts";

/** Every recorded dimension of a tool in a fixed order: the same words for the same tool. Nothing is absent. */
export const toolFacts = (tool: Tool): string =>
  JSON.stringify(Object.entries(tool).sort(([a], [b]) => (a < b ? -1 : 1)));
