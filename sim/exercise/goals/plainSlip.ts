import { SLIP_WORDS, type SlipKind } from "../slipWords.ts";
import type { GoalName, MissedGoal, NamedSlip } from "./goalKind.ts";

/** A slip in the words of the truth where that has words, else in those of its kind; `act` counts from 1, 0 where nothing was done. */
export const plainSlip = <Name extends GoalName>(
  { truth }: Pick<MissedGoal<Name>, "truth">,
  kind: SlipKind,
  act: number,
): NamedSlip => ({ kind, says: truth.says ?? SLIP_WORDS[kind], act });
