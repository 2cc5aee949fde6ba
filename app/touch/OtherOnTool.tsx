import type { OnTool } from "../offline/useClaim.ts";
import { clockOf } from "../setups/clock.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";

/** Somebody else is on this tool: nothing is entered beside them unawares, taking over is said. */
export function OtherOnTool({ onTool }: { readonly onTool: OnTool }) {
  const { other, take } = onTool;
  if (!other) return null;
  const since = clockOf(other.since, new Date().toISOString());
  return (
    <Question role="alert">
      <p>
        {other.person} is on this tool since {since}, at a {other.device}. Ask first: two who touch one tool crash it.
      </p>
      <PlainButton onPress={take}>Take it over</PlainButton>
    </Question>
  );
}
