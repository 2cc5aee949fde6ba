import { useState } from "react";
import { AXIS_NAME, type Axis } from "../../core/machine/index.ts";
import { formatLength, readLength, type Unit } from "../../core/units/index.ts";
import type { Prediction } from "../../sim/exercise/reduceFacts.ts";
import { BenchLength } from "./BenchLength.tsx";
import { Small } from "./parts.ts";

/** Saying what the display will read before a number is entered: whether it is asked for, who hears it, and how the latest came out. */
export interface Predicting {
  readonly isOn: boolean;
  readonly onToggle: () => void;
  readonly onPredict: (axis: Axis, number: number) => void;
  readonly latest: Prediction | undefined;
}

/** The field of a prediction; an empty one predicts nothing. Knows no markup. */
export function usePrediction(units: Unit, axis: Axis, predicting: Predicting | undefined) {
  const [text, setText] = useState("");
  const read = readLength(text, { units });
  const isAsked = predicting?.isOn === true && text.trim() !== "";
  return {
    text,
    setText,
    /** Why the prediction is not understood; undefined where it is, or none is made. */
    refusal: () => (isAsked && !read.ok ? `Display: ${read.refusal.message}` : undefined),
    /** The number is entered now. */
    entering: () => {
      if (!isAsked || !read.ok) return;
      predicting.onPredict(axis, read.value.exact);
      setText("");
    },
  };
}

export function PredictionRow({
  prediction: { text, setText },
  predicting: { isOn, latest },
  axis,
  digit,
}: {
  readonly prediction: ReturnType<typeof usePrediction>;
  readonly predicting: Predicting;
  readonly axis: Axis;
  readonly digit: number;
}) {
  if (!isOn) return null;
  return (
    <>
      <BenchLength label={`Display ${AXIS_NAME[axis]} then reads`} text={text} onText={setText} isWide />
      <output aria-label="Prediction">{latest && outcomeWords(latest, digit)}</output>
    </>
  );
}

/** Whether predictions are asked for. */
export const PredictionSwitch = ({ predicting: { isOn, onToggle } }: { readonly predicting: Predicting }) => (
  <Small aria-pressed={isOn} aria-label="Predict the display" onPress={onToggle}>
    Predict
  </Small>
);

function outcomeWords({ axis, number, read, isRight }: Prediction, digit: number): string {
  if (read === undefined) return "";
  const said = `${AXIS_NAME[axis]} reads ${formatLength(read, digit)}`;
  if (isRight) return `${said}, as you said.`;
  return `${said}; you said ${formatLength(number, digit)}, ${formatLength(number - read, digit, { sign: "always" })} off.`;
}
