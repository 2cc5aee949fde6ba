import { ArrowRight } from "lucide-react";
import { useState } from "react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import { middleOfLimits, type OffsetCorrection } from "../../core/correction/index.ts";
import { type LatheAxis, lastDigit, partHolder, toDrawing, toolNumber } from "../../core/machine/index.ts";
import { standingCell } from "../../core/offsets/index.ts";
import { convertLength, formatLength } from "../../core/units/index.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { CorrectionFigure } from "./CorrectionFigure.tsx";
import type { CorrectionScene } from "./correctionScene.ts";
import type { FirstPartProps } from "./firstPartProps.ts";
import { VERDICT_WORDS } from "./verdictWords.ts";

/** One offset's correction: from which measurements, how much, which way the tool moves, what the next cut will be. */
export function CorrectionPanel(props: FirstPartProps & { readonly correction: OffsetCorrection }) {
  const { setup, setupId, mayEnter, correction } = props;
  const { machine } = setup;
  const { offset, axis, amount, verdict, features, tool } = correction;
  const form = useSetupForm(setupId, setup.seq);
  const [meant, setMeant] = useState(false);
  const show = showFor(machine);
  const write = (millimetres: number, sign?: "always") =>
    formatLength(convertLength(millimetres, "mm", machine.units), lastDigit(machine, axis), sign && { sign });
  const words = VERDICT_WORDS[verdict];
  const isOffset = verdict === "offset";
  const name = `${axis.toUpperCase()} of ${toolNumber(machine, offset)}`;
  const correct = (how: "wear" | "geometry") =>
    form.send("correct-offset", { offset, axis, how, ...(meant && { meant: "yes" }) });
  const isLarge = form.refusalOf("meant");
  const after = (how: "wear" | "geometry") => {
    const standing = standingCell(tool, `${how}.${axis}`);
    return standing === undefined ? undefined : show.axis(axis, standing + amount, "tool-offset", tool.zone);
  };
  const direction = directionWords(axis, correction.side * amount, write, partHolder(machine, tool.zone));
  const shown = largestMove(correction);
  return (
    <section aria-label={`Correction, ${name}`}>
      <h2>Correction, {name}</h2>
      <p>
        <Verdict $tone={isOffset ? "clear" : "doubt"}>{words.title}</Verdict>
      </p>
      <Sums aria-label="What it rests on">
        {features.map(({ id, state, next }) => (
          <li key={id}>
            {state.feature.name}
            <p>
              <b>{state.latest ? show.drawn(axis, state.latest.measured) : "–"}</b>
              {isOffset && amount !== 0 && (
                <>
                  <ArrowRight size={20} aria-label="next cut" />
                  <b>{show.drawn(axis, next)}</b>
                </>
              )}
            </p>
            target {show.drawn(axis, middleOfLimits(state.feature))}
            {state.latest &&
              `, wants ${show.drawn(axis, middleOfLimits(state.feature) - state.latest.measured, "always")}`}
          </li>
        ))}
      </Sums>
      {isOffset ? (
        amount === 0 ? (
          <p role="status">On target: nothing to correct.</p>
        ) : (
          <Result>
            <p>
              add to {axis.toUpperCase()}
              <output aria-label="correction">{show.axis(axis, amount, "tool-offset", tool.zone, "always")}</output>
            </p>
            {shown && <CorrectionFigure correction={shown} />}
            <p>{direction}</p>
            <p>
              The next cut can still be off by {show.length(0.02)}&nbsp;{machine.units} or so: push-off and another
              depth are process.
            </p>
            {isLarge && (
              <label role="alert">
                <input type="checkbox" checked={meant} onChange={({ target }) => setMeant(target.checked)} /> {isLarge}{" "}
                I have measured again and mean it.
              </label>
            )}
            <Trouble>{form.trouble}</Trouble>
            {mayEnter && (
              <>
                {after("wear") === undefined ? (
                  <p>
                    Nobody has recorded what wear this row holds:{" "}
                    <Link to={href("/setups/:setupId/table", { setupId })}>enter it in the table</Link>, then correct
                    here.
                  </p>
                ) : (
                  <PrimaryButton
                    isDisabled={form.busy || (isLarge !== undefined && !meant)}
                    onPress={() => correct("wear")}
                  >
                    Put in wear: {axis.toUpperCase()} wear {after("wear")}
                  </PrimaryButton>
                )}
                {after("geometry") !== undefined && (
                  <PlainButton
                    isDisabled={form.busy || (isLarge !== undefined && !meant)}
                    onPress={() => correct("geometry")}
                  >
                    As a touch: {axis.toUpperCase()} geometry {after("geometry")}
                  </PlainButton>
                )}
                {after("geometry") !== undefined && features.length === 1 && features[0] && (
                  <p>
                    As a touch, and with the tool where it cut, the display must then read {axis.toUpperCase()}{" "}
                    {show.axis(axis, correction.side * (features[0].state.latest?.measured ?? 0), "program", tool.zone)}
                    .
                  </p>
                )}
              </>
            )}
          </Result>
        )
      ) : (
        <p role="status">{words.todo}</p>
      )}
    </section>
  );
}

/** The surface that a correction moves farthest; undefined where it moves none that was measured. */
function largestMove({ axis, amount, side, features }: OffsetCorrection): CorrectionScene | undefined {
  const scenes = features.flatMap(({ state: { feature, form, latest }, next }) =>
    latest
      ? [
          {
            axis,
            form,
            measured: toDrawing(axis, latest.measured),
            next: toDrawing(axis, next),
            lower: toDrawing(axis, feature.nominal + feature.lower),
            upper: toDrawing(axis, feature.nominal + feature.upper),
            isAway: side * amount > 0,
          },
        ]
      : [],
  );
  const moved = ({ measured, next }: CorrectionScene) => Math.abs(next - measured);
  return scenes.filter((one) => moved(one) > 0).toSorted((one, other) => moved(other) - moved(one))[0];
}

/**
 * Which way the cut goes, as one sees it, whatever moves: half of a diameter; `amount` in the part's frame, on X as the
 * diameter that is made changes.
 */
function directionWords(
  axis: LatheAxis,
  amount: number,
  write: (millimetres: number) => string,
  holder: string,
): string {
  if (axis === "z")
    return `The cut moves ${write(Math.abs(amount))} ${amount < 0 ? "towards" : "away from"} the ${holder}.`;
  return `The cut moves ${write(Math.abs(amount) / 2)} ${amount < 0 ? "towards the centre" : "away from the centre"}.`;
}

const Sums = styled.ul`
  li { padding: 4px 0 6px; border-top: 1px solid ${color("line")}; font-size: ${size.small}; font-variant-numeric: tabular-nums; }
  p { display: flex; align-items: center; gap: 8px; }
  b { ${mono} font-size: ${size.number}; letter-spacing: -0.04em; }
  p > b:last-child:not(:first-child) { color: ${color("action")}; }
`;
const Result = styled.div`
  display: grid;
  gap: 8px;
  > p:first-child { display: flex; align-items: baseline; justify-content: space-between; padding: 8px 10px; border: 2px solid ${color("action")}; }
  > p { font-size: ${size.small}; }
  output { ${mono} font-size: 30px; font-weight: 700; color: ${color("action")}; }
  label { font-size: ${size.small}; }
  input[type="checkbox"] { width: 22px; height: 22px; vertical-align: middle; }
`;
