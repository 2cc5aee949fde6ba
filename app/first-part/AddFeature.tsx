import { useState } from "react";
import { styled } from "styled-components";
import { FEATURE_FORMS } from "../../core/correction/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { newId } from "../shell/newId.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Field, LengthField, Pick } from "../ui/Field.tsx";
import { color, radius } from "../ui/tokens.ts";
import type { FirstPartProps } from "./firstPartProps.ts";

const LENGTHS = [
  ["nominal", "Nominal, as drawn"],
  ["upper", "Upper deviation"],
  ["lower", "Lower deviation"],
  ["at", "Measured at, from the face"],
] as const;
const EMPTY = { name: "", offset: "", axis: "x", form: "", nominal: "", lower: "", upper: "", at: "" };
type Typed = Readonly<Record<keyof typeof EMPTY, string>>;

/** One more dimension with its limits, what it is, and the offset that makes it. */
export function AddFeature({
  setup,
  setupId,
  mayEnter,
  person,
  isOpen,
}: FirstPartProps & { readonly isOpen: boolean }) {
  const { machine, tools, features } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const [feature, setFeature] = useState(newId);
  const [typed, setTyped] = useState<Typed>(EMPTY);
  const set = (name: keyof Typed) => (text: string) => setTyped((now) => ({ ...now, [name]: text }));
  const offset = typed.offset || (tools[0]?.offset ?? "");
  // What was kept leaves the form, ready for the next one.
  if (form.isDone && features.some((one) => one.feature === feature)) {
    setFeature(newId());
    setTyped({ ...EMPTY, offset, axis: typed.axis });
  }
  if (!mayEnter) return null;
  const forms = FEATURE_FORMS.filter((one) => (typed.axis === "z") === (one === "length"));
  return (
    <Details open={isOpen}>
      <summary>Add a dimension</summary>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          const { form: is, ...rest } = typed;
          form.send("record-feature", { ...rest, feature, offset, sizeUnit: machine.units, ...(is && { form: is }) });
        }}
      >
        <Field name="name" label="Name" value={typed.name} onChange={set("name")} refusal={form.refusalOf("name")} />
        <Pick
          name="offset"
          label="Made by"
          value={offset}
          onChange={set("offset")}
          options={tools.map((one) => [one.offset, `${toolNumber(machine, one.offset)} ${one.tool.description}`])}
        />
        <Pick
          name="axis"
          label="On"
          value={typed.axis}
          onChange={(axis) => setTyped((now) => ({ ...now, axis, form: "" }))}
          options={[
            ["x", "X, a diameter"],
            ["z", "a length from the face"],
          ]}
        />
        <Pick
          name="form"
          label="It is a"
          value={typed.form}
          onChange={set("form")}
          options={[["", "as its tool makes it"], ...forms.map((one) => [one, one] as const)]}
        />
        {LENGTHS.map(([name, label]) => (
          <LengthField
            key={name}
            name={name}
            label={label}
            unit={machine.units}
            decimal={person.decimalMark}
            value={typed[name]}
            onChange={set(name)}
            refusal={form.refusalOf(name)}
          />
        ))}
        <PlainButton type="submit" isDisabled={form.busy}>
          Add it
        </PlainButton>
        {form.trouble && <p role="alert">{form.trouble}</p>}
      </form>
    </Details>
  );
}

const Details = styled.details`
  padding: 8px 10px;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  summary { min-height: 32px; font-weight: 600; cursor: pointer; }
  form { display: grid; grid-template-columns: repeat(auto-fill, minmax(170px, 1fr)); align-items: start; gap: 10px; margin-top: 8px; }
  form > button { margin-top: 26px; }
`;
