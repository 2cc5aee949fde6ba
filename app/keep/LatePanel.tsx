import { useState } from "react";
import { href, useFetcher } from "react-router";
import { styled } from "styled-components";
import type { LateEntry } from "../../server/late/lateForms.server.ts";
import type { GivenBack } from "../../server/late/lateRepository.server.ts";
import type { SetupDevice } from "../../server/news/devicesRepository.server.ts";
import type { clientAction } from "../routes/late.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Checkbox } from "../ui/Checkbox.tsx";
import { Field } from "../ui/Field.tsx";
import { Moment } from "../ui/Moment.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, size } from "../ui/tokens.ts";
import { KeepPanel } from "./KeepPanel.tsx";

/** What the server alone knows beside the ledger. */
export interface FromServer {
  readonly late: readonly LateEntry[];
  readonly givenBack: readonly GivenBack[];
  readonly devices: readonly SetupDevice[];
}

type LateProps = LoadedSetup & { readonly fromServer: FromServer | undefined };

/** What came from devices after the sign-off, all of it at once, and what was given back to the person who looks. */
export function LatePanel(props: LateProps) {
  const { late = [], givenBack = [] } = props.fromServer ?? {};
  return (
    <>
      {givenBack.length > 0 && <GivenBackPanel {...props} givenBack={givenBack} />}
      {late.length > 0 && <Waiting key={late.map(({ id }) => id).join()} {...props} entries={late} />}
    </>
  );
}

/** Sends a decision; what it says stands where it was taken. */
function useDecision(setupId: string) {
  const fetcher = useFetcher<typeof clientAction>();
  const send = (fields: Readonly<Record<string, string>>) =>
    fetcher.submit(fields, { method: "post", action: href("/setups/:setupId/late", { setupId }) });
  const busy = fetcher.state !== "idle";
  const refusal = !busy && fetcher.data?.outcome === "refused" ? fetcher.data.message : undefined;
  return { send, busy, refusal };
}

function Waiting({ entries, setup, setupId, person, now }: LateProps & { readonly entries: readonly LateEntry[] }) {
  const { send, busy, refusal } = useDecision(setupId);
  const [reason, setReason] = useState("");
  const [over, setOver] = useState<ReadonlySet<string>>(new Set());
  const decide = (decision: "enter" | "give-back") =>
    send({ decision, reason, ids: entries.map(({ id }) => id).join(), over: [...over].join() });
  const comesIn = ({ id, becomes }: LateEntry) => becomes.outcome === "entered" || over.has(id);
  const entered = entries.filter(comesIn).length;
  const isUnsaid = reason.trim() === "";
  const opens = setup.signedOff ? "Open again, enter" : "Enter";
  return (
    <KeepPanel $tone="spacer" aria-label="Came after the sign-off">
      <h2>Came after the sign-off: {entries.length}</h2>
      <p>Made on devices that had not heard of it. Nothing of it is entered yet.</p>
      <List>
        {entries.map((entry) => (
          <li key={entry.id}>
            <b>{entry.what === "" ? "Not readable" : entry.what}</b>
            <span>{entry.numbers}</span>
            <small>
              {entry.person}, {entry.device}; made{" "}
              {entry.madeAt === undefined ? "at a time not known" : <Moment at={entry.madeAt} now={now} />}, arrived{" "}
              <Moment at={entry.arrivedAt} now={now} />
            </small>
            <BecomesLine entry={entry} now={now} />
            {entry.becomes.outcome === "conflict" && person.role === "lead" && (
              <Checkbox
                isChecked={over.has(entry.id)}
                onChange={(isOver) => {
                  const next = new Set(over);
                  if (isOver) next.add(entry.id);
                  else next.delete(entry.id);
                  setOver(next);
                }}
              >
                Use {entry.person}'s all the same
              </Checkbox>
            )}
          </li>
        ))}
      </List>
      {person.role === "lead" ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            decide("enter");
          }}
        >
          <Field
            name="reason"
            label="Why, for the record"
            value={reason}
            onChange={setReason}
            refusal={isUnsaid ? refusal : undefined}
          />
          <RefusalLine>{isUnsaid ? undefined : refusal}</RefusalLine>
          <PrimaryButton type="submit" isDisabled={busy || entered === 0}>
            {opens} {entered} of {entries.length}
          </PrimaryButton>
          {entered < entries.length && entered > 0 && <p>The other {entries.length - entered} are given back.</p>}
          <PlainButton isDisabled={busy} onPress={() => decide("give-back")}>
            Return all
          </PlainButton>
        </form>
      ) : (
        <p>A lead takes them in, or gives them back.</p>
      )}
    </KeepPanel>
  );
}

function BecomesLine({ entry: { becomes }, now }: { readonly entry: LateEntry; readonly now: string }) {
  switch (becomes.outcome) {
    case "entered":
      return null;
    case "refused":
      return <RefusalLine>Not entered: {becomes.message}</RefusalLine>;
    case "conflict":
      return (
        <RefusalLine>
          {becomes.isUnder ? "It rests on what has changed: " : "In its place stands "}
          {becomes.person}'s {becomes.what}
          {becomes.numbers !== "" && `, ${becomes.numbers}`} (<Moment at={becomes.at} now={now} />
          ).
        </RefusalLine>
      );
  }
}

function GivenBackPanel({ setupId, givenBack, now }: LateProps & { readonly givenBack: readonly GivenBack[] }) {
  const { send, busy, refusal } = useDecision(setupId);
  return (
    <KeepPanel $tone="spacer" aria-label="Given back to you">
      <h2>Given back to you: {givenBack.length}</h2>
      <p>You entered this without the server, after the setup was signed off. It is not in the record.</p>
      <List>
        {givenBack.map((one) => (
          <li key={one.id}>
            <b>{one.said}</b>
            <small>
              {one.by}, <Moment at={one.at} now={now} />: {one.reason}
            </small>
          </li>
        ))}
      </List>
      <PlainButton isDisabled={busy} onPress={() => send({ decision: "put-away" })}>
        I have read it
      </PlainButton>
      <RefusalLine>{refusal}</RefusalLine>
    </KeepPanel>
  );
}

const List = styled.ol`
  display: grid;
  gap: 10px;
  li { display: grid; gap: 2px; padding-top: 8px; border-top: 1px solid ${color("line")}; line-height: 1.3; }
  b { font-size: ${size.text}; }
  span { font-variant-numeric: tabular-nums; overflow-wrap: anywhere; }
  small { color: ${color("quiet")}; font-size: ${size.small}; }
`;
