import { Form, useNavigation } from "react-router";
import { styled } from "styled-components";
import { Mark } from "../frame/Mark.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { color, size } from "../ui/tokens.ts";
import { typedField } from "./typedField.ts";

interface FirstPageProps {
  readonly failed: { readonly name: string; readonly fields: Readonly<Record<string, string>> } | undefined;
}

const FIELDS = [
  { name: "code", label: "Code of this first start", hint: "It stands where Luvrit was started.", type: "text" },
  { name: "name", label: "Your name", hint: "As it is to stand in the record.", type: "text" },
  { name: "secret", label: "Your PIN or passphrase", hint: "4 to 12 digits, or 10 characters.", type: "password" },
  { name: "again", label: "The same again", hint: "", type: "password" },
] as const;

/** A new shop has nobody yet, and no password that anybody could know: whoever started it makes the first lead. */
export function FirstPage({ failed }: FirstPageProps) {
  const busy = useNavigation().state !== "idle";
  return (
    <Page>
      <Mark />
      <h1>Nobody works here yet</h1>
      <p>
        You become the first lead: you let the others in, describe the machines, and sign setups off. There are no
        passwords that came with Luvrit.
      </p>
      <Fields method="post">
        {FIELDS.map(({ name, label, hint, type }) => {
          const wrong = failed?.fields[name];
          return (
            <label key={name}>
              {label}
              <input
                name={name}
                type={type}
                autoComplete={type === "password" ? "new-password" : "off"}
                defaultValue={name === "name" ? failed?.name : undefined}
                maxLength={name === "name" ? 80 : 200}
                aria-invalid={wrong ? true : undefined}
                aria-describedby={`${name}-words`}
              />
              <small id={`${name}-words`} role={wrong ? "alert" : undefined} data-wrong={wrong ? true : undefined}>
                {wrong ?? hint}
              </small>
            </label>
          );
        })}
        <PrimaryButton type="submit" isDisabled={busy}>
          {busy ? "Making…" : "Become the first lead"}
        </PrimaryButton>
      </Fields>
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
`;
const Fields = styled(Form)`
  ${typedField}
  display: grid;
  gap: 14px;
  small { min-height: 1.3em; font-size: ${size.small}; font-weight: 400; color: ${color("quiet")}; }
  small[data-wrong] { color: ${color("stop")}; font-weight: 600; }
`;
