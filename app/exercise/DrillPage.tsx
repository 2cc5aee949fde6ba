import { Check, X } from "lucide-react";
import { useRef, useState } from "react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import { readLength } from "../../core/units/index.ts";
import type { Person } from "../../server/people/person.server.ts";
import { DRILLS, type Drill, type DrillQuestion } from "../../sim/exercise/drills.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PlainButton, PlainButtonLink, PrimaryButton } from "../ui/Button.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, narrow, radius, size } from "../ui/tokens.ts";
import { DRILL_SECONDS, useDrill } from "./useDrill.ts";

/** A minute on one slip: question after question, each wrong answer beside its right sum. */
export function DrillPage({ person, drillId }: { readonly person: Person; readonly drillId: string }) {
  const drill = DRILLS.find(({ id }) => id === drillId) ?? DRILLS[0];
  if (!drill) return null;
  return (
    <>
      <TopStrip
        title="Sixty seconds"
        subtitle={drill.title}
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <Page>
        <Minute drill={drill} decimalMark={person.decimalMark} />
        <Aside>
          <h2>Other drills</h2>
          <nav aria-label="Other drills">
            {DRILLS.filter(({ id }) => id !== drillId).map(({ id, title }) => (
              <Link key={id} to={href("/practice/drills/:drillId", { drillId: id })}>
                {title}
              </Link>
            ))}
          </nav>
          <PlainButtonLink to={href("/practice")}>To the exercises</PlainButtonLink>
        </Aside>
      </Page>
    </>
  );
}

function Minute({ drill, decimalMark }: { readonly drill: Drill; readonly decimalMark: Person["decimalMark"] }) {
  const { question, answered, left, right, best, isRunning, isOver, start, answer } = useDrill(drill);
  const last = answered.at(-1);
  const wrong = answered.length - right;
  return (
    <Room aria-label={drill.title}>
      <header>
        <h1>{drill.title}</h1>
        <Clock role="timer" data-few={isRunning && left <= 10}>
          {isRunning ? left : DRILL_SECONDS} s
        </Clock>
      </header>
      <p>{drill.rule}</p>
      <small>
        As on a control in mm that shows X as a diameter and stores offsets with the sign of the machine’s readout.
      </small>
      {isRunning && question ? (
        <Question key={answered.length} question={question} decimalMark={decimalMark} onAnswer={answer} />
      ) : (
        <>
          {isOver && (
            <Score role="status">
              <b>{right}</b> right{wrong > 0 && `, ${wrong} wrong`}
              {best !== undefined && (right > best ? `. Your best so far was ${best}.` : `. Your best is ${best}.`)}
            </Score>
          )}
          <PrimaryButton autoFocus onPress={start}>
            {isOver ? "Another minute" : "Start the minute"}
          </PrimaryButton>
        </>
      )}
      {last && isRunning && <Last answered={last} />}
      {isOver && wrong > 0 && (
        <Wrong>
          {answered
            .filter(({ isRight }) => !isRight)
            .map((one, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: the list of a minute that is over never changes its order
              <li key={index}>
                <Last answered={one} />
              </li>
            ))}
        </Wrong>
      )}
    </Room>
  );
}

/** What the answer before came to. */
function Last({
  answered: { isRight, says, question },
}: {
  readonly answered: ReturnType<typeof useDrill>["answered"][number];
}) {
  return (
    <Answered role="status" data-right={isRight}>
      {isRight ? <Check size={22} aria-hidden="true" /> : <X size={22} aria-hidden="true" />}
      <span>
        {isRight ? "Right: " : says ? `${says} ` : "Not so. "}
        <b>{question.sum}</b>
      </span>
    </Answered>
  );
}

function Question({
  question,
  decimalMark,
  onAnswer,
}: {
  readonly question: DrillQuestion;
  readonly decimalMark: Person["decimalMark"];
  readonly onAnswer: (number: number) => void;
}) {
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState("");
  const field = useRef<HTMLInputElement>(null);
  return (
    <Asked
      onSubmit={(event) => {
        event.preventDefault();
        const read = readLength(text, { units: "mm", ...(decimalMark && { decimal: decimalMark }) });
        if (read.ok) return onAnswer(read.value.exact);
        setWrong(read.refusal.message);
        field.current?.focus();
      }}
    >
      <dl>
        {question.given.map(({ name, text: given }) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{given}</dd>
          </div>
        ))}
      </dl>
      <label>
        {question.asked}
        <input
          ref={field}
          // biome-ignore lint/a11y/noAutofocus: the next question is answered at once, within the minute
          autoFocus
          value={text}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={wrong !== ""}
          onChange={({ target }) => setText(target.value)}
        />
      </label>
      <SignAndEnter>
        <PlainButton
          aria-label="Change the sign"
          onPress={() => setText(/^[-−]/.test(text) ? text.slice(1) : `-${text.replace(/^\+/, "")}`)}
        >
          ±
        </PlainButton>
        <PrimaryButton type="submit">Enter</PrimaryButton>
      </SignAndEnter>
      <RefusalLine>{wrong}</RefusalLine>
    </Asked>
  );
}

const Page = styled.main`
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(220px, 1fr);
  gap: 28px;
  max-width: 1300px;
  margin: 0 auto;
  padding: 20px 24px;
  ${narrow} { grid-template-columns: minmax(0, 1fr); padding: 14px; }
`;
const Room = styled.section`
  display: grid;
  align-content: start;
  gap: 16px;
  header { display: flex; align-items: baseline; justify-content: space-between; gap: 16px; }
  h1 { font-size: 30px; line-height: 1.15; }
  > p { font-size: 20px; line-height: 1.35; }
  > small { font-size: ${size.small}; color: ${color("quiet")}; }
  > button { justify-self: start; }
`;
const Clock = styled.strong`
  ${mono}
  font-size: 40px;
  white-space: nowrap;
  &[data-few="true"] { color: ${color("stop")}; }
`;
const Score = styled.p`
  b { font-size: 56px; }
`;
const Asked = styled.form`
  display: grid;
  gap: 12px;
  padding: 18px 20px;
  border-radius: ${radius};
  background: ${color("sheet")};
  box-shadow: ${color("shadow")};
  dl > div { display: flex; justify-content: space-between; align-items: baseline; gap: 16px; padding: 4px 0; border-bottom: 1px solid ${color("line")}; }
  dt { font-size: 20px; line-height: 1.2; }
  dd { ${mono} font-size: 28px; font-weight: 600; white-space: nowrap; }
  label { display: grid; gap: 4px; font-size: 20px; font-weight: 700; }
  input { ${mono} width: 100%; min-height: 64px; padding: 4px 14px; border: 2px solid ${color("edge")}; border-radius: ${radius}; background: ${color("sheet")}; color: ${color("ink")}; font-size: 40px; text-align: right; }
`;
const SignAndEnter = styled.div`
  display: flex;
  justify-content: end;
  gap: 10px;
  button:last-child { min-width: 160px; }
`;
const Answered = styled.p`
  display: flex;
  align-items: start;
  gap: 10px;
  padding: 10px 14px;
  border-left: 6px solid ${color("stop")};
  border-radius: ${radius};
  background: ${color("sheet")};
  font-size: ${size.text};
  line-height: 1.3;
  svg { flex: none; color: ${color("stop")}; }
  b { ${mono} font-weight: 600; }
  &[data-right="true"] { border-color: ${color("clear")}; svg { color: ${color("clear")}; } }
`;
const Wrong = styled.ul`
  display: grid;
  gap: 8px;
`;
const Aside = styled.aside`
  display: grid;
  align-content: start;
  gap: 10px;
  h2 { font-size: ${size.text}; }
  nav { display: grid; border-top: 1px solid ${color("line")}; }
  nav a { display: grid; align-items: center; min-height: 48px; color: ${color("measured")}; font-size: ${size.text}; border-bottom: 1px solid ${color("line")}; }
`;
