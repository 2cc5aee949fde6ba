import { styled } from "styled-components";
import type { WorkshopOutcome } from "../../server/workshop/runWorkshopForm.server.ts";
import { color, size } from "../ui/tokens.ts";

/** What came of a form: kept, or why not. */
export function AnswerNote({ answer }: { readonly answer: WorkshopOutcome | undefined }) {
  if (!answer) return null;
  return (
    <Said role={answer.outcome === "done" ? "status" : "alert"} $isDone={answer.outcome === "done"}>
      {answer.message}
    </Said>
  );
}

const Said = styled.p<{ $isDone: boolean }>`
  flex-basis: 100%;
  padding: 6px 12px;
  border-left: 5px solid ${({ $isDone }) => color($isDone ? "clear" : "stop")};
  background: ${({ $isDone }) => color($isDone ? "clearGround" : "stopGround")};
  && { color: ${color("ink")}; font-size: ${size.small}; }
`;
