import { useState } from "react";
import type { ToolView, TouchWay } from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import type { EdgeChoice } from "../../core/tool/index.ts";

/** How a tool is touched. */
interface HeldWay {
  readonly way: TouchWay;
  readonly edges: EdgeChoice;
}

/**
 * How the tool is touched, as this page has it: while something is typed here, another person's choice does not change it under the
 * hand. What was just chosen here holds at once, also before the form that says so is on its way; the ledger's answer follows.
 */
export function useHeldWay(
  tool: Pick<ToolView, "way" | "choice">,
  axis: Axis,
  /** Whether a form with a choice is under way. */
  isSent: boolean,
) {
  const [isKept, setKept] = useState(false);
  const [own, setOwn] = useState<HeldWay>();
  const [wasSent, setWasSent] = useState(false);
  // Answered: from here on the ledger says it, unless something is typed.
  if (wasSent !== isSent) {
    setWasSent(isSent);
    if (!isSent && !isKept) setOwn(undefined);
  }
  const way = own?.way ?? tool.way[axis];
  const edges = own?.edges ?? tool.choice[axis];
  return {
    way,
    edges,
    chosen: (next: TouchWay, nextEdges: EdgeChoice) => setOwn({ way: next, edges: nextEdges }),
    keepWhile: (isTyping: boolean) => {
      if (isTyping === isKept) return;
      setKept(isTyping);
      if (isTyping) setOwn({ way, edges });
      else if (!isSent) setOwn(undefined);
    },
  };
}
