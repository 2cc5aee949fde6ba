import { offsetNumber } from "../../core/machine/index.ts";
import { attentionOf, nextStep, touchingOrder } from "../../core/plan/index.ts";
import type { SetupSummary } from "../../server/ledger/setupsRepository.server.ts";
import { setupHere } from "./loadSetup.ts";
import { listPacks } from "./store.ts";

/** What the list of setups shows without the server: those that this device has taken along. Undefined where there are none. */
export async function setupsHere() {
  const [first, ...more] = await listPacks();
  if (!first) return undefined;
  const setups: SetupSummary[] = [];
  for (const { setupId } of [first, ...more]) {
    const here = await setupHere(setupId);
    if (!here) continue;
    const { setup, entries } = here;
    const order = touchingOrder(setup);
    const next = nextStep(order);
    setups.push({
      id: setupId,
      machineName: setup.machine.name,
      signedOff: setup.signedOff,
      job: setup.job,
      part: setup.part,
      operation: setup.operation,
      follows: setup.from?.as === "next-operation" ? setup.from.setup : undefined,
      stepsDone: order.filter(({ state }) => state === "done").length,
      stepsTotal: order.length,
      next: next && { offset: offsetNumber(setup.machine, next.offset), kind: next.kind },
      attention: attentionOf(setup),
      seq: entries.at(-1)?.seq ?? 0,
      changedAt: entries.at(-1)?.at ?? "",
    });
  }
  return {
    person: first.person,
    setups,
    hasMore: false,
    isSearch: false,
    machines: [],
    now: new Date().toISOString(),
  };
}
