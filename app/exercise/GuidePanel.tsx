import { Check, Circle, Lightbulb, Play } from "lucide-react";
import { useMemo, useState } from "react";
import { styled } from "styled-components";
import { type Advice, advise } from "../../sim/exercise/advice/advice.ts";
import { goalWords } from "../../sim/exercise/goals/index.ts";
import type { Depth, Played } from "../../sim/exercise/run.ts";
import { PlainButton } from "../ui/Button.tsx";
import { QUANTITY_TONE } from "../ui/quantityTone.ts";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { sumLines } from "./sumLines.ts";
import type { ExerciseRun } from "./useExercise.ts";

/**
 * What is to be reached, and as much of the way as this depth shows. Which goal one goes for is free; a tick says that it
 * was worked at, not that it is right: that is for the lathe to know and for the debrief to tell.
 */
export function GuidePanel({
  run,
  depth,
  only,
}: {
  readonly run: ExerciseRun;
  readonly depth: Depth;
  /** The goal that is tried again by itself; undefined where all of them count. */
  readonly only: number | undefined;
}) {
  const { played, act, askHint, hints } = run;
  const { exercise } = played.bench;
  const [chosen, setChosen] = useState(only);
  const [shownFor, setShownFor] = useState<string>();
  const isOpen = useOpenGoals(played);
  const about = only ?? chosenOpen(chosen, isOpen);
  const step = useMemo(
    () => (depth === "alone" ? undefined : adviceNow(played, about, only !== undefined)),
    [played, about, depth, only],
  );
  const wordsOf = ({ index }: Advice) =>
    exercise.goals.slice(index, index + 1).map((goal) => goalWords(exercise, goal));
  const key = step && `${step.index} ${step.say}`;
  const isShown = depth === "shown" || depth === "told" || (depth === "hints" && shownFor === key);
  return (
    <Panel aria-label="Exercise">
      <Goals aria-label="Goals">
        {exercise.goals.map((goal, index) => {
          const words = goalWords(exercise, goal);
          if (only !== undefined && only !== index) return null;
          const isNow = step?.index === index && depth !== "alone";
          return (
            <li key={words}>
              <Goal type="button" aria-pressed={isNow} title={words} onClick={() => setChosen(index)}>
                {isOpen[index] ? <Circle size={16} aria-hidden="true" /> : <Check size={16} aria-hidden="true" />}
                <span>{words}</span>
              </Goal>
            </li>
          );
        })}
      </Goals>
      {depth !== "alone" && (
        <Step aria-live="polite">
          {!step ? (
            <p>
              <strong>Everything has been worked at.</strong> Look it over, then finish: the debrief holds it against
              the truth.
            </p>
          ) : isShown ? (
            <>
              <div>
                <p>
                  <strong>{step.say}</strong>
                </p>
                {step.why && <small>{step.why}</small>}
              </div>
              {step.sum && <Sum advice={step} played={played} />}
              {depth === "shown" && (
                <PlainButton onPress={() => act(...step.carryOut())}>
                  <Play size={18} aria-hidden="true" /> Do it for me
                </PlainButton>
              )}
            </>
          ) : (
            <>
              <p>{wordsOf(step)}: what comes next?</p>
              <PlainButton
                onPress={() => {
                  askHint();
                  setShownFor(key);
                }}
              >
                <Lightbulb size={18} aria-hidden="true" /> Hint{hints.length > 0 ? ` (${hints.length} so far)` : ""}
              </PlainButton>
            </>
          )}
        </Step>
      )}
    </Panel>
  );
}

/** Advice goes by what was done: it changes with acts that count, not with every detent of the wheel. */
function adviceNow({ bench, facts }: Played, about: number | undefined, isAll: boolean): Advice | undefined {
  return advise(bench, facts, about) ?? (isAll ? undefined : advise(bench, facts));
}

/** The goal that one goes for, while something is left to do for it. */
const chosenOpen = (chosen: number | undefined, isOpen: readonly boolean[]) =>
  chosen !== undefined && isOpen[chosen] ? chosen : undefined;

/** Goals that still want something done. */
function useOpenGoals(played: Played): readonly boolean[] {
  const { facts, bench } = played;
  const { exercise } = bench;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is open goes by the facts that were noted, not by each position
  return useMemo(
    () => exercise.goals.map((_, index) => advise(bench, facts, index) !== undefined),
    [facts.keyed, facts.noses, facts.proofs, facts.cuts, facts.indicated, bench.answers, bench.program, bench.places],
  );
}

function Sum({ advice, played }: { readonly advice: Advice; readonly played: Played }) {
  const sum = advice.sum && sumLines(advice.sum, played.bench);
  if (!sum) return null;
  return (
    <Ladder aria-label="The sum">
      {sum.lines.map(({ label, quantity, text }) => (
        <div key={label} style={{ color: color(QUANTITY_TONE[quantity]) }}>
          <dt>{label}</dt>
          <dd>{text}</dd>
        </div>
      ))}
      <div data-result>
        <dt>comes to</dt>
        <dd>{sum.result}</dd>
      </div>
    </Ladder>
  );
}

const Panel = styled.section`
  display: grid;
  gap: 6px;
  padding: 0 14px 8px;
  border-bottom: 1px solid ${color("line")};
`;
const Goals = styled.ol`
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  max-height: 106px;
  overflow: auto;
  li { min-width: 0; }
`;
const Goal = styled.button`
  display: flex;
  align-items: center;
  gap: 6px;
  max-width: 330px;
  min-height: 44px;
  padding: 3px 10px;
  border: 1.5px solid ${color("line")};
  border-radius: ${radius};
  background: ${color("sheet")};
  color: inherit;
  font: inherit;
  font-size: ${size.small};
  line-height: 1.15;
  text-align: left;
  cursor: pointer;
  span { overflow: hidden; text-overflow: ellipsis; display: -webkit-box; -webkit-line-clamp: 2; -webkit-box-orient: vertical; }
  svg { flex: none; color: ${color("quiet")}; }
  &[aria-pressed="true"] { border-color: ${color("action")}; border-width: 2.5px; background: ${color("selected")}; }
  &:focus-visible { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
`;
const Step = styled.div`
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 62px;
  padding: 6px 10px;
  border-left: 5px solid ${color("action")};
  background: ${color("selected")};
  > div, > p { flex: 1; min-width: 0; }
  p { font-size: ${size.text}; line-height: 1.2; }
  small { display: block; font-size: ${size.small}; color: ${color("quiet")}; line-height: 1.2; }
  > button { flex: none; }
`;
const Ladder = styled.dl`
  flex: none;
  min-width: 210px;
  ${mono}
  font-size: ${size.small};
  div { display: flex; justify-content: space-between; gap: 14px; }
  dt { font-family: inherit; }
  [data-result] { border-top: 2px solid currentColor; color: ${color("ink")}; font-weight: 700; }
`;
