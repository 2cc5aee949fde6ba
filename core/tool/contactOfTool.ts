import type { Axis } from "../machine/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import type { ContactTool } from "./programmedPoint.ts";
import { familyOf, handlesBar } from "./toolKind.ts";
import type { Tool } from "./toolSchema.ts";
import type { TouchWay } from "./ways/index.ts";

export const EDGES = ["left", "centre", "right", "inner", "outer", "point", "corner"] as const;
export type Edge = (typeof EDGES)[number];

/** What is chosen about a touch beside its way: which edge meets the surface, which one is programmed, where one stands. */
export interface EdgeChoice {
  readonly touching?: Edge | undefined;
  readonly programmed?: Edge | undefined;
  /** Before a face or behind it; on the plus or the minus side of a bar (Y). */
  readonly stand?: "front" | "behind" | "plus" | "minus" | undefined;
}

/** The edges that can be chosen, the usual ones first; empty where the tool has nothing to choose on this axis. */
interface EdgeOptions {
  readonly touching: readonly Edge[];
  readonly programmed: readonly Edge[];
  readonly stand: readonly NonNullable<EdgeChoice["stand"]>[];
}

const SIDE_EDGES: readonly Edge[] = ["left", "centre", "right"];

/** What there is to choose about this tool on this axis. */
export function edgeOptions(tool: Tool, axis: Axis): EdgeOptions {
  const none: EdgeOptions = { touching: [], programmed: [], stand: [] };
  if (axis === "y") return { ...none, stand: ["plus", "minus"] };
  if (axis === "x")
    return tool.kind === "groove-face"
      ? { ...none, touching: ["inner", "centre", "outer"], programmed: ["inner", "centre", "outer"] }
      : none;
  if (tool.kind === "groove-face") return none;
  if ("width" in tool) return { touching: SIDE_EDGES, programmed: SIDE_EDGES, stand: ["front", "behind"] };
  if (handlesBar(tool)) return none;
  if (familyOf(tool) === "on-centre") return { ...none, programmed: ["point", "corner"] };
  if (familyOf(tool) === "cross") return { ...none, stand: ["front", "behind"] };
  if (pointsAway(tool)) return { ...none, stand: ["behind"] };
  return none;
}

/** True for tools whose tip points away from the chuck: they reach a face from behind only. */
const pointsAway = (tool: Tool) =>
  tool.kind === "back-boring" || ("hand" in tool && "faces" in tool && tool.hand === "left");

/** The whole choice: what was chosen, and the usual where nothing was. */
export function wholeChoice(tool: Tool, axis: Axis, choice: EdgeChoice): EdgeChoice {
  const options = edgeOptions(tool, axis);
  const stand = choice.stand ?? options.stand[0];
  return {
    stand,
    touching: choice.touching ?? (options.touching.length > 0 ? reachedFrom(axis, stand) : undefined),
    programmed: choice.programmed ?? programmedEdge(tool, axis),
  };
}

/** The edge that reaches a surface: chuck side from the front, the other from behind; the inner wall of a face groove outside. */
function reachedFrom(axis: Axis, stand: EdgeChoice["stand"]): Edge {
  if (axis === "x") return "inner";
  return stand === "behind" ? "right" : "left";
}

function programmedEdge(tool: Tool, axis: Axis): Edge | undefined {
  if (edgeOptions(tool, axis).programmed.length === 0) return undefined;
  if ("programmed" in tool) return tool.programmed;
  if ("toShoulder" in tool) return tool.toShoulder ? "left" : "centre";
  return undefined;
}

type ContactRefusal = Refusal<"bad-edge">;

/**
 * The tool as the touch equation sees it on one axis, for the chosen edges. Refuses an edge that cannot reach the
 * surface from where one stands (`bad-edge`); by eye any edge may be lined up. `from` is the side of the centreline
 * that the tool comes from.
 */
export function contactTool(
  tool: Tool,
  axis: Axis,
  way: TouchWay,
  choice: EdgeChoice,
  from: "plus" | "minus" = "plus",
): Answer<ContactTool, ContactRefusal> {
  const { touching, programmed, stand } = wholeChoice(tool, axis, choice);
  const wrong = (message: string) => refused({ code: "bad-edge" as const, message });
  if (axis !== "y" && stand === "front" && pointsAway(tool))
    return wrong("This tip points away from the chuck: it reaches a face from behind only.");
  if (touching !== undefined && way !== "eye" && touching !== reachedFrom(axis, stand)) {
    if (axis === "x")
      return wrong(
        "Only the inner wall reaches an outside diameter. Choose the inner wall, or line the other up by eye.",
      );
    return wrong(
      touching === "centre"
        ? "The middle of a blade touches nothing. Choose the edge that meets the face, or line it up by eye."
        : stand === "behind"
          ? "The chuck side cannot reach a face from behind: the far side meets it."
          : "The far side cannot reach a face from the front: the chuck side meets it.",
    );
  }
  return accepted(shapeOf(tool, axis, way, { touching, programmed }, from));
}

function shapeOf(
  tool: Tool,
  axis: Axis,
  way: TouchWay,
  { touching, programmed }: EdgeChoice,
  from: "plus" | "minus",
): ContactTool {
  const tip: ContactTool = { shape: "tip" };
  const family = familyOf(tool);
  if (axis === "y") return "diameter" in tool ? { shape: "cutter", diameter: tool.diameter } : tip;
  if (axis === "x") {
    if (way === "side" && "diameter" in tool) return { shape: "pin", diameter: tool.diameter };
    if (tool.kind === "groove-face")
      return {
        shape: "face-blade",
        width: tool.width,
        touching: wall(touching),
        programmed: wall(programmed ?? tool.programmed),
        across: from === "minus",
      };
    return tip;
  }
  if (tool.kind === "groove-face") return tip;
  if ("width" in tool)
    return {
      shape: "toShoulder" in tool ? "thread" : "blade",
      width: tool.width,
      touching: side(touching),
      programmed: side(programmed),
    };
  if (family === "on-centre" && "pointAngle" in tool)
    return {
      shape: "drill",
      diameter: tool.diameter,
      pointAngle: tool.pointAngle,
      programmed: programmed === "corner" ? "corner" : "point",
    };
  if (family === "cross" && "diameter" in tool) return { shape: "cutter", diameter: tool.diameter };
  return tip;
}

const side = (edge: Edge | undefined) => (edge === "centre" || edge === "right" ? edge : "left");
const wall = (edge: Edge | undefined) => (edge === "centre" || edge === "outer" ? edge : "inner");
