import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import { awayFromWork } from "../../core/limits/index.ts";
import { type LatheAxis, workInZone } from "../../core/machine/index.ts";

/** Slips that can be tried, in the words of the shop. */
export const SLIPS = {
  "paper-ignored": "paper left out",
  "radius-for-diameter": "radius for diameter",
  "sign-lost": "minus sign lost",
  "decimal-point": "decimal point one place off",
  "wrong-edge": "other edge of the blade",
  "work-taught-twice": "whole distance in the work offset",
  amount: "off by an amount",
} as const;

/** An ordinary paper, where the touch was made without one. */
const PAPER = 0.1;

/**
 * By how much a slip would change what the control holds, in millimetres, X as a diameter; undefined where it cannot
 * happen to this tool on this axis. Geometry G = M − P, so a P too small by d makes G too large by d.
 */
export function slipAmount(
  setup: SetupView,
  tool: ToolView | undefined,
  axis: LatheAxis,
  kind: Exclude<keyof typeof SLIPS, "amount">,
): number | undefined {
  const touch = tool?.[axis];
  const geometry = touch?.exact ?? tool?.control?.[axis];
  if (!tool || geometry === undefined) return undefined;
  const size = touch?.size ?? 0;
  const far = tool.zone.from === "minus" ? -1 : 1;
  switch (kind) {
    case "paper-ignored":
      return awayFromWork(tool, axis, tool.choice[axis]) * (touch?.spacer || PAPER) * (axis === "x" ? 2 : 1);
    case "radius-for-diameter":
      return axis === "x" && size > 0 ? (far * size) / 2 : undefined;
    case "sign-lost":
      return geometry === 0 ? undefined : -2 * geometry;
    case "decimal-point":
      return axis === "x" && size > 0 ? far * size * 0.9 : undefined;
    case "wrong-edge":
      return axis === "z" && "width" in tool.tool ? tool.tool.width : undefined;
    case "work-taught-twice":
      return setup.workOffset.z || workInZone(setup.machine, "z", geometry, tool.zone);
  }
}
