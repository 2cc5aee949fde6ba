import type { Zone } from "../machine/index.ts";
import { invariant } from "../refusal.ts";
import { type TipDirection, tipDirectionOf } from "./tipOrientation.ts";
import { familyOf } from "./toolKind.ts";
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
  const { kind, word } = orientationWord(tool, edge);
  const tip = tipDirectionOf(kind, word);
  invariant(tip.ok, `${tool.kind} has a tip direction`);
  return tip.value;
}

/** The kind and word that a tool's ordinary code goes by (docs/MATHEMATICS.md, Tip orientation). */
function orientationWord(
  tool: Tool,
  edge: string | undefined,
): { kind: string; word: { hand?: string; edge?: string } } {
  switch (tool.kind) {
    case "outside-turning":
    case "facing":
      return { kind: "outside", word: { hand: tool.hand } };
    case "boring":
      return { kind: "bore", word: { hand: "right" } };
    case "back-boring":
      return { kind: "bore", word: { hand: "left" } };
    case "groove-outside":
    case "part-off":
    case "knurl":
    case "form":
      return { kind: "groove-outside", word: { edge: edge ?? tool.programmed } };
    case "groove-bore":
      return { kind: "groove-bore", word: { edge: edge ?? tool.programmed } };
    case "groove-face":
      return { kind: "groove-face", word: { edge: edge ?? tool.programmed } };
    case "thread-outside":
    case "thread-bore":
      return { kind: tool.kind, word: {} };
    case "live-axial-cutter":
      return { kind: "cutter-axial", word: {} };
    case "live-cross-cutter":
    case "live-cross-drill":
      return { kind: "cutter-cross", word: {} };
    case "drill":
    case "centre-drill":
    case "spot-drill":
    case "reamer":
    case "tap":
    case "live-axial-drill":
      return { kind: "drill", word: {} };
  }
}
