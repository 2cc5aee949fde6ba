import { CheckCheck, CircleDashed, CircleDot, RotateCcw } from "lucide-react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { Person } from "../../server/people/person.server.ts";
import { DRILLS, drillFor } from "../../sim/exercise/drills.ts";
import {
  CLEAN_IN_A_ROW,
  type ExerciseHead,
  exerciseState,
  type PastRun,
  type SkillState,
  type Suggestion,
  skillStates,
  slipHabits,
  tryNext,
} from "../../sim/exercise/progress.ts";
import { DEPTHS } from "../../sim/exercise/run.ts";
import { SLIP_WORDS } from "../../sim/exercise/slipWords.ts";
import { TOPICS } from "../../sim/exercise/topics.ts";
import { ageOf } from "../setups/age.ts";
import { Rooms } from "../shell/Rooms.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PlainButton, PlainButtonLink, PrimaryButtonLink } from "../ui/Button.tsx";
import { Page } from "../ui/Page.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { Remark } from "../ui/Remark.tsx";
import { color, phone, radius, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { DEPTH_WORDS } from "./depthWords.ts";
import { TOPIC_WORDS } from "./topicWords.ts";
import type { RefusedRuns } from "./useWaitingRuns.ts";

/** Why an exercise comes next. */
const WHY: Readonly<Record<Suggestion["why"], string>> = {
  slipped: "went wrong last time",
  due: "rested long enough to be tried again",
  "going-on": "begun: one step further",
  new: "new",
};
const NEXT_SHOWN = 3;
/** A slip that weighs less than this is rested: made once, ten days ago. */
const STILL_FRESH = 0.25;

/** Everything that can be practised: what to try next, and all exercises under their skills. */
export function ExercisesPage({
  person,
  exercises,
  runs,
  signed,
  now,
  waiting,
}: {
  readonly person: Person;
  readonly exercises: readonly ExerciseHead[];
  readonly runs: readonly PastRun[];
  /** Skills that a lead has signed. */
  readonly signed: readonly string[];
  readonly now: string;
  readonly waiting: RefusedRuns;
}) {
  // What comes back is drilled before it is tried again.
  const habit = slipHabits(runs, now).find(({ kind, weight }) => weight >= STILL_FRESH && drillFor(kind));
  const drill = habit && drillFor(habit.kind);
  const next = tryNext(exercises, runs, now).slice(0, drill ? NEXT_SHOWN - 1 : NEXT_SHOWN);
  const skills = skillStates(exercises, runs);
  const isLead = person.role === "lead";
  return (
    <>
      <TopStrip title="Practice" subtitle="where nothing breaks" person={person}>
        <Rooms />
      </TopStrip>
      <Page $widest={1500}>
        {waiting.refused.map(({ id, exerciseId, why }) => (
          <Refused key={id} $tone="stop" role="alert">
            <p>
              A run of “{exercises.find((one) => one.id === exerciseId)?.title ?? exerciseId}” that you finished without
              the server was not taken: {why}
            </p>
            <PlainButton onPress={() => waiting.discard(id)}>Discard it</PlainButton>
          </Refused>
        ))}
        <Head>
          <h1>Try next</h1>
          <nav aria-label="Practice">
            <PlainButtonLink to={href("/practice/lathe")}>The lathe by itself</PlainButtonLink>
            <PlainButtonLink to={href("/practice/record/:personId?")}>My record</PlainButtonLink>
            {isLead && <PlainButtonLink to={href("/practice/people")}>Team skills</PlainButtonLink>}
            {isLead && <PlainButtonLink to={href("/practice/own")}>Exercises of our own</PlainButtonLink>}
          </nav>
        </Head>
        {next.length === 0 ? (
          <p>Everything is done and rests. Come back in some days, or take up any exercise below on another lathe.</p>
        ) : (
          <Cards>
            {habit && drill && (
              <li>
                <strong>{drill.title}</strong>
                <span>
                  {SLIP_WORDS[habit.kind].toLowerCase()}, in {habit.runs} {habit.runs === 1 ? "run" : "runs"} · sixty
                  seconds
                </span>
                <PrimaryButtonLink to={href("/practice/drills/:drillId", { drillId: drill.id })}>
                  Begin
                </PrimaryButtonLink>
              </li>
            )}
            {next.map(({ exercise, why, depth }) => (
              <li key={exercise.id}>
                <strong>{exercise.title}</strong>
                <span>
                  {WHY[why]} · {DEPTH_WORDS[depth].name.toLowerCase()}
                  {exercise.minutes && `, about ${exercise.minutes} min`}
                </span>
                <PrimaryButtonLink
                  to={`${href("/practice/exercises/:exerciseId", { exerciseId: exercise.id })}?depth=${depth}`}
                >
                  Begin
                </PrimaryButtonLink>
              </li>
            ))}
          </Cards>
        )}
        <h2>Skills</h2>
        <Skills>
          {skills.map((skill) => (
            <Skill
              key={skill.skill}
              skill={skill}
              isSigned={signed.includes(skill.skill)}
              exercises={exercises.filter((one) => one.skill === skill.skill)}
              runs={runs}
              now={now}
            />
          ))}
        </Skills>
        <h2>Slips: sixty seconds on one, and one to find</h2>
        <Topics>
          <li>
            <Link to={href("/practice/find-the-slip")}>Find the slip in a recorded run</Link>
          </li>
          {DRILLS.map(({ id, title }) => (
            <li key={id}>
              <Link to={href("/practice/drills/:drillId", { drillId: id })}>{title}</Link>
            </li>
          ))}
        </Topics>
        <h2>In a few words</h2>
        <Topics>
          {TOPICS.map((topic) => (
            <li key={topic}>
              <Link to={href("/practice/why/:topic", { topic })}>{TOPIC_WORDS[topic].question}</Link>
            </li>
          ))}
        </Topics>
        <Quiet>
          What is learned here is learned on a simulated lathe. At the machine its manual, the shop’s rules, local law
          and trained people decide.
        </Quiet>
      </Page>
    </>
  );
}

function Skill({
  skill,
  isSigned,
  exercises,
  runs,
  now,
}: {
  readonly skill: SkillState;
  readonly isSigned: boolean;
  readonly exercises: readonly ExerciseHead[];
  readonly runs: readonly PastRun[];
  readonly now: string;
}) {
  if (exercises.length === 0) return null;
  return (
    <li>
      <h3>
        {skill.name}
        <Verdict $tone={isSigned ? "clear" : skill.isReady ? "doubt" : "quiet"}>
          {isSigned
            ? "signed"
            : skill.isReady
              ? "ready to be signed"
              : `${skill.learned} of ${skill.exercises} learned`}
        </Verdict>
      </h3>
      <ul>
        {exercises.map((exercise) => {
          const { last, inARow, due } = exerciseState(runs, exercise.id);
          const isDue = due !== undefined && due <= now;
          return (
            <Line key={exercise.id}>
              <Link
                to={`${href("/practice/exercises/:exerciseId", { exerciseId: exercise.id })}?depth=${last ? last.depth : "shown"}`}
              >
                {exercise.title}
              </Link>
              <Stand>
                {!last ? (
                  <>
                    <CircleDashed size={16} aria-hidden="true" /> not tried
                  </>
                ) : inARow >= CLEAN_IN_A_ROW && !isDue ? (
                  <>
                    <CheckCheck size={16} aria-hidden="true" /> learned
                  </>
                ) : isDue && inARow > 0 ? (
                  <>
                    <RotateCcw size={16} aria-hidden="true" /> due again
                  </>
                ) : (
                  <>
                    <CircleDot size={16} aria-hidden="true" /> {last.reached ? "reached" : "not reached"},{" "}
                    {ageOf(last.at, now)}
                  </>
                )}
              </Stand>
              <Depths>
                {DEPTHS.map((depth) => (
                  <Link
                    key={depth}
                    to={`${href("/practice/exercises/:exerciseId", { exerciseId: exercise.id })}?depth=${depth}`}
                    aria-label={`${exercise.title}: ${DEPTH_WORDS[depth].name.toLowerCase()}, ${DEPTH_WORDS[depth].says}`}
                  >
                    {DEPTH_WORDS[depth].name}
                  </Link>
                ))}
              </Depths>
            </Line>
          );
        })}
      </ul>
    </li>
  );
}

const Refused = styled(Remark)`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 8px 16px;
`;
const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
  nav { display: flex; flex-wrap: wrap; gap: 8px; }
`;
const Cards = styled.ul`
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 14px;
  li { display: grid; grid-template-columns: minmax(0, 1fr) auto; align-items: center; gap: 2px 14px; padding: 12px 16px; border-left: 6px solid ${color("action")}; border-radius: ${radius}; background: ${color("sheet")}; box-shadow: ${color("shadow")}; }
  strong { font-size: 20px; line-height: 1.15; }
  span { grid-column: 1; font-size: ${size.small}; color: ${color("quiet")}; }
  a { grid-column: 2; grid-row: 1 / span 2; }
`;
const Skills = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(560px, 1fr));
  gap: 14px;
  align-items: start;
  @media (width < 1200px) { grid-template-columns: 1fr; }
  > li { border-radius: ${radius}; background: ${color("sheet")}; box-shadow: ${color("shadow")}; }
  h3 { display: flex; justify-content: space-between; align-items: baseline; gap: 14px; padding: 10px 16px 6px; font-size: ${size.text}; border-bottom: 1px solid ${color("line")}; }
`;
const Line = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 112px auto;
  align-items: center;
  gap: 10px;
  min-height: 48px;
  padding: 0 6px 0 16px;
  > a { display: grid; align-content: center; min-height: 44px; color: inherit; font-weight: 600; line-height: 1.15; }
  &:not(:last-child) { border-bottom: 1px solid ${color("line")}; }
  ${phone} { grid-template-columns: minmax(0, 1fr) auto; padding: 0 10px; > span:last-child { grid-column: 1 / -1; } }
`;
const Stand = styled.span`
  display: flex;
  align-items: center;
  gap: 6px;
  font-size: ${size.small};
  color: ${color("quiet")};
  line-height: 1.15;
  svg { flex: none; }
`;
const Depths = styled.span`
  display: flex;
  a { display: grid; place-items: center; min-height: 48px; min-width: 44px; padding: 0 6px; font-size: ${size.small}; color: ${color("measured")}; text-decoration: none; font-weight: 600; }
  a:hover { text-decoration: underline; }
`;
const Topics = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  a { display: grid; align-items: center; min-height: 48px; color: ${color("measured")}; }
`;
