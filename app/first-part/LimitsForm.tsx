import { useState } from "react";
import { styled } from "styled-components";
import { fromDrawing, shownAs } from "../../core/machine/index.ts";
import { readLimits } from "../../core/part/index.ts";
import { plainLength } from "../../core/units/index.ts";
import { newId } from "../shell/newId.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Field } from "../ui/Field.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import type { DrawnDimension } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";

/** What is posted of a dimension of the program, with its limits, so that it is on record. Lengths as the drawing has them, in the machine's unit. */
export function recordedFields(
  { setup: { machine } }: Pick<FirstPartProps, "setup">,
  drawn: DrawnDimension,
  limits: { readonly lower: number; readonly upper: number; readonly by: string | undefined },
  feature: string,
): Readonly<Record<string, string>> {
  const { dimension } = drawn;
  const unit = machine.units;
  const size = (millimetres: number) => plainLength(millimetres, unit);
  const middle = (dimension.at[0].z + dimension.at[1].z) / 2;
  const isDiameter = dimension.kind === "diameter";
  return {
    feature,
    name: drawn.title,
    offset: dimension.maker?.offset ?? "",
    axis: isDiameter ? "x" : "z",
    nominal: size(dimension.nominal),
    lower: size(limits.lower),
    upper: size(limits.upper),
    sizeUnit: unit,
    ...(isDiameter && { form: dimension.side === "inner" ? "bore" : "cylinder" }),
    // Measured in front of the face it has no place on the part.
    ...(isDiameter && middle <= 0 && { at: size(fromDrawing("z", shownAs("drawing", middle))) }),
    ...(!isDiameter &&
      dimension.from && { from: dimension.from.offset, fromIs: dimension.kind === "width" ? "wall" : "face" }),
    ...(limits.by && limits.by.length <= 8 && { limitsBy: limits.by }),
  };
}

/** The limits of a dimension, as the drawing has them: a fit, plus or minus, two deviations, two sizes, or a general class. */
export function LimitsForm(props: FirstPartProps & { readonly drawn: DrawnDimension }) {
  const { setup, setupId, mayEnter, person, drawn } = props;
  const { machine } = setup;
  const { dimension, limits, feature } = drawn;
  const [text, setText] = useState("");
  const [own] = useState(newId);
  const form = useSetupForm(setupId, setup.seq);
  const show = showFor(machine);
  const isDiameter = dimension.kind === "diameter";
  const axis = isDiameter ? "x" : "z";
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
          {shown.by ? `by ${shown.by}` : ""} {!read?.ok && !feature && "· not on record"}
        </p>
      ) : (
        <p>Nothing is said of such a size. Type its limits.</p>
      )}
      {drawn.isChanged && feature && (
        <p role="status">
          The program makes it {show.amount(axis, dimension.nominal)} now, on record is{" "}
          {show.drawn(feature.axis, feature.nominal)}. Type the limits again to take the new size over.
        </p>
      )}
      {mayEnter && (
        <div>
          <Field
            name="limits"
            label={isDiameter ? "H7, g6, ±0.05, +0.02/-0.01, m" : "±0.05, +0.02/-0.01, 8.95 to 9.05, m"}
            value={text}
            onChange={setText}
            refusal={(read && !read.ok ? read.refusal.message : undefined) ?? form.trouble}
          />
          <PlainButton type="submit" isDisabled={form.busy || !read?.ok}>
            Keep limits
          </PlainButton>
        </div>
      )}
    </Form>
  );
}

const Form = styled.form`
  display: grid;
  gap: 6px;
  font-size: ${size.small};
  b { ${mono} }
  > div { display: grid; grid-template-columns: minmax(0, 1fr) auto; align-items: end; gap: 8px; }
  [role="status"] { padding: 4px 8px; border-left: 4px solid ${color("spacer")}; }
`;
