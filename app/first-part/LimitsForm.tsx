import { useState } from "react";
import { styled } from "styled-components";
import { readLimits } from "../../core/part/index.ts";
import { newId } from "../shell/newId.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Field } from "../ui/Field.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { type DrawnDimension, partSource } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { limitsFrom } from "./limitsText.ts";
import { recordedFields } from "./recordedFields.ts";

/** The limits of a dimension, as the drawing has them: a fit, plus or minus, two deviations, two sizes, or a general class. */
export function LimitsForm(props: FirstPartProps & { readonly drawn: DrawnDimension }) {
  const { setup, setupId, mayEnter, person, drawn } = props;
  const { machine } = setup;
  const { dimension, limits, feature } = drawn;
  const [text, setText] = useState("");
  const [own] = useState(newId);
  const form = useSetupForm(setupId, setup.seq);
  const show = showFor(machine);
  const { axis } = drawn;
  const isDiameter = axis === "x";
  const read =
    text.trim() === ""
      ? undefined
      : readLimits(text, dimension.nominal, {
          units: machine.units,
          isDiameter,
          ...(person.decimalMark && { decimal: person.decimalMark }),
        });
  const shown = read?.ok ? read.value : limits;
  const keep = () => {
    if (!read?.ok) return;
    form.send("record-feature", recordedFields(props, drawn, read.value, feature?.feature ?? own));
    setText("");
  };
  return (
    <Form
      aria-label={`Limits of ${drawn.title}`}
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <h2>Limits of {drawn.title}</h2>
      {shown ? (
        <p>
          <b>
            {show.amount(axis, dimension.nominal + shown.lower)} to {show.amount(axis, dimension.nominal + shown.upper)}
          </b>{" "}
          {limitsFrom(shown)} {!read?.ok && !drawn.matters && "· no others are given"}
        </p>
      ) : (
        <p>Nothing is said of such a size. Type its limits.</p>
      )}
      {drawn.isChanged && feature && (
        <p role="status">
          By {partSource(setup)} it is {show.amount(axis, dimension.nominal)} now, on record it is{" "}
          {show.drawn(feature.axis, feature.nominal)}. Type the limits again to take the new size over.
        </p>
      )}
      {mayEnter && (
        <div>
          <Field
            name="limits"
            label={EXAMPLES[machine.units][axis]}
            value={text}
            onChange={setText}
            refusal={(read && !read.ok ? read.refusal.message : undefined) ?? form.trouble}
          />
          <PlainButton type="submit" isDisabled={form.busy || !read?.ok}>
            Save limits
          </PlainButton>
        </div>
      )}
    </Form>
  );
}

/** How limits are written, in the unit of the machine. */
const EXAMPLES = {
  mm: { x: "H7, g6, ±0.05, +0.02/-0.01, m", z: "±0.05, +0.02/-0.01, 8.95 to 9.05, m" },
  in: { x: "H7, g6, ±.002, +.001/-.0005, m", z: "±.002, +.001/-.0005, .352 to .356, m" },
} as const;

const Form = styled.form`
  display: grid;
  gap: 6px;
  font-size: ${size.small};
  b { ${mono} }
  > div { display: grid; grid-template-columns: minmax(0, 1fr) auto; align-items: end; gap: 8px; }
  [role="status"] { padding: 4px 8px; border-left: 4px solid ${color("spacer")}; }
`;
