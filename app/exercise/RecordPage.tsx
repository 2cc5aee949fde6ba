import { Form, href, Link, useNavigation } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import type { SignAnswer } from "../../server/practice/signSkill.server.ts";
import {
  type ExerciseHead,
  exerciseState,
  isClean,
  type PastRun,
  skillStates,
  standingSigns,
} from "../../sim/exercise/progress.ts";
import { type Skill, skillName } from "../../sim/exercise/skills.ts";
import { SLIP_WORDS } from "../../sim/exercise/slipWords.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { Day } from "../ui/Moment.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { minutesAndSeconds } from "./DebriefPage.tsx";
import { DEPTH_WORDS } from "./depthWords.ts";
import { HandlingSection } from "./HandlingSection.tsx";

interface Sign {
  readonly skill: Skill;
  readonly action: "signed" | "withdrawn";
  readonly by: string;
  readonly note: string;
  readonly againstRecord: boolean;
  readonly at: string;
}

/** What somebody has practised, skill by skill, with the leads' names under it; to be printed, and to be signed by a lead. */
export function RecordPage({
  person,
  about,
  exercises,
  runs,
  signs,
  now,
  answer,
}: {
  readonly person: Person;
  readonly about: { readonly id: string; readonly name: string };
  readonly exercises: readonly ExerciseHead[];
  readonly runs: readonly (PastRun & { readonly title: string })[];
  readonly signs: readonly Sign[];
  readonly now: string;
  readonly answer: SignAnswer | undefined;
}) {
  const isOwn = about.name === person.name;
  const maySign = person.role === "lead" && !isOwn;
  const standing = standingSigns(signs);
  return (
    <>
      <TopStrip
        title="Practice record"
        subtitle={about.name}
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <Page>
        <header>
          <h1>
            {about.name}: what was practised{" "}
            <small>
              <Day at={now} />
            </small>
          </h1>
          <PlainButton onPress={() => window.print()}>Print</PlainButton>
        </header>
        {answer?.outcome === "refused" && answer.skill === undefined && <Trouble>{answer.message}</Trouble>}
        <Table>
          <thead>
            <tr>
              <th scope="col">Skill</th>
              <th scope="col">learned</th>
              <th scope="col">signed</th>
              {maySign && <th scope="col">sign off</th>}
            </tr>
          </thead>
          <tbody>
            {skillStates(exercises, runs)
              .filter((skill) => skill.exercises > 0)
              .map((skill) => {
                const sign = standing.find((one) => one.skill === skill.skill);
                return (
                  <tr key={skill.skill}>
                    <th scope="row">{skill.name}</th>
                    <td>
                      <Verdict $tone={skill.isReady ? "clear" : "quiet"}>
                        {skill.learned} of {skill.exercises}
                        {skill.isReady ? ", ready" : ""}
                      </Verdict>
                    </td>
                    <td>
                      {sign ? (
                        <>
                          {sign.by}, <Day at={sign.at} />
                          {sign.againstRecord && <small> against the record:</small>}
                          {sign.note && <small> “{sign.note}”</small>}
                        </>
                      ) : (
                        "–"
                      )}
                    </td>
                    {maySign && (
                      <td>
                        <SignForm
                          key={sign?.at ?? ""}
                          skill={skill.skill}
                          isSigned={sign !== undefined}
                          isReady={skill.isReady}
                          refusal={
                            answer?.outcome === "refused" && answer.skill === skill.skill ? answer.message : undefined
                          }
                        />
                      </td>
                    )}
                  </tr>
                );
              })}
          </tbody>
        </Table>
        <HandlingSection runs={runs} exercises={exercises} />
        <h2>Runs</h2>
        {runs.length === 0 ? (
          <p>
            Nothing has been practised yet.{" "}
            {isOwn && <Link to={href("/practice")}>Begin with the first exercise.</Link>}
          </p>
        ) : (
          <Table>
            <thead>
              <tr>
                <th scope="col">Day</th>
                <th scope="col">Exercise</th>
                <th scope="col">how</th>
                <th scope="col">came out</th>
                <th scope="col">time</th>
                <th scope="col">acts</th>
                <th scope="col">touches</th>
                <th scope="col">past the grip, mm</th>
                <th scope="col">what went wrong</th>
              </tr>
            </thead>
            <tbody>
              {runs.slice(0, RUNS_SHOWN).map((run) => (
                <tr key={run.id}>
                  <td data-whole>
                    <Day at={run.at} />
                  </td>
                  <th scope="row">
                    <Link to={href("/practice/runs/:runId", { runId: run.id })}>{run.title}</Link>
                  </th>
                  <td>{run.isAgain ? "one goal again" : DEPTH_WORDS[run.depth].name.toLowerCase()}</td>
                  <td>
                    <Verdict $tone={isClean(run) ? "clear" : run.reached ? "quiet" : "stop"}>
                      {isClean(run) ? "clean" : run.reached ? "reached" : "not reached"}
                    </Verdict>
                  </td>
                  <td>{minutesAndSeconds(run.seconds)}</td>
                  <td>{run.acts}</td>
                  <td>{run.touches ?? "–"}</td>
                  <td>{run.past === undefined ? "–" : run.past.toFixed(3)}</td>
                  <td>{run.slips.map((slip) => SLIP_WORDS[slip]).join("; ")}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        )}
        <p>
          {exercises.filter(({ id }) => exerciseState(runs, id).runs > 0).length} of {exercises.length} exercises tried,{" "}
          {runs.length} {runs.length === 1 ? "run" : "runs"}. Practised on a simulated lathe; the lead who signs has
          seen it for themselves.
        </p>
      </Page>
    </>
  );
}
const RUNS_SHOWN = 60;

function SignForm({
  skill,
  isSigned,
  isReady,
  refusal,
}: {
  readonly skill: Skill;
  readonly isSigned: boolean;
  readonly isReady: boolean;
  /** Why it was not signed. */
  readonly refusal: string | undefined;
}) {
  const { state } = useNavigation();
  return (
    <Signing method="post">
      <input type="hidden" name="skill" value={skill} />
      <input type="hidden" name="action" value={isSigned ? "withdrawn" : "signed"} />
      {!isSigned && (
        <input
          name="note"
          maxLength={400}
          placeholder={isReady ? "seen at which machine" : "why, against the record"}
          aria-label={`${isReady ? "Note" : "Reason"}, ${skillName(skill)}`}
          aria-invalid={refusal !== undefined}
          aria-describedby={refusal === undefined ? undefined : `refusal-${skill}`}
        />
      )}
      {isSigned ? (
        <PlainButton type="submit" isDisabled={state !== "idle"} aria-label={`Undo: ${skillName(skill)}`}>
          Undo
        </PlainButton>
      ) : (
        <PrimaryButton type="submit" isDisabled={state !== "idle"} aria-label={`Sign: ${skillName(skill)}`}>
          {isReady ? "Sign" : "Sign all the same"}
        </PrimaryButton>
      )}
      <div id={`refusal-${skill}`}>
        <Trouble>{refusal}</Trouble>
      </div>
    </Signing>
  );
}

const Page = styled.main`
  display: grid;
  gap: 14px;
  max-width: 1400px;
  margin: 0 auto;
  padding: 20px 24px 32px;
  header { display: flex; justify-content: space-between; align-items: center; }
  h1, h2 { font-size: ${size.number}; }
  h1 small { font-size: ${size.small}; color: ${color("quiet")}; font-weight: 400; margin-left: 10px; }
  @media print { max-width: none; padding: 0; button, form { display: none; } }
`;
const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  background: ${color("sheet")};
  th, td { padding: 6px 12px; border-bottom: 1px solid ${color("line")}; text-align: left; }
  thead th { font-size: ${size.small}; color: ${color("quiet")}; }
  tbody th { font-weight: 600; }
  tbody td { font-size: 16px; font-variant-numeric: tabular-nums; line-height: 1.2; }
  tbody th a { color: ${color("measured")}; }
  small { font-size: ${size.small}; color: ${color("quiet")}; }
  td[data-whole] { white-space: nowrap; }
`;
const Signing = styled(Form)`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  p { flex: 1 1 100%; max-width: 46ch; font-size: ${size.small}; }
  input { min-width: 0; width: 210px; ${fieldBox} font-size: ${size.small}; }
  button { min-width: 110px; font-size: ${size.small}; }
`;
