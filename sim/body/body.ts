import type { Zone } from "../../core/machine/index.ts";
import { extent, type Polygon, type ToolOutline, toolOutline, turned } from "../../core/outline/index.ts";
import { invariant } from "../../core/refusal.ts";
import { familyOf, isLive, type Tool } from "../../core/tool/index.ts";
import { type Chain, lowerChain, upperChainMirrored } from "./chain.ts";

type Box = ReturnType<typeof extent>;

/**
 * A tool as the simulated lathe holds it: its real outline about the point that its offset is about, seen from its own
 * side of the centreline (a tool from X minus is turned over, so that plus always leads away from the centre).
 */
export interface Body {
  /** Comes to a wall from outside, works inside a hole, or stands on the centreline. */
  readonly mode: "outside" | "inside" | "centre";
  /** Turned by its own drive. */
  readonly isLive: boolean;
  readonly cutting: Polygon;
  readonly holder: readonly Polygon[];
  /** What is only seen of it: flutes, screws, what it is clamped in. */
  readonly lines: ToolOutline["lines"];
  readonly clampedIn: readonly Polygon[];
  readonly mark: ToolOutline["mark"];
  readonly cuttingLow: Chain;
  /** As a lower chain of the mirrored outline. */
  readonly cuttingHigh: Chain;
  readonly holderLow: readonly Chain[];
  readonly holderHigh: readonly Chain[];
  readonly box: Box;
  /** The box of what cuts alone. */
  readonly cuttingBox: Box;
  /** Half the width across the drawing plane where it is touched on its side (Y); 0 for an insert. */
  readonly halfWidth: number;
}

const known = new WeakMap<Tool, Map<string, Body>>();

/** The body of a tool in its zone; the same tool is worked out once. */
export function bodyIn(tool: Tool, zone: Zone): Body {
  const zones = known.get(tool) ?? new Map<string, Body>();
  known.set(tool, zones);
  const found = zones.get(zone.id) ?? make(tool, zone);
  zones.set(zone.id, found);
  return found;
}

function make(tool: Tool, zone: Zone): Body {
  const plain = toolOutline(tool);
  invariant(plain, `${tool.description} has an outline`);
  const family = familyOf(tool);
  const { cutting, holder, lines, clampedIn, mark } =
    zone.arm && family === "cross" ? turned(plain, zone.arm.angle - 90) : plain;
  const mode = family === "on-centre" || family === "axial" ? "centre" : family === "bore" ? "inside" : "outside";
  return {
    mode,
    isLive: isLive(tool),
    cutting,
    holder,
    lines,
    clampedIn,
    mark,
    cuttingLow: lowerChain(cutting),
    cuttingHigh: upperChainMirrored(cutting),
    holderLow: holder.map(lowerChain),
    holderHigh: holder.map(upperChainMirrored),
    box: extent([cutting, ...holder].flat()),
    cuttingBox: extent(cutting),
    halfWidth: "diameter" in tool && family !== "outside" ? tool.diameter / 2 : 0,
  };
}

/** Side of the centreline that a tool stands on: −1 for one that comes from X minus. */
export function sideOf(tool: Tool, zone: Pick<Zone, "from">): 1 | -1 {
  const family = familyOf(tool);
  return zone.from === "minus" && family !== "on-centre" && family !== "axial" ? -1 : 1;
}
