import { Form } from "react-router";
import { styled } from "styled-components";
import { color, size } from "../ui/tokens.ts";
import { typedField } from "./typedField.ts";

/** A field as it stands on these pages: what it is called, what goes into it, and what a browser may fill it with. */
export interface TypedField {
  readonly name: string;
  readonly label: string;
  readonly hint: string;
  readonly type: "text" | "password";
  readonly autoComplete: "off" | "current-password" | "new-password";
  readonly defaultValue?: string | undefined;
  readonly longest: number;
}

/** Fields one under the other, each with its hint, or in its place what is wrong with it. */
export function TypedFields({
  fields,
  wrong,
}: {
  readonly fields: readonly TypedField[];
  readonly wrong: Readonly<Record<string, string>> | undefined;
}) {
  return fields.map(({ name, label, hint, type, autoComplete, defaultValue, longest }) => {
    const words = wrong?.[name];
    return (
      <label key={name}>
        {label}
        <input
          name={name}
          type={type}
          autoComplete={autoComplete}
          defaultValue={defaultValue}
          maxLength={longest}
          aria-invalid={words ? true : undefined}
          aria-describedby={`${name}-words`}
        />
        <small id={`${name}-words`} role={words ? "alert" : undefined} data-wrong={words ? true : undefined}>
          {words ?? hint}
        </small>
      </label>
    );
  });
}

/** The page around such a form. */
export const SecretPageFrame = styled.main`
  display: grid;
  gap: 16px;
  max-width: 520px;
  margin: 0 auto;
  padding: 8vh 24px 24px;
  h1 { font-size: ${size.number}; }
  > a, p a { display: inline-block; padding: 12px 0; }
`;

export const SecretForm = styled(Form)`
  ${typedField}
  display: grid;
  gap: 14px;
  small { min-height: 1.3em; font-size: ${size.small}; font-weight: 400; color: ${color("quiet")}; }
  small[data-wrong] { color: ${color("stop")}; font-weight: 600; }
`;
