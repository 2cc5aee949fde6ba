import { useEffect, useRef } from "react";
import { styled } from "styled-components";
import type { Feature } from "../../core/ledger/index.ts";
import { fromDrawing, shownAs } from "../../core/machine/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, narrow, size } from "../ui/tokens.ts";
import { type DrawnDimension, partSource } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import type { RefusedMeasurement } from "./keptMeasurements.tsx";
import { recordedFields } from "./recordedFields.ts";
import { useMeasuredDoubt } from "./useMeasuredDoubt.ts";

type MeasureStripProps = FirstPartProps & {
  readonly drawn: DrawnDimension;
  readonly part: number;
  /** Another number each time that a dimension is tapped: the field takes the focus, also where it was chosen already. */
  readonly tapped: number;
  /** What was typed before and not taken, with why. */
  readonly refused: RefusedMeasurement | undefined;
  readonly onKeep: (text: string, overdue: boolean) => void;
};

/** What the chosen dimension measures on this part: typed, judged, kept; Enter goes on to the next one. */
export function MeasureStrip(props: MeasureStripProps) {
  const { setup, setupId, mayEnter, person, drawn, part, refused, onKeep } = props;
  const { machine } = setup;
  const typed = useTypedLength(machine.units, person.decimalMark, refused?.text ?? "");
  const doubt = useMeasuredDoubt(setup, drawn.feature ?? asFeature(drawn), typed, person.decimalMark);
  const field = useRef<HTMLFormElement>(null);
  const show = showFor(machine);
  const { axis } = drawn;
  const own =
    drawn.feature && setup.measured.find((one) => one.feature === drawn.feature?.feature && one.part === part);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each tap.
  useEffect(() => field.current?.querySelector("input")?.focus({ preventScroll: true }), [props.tapped]);
  const keep = (overdue = false, isMeant = false) => {
    typed.ask();
    if (!typed.reading || (!isMeant && !overdue && doubt.asks())) return;
    onKeep(typed.text, overdue);
  };
  return (
    <Strip
      ref={field}
      aria-label={`Measure ${drawn.title}`}
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <p>
        <b>{drawn.title}</b>
        <span>{drawn.about}</span>
      </p>
      {own ? (
        <>
          <output>{show.drawn(axis, own.measured)}</output>
          <span>{own.gauge ?? "any gauge"}</span>
          {mayEnter && (
            <UndoButton
              entry={own.entry}
              seq={setup.seq}
              label="Undo"
              what={`measurement of ${drawn.title}, part ${part}`}
              setupId={setupId}
            />
          )}
        </>
      ) : mayEnter && !drawn.limits ? (
        <span>The limits of {drawn.title} are not known. Type them before it is measured.</span>
      ) : mayEnter && drawn.isChanged ? (
        <TakeOver {...props} />
      ) : mayEnter ? (
        <>
          <SmallLength
            typed={typed}
            name="measured"
            label={`measured, ${drawn.words}, part ${part}`}
            caption="measured"
            unit={machine.units}
            {...(axis === "x" && { prefix: "Ø" })}
            refusal={typed.text === refused?.text ? refused.refusal : undefined}
          />
          <PlainButton type="submit">Save</PlainButton>
        </>
      ) : (
        <span>not measured on this part</span>
      )}
      <Caution>Spindle stopped, in a safe mode, part cool and clean before it is measured.</Caution>
      {!own && doubt.isAsked && doubt.message !== undefined && (
        <Question role="alert">
          <p>{doubt.message}</p>
          {doubt.corrected !== undefined && (
            <PlainButton onPress={() => typed.onEdit(() => doubt.corrected ?? typed.text)}>
              Yes, make it {doubt.corrected}
            </PlainButton>
          )}
          <PlainButton onPress={() => keep(false, true)}>No, save {typed.text}</PlainButton>
        </Question>
      )}
      {!own && refused?.gaugeRefusal && (
        <Question role="alert">
          <p>{refused.gaugeRefusal}</p>
          <PlainButton onPress={() => keep(true)}>Use it, knowing it is overdue</PlainButton>
        </Question>
      )}
    </Strip>
  );
}

/** The program makes another size than the one on record: measured against that, every correction would be wrong. */
function TakeOver(props: MeasureStripProps) {
  const { setup, setupId, drawn } = props;
  const form = useSetupForm(setupId, setup.seq);
  const { feature, limits, title } = drawn;
  const show = showFor(setup.machine);
  if (!feature || !limits) return null;
  return (
    <>
      <span>
        By {partSource(setup)} it is {title} now, on record it is {show.drawn(feature.axis, feature.nominal)}. Take the
        new size over before it is measured.
      </span>
      <PlainButton
        isDisabled={form.busy}
        onPress={() => form.send("record-feature", recordedFields(props, drawn, limits, feature.feature))}
      >
        Take {title} over
      </PlainButton>
      <Trouble>{form.trouble}</Trouble>
    </>
  );
}

/** A dimension that is not on record as if it were, to judge what is typed of it. */
function asFeature({ dimension, axis, title, limits }: DrawnDimension): Feature | undefined {
  const { maker, nominal } = dimension;
  if (!maker || !limits) return undefined;
  const coordinate = (millimetres: number) => fromDrawing(axis, shownAs("drawing", millimetres));
  const [one, other] = [coordinate(limits.lower), coordinate(limits.upper)];
  const source = { entry: "", seq: 0, person: "", device: "", at: "" };
  return {
    ...source,
    feature: "",
    name: title,
    offset: maker.offset,
    axis,
    nominal: coordinate(nominal),
    lower: Math.min(one, other),
    upper: Math.max(one, other),
  };
}

const Caution = styled.small`
  flex: 1 1 130px;
  padding-left: 8px;
  border-left: 4px solid ${color("spacer")};
  font-size: ${size.small};
`;
const Strip = styled.form`
  display: flex;
  flex-wrap: wrap;
  align-items: flex-start;
  gap: 4px 14px;
  min-height: 84px;
  padding: 8px 12px;
  border: 1px solid ${color("line")};
  border-left: 5px solid ${color("action")};
  background: ${color("sheet")};
  > p { display: grid; width: 150px; }
  @media (width < 1200px) { > p { flex: 1 1 100%; display: flex; align-items: baseline; gap: 10px; width: auto; } }
  > button { min-height: 62px; }
  > p b { ${mono} font-size: ${size.number}; }
  > p span, > span { font-size: ${size.small}; color: ${color("quiet")}; }
  output { ${mono} font-size: 30px; font-weight: 700; color: ${color("measured")}; }
  [role="alert"] { flex: 1 1 100%; display: flex; flex-wrap: wrap; gap: 8px; }
  ${narrow} { position: sticky; bottom: 0; }
`;
