import { Form, useNavigation } from "react-router";
import { styled } from "styled-components";
import { WaitingHere } from "../offline/WaitingHere.tsx";
import { Mark } from "../shell/Mark.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { Question } from "../ui/Question.tsx";
import { color, size } from "../ui/tokens.ts";
import { Tile } from "./Tile.ts";
import { typedField } from "./typedField.ts";

interface SignInPageProps {
  /** Made-up people of the demo, one tap away; empty outside demo mode. */
  readonly people: readonly { readonly id: string; readonly name: string; readonly role: string }[];
  /** Why signing in is not possible here; absent where it is. */
  readonly note: string | undefined;
  readonly failed: { readonly name: string; readonly message: string } | undefined;
}

const MAY: Readonly<Record<string, string>> = {
  setter: "touches off and enters",
  lead: "also signs off",
  viewer: "looks, changes nothing",
};

export function SignInPage({ people, note, failed }: SignInPageProps) {
  const busy = useNavigation().state !== "idle";
  return (
    <Page>
      <Head>
        <Mark />
        <p>From “the program is loaded and the turret is full” to “every offset is in, proven, and on record”.</p>
      </Head>
      <WaitingHere />
      {note !== undefined && <Question role="note">{note}</Question>}
      {people.length > 0 && (
        <section aria-labelledby="demo">
          <h1 id="demo">Who are you today?</h1>
          <Quiet>Demo workshop: these people and their machines are made up.</Quiet>
          <People>
            {people.map(({ id, name, role }) => (
              <li key={id}>
                <Form method="post">
                  <input type="hidden" name="intent" value="demo" />
                  <input type="hidden" name="person" value={id} />
                  <Tile type="submit">
                    <strong>{name}</strong>
                    <span>
                      {role}: {MAY[role]}
                    </span>
                  </Tile>
                </Form>
              </li>
            ))}
          </People>
        </section>
      )}
      <section aria-labelledby="secret">
        <h2 id="secret">{people.length > 0 ? "Or sign in by name" : "Sign in"}</h2>
        <Fields method="post">
          <input type="hidden" name="intent" value="secret" />
          <label>
            Name
            <input
              name="name"
              autoComplete="username"
              defaultValue={failed?.name ?? ""}
              maxLength={80}
              aria-invalid={failed ? true : undefined}
              aria-describedby="failed"
            />
          </label>
          <label>
            Passphrase or PIN
            <input
              name="secret"
              type="password"
              autoComplete="current-password"
              maxLength={200}
              aria-invalid={failed ? true : undefined}
              aria-describedby="failed"
            />
          </label>
          <PrimaryButton type="submit" isDisabled={busy}>
            {busy ? "Signing in…" : "Sign in"}
          </PrimaryButton>
          <p id="failed" role="alert">
            {failed?.message}
          </p>
        </Fields>
      </section>
      <Quiet>
        Luvrit gives arithmetic and advice. The machine's manual, the shop's rules, local law and trained people decide.
      </Quiet>
    </Page>
  );
}

const Page = styled.main`
  display: grid;
  gap: 28px;
  max-width: 860px;
  margin: 0 auto;
  padding: 7vh 24px 24px;
  h1, h2 { font-size: ${size.number}; font-weight: 700; }
`;
const Head = styled.header`
  display: grid;
  gap: 8px;
  color: ${color("measured")};
  p { color: ${color("ink")}; max-width: 36em; }
`;
const People = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 12px;
  margin-top: 12px;
  form, button { height: 100%; }
`;
const Fields = styled(Form)`
  ${typedField}
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 12px;
  margin-top: 12px;
  input:not([type="hidden"]) { width: 250px; }
  > p { flex-basis: 100%; min-height: 1.3em; color: ${color("stop")}; font-weight: 600; }
`;
