import { farthest, minus, plus, point, rectangle, type ToolOutline } from "../../../core/outline/index.ts";
import { familyOf, wholeChoice } from "../../../core/tool/index.ts";
import { backOffOf, placed, programmedLocal, shared } from "./outlineAtTouch.ts";
import type { TouchScene, TouchSituation } from "./sceneTypes.ts";

/** The probe of a setter, in front of the part and clear of it; the tip presses on the side that it measures. */
export function setterScene(situation: TouchSituation, outline: ToolOutline, end: number): TouchScene {
  const { stockDiameter, stickOut, hole, axis, tool, zone, choice } = situation;
  const far = zone.from === "minus" && axis === "x" ? -1 : 1;
  const half = Math.max(4, stockDiameter * 0.09);
  const middle = point(end + stockDiameter * 0.42, far * stockDiameter * 0.28);
  const isBore = familyOf(tool) === "bore";
  const behind = wholeChoice(tool, axis, choice).stand === "behind";
  const towards = axis === "z" ? (behind ? "z+" : "z-") : (isBore ? -far : far) === 1 ? "x-" : "x+";
  const step = { "z-": point(half, 0), "z+": point(-half, 0), "x-": point(0, half), "x+": point(0, -half) }[towards];
  const contact = plus(middle, step);
  const shift = minus(contact, farthest(outline.cutting, towards));
  const probe = rectangle(middle.z - half, middle.x - half, middle.z + half, middle.x + half);
  const stem = rectangle(middle.z - half * 0.4, middle.x - half, middle.z + half * 0.4, -stockDiameter * 1.2);
  const away = { "z-": point(1, 0), "z+": point(-1, 0), "x-": point(0, 1), "x+": point(0, -1) }[towards];
  const base = placed(situation, outline, shift);
  return {
    ...shared(situation, { diameter: stockDiameter, end, stickOut, hole, cut: undefined }),
    ...base,
    tool: [{ polygon: stem, part: "setter" }, { polygon: probe, part: "setter" }, ...base.tool],
    spacer: undefined,
    contact,
    programmed: plus(programmedLocal(situation, outline), shift),
    rawEnd: undefined,
    sizeFrom: middle,
    sizeTo: middle,
    backOff: backOffOf(situation, shift, outline, away),
    retreat: undefined,
  };
}
