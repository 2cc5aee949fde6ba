import { styled } from "styled-components";
import { PlainButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";
import type { FormDraft } from "./useDraft.ts";

/** Says that fields hold what was begun here before and not kept, and begins anew. */
export function DraftNote({ draft }: { readonly draft: Pick<FormDraft, "isTakenUp" | "clear"> }) {
  if (!draft.isTakenUp) return null;
  return (
    <Note role="status">
      <span>Your draft is in the fields again. It is not saved yet.</span>
      <PlainButton onPress={draft.clear}>Start over</PlainButton>
    </Note>
  );
}

const Note = styled(Question)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
`;
