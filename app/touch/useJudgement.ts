import { useMemo } from "react";
import type { ToolView } from "../../core/ledger/index.ts";
import type { Axis } from "../../core/machine/index.ts";
import { openDoubt, plausibilityOfTouch, plausibilityOfWork } from "../../core/plausibility/index.ts";
import type { SolveFor } from "../../core/touch/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import type { useTouchEntry } from "./useTouchEntry.ts";

interface JudgementTask extends Pick<LoadedSetup, "setup" | "history" | "spacers"> {
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly solveFor: SolveFor;
}

/** How far the number of a touch is believed as it is typed, and the slip that is asked about; both undefined while it cannot be worked out. */
export function useJudgement(
  { setup, tool, axis, solveFor, history, spacers }: JudgementTask,
  entry: Pick<ReturnType<typeof useTouchEntry>, "reading" | "typed" | "carriedSpacer">,
) {
  const { typed: texts, carriedSpacer } = entry;
  const { solved, facts, budget } = entry.reading;
  const plausibility = useMemo(() => {
    if (!solved) return undefined;
    const value = { axis, exact: solved.exact, expanded: budget.expanded, touch: facts, spacers, carriedSpacer, texts };
    return solveFor === "work"
      ? plausibilityOfWork(setup, tool, value, tool.work[axis])
      : plausibilityOfTouch(setup, tool, value, history);
  }, [setup, tool, axis, solveFor, solved, facts, budget, texts, carriedSpacer, history, spacers]);
  const standing = solveFor === "work" ? setup.taught[axis] : tool[axis];
  const doubt = plausibility && solved && openDoubt(plausibility, setup.machine, standing, solved.exact);
  return { plausibility, doubt };
}
