import { Check, ChevronRight, CircleDashed, TriangleAlert } from "lucide-react";
import { href, Link, useSearchParams } from "react-router";
import { styled } from "styled-components";
import { AXIS_NAME, perAxis } from "../../core/machine/index.ts";
import type { StepKind } from "../../core/plan/index.ts";
import type { SetupSummary } from "../../server/ledger/setupsRepository.server.ts";
import type { Person } from "../../server/people/person.server.ts";
import { Rooms } from "../shell/Rooms.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PrimaryButtonLink } from "../ui/Button.tsx";
import { EmptyList } from "../ui/EmptyState.tsx";
import { Page } from "../ui/Page.tsx";
import { Quiet } from "../ui/Panel.tsx";
import { Progress } from "../ui/Progress.tsx";
import { Remark } from "../ui/Remark.tsx";
import { color, narrow, radius, size, type Token } from "../ui/tokens.ts";
import { ageOf } from "./age.ts";
import { chainsOf, currentOf, type OperationChain } from "./chains.ts";
import { SearchForm } from "./SearchForm.tsx";

const STEP_WORDS: Readonly<Record<StepKind, string>> = {
  ...perAxis((axis) => `${AXIS_NAME[axis]} of`),
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
  hasMore,
  isSearch,
  machines,
  now,
}: {
  readonly person: Person;
  readonly setups: readonly SetupSummary[];
  /** True where more were found than are shown. */
  readonly hasMore: boolean;
  /** True where these are what was looked for. */
  readonly isSearch: boolean;
  readonly machines: readonly { readonly id: string; readonly name: string }[];
  readonly now: string;
}) {
  const [search] = useSearchParams();
  const compared = setups.find(({ id }) => id === search.get("with"));
  const mayOpen = person.role !== "viewer";
  const chains = chainsOf(setups);
  const running = chains.filter((chain) => !currentOf(chain).signedOff);
  const kept = chains.filter((chain) => currentOf(chain).signedOff);
  return (
    <>
      <TopStrip title="Setups" subtitle="running and signed off" person={person}>
        <Rooms />
      </TopStrip>
      <Page $widest={1500}>
        <Head>
          <h1>{isSearch ? "Found setups" : "Running setups"}</h1>
          {mayOpen && <PrimaryButtonLink to={href("/setups/new")}>Open a setup</PrimaryButtonLink>}
        </Head>
        <SearchForm
          machines={machines}
          found={isSearch ? `${hasMore ? "over " : ""}${setups.length} found` : undefined}
        />
        {search.get("with") && (
          <Remark as="p" $tone="chosen" role="status">
            {compared ? `${compared.job}, ${compared.part}, ${compared.operation}` : "That setup"} is to be compared:
            choose the other one below, or search for it. <Link to="/">Not after all</Link>
          </Remark>
        )}
        {isSearch && setups.length === 0 ? (
          <EmptyList>
            Nothing was found. Every word must begin a word of the setup; leave one out, or widen the dates.
          </EmptyList>
        ) : running.length === 0 ? (
          <EmptyList>
            {isSearch ? "None of these is running." : "No setup is running."}{" "}
            {mayOpen
              ? "Open one from a program, from a past setup, or empty."
              : "A setter or a lead opens the first one."}
          </EmptyList>
        ) : (
          byMachine(running).map(([machine, own]) => (
            <Machine key={machine} aria-label={machine}>
              <h2>{machine}</h2>
              <List chains={own} now={now} mayOpen={mayOpen} />
            </Machine>
          ))
        )}
        {kept.length > 0 && (
          <>
            <h2>Signed off</h2>
            <List chains={kept} now={now} mayOpen={mayOpen} />
          </>
        )}
        {hasMore && (
          <p>These are the latest {setups.length}; there are more. Another word, or dates, narrow them down.</p>
        )}
        <Quiet>
          Luvrit gives arithmetic and advice and never moves a machine. The machine's manual, the shop's rules, local
          law and trained people decide.
        </Quiet>
      </Page>
    </>
  );
}

/** Chains by the machine that they run on, in the order of the latest on each. */
function byMachine(chains: readonly OperationChain[]): readonly (readonly [string, readonly OperationChain[]])[] {
  const found = new Map<string, OperationChain[]>();
  for (const chain of chains) {
    const current = currentOf(chain);
    const name = chain.every(({ machineName }) => machineName === current.machineName)
      ? current.machineName
      : "Several machines";
    const own = found.get(name) ?? [];
    found.set(name, own);
    own.push(chain);
  }
  return [...found];
}

function List({
  chains,
  now,
  mayOpen,
}: {
  readonly chains: readonly OperationChain[];
  readonly now: string;
  readonly mayOpen: boolean;
}) {
  return (
    <ul>
      {chains.map((chain) => {
        const setup = currentOf(chain);
        return (
          <Row key={setup.id}>
            {chain.length === 1 ? <OneOperation setup={setup} now={now} /> : <Operations chain={chain} now={now} />}
            <Compare setup={setup} />
            {mayOpen && (
              <Again
                to={`${href("/setups/new")}?from=${setup.id}`}
                aria-label={`Start from ${setup.job}, ${setup.operation}`}
              >
                Start from it
              </Again>
            )}
          </Row>
        );
      })}
    </ul>
  );
}

const addressOf = ({ id, stepsTotal }: SetupSummary) =>
  href(`/setups/:setupId/${stepsTotal === 0 ? "prepare" : "touch"}` as const, { setupId: id });

function OneOperation({ setup, now }: { readonly setup: SetupSummary; readonly now: string }) {
  return (
    <SetupLink to={addressOf(setup)} data-wrong={setup.attention !== undefined || undefined}>
      <Picture setup={setup} />
      <Part>
        <strong>{setup.part}</strong>
        <span>
          {setup.job} · {setup.operation}
          {setup.signedOff && ` · ${setup.machineName}`}
        </span>
      </Part>
      <StateOf setup={setup} />
      <Progress done={setup.stepsDone} of={setup.stepsTotal} what="steps of touching done" />
      <Age>{ageOf(setup.changedAt, now)}</Age>
    </SetupLink>
  );
}

/** The operations of a job in one line, each a way to its setup. */
function Operations({ chain, now }: { readonly chain: OperationChain; readonly now: string }) {
  const current = currentOf(chain);
  const isOneMachine = chain.every(({ machineName }) => machineName === current.machineName);
  return (
    <Joined data-wrong={current.attention !== undefined || undefined}>
      <Picture setup={current} />
      <Part>
        <strong>{current.part}</strong>
        <span>{current.job}</span>
      </Part>
      <ol>
        {chain.map((setup, index) => (
          <li key={setup.id}>
            {index > 0 && <ChevronRight size={22} aria-hidden="true" />}
            <Link to={addressOf(setup)} aria-label={`${setup.part}, ${setup.operation}, ${nextWords(setup)}`}>
              <b>{setup.operation}</b>
              {!isOneMachine && <small>{setup.machineName}</small>}
              {setup === current || setup.signedOff ? (
                <StateOf setup={setup} />
              ) : (
                <span>{setup.stepsTotal === 0 ? "to be prepared" : `${setup.stepsDone} of ${setup.stepsTotal}`}</span>
              )}
            </Link>
          </li>
        ))}
      </ol>
      <Age>{ageOf(current.changedAt, now)}</Age>
    </Joined>
  );
}

/** The part in a few lines. */
const Picture = ({ setup: { id, seq } }: { readonly setup: SetupSummary }) => (
  <PartPicture
    src={`${href("/setups/:setupId/part.svg", { setupId: id })}?seq=${seq}`}
    alt=""
    width={88}
    height={52}
    loading="lazy"
    decoding="async"
  />
);

/** What is wrong, or else what is next. */
function StateOf({ setup }: { readonly setup: SetupSummary }) {
  const isWrong = setup.attention !== undefined && !setup.signedOff;
  const Mark = setup.signedOff ? Check : isWrong ? TriangleAlert : CircleDashed;
  return (
    <Next $tone={setup.signedOff ? "clear" : isWrong ? "stop" : "measured"}>
      <Mark size={22} aria-hidden="true" />
      <span>{nextWords(setup)}</span>
    </Next>
  );
}

/** Marks a setup to be compared, or compares it with the one that is marked. */
function Compare({ setup }: { readonly setup: SetupSummary }) {
  const [search] = useSearchParams();
  const other = search.get("with");
  const marked = new URLSearchParams(search);
  marked.set("with", setup.id);
  if (other === null)
    return (
      <Again to={`/?${marked}`} preventScrollReset aria-label={`Compare ${setup.job}, ${setup.operation}`}>
        Compare
      </Again>
    );
  if (other === setup.id) return <Chosen>this one</Chosen>;
  return (
    <Again
      to={`${href("/setups/:setupId/compare", { setupId: other })}?with=${setup.id}`}
      aria-label={`Compare with ${setup.job}, ${setup.operation}`}
    >
      with this one
    </Again>
  );
}

function nextWords({ signedOff, next, stepsTotal, attention }: SetupSummary): string {
  if (signedOff) return "signed off";
  if (attention !== undefined) return attention;
  if (next) return `next: ${STEP_WORDS[next.kind]}${/[1-9]/.test(next.offset) ? ` T${next.offset}` : ""}`;
  return stepsTotal === 0 ? "to be prepared" : "all touched; to the table";
}

const Head = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
`;
const Again = styled(Link)`
  display: grid;
  place-items: center;
  min-height: 44px;
  padding: 0 8px;
  color: ${color("measured")};
  font-size: ${size.small};
  font-weight: 600;
  &:hover { background: ${color("selected")}; }
`;
const Chosen = styled.span`
  display: grid;
  place-items: center;
  min-height: 44px;
  padding: 0 16px;
  font-size: ${size.small};
  font-weight: 700;
`;
const Row = styled.li`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 118px 122px;
  @media (width < 1200px) { grid-template-columns: minmax(0, 1fr) 80px 104px; }
  ${narrow} { grid-template-columns: 1fr 1fr; > :first-child { grid-column: 1 / -1; } }
  border-radius: ${radius};
  background: ${color("sheet")};
  box-shadow: ${color("shadow")};
`;
const SetupLink = styled(Link)`
  display: grid;
  grid-template-columns: 88px minmax(200px, 2fr) minmax(240px, 2.4fr) minmax(130px, 1fr) 100px;
  align-items: center;
  gap: 20px;
  @media (width < 1200px) { grid-template-columns: 72px minmax(0, 2fr) minmax(0, 2fr) 140px 62px; gap: 12px; }
  ${narrow} {
    grid-template-columns: 72px minmax(0, 1fr) auto;
    gap: 6px 12px;
    > :nth-child(3) { grid-area: 2 / 1 / 3 / -1; }
    > :nth-child(4) { grid-area: 3 / 1 / 4 / 3; }
    > :nth-child(5) { grid-area: 3 / 3; text-align: right; }
  }
  min-height: 76px;
  padding: 12px 20px;
  border-left: 6px solid ${color("action")};
  border-radius: ${radius};
  color: inherit;
  text-decoration: none;
  &:hover { background: ${color("selected")}; }
  &[data-wrong] { border-left-color: ${color("stop")}; }
`;
const PartPicture = styled.img`
  width: 100%;
  max-width: 88px;
  height: 52px;
  object-fit: contain;
`;
const Machine = styled.section`
  display: grid;
  gap: 8px;
  h2 { margin-top: 6px; font-size: ${size.text}; }
  ul { display: grid; gap: 8px; }
`;
const Joined = styled.div`
  display: grid;
  grid-template-columns: 88px minmax(180px, 1.6fr) minmax(0, 3.8fr) 100px;
  align-items: center;
  gap: 20px;
  @media (width < 1200px) { grid-template-columns: 72px minmax(0, 2fr) minmax(0, 3.4fr) 62px; gap: 12px; }
  ${narrow} { grid-template-columns: 72px minmax(0, 1fr) auto; gap: 6px 12px; > ol { grid-area: 2 / 1 / 3 / -1; } }
  &[data-wrong] { border-left-color: ${color("stop")}; }
  min-height: 76px;
  padding: 8px 20px;
  border-left: 6px solid ${color("action")};
  border-radius: ${radius};
  ol { display: flex; flex-wrap: wrap; gap: 6px; }
  li { display: flex; align-items: center; gap: 6px; }
  li > svg { flex: none; color: ${color("quiet")}; }
  li > a { display: flex; flex-wrap: wrap; align-items: center; column-gap: 10px; min-height: 48px; padding: 4px 12px; border: 1.5px solid ${color("line")}; border-radius: ${radius}; color: inherit; text-decoration: none; }
  li > a:hover { background: ${color("selected")}; }
  small { color: ${color("quiet")}; font-size: ${size.small}; }
`;
const Part = styled.span`
  display: grid;
  strong { font-size: ${size.number}; line-height: 1.15; }
  span { color: ${color("quiet")}; font-size: ${size.small}; }
`;
const Next = styled.span<{ $tone: Token }>`
  display: flex;
  align-items: center;
  gap: 8px;
  font-weight: 600;
  color: ${({ $tone }) => color($tone)};
  svg { flex: none; }
`;
const Age = styled.span`
  color: ${color("quiet")};
  font-size: ${size.small};
  text-align: right;
`;
