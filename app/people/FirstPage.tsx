import { useNavigation } from "react-router";
import { Mark } from "../shell/Mark.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { SecretForm, SecretPageFrame, type TypedField, TypedFields } from "./SecretForm.tsx";

interface FirstPageProps {
  readonly failed: { readonly name: string; readonly fields: Readonly<Record<string, string>> } | undefined;
}

const text = { type: "text", autoComplete: "off", longest: 200 } as const;
const secret = { type: "password", autoComplete: "new-password", longest: 200 } as const;

const fieldsWith = (typedName: string | undefined): readonly TypedField[] => [
  { name: "code", label: "Code of this first start", hint: "It stands where Luvrit was started.", ...text },
  {
    name: "name",
    label: "Your name",
    hint: "As it is to stand in the record.",
    ...text,
    longest: 80,
    defaultValue: typedName,
  },
  { name: "secret", label: "Your PIN or passphrase", hint: "4 to 12 digits, or 10 characters.", ...secret },
  { name: "again", label: "The same again", hint: "", ...secret },
];

/** A new shop has no people and no default password: the person who started it makes the first lead. */
export function FirstPage({ failed }: FirstPageProps) {
  const busy = useNavigation().state !== "idle";
  return (
    <SecretPageFrame>
      <Mark />
      <h1>Set up the first lead</h1>
      <p>
        You become the first lead: you let the others in, describe the machines, and sign setups off. There are no
        passwords that came with Luvrit.
      </p>
      <SecretForm method="post">
        <TypedFields fields={fieldsWith(failed?.name)} wrong={failed?.fields} />
        <PrimaryButton type="submit" isDisabled={busy}>
          {busy ? "Making…" : "Become the first lead"}
        </PrimaryButton>
      </SecretForm>
    </SecretPageFrame>
  );
}
