import { useMemo, useState } from "react";
import { useFetcher, useRouteLoaderData } from "react-router";
import { styled } from "styled-components";
import { AXIS_NAME, toolNumber } from "../../core/machine/index.ts";
import { restingOn } from "../../core/plan/index.ts";
import type { loader } from "../routes/setup.tsx";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
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
  const [isAsked, setAsked] = useState(false);
  const rests = useResting(entry);
  if (isAsked && rests.length > 0)
    return (
      <Question role="alert">
        <p>
          {rests.join(", ")} {rests.length === 1 ? "rests" : "rest"} on it. Undone,{" "}
          {rests.length === 1 ? "it is" : "they are"} marked: to be reckoned anew, or touched again.
        </p>
        <Choices>
          <Small
            onPress={() => {
              setAsked(false);
              undo();
            }}
            aria-label={`${label} ${what} all the same`}
          >
            {label} all the same
          </Small>
          <Small onPress={() => setAsked(false)}>Leave it</Small>
        </Choices>
      </Question>
    );
  return (
    <>
      <Small
        onPress={() => (rests.length > 0 ? setAsked(true) : undo())}
        isDisabled={fetcher.state !== "idle"}
        aria-label={`${label} ${what}`}
      >
        {label}
      </Small>
      {answer && answer.outcome !== "done" && (
        <Trouble>
          {"message" in answer
            ? answer.message
            : `${answer.theirs.person} has changed this meanwhile. Look at it again first.`}
        </Trouble>
      )}
    </>
  );
}

/** The numbers of the setup on the page that rest on an entry, as `Z of T02`; none outside a setup. */
function useResting(entry: string): readonly string[] {
  const loaded = useRouteLoaderData<typeof loader>("routes/setup");
  const setup = loaded?.setup;
  return useMemo(
    () =>
      setup
        ? restingOn(setup, entry).map(
            ({ tool, axis }) => `${AXIS_NAME[axis]} of ${toolNumber(setup.machine, tool.offset)}`,
          )
        : [],
    [setup, entry],
  );
}

const Small = styled(PlainButton)`
  flex: none;
  padding: 4px 10px;
  font-size: ${size.small};
`;
const Choices = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
`;
