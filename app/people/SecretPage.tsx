import { Form, Link, useNavigation } from "react-router";
import { styled } from "styled-components";
import { Mark } from "../shell/Mark.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { color } from "../ui/tokens.ts";
import { SecretForm, SecretPageFrame, type TypedField, TypedFields } from "./SecretForm.tsx";

const secret = { type: "password", autoComplete: "new-password", longest: 200 } as const;
const NOW: TypedField = {
  name: "now",
  label: "Present PIN or passphrase",
  hint: "The one that you sign in with.",
  ...secret,
  autoComplete: "current-password",
};
const NEW: readonly TypedField[] = [
  { name: "secret", label: "New PIN or passphrase", hint: "4 to 12 digits, or at least 10 characters.", ...secret },
  { name: "again", label: "The new one again", hint: "So that a slip does not lock you out.", ...secret },
];

/** A person chooses their own PIN or passphrase. `mustChoose`: the present one was given to them and works once only. */
export function SecretPage({
  name,
  mustChoose,
  back,
  answer,
}: {
  readonly name: string;
  readonly mustChoose: boolean;
  /** Where the page was opened from. */
  readonly back: string;
  readonly answer: { readonly fields: Readonly<Record<string, string>>; readonly to: string | undefined } | undefined;
}) {
  const busy = useNavigation().state !== "idle";
  return (
    <SecretPageFrame>
      <Mark />
      <h1>{mustChoose ? `${name}, choose your own` : "Your PIN or passphrase"}</h1>
      {answer?.to === undefined ? (
        <>
          <p>
            {mustChoose
              ? "The one that you signed in with was set by another person and cannot be used again. What you enter and sign stands under your name, so keep it to yourself."
              : "What you enter and sign stands under your name. When you change it, you are signed out on every other device."}
          </p>
          <SecretForm method="post">
            <TypedFields fields={mustChoose ? NEW : [NOW, ...NEW]} wrong={answer?.fields} />
            <Actions>
              <PrimaryButton type="submit" isDisabled={busy}>
                {busy ? "Saving…" : "Save"}
              </PrimaryButton>
              {!mustChoose && <Link to={back}>Cancel</Link>}
            </Actions>
          </SecretForm>
          {mustChoose && (
            <Form method="post" action="/sign-out">
              <TextButton type="submit">Sign out without choosing one: a lead then sets a new one</TextButton>
            </Form>
          )}
        </>
      ) : (
        <>
          <p role="status">Saved. You sign in with the new one from now on.</p>
          <p>
            <Link to={answer.to}>Go on</Link>
          </p>
        </>
      )}
    </SecretPageFrame>
  );
}

const Actions = styled.div`
  display: flex;
  align-items: center;
  gap: 20px;
  a { padding: 12px 0; }
`;
const TextButton = styled.button`
  min-height: 44px;
  padding: 0;
  border: 0;
  background: none;
  color: ${color("quiet")};
  font: inherit;
  text-align: left;
  text-decoration: underline;
  cursor: pointer;
`;
