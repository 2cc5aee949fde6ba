import { readTouchCase, solveTouch } from "../core/touch/index.ts";
import { answerCases } from "./unreadable.ts";

/** `./luvrit solve`: the touch equation for every case. */
export function solve(json: unknown): unknown {
  return answerCases(json, (one) => {
    const problem = readTouchCase(one);
    if (!problem.ok) return { error: problem.refusal };
    const { value, exact, touched, ladder } = solveTouch(problem.value);
    if (!Number.isFinite(exact))
      return { error: { code: "not-finite", message: "These numbers add up to more than any machine has." } };
    return { value, exact, touched, ladder: ladder.map(({ label, value: rung }) => ({ label, value: rung })) };
  });
}
