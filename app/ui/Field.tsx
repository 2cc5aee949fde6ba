import { FieldError, Input, Label, TextField } from "react-aria-components";
import { css, styled } from "styled-components";
import { readLength, type Unit } from "../../core/units/index.ts";
import { LengthEntry } from "../entry/LengthEntry.tsx";
import { useEarly } from "../shell/useEarly.ts";
import { fieldBox } from "./fieldBox.ts";
import { color, size } from "./tokens.ts";

interface FieldProps {
  readonly name: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly refusal?: string | undefined;
  readonly hint?: string;
  readonly isReadOnly?: boolean;
}

/** A line of words with its name above it. */
export function Field({ name, label, value, onChange, refusal, hint, isReadOnly = false }: FieldProps) {
  const input = useEarly<HTMLInputElement>(value, onChange);
  return (
    <Words
      name={name}
      value={value}
      onChange={onChange}
      isReadOnly={isReadOnly}
      isInvalid={refusal !== undefined}
      validationBehavior="aria"
    >
      <Label>{label}</Label>
      <Input ref={input} autoComplete="off" maxLength={200} placeholder={hint ?? ""} />
      <FieldError>{refusal}</FieldError>
    </Words>
  );
}

/** A length in a form that is no drawing: named above, understood below, in the unit of the form. */
export function LengthField({
  unit,
  decimal,
  asked,
  ...props
}: FieldProps & {
  readonly unit: Unit;
  readonly decimal: "." | "," | undefined;
  /** From now on an empty field is asked for. */
  readonly asked?: boolean;
}) {
  const { name, label, value, onChange, refusal } = props;
  const read = readLength(value, { units: unit, ...(decimal && { decimal }) });
  const own = read.ok || (read.refusal.code === "empty" && !asked) ? undefined : read.refusal.message;
  return (
    <LengthEntry
      name={name}
      label={label}
      unit={unit}
      caption={label}
      isNamedAbove
      quantity="measured"
      text={value}
      onEdit={(edit) => onChange(edit(value))}
      understood={read.ok ? read.value : undefined}
      refusal={own ?? refusal}
      {...(props.isReadOnly && { isReadOnly: true })}
    />
  );
}

/** One of a few, by its name. */
export function Pick({
  name,
  label,
  value,
  onChange,
  options,
  refusal,
}: Omit<FieldProps, "hint" | "isReadOnly"> & { readonly options: readonly (readonly [string, string])[] }) {
  const select = useEarly<HTMLSelectElement>(value, onChange);
  return (
    <Choice>
      <span>{label}</span>
      <select
        ref={select}
        name={name}
        aria-label={label}
        value={value}
        onChange={(event) => onChange(event.target.value)}
        aria-invalid={refusal ? true : undefined}
      >
        {options.map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      {refusal && <em role="alert">{refusal}</em>}
    </Choice>
  );
}

const column = css`
  display: grid;
  align-content: start;
  gap: 4px;
  min-width: 0;
  font-size: ${size.small};
`;
const box = css`
  width: 100%;
  min-width: 0;
  ${fieldBox}
  font-size: ${size.text};
`;
const Words = styled(TextField)`
  ${column}
  label { font-weight: 600; }
  input { ${box} }
  &[data-invalid] input { border-color: ${color("stop")}; border-width: 2.5px; }
  .react-aria-FieldError { color: ${color("stop")}; font-weight: 600; }
`;
const Choice = styled.label`
  ${column}
  > span { font-weight: 600; }
  select { ${box} }
  select[aria-invalid] { border-color: ${color("stop")}; border-width: 2.5px; }
  em { color: ${color("stop")}; font-style: normal; font-weight: 600; }
`;
