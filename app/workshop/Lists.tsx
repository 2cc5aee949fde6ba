import { styled } from "styled-components";
import type { WorkshopOutcome } from "../../server/workshop/runWorkshopForm.server.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { FormRefusal } from "../ui/FormRefusal.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import { AnswerNote } from "./Answer.tsx";

/** The form of what is open. */
export const ListForm = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 14px;
  padding: 16px 18px;
  border-radius: ${radius};
  background: ${color("sheet")};
  h2 { font-size: ${size.number}; }
  h3 { margin: 0; font-size: ${size.text}; }
`;
/** What can be done with the form: keep it, retire it or bring it back; and what came of it. */
export function FormActions({
  words,
  isThere,
  retired,
  form,
  onRetire,
}: {
  readonly words: { readonly make: string; readonly retire: string; readonly back: string };
  /** False for a new one. */
  readonly isThere: boolean;
  readonly retired: boolean;
  readonly form: { readonly busy: boolean; readonly answer: WorkshopOutcome | undefined };
  readonly onRetire: (retired: boolean) => void;
}) {
  return (
    <Foot>
      <PrimaryButton type="submit" isDisabled={form.busy}>
        {isThere ? "Save the change" : words.make}
      </PrimaryButton>
      {isThere && (
        <PlainButton onPress={() => onRetire(!retired)} isDisabled={form.busy}>
          {retired ? words.back : words.retire}
        </PlainButton>
      )}
      <AnswerNote answer={form.answer} />
      <FormRefusal />
    </Foot>
  );
}

const Foot = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  position: sticky;
  bottom: -16px;
  padding: 10px 0;
  background: ${color("sheet")};
`;
