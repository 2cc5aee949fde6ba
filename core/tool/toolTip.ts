import type { Zone } from "../machine/index.ts";
import { invariant } from "../refusal.ts";
import { type TipDirection, tipDirectionOf } from "./tipOrientation.ts";
import { familyOf, orientationOf } from "./toolKind.ts";
import type { Tool } from "./toolSchema.ts";

/**
 * Which way a mounted tool's tip points, in part coordinates. A tool that comes from the far side of the centreline
 * points the other way on X; where programs count Z positive into the part, the code mirrors with it.
 *
 * `edge` replaces the edge that the tool's own program moves (a second offset programs the other one).
 *
 * @example an ordinary right-hand outside tool: { x: -1, z: -1 }, code 3 in numbering A
 */
export function tipOf(tool: Tool, zone: Pick<Zone, "from" | "programSign">, edge?: string): TipDirection {
  const { x, z } = plainTip(tool, edge);
  const flipX = familyOf(tool) !== "on-centre" && familyOf(tool) !== "axial" && zone.from === "minus" ? -1 : 1;
  return {
    x: (x * flipX * (zone.programSign?.x ?? 1)) as TipDirection["x"],
    z: (z * (zone.programSign?.z ?? 1)) as TipDirection["z"],
  };
}

function plainTip(tool: Tool, edge: string | undefined): TipDirection {
  const { kind, ...word } = orientationOf(tool, edge);
  const tip = tipDirectionOf(kind, word);
  invariant(tip.ok, `${tool.kind} has a tip direction`);
  return tip.value;
}
