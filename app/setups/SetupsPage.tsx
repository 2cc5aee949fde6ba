import { Check, CircleDashed } from "lucide-react";
import { Link } from "react-router";
import { styled } from "styled-components";
import type { StepKind } from "../../core/plan/index.ts";
import type { SetupSummary } from "../../server/ledger/setupsRepository.server.ts";
import { type StripPerson, TopStrip } from "../frame/TopStrip.tsx";
import { buttonLink } from "../ui/Button.tsx";
import { color, radius, size } from "../ui/tokens.ts";
import { ageOf } from "./age.ts";

const STEP_WORDS: Readonly<Record<StepKind, string>> = {
  x: "X of",
  y: "Y of",
  z: "Z of",
  nose: "nose radius and tip orientation of",
  second: "second offset",
  work: "work offset with",
  face: "record the faced bar end",
  hole: "record the hole",
  length: "record the part's length",
};

/** All setups, the running ones first, each with what is to be done next. */
export function SetupsPage({
  person,
  setups,
  now,
}: {
  readonly person: StripPerson;
  readonly setups: readonly SetupSummary[];
  readonly now: string;
}) {
  const mayOpen = person.role !== "viewer";
  const running = setups.filter(({ signedOff }) => !signedOff);
  const kept = setups.filter(({ signedOff }) => signedOff);
  return (
    <>
      <TopStrip
        title="Setups"
        subtitle="running and kept"
        person={person}
        beside={{ to: "/practice", name: "Practice" }}
      />
      <Page>
        <Head>
          <h1>Running setups</h1>
          {mayOpen && <Open to="/setups/new">Open a setup</Open>}
        </Head>
        {running.length === 0 ? (
          <Empty>
            No setup is running.{" "}
            {mayOpen
              ? "Open one from a program, from a past setup, or empty."
              : "A setter or a lead opens the first one."}
          </Empty>
        ) : (
          <List setups={running} now={now} mayOpen={mayOpen} />
        )}
        {kept.length > 0 && (
          <>
            <h2>Signed off</h2>
            <List setups={kept} now={now} mayOpen={mayOpen} />
          </>
        )}
        <Caution>
          Luvrit gives arithmetic and advice and never moves a machine. The machine's manual, the shop's rules, local
          law and trained people decide.
        </Caution>
      </Page>
    </>
  );
}

function List({
  setups,
  now,
  mayOpen,
}: {
  readonly setups: readonly SetupSummary[];
  readonly now: string;
  readonly mayOpen: boolean;
}) {
  return (
    <ul>
      {setups.map((setup) => (
        <Row key={setup.id}>
          <SetupLink to={`/setups/${setup.id}/${setup.stepsTotal === 0 ? "prepare" : "touch"}`}>
            <Part>
              <strong>{setup.part}</strong>
              <span>
                {setup.job} · {setup.operation}
              </span>
            </Part>
            <span>{setup.machineName}</span>
            <Next $signedOff={setup.signedOff}>
              {setup.signedOff ? <Check size={22} aria-hidden="true" /> : <CircleDashed size={22} aria-hidden="true" />}
              <span>{nextWords(setup)}</span>
            </Next>
            <Progress>
              <progress
                value={setup.stepsDone}
                max={Math.max(setup.stepsTotal, 1)}
                aria-label={`${setup.stepsDone} of ${setup.stepsTotal} steps of touching done`}
              />
              <span>
                {setup.stepsDone} of {setup.stepsTotal}
              </span>
            </Progress>
            <Age>{ageOf(setup.changedAt, now)}</Age>
          </SetupLink>
          {mayOpen && (
            <Again to={`/setups/new?from=${setup.id}`} aria-label={`Start from ${setup.job}, ${setup.operation}`}>
              Start from it
            </Again>
          )}
        </Row>
      ))}
    </ul>
  );
}

function nextWords({ signedOff, next, stepsTotal }: SetupSummary): string {
  if (signedOff) return "signed off";
  if (next) return `next: ${STEP_WORDS[next.kind]}${/[1-9]/.test(next.offset) ? ` T${next.offset}` : ""}`;
  return stepsTotal === 0 ? "to be prepared" : "all touched; to the table";
}

const Page = styled.main`
  display: grid;
  gap: 14px;
  max-width: 1500px;
  margin: 0 auto;
  padding: 24px;
  h1, h2 { font-size: ${size.number}; }
  h2 { margin-top: 18px; }
  ul { display: grid; gap: 8px; }
`;
const Head = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
`;
const Open = styled(Link)`${buttonLink}`;
const Again = styled(Link)`
  display: grid;
  place-items: center;
  padding: 0 16px;
  color: ${color("measured")};
  font-size: ${size.small};
  font-weight: 600;
  &:hover { background: ${color("selected")}; }
`;
const Row = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  border-radius: ${radius};
  background: ${color("sheet")};
  box-shadow: ${color("shadow")};
`;
const SetupLink = styled(Link)`
  display: grid;
  grid-template-columns: minmax(220px, 2.2fr) minmax(150px, 1.2fr) minmax(230px, 2.2fr) minmax(150px, 1fr) 110px;
  align-items: center;
  gap: 20px;
  min-height: 76px;
  padding: 12px 20px;
  border-left: 6px solid ${color("action")};
  border-radius: ${radius};
  color: inherit;
  text-decoration: none;
  &:hover { background: ${color("selected")}; }
`;
const Part = styled.span`
  display: grid;
  strong { font-size: ${size.number}; line-height: 1.15; }
  span { color: ${color("quiet")}; font-size: ${size.small}; }
`;
const Next = styled.span<{ $signedOff: boolean }>`
  display: flex;
  align-items: center;
  gap: 8px;
  font-weight: 600;
  color: ${({ $signedOff }) => color($signedOff ? "clear" : "measured")};
  svg { flex: none; }
`;
const Progress = styled.span`
  display: flex;
  align-items: center;
  gap: 10px;
  font-variant-numeric: tabular-nums;
  progress { flex: 1; min-width: 60px; height: 10px; accent-color: ${color("clear")}; }
`;
const Age = styled.span`
  color: ${color("quiet")};
  font-size: ${size.small};
  text-align: right;
`;
const Empty = styled.p`
  padding: 24px;
  background: ${color("sheet")};
`;
const Caution = styled.p`
  margin-top: 12px;
  color: ${color("quiet")};
  font-size: ${size.small};
`;
