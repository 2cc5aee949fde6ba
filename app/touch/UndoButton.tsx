import { useFetcher } from "react-router";
import { styled } from "styled-components";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import { PlainButton } from "../ui/Button.tsx";
import { size } from "../ui/tokens.ts";
import type { TouchAnswer } from "./touchAnswer.ts";

interface UndoButtonProps {
  readonly setupId: string;
  readonly entry: string;
  readonly seq: number;
  readonly label: string;
  /** What is taken back, for a screen reader. */
  readonly what: string;
}

/** Takes an entry back by a new entry; nothing is deleted. */
export function UndoButton({ setupId, entry, seq, label, what }: UndoButtonProps) {
  const fetcher = useFetcher<TouchAnswer>();
  const answer = fetcher.data;
  const undo = () =>
    fetcher.submit(
      { intent: "undo", id: newId(), base: String(seq), entry },
      { method: "post", action: entriesAddress(setupId) },
    );
  return (
    <>
      <Small onPress={undo} isDisabled={fetcher.state !== "idle"} aria-label={`${label} ${what}`}>
        {label}
      </Small>
      {answer && answer.outcome !== "done" && (
        <span role="alert">
          {"message" in answer
            ? answer.message
            : `${answer.theirs.person} has changed this meanwhile. Look at it again first.`}
        </span>
      )}
    </>
  );
}

const Small = styled(PlainButton)`
  flex: none;
  padding: 4px 10px;
  font-size: ${size.small};
`;
