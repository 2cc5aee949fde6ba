import { useState } from "react";
import { styled } from "styled-components";
import { FEATURE_FORMS } from "../../core/correction/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { type Typed, useDraft } from "../entry/useDraft.ts";
import { newId } from "../shell/newId.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Field, LengthField, Pick } from "../ui/Field.tsx";
import { FormRefusal } from "../ui/FormRefusal.tsx";
import { color, radius } from "../ui/tokens.ts";

const LENGTHS = [
  ["nominal", "Nominal, as drawn"],
  ["upper", "Upper deviation"],
  ["lower", "Lower deviation"],
  ["at", "Measured at, from the face"],
] as const;
const EMPTY: Typed = { name: "", offset: "", axis: "", form: "", nominal: "", lower: "", upper: "", at: "" };

/** One more dimension with its limits, what it is, and the offset that makes it. */
export function AddFeature({ setup, setupId, mayEnter, person, isOpen }: LoadedSetup & { readonly isOpen: boolean }) {
  const { machine, tools, features } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const draft = useDraft(`${setupId}:feature`, () => EMPTY, form.outcome);
  const { typed, set } = draft;
  const [feature, setFeature] = useState(newId);
  /** What the dimension before was made by: mostly the next one is as well. */
  const [last, setLast] = useState({ offset: "", axis: "" });
  const [asked, setAsked] = useState(false);
  const offset = typed.offset || last.offset || (tools[0]?.offset ?? "");
  const axis = typed.axis || last.axis || "x";
  // What was kept leaves the form, ready for the next one.
  if (form.isDone && features.some((one) => one.feature === feature)) {
    setFeature(newId());
    setLast({ offset, axis });
    draft.clear();
    setAsked(false);
  }
  if (!mayEnter) return null;
  const forms = FEATURE_FORMS.filter((one) => (axis === "z") === (one === "length"));
  return (
    <Details open={isOpen}>
      <summary>Add a dimension</summary>
      <DraftNote draft={draft} />
      <form
        onSubmit={(event) => {
          event.preventDefault();
          const { form: is, ...rest } = typed;
          setAsked(true);
          form.send("record-feature", {
            ...rest,
            feature,
            offset,
            axis,
            sizeUnit: machine.units,
            ...(is && { form: is }),
          });
          draft.sent();
        }}
      >
        <Field
          name="name"
          label="Name"
          value={typed.name ?? ""}
          onChange={set("name")}
          refusal={form.refusalOf("name")}
        />
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
          value={axis}
          onChange={(next) => draft.change((now) => ({ ...now, axis: next, form: "" }))}
          options={[
            ["x", "X, a diameter"],
            ["z", "a length from the face"],
          ]}
        />
        <Pick
          name="form"
          label="It is a"
          value={typed.form ?? ""}
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
            asked={asked && name !== "at"}
            value={typed[name] ?? ""}
            onChange={set(name)}
            refusal={form.refusalOf(name)}
          />
        ))}
        <PlainButton type="submit" isDisabled={form.busy}>
          Add this dimension
        </PlainButton>
        <FormRefusal>{form.trouble}</FormRefusal>
      </form>
    </Details>
  );
}

const Details = styled.details`
  padding: 8px 10px;
  border: 1px solid ${color("line")};
  border-radius: ${radius};
  summary { min-height: 44px; padding: 8px 0; font-weight: 600; cursor: pointer; }
  form { display: grid; grid-template-columns: repeat(auto-fill, minmax(170px, 1fr)); align-items: start; gap: 10px; margin-top: 8px; }
  form > button { margin-top: 26px; }
`;
