import type { SetupView } from "../ledger/index.ts";
import { bestOrder, type PlannedOrder } from "./bestOrder.ts";
import { secondsOf } from "./planCost.ts";
import { type PlanStep, planSteps, stepKey } from "./planSteps.ts";
import { touchingOrder } from "./touchingOrder.ts";

/** A proposal for the work that is left, beside the order that holds now. */
interface Plan extends PlannedOrder {
  /** Everything that is left at the machine, in the order that holds now, and how long that takes. */
  readonly now: readonly PlanStep[];
  readonly secondsNow: number;
}

/** Plans what is left to touch: what is done stays where it is, and the plan begins where the last of it stood. */
export function planSetup(setup: SetupView): Plan {
  const steps = touchingOrder(setup);
  const all = planSteps(setup, steps);
  const done = new Set(steps.filter(({ state }) => state === "done").map(stepKey));
  const left = all.filter(({ key }) => !done.has(key));
  const after = all.filter(({ key }) => done.has(key)).at(-1);
  const indexing = indexingOf(setup);
  return { ...bestOrder(left, indexing, after), now: left, secondsNow: secondsOf(left, indexing, after) };
}

/** How the machine's turret turns, as its profile says in words. */
export function indexingOf({ machine }: Pick<SetupView, "machine">) {
  return { oneWay: /\bone way\b/i.test(machine.indexing ?? "") };
}
