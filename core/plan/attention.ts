import { featureStates } from "../correction/index.ts";
import type { SetupView } from "../ledger/index.ts";
import { toolNumber } from "../machine/index.ts";
import { proofState } from "../proof/index.ts";
import { touchingOrder } from "./touchingOrder.ts";

/**
 * What is wrong in a setup and comes before everything that is still to be done, in words for a list, the worst first; undefined where
 * nothing on record is wrong. It says nothing of what was never looked at.
 *
 * @example a lathe that lost its position: `position lost: check a reference tool`
 */
export function attentionOf(setup: SetupView): string | undefined {
  const { machine } = setup;
  if (setup.positionLost) return "position lost: check a reference tool";
  for (const tool of setup.tools) {
    const state = proofState(setup, tool);
    const name = toolNumber(machine, tool.offset);
    if (state === "stopped") return `${name} stopped in its check: find out why`;
    if (state === "off") return `${name} was off in its check: look at its offset`;
  }
  const out = featureStates(setup).find(({ isCurrent, within }) => isCurrent && within === false);
  if (out) return `${out.feature.name} out of limits: correct it`;
  const redo = touchingOrder(setup).find(({ state }) => state === "redo");
  return redo && `${toolNumber(machine, redo.offset)} to be touched again: ${redo.reason}`;
}
