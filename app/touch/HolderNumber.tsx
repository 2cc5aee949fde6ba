import { useState } from "react";
import { styled } from "styled-components";
import type { SetupView, ToolView } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Field } from "../ui/Field.tsx";
import { Question } from "../ui/Question.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";

/** The number of the holder that a tool stands in: said once, and again where it is another one. */
export function HolderNumber({
  setup,
  setupId,
  tool,
}: {
  readonly setup: SetupView;
  readonly setupId: string;
  readonly tool: ToolView;
}) {
  const form = useSetupForm(setupId, setup.seq);
  const [holder, setHolder] = useState("");
  const name = toolNumber(setup.machine, tool.offset);
  const offset = tool.second?.of ?? tool.offset;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (holder.trim() !== "") form.send("number-holder", { offset, holder: holder.trim() });
      }}
    >
      <Beside>
        <Field
          name="holder"
          label={
            tool.holder === undefined ? `Number of the holder of ${name}` : `${name}: holder ${tool.holder}, now holder`
          }
          value={holder}
          onChange={setHolder}
          refusal={form.refusalOf("holder")}
        />
        <PlainButton type="submit" isDisabled={form.busy || holder.trim() === ""}>
          Save
        </PlainButton>
      </Beside>
      {form.trouble !== undefined && <RefusalLine>{form.trouble}</RefusalLine>}
    </form>
  );
}

/** Asks for the number of the holder that hangs on a post for a tool; nothing where it is known, or where tools stand in stations. */
export function HolderAsked(props: Parameters<typeof HolderNumber>[0]) {
  return asksForHolder(props.tool) ? (
    <Question>
      <HolderNumber {...props} />
    </Question>
  ) : null;
}

/** On a post every call is a holder that somebody hangs: its number is asked while it is not known. */
const asksForHolder = ({ zone, holder, second }: ToolView): boolean =>
  zone.kind === "post" && holder === undefined && !second;

const Beside = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
  gap: 8px;
`;
