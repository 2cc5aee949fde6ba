import { href } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";
import { nextStep, touchingOrder } from "../../core/plan/index.ts";
import { stepAddress } from "./stepOf.ts";

/** Forms that finish a step: the next one opens. */
const GOES_ON: readonly string[] = ["accept-touch", "accept-nose", "record-hole", "record-face", "record-length"];

/** Where the work goes on after a form was kept: the next step of the plan, the table when nothing is left; else here. */
export function addressAfter(
  setupId: string,
  /** The setup with the form on it; looked at only where the form leads on. */
  read: () => SetupView,
  form: { readonly intent: string; readonly offset?: string },
): string | undefined {
  const { intent, offset = "" } = form;
  if (intent === "make-second")
    return `${href("/setups/:setupId/touch", { setupId })}?tool=${String(Number(offset))}&do=second`;
  if (!GOES_ON.includes(intent)) return undefined;
  const setup = read();
  const order = touchingOrder(setup);
  // A chosen order is kept to; in the usual one a tool is finished first.
  const own = setup.order ? undefined : nextStep(order.filter((one) => one.offset === offset));
  const step = own ?? nextStep(order);
  return step
    ? `${href("/setups/:setupId/touch", { setupId })}?${stepAddress(new URLSearchParams(), step)}`
    : href("/setups/:setupId/table", { setupId });
}
