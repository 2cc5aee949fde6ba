import { Form, Link, useNavigation } from "react-router";
import { styled } from "styled-components";
import { Mark } from "../frame/Mark.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { color, size } from "../ui/tokens.ts";
import { typedField } from "./typedField.ts";

const FIELDS = [
  ["now", "Present PIN or passphrase", "The one that you sign in with.", "current-password"],
  ["secret", "New PIN or passphrase", "4 to 12 digits, or at least 10 characters.", "new-password"],
  ["again", "The new one again", "So that a slip does not lock you out.", "new-password"],
] as const;

/** Somebody chooses a PIN or passphrase that nobody else knows. `mustChoose`: theirs was given to them, and is used up. */
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
    <Page>
      <Mark />
      <h1>{mustChoose ? `${name}, choose your own` : "Your PIN or passphrase"}</h1>
      {answer?.to === undefined ? (
        <>
          <p>
            {mustChoose
              ? "The one that you signed in with was set by somebody else and is used up now. What you enter and sign stands under your name, so nobody else may know it."
              : "What you enter and sign stands under your name. When you change it, you are signed out on every other device."}
          </p>
          <Fields method="post">
            {FIELDS.filter(([field]) => field !== "now" || !mustChoose).map(([field, label, hint, complete]) => {
              const wrong = answer?.fields[field];
              return (
                <label key={field}>
                  {label}
                  <input
                    name={field}
                    type="password"
                    autoComplete={complete}
                    maxLength={200}
                    aria-invalid={wrong ? true : undefined}
                    aria-describedby={`${field}-words`}
                  />
                  <small id={`${field}-words`} role={wrong ? "alert" : undefined} data-wrong={wrong ? true : undefined}>
                    {wrong ?? hint}
                  </small>
                </label>
              );
            })}
            <Deeds>
              <PrimaryButton type="submit" isDisabled={busy}>
                {busy ? "Saving…" : "Save"}
              </PrimaryButton>
              {!mustChoose && <Link to={back}>Cancel</Link>}
            </Deeds>
          </Fields>
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
    </Page>
  );
}

const Page = styled.main`
  display: grid;
  gap: 16px;
  max-width: 520px;
  margin: 0 auto;
  padding: 8vh 24px 24px;
  h1 { font-size: ${size.number}; }
  > a, p a { display: inline-block; padding: 12px 0; }
`;
const Fields = styled(Form)`
  ${typedField}
  display: grid;
  gap: 14px;
  small { min-height: 1.3em; font-size: ${size.small}; font-weight: 400; color: ${color("quiet")}; }
  small[data-wrong] { color: ${color("stop")}; font-weight: 600; }
`;
const Deeds = styled.div`
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
