import { plainMillimetres, type Unit } from "../units/index.ts";
import { readInsertDesignation } from "./insertDesignation.ts";
import type { BoreBladeTool, BoreThreadTool, BoringTool, Tool, ToolKind } from "./toolSchema.ts";

/** What a kind of tool is brought to on X, which decides everything about its touch. */
type ToolFamily = "outside" | "bore" | "face-groove" | "on-centre" | "axial" | "cross";

interface KindFacts {
  readonly family: ToolFamily;
}

const KINDS: Readonly<Record<ToolKind, KindFacts>> = {
  "outside-turning": { family: "outside" },
  facing: { family: "outside" },
  boring: { family: "bore" },
  "back-boring": { family: "bore" },
  "groove-outside": { family: "outside" },
  "part-off": { family: "outside" },
  "groove-bore": { family: "bore" },
  "groove-face": { family: "face-groove" },
  "thread-outside": { family: "outside" },
  "thread-bore": { family: "bore" },
  drill: { family: "on-centre" },
  "centre-drill": { family: "on-centre" },
  "spot-drill": { family: "on-centre" },
  reamer: { family: "on-centre" },
  tap: { family: "on-centre" },
  knurl: { family: "outside" },
  form: { family: "outside" },
  "live-axial-cutter": { family: "axial" },
  "live-axial-drill": { family: "axial" },
  "live-cross-cutter": { family: "cross" },
  "live-cross-drill": { family: "cross" },
};

export const TOOL_KINDS = Object.keys(KINDS) as readonly ToolKind[];
/** What a kind of tool is brought to on X. */
export const familyOf = ({ kind }: Pick<Tool, "kind">): ToolFamily => KINDS[kind].family;

/** True for a tool that works inside a hole and can say how small a hole it enters. */
export function entersBore(tool: Tool): tool is BoringTool | BoreBladeTool | BoreThreadTool {
  return "smallestBore" in tool;
}

/** True for a tool that its own drive turns. */
export const isLive = ({ kind }: Pick<Tool, "kind">): boolean => kind.startsWith("live-");

/** True for the tool that makes the face on which others touch. */
export const makesFace = (tool: Tool): boolean => "faces" in tool && tool.faces;

/** What is said beside a tool's name: its insert, or the dimension it is known by. Millimetres as given. */
export function toolSize(tool: Tool, unit: Unit): string {
  if ("insert" in tool) return tool.insert;
  if ("width" in tool) return `${plainMillimetres(tool.width, unit)} wide`;
  return `Ø ${plainMillimetres(tool.diameter, unit)}`;
}

/**
 * Nose radius that a control is told for this tool, millimetres: an insert's corner, a blade's corner, a cutter's own
 * radius where it mills; 0 where a tool has none (drills, taps, threads, wheels). Undefined where an insert's designation
 * cannot be read.
 */
export function noseRadiusOf(tool: Tool): number | undefined {
  if ("cornerRadius" in tool) return tool.cornerRadius;
  if (tool.kind === "live-axial-cutter" || tool.kind === "live-cross-cutter") return tool.diameter / 2;
  if (!hasNamedNose(tool)) return 0;
  const insert = readInsertDesignation(tool.insert);
  return insert.ok ? insert.value.noseRadius : undefined;
}

/** True where the nose radius is read off the insert's designation. */
export function hasNamedNose(tool: Tool): tool is Extract<Tool, { leadAngle: number }> {
  return "leadAngle" in tool;
}
