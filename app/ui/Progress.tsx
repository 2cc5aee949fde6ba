import { styled } from "styled-components";
import { color } from "./tokens.ts";

/** How many of how many are done, as a bar and in digits; `what` completes the sentence that a screen reader says. */
export function Progress({ done, of, what }: { readonly done: number; readonly of: number; readonly what: string }) {
  return (
    <Line>
      <progress value={done} max={Math.max(of, 1)} aria-label={`${done} of ${of} ${what}`} />
      <span>
        {done}&nbsp;of&nbsp;{of}
      </span>
    </Line>
  );
}

const Line = styled.span`
  display: flex;
  align-items: center;
  gap: 10px;
  font-variant-numeric: tabular-nums;
  progress { flex: 1; min-width: 60px; height: 10px; accent-color: ${color("clear")}; }
`;
