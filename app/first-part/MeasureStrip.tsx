import { useEffect, useRef, useState } from "react";
import { styled } from "styled-components";
import type { Feature } from "../../core/ledger/index.ts";
import { fromDrawing, shownAs } from "../../core/machine/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { newId } from "../shell/newId.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Question } from "../ui/Question.tsx";
import { color, mono, narrow, size } from "../ui/tokens.ts";
import type { DrawnDimension } from "./drawnPart.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { recordedFields } from "./LimitsForm.tsx";
import { useMeasuredDoubt } from "./useMeasuredDoubt.ts";

type MeasureStripProps = FirstPartProps & {
  readonly drawn: DrawnDimension;
  readonly part: number;
  readonly gauge: string;
  /** Goes on to the next dimension that is to be measured. */
  readonly onDone: () => void;
};

/** What the chosen dimension measures on this part: typed, judged, kept; Enter goes on to the next one. */
export function MeasureStrip(props: MeasureStripProps) {
  const { setup, setupId, mayEnter, person, drawn, part } = props;
  const { machine } = setup;
  const typed = useTypedLength(machine.units, person.decimalMark);
  const kept = useKeptMeasurement(props);
  const doubt = useMeasuredDoubt(setup, drawn.feature ?? asFeature(drawn), typed, person.decimalMark);
  const field = useRef<HTMLFormElement>(null);
  const show = showFor(machine);
  const axis = drawn.dimension.kind === "diameter" ? "x" : "z";
  const own =
    drawn.feature && setup.measured.find((one) => one.feature === drawn.feature?.feature && one.part === part);
  useEffect(() => field.current?.querySelector("input")?.focus({ preventScroll: true }), []);
  const keep = (overdue = false, isMeant = false) => {
    typed.ask();
    if (!typed.reading || (!isMeant && !overdue && doubt.asks())) return;
    kept.keep(typed.text, overdue);
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
        <span>{drawn.words.replace(/ [\d.]+/, "")}</span>
      </p>
      {own ? (
        <>
          <output>{show.drawn(axis, own.measured)}</output>
          <span>{own.gauge ?? "any gauge"}</span>
          {mayEnter && (
            <UndoButton
              entry={own.entry}
              seq={setup.seq}
              label="Take back"
              what={`measurement of ${drawn.title}, part ${part}`}
              setupId={setupId}
            />
          )}
        </>
      ) : mayEnter ? (
        <>
          <SmallLength
            typed={typed}
            name="measured"
            label={`measured, ${drawn.words}, part ${part}`}
            caption="measured"
            unit={machine.units}
            {...(axis === "x" && { prefix: "Ø" })}
            refusal={kept.refusal}
          />
          <PlainButton type="submit" isDisabled={kept.busy}>
            Keep and next
          </PlainButton>
        </>
      ) : (
        <span>not measured on this part</span>
      )}
      {!own && doubt.isAsked && doubt.message !== undefined && (
        <Question role="alert">
          <p>{doubt.message}</p>
          {doubt.corrected !== undefined && (
            <PlainButton onPress={() => typed.onEdit(() => doubt.corrected ?? typed.text)}>
              Yes, make it {doubt.corrected}
            </PlainButton>
          )}
          <PlainButton onPress={() => keep(false, true)} isDisabled={kept.busy}>
            No, keep {typed.text}
          </PlainButton>
        </Question>
      )}
      {!own && kept.gaugeRefusal && (
        <Question role="alert">
          <p>{kept.gaugeRefusal}</p>
          <PlainButton onPress={() => keep(true)} isDisabled={kept.busy}>
            Use it, knowing it is overdue
          </PlainButton>
        </Question>
      )}
    </Strip>
  );
}

/** Keeps a measurement; a dimension that is not on record yet is recorded first, with the limits that hold for it. */
function useKeptMeasurement(props: MeasureStripProps) {
  const { setup, setupId, drawn, part, gauge, onDone } = props;
  const [own] = useState(newId);
  const record = useSetupForm(setupId, setup.seq);
  const measure = useSetupForm(setupId, setup.seq);
  const [waiting, setWaiting] = useState<{ readonly text: string; readonly overdue: boolean }>();
  const feature = drawn.feature?.feature ?? own;
  const isOnRecord = setup.features.some((one) => one.feature === feature);
  const send = (text: string, overdue: boolean) =>
    measure.send("measure-feature", {
      feature,
      part: String(part),
      measured: text,
      gauge,
      sizeUnit: setup.machine.units,
      ...(overdue && { overdue: "yes" }),
    });
  // biome-ignore lint/correctness/useExhaustiveDependencies: sent once, when the dimension has come on record.
  useEffect(() => {
    if (!waiting || !isOnRecord) return;
    setWaiting(undefined);
    send(waiting.text, waiting.overdue);
  }, [waiting, isOnRecord]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: goes on once, when it has been kept.
  useEffect(() => {
    if (measure.isDone) onDone();
  }, [measure.isDone]);
  return {
    busy: record.busy || measure.busy || waiting !== undefined,
    refusal: measure.refusalOf("measured") ?? measure.trouble ?? record.trouble,
    gaugeRefusal: measure.refusalOf("gauge"),
    keep: (text: string, overdue: boolean) => {
      if (isOnRecord) return send(text, overdue);
      const limits = drawn.limits ?? { lower: -NO_LIMITS, upper: NO_LIMITS, by: undefined };
      record.send("record-feature", recordedFields(props, drawn, limits, feature));
      setWaiting({ text, overdue });
    },
  };
}
/** Where neither drawing nor shop says anything, so that a measurement can be kept at all. Millimetres. */
const NO_LIMITS = 0.5;

/** A dimension that is not on record as if it were, to judge what is typed of it. */
function asFeature({ dimension, title, limits }: DrawnDimension): Feature | undefined {
  const { maker, kind, nominal } = dimension;
  if (!maker || !limits) return undefined;
  const axis = kind === "diameter" ? "x" : "z";
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
  > button { min-height: 62px; }
  > p b { ${mono} font-size: ${size.number}; }
  > p span, > span { font-size: ${size.small}; color: ${color("quiet")}; }
  output { ${mono} font-size: 30px; font-weight: 700; color: ${color("measured")}; }
  [role="alert"] { flex: 1 1 100%; display: flex; flex-wrap: wrap; gap: 8px; }
  ${narrow} { position: sticky; bottom: 0; }
`;
