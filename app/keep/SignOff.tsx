import { useState } from "react";
import { styled } from "styled-components";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Field } from "../ui/Field.tsx";
import { Moment } from "../ui/Moment.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { size } from "../ui/tokens.ts";
import { DevicesOpen, mayHold } from "./DevicesOpen.tsx";
import { KeepPanel } from "./KeepPanel.tsx";
import type { FromServer } from "./LatePanel.tsx";

export interface SignOffProps extends LoadedSetup {
  readonly unproven: readonly string[];
  /** What the server alone knows; undefined where it is away. */
  readonly fromServer: FromServer | undefined;
}

/** A lead signs the setup off; what is not proven is named before, and on which devices something may wait that has not arrived. */
export function SignOff({ setup, setupId, unproven, person, now, fromServer }: SignOffProps) {
  const form = useSetupForm(setupId, setup.seq);
  const [reason, setReason] = useState("");
  const [seen, setSeen] = useState(false);
  const { signOff } = setup;
  const isLead = person.role === "lead";
  const isSilent = fromServer?.devices.some(mayHold) ?? true;
  const mustRead = unproven.length > 0 || isSilent;
  if (signOff)
    return (
      <KeepPanel $tone="clear" aria-label="Sign-off">
        <h2>Signed off</h2>
        <p>
          {signOff.person}, <Moment at={signOff.at} now={now} />.{" "}
          {signOff.unproven.length === 0 ? "Nothing was unproven." : "Signed with this unproven:"}
        </p>
        <Unproven lines={signOff.unproven} />
        {isLead && (fromServer?.late.length ?? 0) === 0 ? (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              form.send("reopen", { reason });
            }}
          >
            <Field
              name="reason"
              label="Why it is opened again"
              value={reason}
              onChange={setReason}
              refusal={form.refusalOf("reason")}
            />
            <PlainButton type="submit" isDisabled={form.busy}>
              Open it again
            </PlainButton>
            <RefusalLine>{form.trouble}</RefusalLine>
          </form>
        ) : (
          <p>{isLead ? "It is opened again with what came late, above." : "A lead opens it again."}</p>
        )}
      </KeepPanel>
    );
  return (
    <KeepPanel $tone={unproven.length === 0 ? "clear" : "spacer"} aria-label="Sign-off">
      <h2>Sign-off</h2>
      <p>{unproven.length === 0 ? "Everything is done and keyed in." : `${unproven.length} unproven:`}</p>
      <Unproven lines={unproven} />
      {isLead ? (
        <>
          <DevicesOpen devices={fromServer?.devices} now={now} />
          {mustRead && (
            <label>
              <input type="checkbox" checked={seen} onChange={(event) => setSeen(event.target.checked)} /> I have read
              {unproven.length > 0 ? " what is unproven" : " which devices are silent"}
              {unproven.length > 0 && isSilent ? " and which devices are silent," : ""} and sign for it
            </label>
          )}
          <PrimaryButton onPress={() => form.send("sign-off")} isDisabled={form.busy || (mustRead && !seen)}>
            Sign off as {person.name}
          </PrimaryButton>
          <RefusalLine>{form.trouble}</RefusalLine>
        </>
      ) : (
        <p>A lead signs off.</p>
      )}
    </KeepPanel>
  );
}

function Unproven({ lines }: { readonly lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <Scrolled tabIndex={0} role="region" aria-label="What is unproven">
      <ul>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Scrolled>
  );
}

const Scrolled = styled.div`
  max-height: 210px;
  overflow: auto;
  font-size: ${size.small};
  li { padding: 2px 0 2px 16px; text-indent: -16px; }
  li::before { content: "– "; }
`;
