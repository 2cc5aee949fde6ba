import { useState } from "react";
import { AXIS_NAME, type Axis } from "../../core/machine/index.ts";
import { formatLength, readLength, type Unit } from "../../core/units/index.ts";
import type { Prediction } from "../../sim/exercise/reduceFacts.ts";
import { BenchField, BenchRow, Small } from "./parts.ts";

/** Saying what the display will read before a number is entered. Off until it is asked for; an empty field predicts nothing. Knows no markup. */
export function usePrediction(units: Unit, axis: Axis, onPredict: ((axis: Axis, number: number) => void) | undefined) {
  const [isOn, setOn] = useState(false);
  const [text, setText] = useState("");
  const read = readLength(text, { units });
  const isAsked = isOn && onPredict !== undefined && text.trim() !== "";
  return {
    isOn,
    text,
    setText,
    toggle: () => setOn(!isOn),
    /** Why the prediction is not understood; undefined where it is, or none is made. */
    refusal: () => (isAsked && !read.ok ? `Display: ${read.refusal.message}` : undefined),
    /** The number is entered now. */
    entering: () => {
      if (!isAsked || !read.ok) return;
      onPredict?.(axis, read.value.exact);
      setText("");
    },
  };
}

export function PredictionRow({
  prediction: { isOn, text, setText, toggle },
  axis,
  digit,
  predicted,
}: {
  readonly prediction: ReturnType<typeof usePrediction>;
  readonly axis: Axis;
  readonly digit: number;
  readonly predicted: Prediction | undefined;
}) {
  return (
    <>
      <BenchRow>
        {isOn && (
          <BenchField $wide>
            Display {AXIS_NAME[axis]} then reads
            <input value={text} inputMode="decimal" onChange={({ target }) => setText(target.value)} />
          </BenchField>
        )}
        <Small aria-pressed={isOn} onPress={toggle}>
          {isOn ? "No prediction" : "Predict the display"}
        </Small>
      </BenchRow>
      {isOn && <output aria-label="Prediction">{predicted && outcomeWords(predicted, digit)}</output>}
    </>
  );
}

function outcomeWords({ axis, number, read, isRight }: Prediction, digit: number): string {
  if (read === undefined) return "";
  const said = `${AXIS_NAME[axis]} reads ${formatLength(read, digit)}`;
  if (isRight) return `${said}, as you said.`;
  return `${said}; you said ${formatLength(number, digit)}, ${formatLength(number - read, digit, { sign: "always" })} off.`;
}
