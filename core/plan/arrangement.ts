import type { Step } from "./step.ts";

/** An order chosen by somebody: steps at the machine, by offset and kind. */
type Arrangement = readonly Pick<Step, "offset" | "kind" | "work">[];

/**
 * The steps in a chosen order. Steps that the order does not name keep their place behind the one that they followed:
 * radius and orientation behind the last axis of their tool, a second offset behind its first, a tool that was loaded
 * afterwards at the end.
 */
export function arrange(steps: readonly Step[], arrangement: Arrangement): readonly Step[] {
  const named = arrangement.flatMap(({ offset, kind, work }) =>
    steps.filter((step) => step.offset === offset && step.kind === kind && step.work === work),
  );
  const order = [...new Set(named)];
  const isNamed = new Set(order);
  for (const [index, step] of steps.entries()) {
    if (isNamed.has(step)) continue;
    const own = order.findLastIndex((one) => step.offset !== "" && one.offset === step.offset);
    const before = steps[index - 1];
    const at = own >= 0 ? own + 1 : isFollower(step) && before ? order.indexOf(before) + 1 : order.length;
    order.splice(at, 0, step);
  }
  return order;
}

const isFollower = ({ kind }: Step) => kind === "nose" || kind === "second";
