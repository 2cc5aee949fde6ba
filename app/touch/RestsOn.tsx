import { useState } from "react";
import { styled } from "styled-components";
import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import { AXIS_NAME, type Axis, toolNumber } from "../../core/machine/index.ts";
import {
  allReckonedAnew,
  brokenRests,
  type ReckonedNumber,
  reckonedAnew,
  reckonedUnder,
} from "../../core/plan/index.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Field } from "../ui/Field.tsx";
import { FoldedPart } from "../ui/Fold.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { mono, size } from "../ui/tokens.ts";

/** A number and what it becomes, as the control stores both. */
function Change({
  setup,
  number: { tool, axis, from, to },
}: {
  readonly setup: SetupView;
  readonly number: ReckonedNumber;
}) {
  const show = showFor(setup.machine);
  return (
    <Numbers>
      {toolNumber(setup.machine, tool.offset)} {AXIS_NAME[axis]} {show.axis(axis, from, "tool-offset", tool.zone)} →{" "}
      <b>{show.axis(axis, to, "tool-offset", tool.zone)}</b>
    </Numbers>
  );
}

/** What has changed under a number that stands: it is reckoned anew, touched again, or still right for a reason. */
export function RestsQuestion({
  setup,
  setupId,
  tool,
  axis,
}: {
  readonly setup: SetupView;
  readonly setupId: string;
  readonly tool: ToolView;
  readonly axis: Axis;
}) {
  const form = useSetupForm(setupId, setup.seq);
  const [why, setWhy] = useState("");
  const broken = brokenRests(setup, tool, axis);
  if (broken.length === 0) return null;
  const anew = reckonedAnew(setup, tool, axis);
  return (
    <Asked role="alert">
      {broken.map(({ words }) => (
        <p key={words}>{words}.</p>
      ))}
      {anew ? (
        <>
          <Change setup={setup} number={anew} />
          <PlainButton onPress={() => form.send("reckon-anew", { offset: tool.offset, axis })} isDisabled={form.busy}>
            Reckon it anew
          </PlainButton>
        </>
      ) : (
        <p>The same readings do not say what it is now: touch it again.</p>
      )}
      <FoldedPart>
        <summary>Or it is still right</summary>
        <Field name="why" label="Because" value={why} onChange={setWhy} refusal={form.refusalOf("why")} />
        <PlainButton
          onPress={() => form.send("confirm-number", { offset: tool.offset, axis, why })}
          isDisabled={form.busy || why.trim() === ""}
        >
          Still right
        </PlainButton>
      </FoldedPart>
      <Trouble>{form.trouble}</Trouble>
    </Asked>
  );
}

/** What rests on a work offset that is about to be another one: old and new numbers. Nothing where nothing does. */
export function WouldReckon({
  setup,
  name,
  axis,
  to,
}: {
  readonly setup: SetupView;
  readonly name: string;
  readonly axis: Axis;
  /** In the main spindle's frame, millimetres. */
  readonly to: number;
}) {
  const all = reckonedUnder(setup, name, axis, to);
  if (all.length === 0) return null;
  return (
    <Question>
      <p>
        {all.length === 1 ? "One number rests" : `${all.length} numbers rest`} on it, and{" "}
        {all.length === 1 ? "is" : "are"} marked then. The same readings give:
      </p>
      <ul>
        {all.map((number) => (
          <li key={`${number.tool.offset} ${number.axis}`}>
            <Change setup={setup} number={number} />
          </li>
        ))}
      </ul>
    </Question>
  );
}

/** All numbers that can be reckoned anew, as a difference, in one action. Nothing where all stand. */
export function ReckonAllOffer({ setup, setupId }: LoadedSetup) {
  const form = useSetupForm(setupId, setup.seq);
  const all = allReckonedAnew(setup);
  if (all.length < 2) return null;
  return (
    <Asked>
      <p>{all.length} numbers rest on something that has changed. The same readings give:</p>
      <ul>
        {all.map((number) => (
          <li key={`${number.tool.offset} ${number.axis}`}>
            <Change setup={setup} number={number} />
          </li>
        ))}
      </ul>
      <PlainButton onPress={() => form.send("reckon-anew")} isDisabled={form.busy}>
        Reckon all {all.length} anew
      </PlainButton>
      <Trouble>{form.trouble}</Trouble>
    </Asked>
  );
}

const Asked = styled(Question)`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  > button { justify-self: start; }
`;
const Numbers = styled.span`
  ${mono}
  font-size: ${size.small};
`;
