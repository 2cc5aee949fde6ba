import { useEffect, useState } from "react";
import { Heading } from "react-aria-components";
import { href, Link, useFetcher } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import { goOnHere, useConnection } from "../offline/useConnection.ts";
import { useRevalidate } from "../shell/useRevalidate.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { DialogSheet, Shade } from "../ui/Dialog.tsx";
import { Question } from "../ui/Question.tsx";
import { size } from "../ui/tokens.ts";
import { Tile } from "./Tile.ts";
import { typedField } from "./typedField.ts";

interface Colleague {
  readonly id: string;
  readonly name: string;
  readonly role: string;
}

/** Another person goes on at this device: chosen by name, let in by their own PIN. The page stays where it is. */
export function SwitchPerson({ onClose }: { readonly onClose: () => void }) {
  const { server } = useConnection();
  const people = useFetcher<readonly Colleague[]>();
  const answer = useFetcher<{ readonly message?: string; readonly person?: Person }>();
  const { revalidate } = useRevalidate();
  const [chosen, setChosen] = useState<Colleague>();
  const { load } = people;
  useEffect(() => {
    load(href("/switch"));
  }, [load]);
  const letIn = answer.data?.person;
  useEffect(() => {
    // Before anything is asked for anew: a setup that entries wait for is shown as this device knows it, to whom it knows.
    if (letIn) goOnHere(letIn).then(revalidate);
  }, [letIn, revalidate]);
  const busy = answer.state !== "idle";
  return (
    <Shade isOpen onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Sheet>
        <Heading slot="title">{chosen ? `${chosen.name} goes on here` : "Who goes on here?"}</Heading>
        {server === "away" && (
          <Question>
            The server does not answer, so no other person can sign in. What waits here stays under your name.
          </Question>
        )}
        {!chosen && people.data?.length === 0 && <p>There are no other people yet.</p>}
        {!chosen && (
          <ul>
            {people.data?.map((one) => (
              <li key={one.id}>
                <Tile type="button" onClick={() => setChosen(one)}>
                  <strong>{one.name}</strong> <span>{one.role}</span>
                </Tile>
              </li>
            ))}
          </ul>
        )}
        {chosen && (
          <answer.Form method="post" action={href("/switch")} key={chosen.id}>
            <input type="hidden" name="person" value={chosen.id} />
            <label>
              PIN or passphrase of {chosen.name}
              {/* biome-ignore lint/a11y/noAutofocus: the dialog was opened to type this and nothing else. */}
              <input name="secret" type="password" autoComplete="off" autoFocus maxLength={200} />
            </label>
            {!busy && answer.data?.message && <Question role="alert">{answer.data.message}</Question>}
            <div>
              <PrimaryButton type="submit" isDisabled={busy || server === "away"}>
                {busy ? "Letting in…" : "Go on"}
              </PrimaryButton>
              <PlainButton onPress={() => setChosen(undefined)}>Somebody else</PlainButton>
            </div>
          </answer.Form>
        )}
        {!chosen && server === "here" && <Own to={href("/secret")}>Change your own PIN or passphrase</Own>}
        <PlainButton onPress={onClose}>Close</PlainButton>
      </Sheet>
    </Shade>
  );
}

const Own = styled(Link)`
  display: inline-flex;
  align-items: center;
  min-height: 48px;
  color: inherit;
`;
const Sheet = styled(DialogSheet)`
  ${typedField}
  ul { display: grid; grid-template-columns: repeat(auto-fill, minmax(180px, 1fr)); gap: 10px; }
  form { display: grid; gap: 14px; }
  form > div { display: flex; gap: 10px; }
  input[type="password"] { font-size: ${size.number}; }
`;
