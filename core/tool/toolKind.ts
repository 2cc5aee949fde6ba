import { plainMillimetres, type Unit } from "../units/index.ts";
import { readInsertDesignation } from "./insertDesignation.ts";
import type { OrientationKind } from "./tipOrientation.ts";
import type { BoreBladeTool, BoreThreadTool, BoringTool, Tool, ToolForms, ToolKind } from "./toolSchema.ts";

/** What a kind of tool is brought to on X, which decides everything about its touch. */
type ToolFamily = "outside" | "bore" | "face-groove" | "on-centre" | "axial" | "cross";

/** What is known of a kind of tool beside its dimensions. */
interface KindFacts<Kind extends ToolKind> {
  /** As people at the machine say it. */
  readonly name: string;
  /** The form whose dimensions it has (`toolSchema.ts`), and by which it is drawn (`core/outline`). */
  readonly form: { [Form in keyof ToolForms]: Kind extends ToolForms[Form]["kind"] ? Form : never }[keyof ToolForms];
  readonly family: ToolFamily;
  /** What its tip orientation goes by (docs/MATHEMATICS.md, Tip orientation). */
  readonly tip: OrientationKind;
  /** The hand of its tip where the kind has one itself, and no hand of its own is said of the tool. */
  readonly tipHand?: "right" | "left";
}

/** Every kind of tool, once; its dimensions stand in `toolSchema.ts`. */
const KINDS: { readonly [Kind in ToolKind]: KindFacts<Kind> } = {
  "outside-turning": { name: "outside turning tool", form: "turning", family: "outside", tip: "outside" },
  facing: { name: "facing tool", form: "turning", family: "outside", tip: "outside" },
  boring: { name: "boring bar", form: "boring", family: "bore", tip: "bore", tipHand: "right" },
  "back-boring": { name: "back-boring bar", form: "boring", family: "bore", tip: "bore", tipHand: "left" },
  "groove-outside": { name: "grooving blade", form: "blade", family: "outside", tip: "groove-outside" },
  "part-off": { name: "parting blade", form: "blade", family: "outside", tip: "groove-outside" },
  "groove-bore": { name: "bore grooving bar", form: "boreBlade", family: "bore", tip: "groove-bore" },
  "groove-face": { name: "face grooving blade", form: "faceBlade", family: "face-groove", tip: "groove-face" },
  "thread-outside": { name: "outside threading tool", form: "thread", family: "outside", tip: "thread-outside" },
  "thread-bore": { name: "bore threading bar", form: "boreThread", family: "bore", tip: "thread-bore" },
  drill: { name: "drill", form: "onCentre", family: "on-centre", tip: "drill" },
  "centre-drill": { name: "centre drill", form: "onCentre", family: "on-centre", tip: "drill" },
  "spot-drill": { name: "spot drill", form: "onCentre", family: "on-centre", tip: "drill" },
  reamer: { name: "reamer", form: "onCentre", family: "on-centre", tip: "drill" },
  tap: { name: "tap", form: "onCentre", family: "on-centre", tip: "drill" },
  knurl: { name: "knurl", form: "wheel", family: "outside", tip: "groove-outside" },
  form: { name: "form tool", form: "wheel", family: "outside", tip: "groove-outside" },
  "live-axial-cutter": { name: "driven cutter along Z", form: "driven", family: "axial", tip: "cutter-axial" },
  "live-axial-drill": { name: "driven drill along Z", form: "driven", family: "axial", tip: "drill" },
  "live-cross-cutter": { name: "driven cutter from the side", form: "driven", family: "cross", tip: "cutter-cross" },
  "live-cross-drill": { name: "driven drill from the side", form: "driven", family: "cross", tip: "cutter-cross" },
  "bar-stop": { name: "bar stop", form: "barTool", family: "on-centre", tip: "drill" },
  "bar-puller": { name: "bar puller", form: "barTool", family: "on-centre", tip: "drill" },
};

export const TOOL_KINDS = Object.keys(KINDS) as readonly ToolKind[];
/** What a kind of tool is brought to on X. */
export const familyOf = ({ kind }: Pick<Tool, "kind">): ToolFamily => KINDS[kind].family;

/** A kind of tool as people at the machine say it. */
export const kindName = (kind: ToolKind): string => KINDS[kind].name;
/** The form whose dimensions a tool has. */
export const toolFormOf = ({ kind }: Pick<Tool, "kind">): keyof ToolForms => KINDS[kind].form;

/** By what the tip orientation of a tool goes: its kind, its hand, and `edge` or else its programmed edge; undefined where it has none. */
export function orientationOf(
  tool: Tool,
  edge?: string,
): { readonly kind: OrientationKind; readonly hand: string | undefined; readonly edge: string | undefined } {
  const { tip, tipHand } = KINDS[tool.kind];
  return {
    kind: tip,
    hand: tipHand ?? ("hand" in tool ? tool.hand : undefined),
    edge: edge ?? ("programmed" in tool ? tool.programmed : undefined),
  };
}

/** True for a tool that works inside a hole and can say how small a hole it enters. */
export function entersBore(tool: Tool): tool is BoringTool | BoreBladeTool | BoreThreadTool {
  return "smallestBore" in tool;
}

/** True for a tool that its own drive turns. */
export const isLive = ({ kind }: Pick<Tool, "kind">): boolean => kind.startsWith("live-");

/** True for a tool that does not cut: the bar is run against it, or drawn out by it. */
export const handlesBar = ({ kind }: Pick<Tool, "kind">): boolean => KINDS[kind].form === "barTool";

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
