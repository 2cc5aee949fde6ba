import { Check, CircleAlert, Pause, Play, X } from "lucide-react";
import { useMemo } from "react";
import { href, useNavigate } from "react-router";
import { styled } from "styled-components";
import { formatMillimetres } from "../../core/units/index.ts";
import type { Person } from "../../server/people/person.server.ts";
import type { Debrief, DebriefedSlip } from "../../sim/exercise/debrief.ts";
import { drillFor } from "../../sim/exercise/drills.ts";
import type { Exercise } from "../../sim/exercise/exercise.ts";
import { besideOwn, type PastRun, type Suggestion } from "../../sim/exercise/progress.ts";
import { actsBefore, firstActs } from "../../sim/exercise/retry.ts";
import type { Run } from "../../sim/exercise/run.ts";
import { SLIP_WORDS } from "../../sim/exercise/slipWords.ts";
import { LatheDrawing } from "../practice/LatheDrawing.tsx";
import { latheScene } from "../practice/latheScene.ts";
import { turningWords } from "../practice/PracticePage.tsx";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PlainButton, PlainButtonLink, PrimaryButtonLink } from "../ui/Button.tsx";
import { PanelRow } from "../ui/Panel.tsx";
import { QUANTITY_TONE } from "../ui/quantityTone.ts";
import { Remark } from "../ui/Remark.tsx";
import { color, mono, radius, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { actWords } from "./actWords.ts";
import { BesideLathe, LatheSide, Told } from "./BesideLathe.ts";
import { DEPTH_WORDS } from "./depthWords.ts";
import { keepDraft } from "./runDraft.ts";
import { useReplay } from "./useReplay.ts";

/** Seconds as minutes and seconds. */
export const minutesAndSeconds = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;

/** Looking back at a run: true against entered, each slip by its name, the run played again, and one's own earlier ones. */
export function DebriefPage({
  person,
  kept,
  run,
  debrief,
  runs,
  next,
  isOwn,
  isHere = false,
}: {
  readonly person: Person;
  readonly kept: PastRun & { readonly personName: string };
  readonly run: Run;
  readonly debrief: Debrief;
  /** The person's runs, newest first. */
  readonly runs: readonly PastRun[];
  readonly next: { readonly exercise: Pick<Exercise, "id" | "title">; readonly depth: Suggestion["depth"] } | undefined;
  readonly isOwn: boolean;
  /** It was finished without the server, and waits on this device. */
  readonly isHere?: boolean;
}) {
  const { exercise } = run;
  const replay = useReplay(run, debrief.slips[0]?.act ?? Number.POSITIVE_INFINITY);
  const { moment } = replay;
  const scene = useMemo(() => latheScene(moment.bench.lathe), [moment]);
  const navigate = useNavigate();
  /** On the same lathe, as it stood before the goal that failed. */
  const retry = (slip: DebriefedSlip) => {
    const from = actsBefore(replay.momentOf(replay.count).facts, slip);
    keepDraft(exercise.id, "hints", run.seed, { acts: firstActs(run.acts, from), hints: [] });
    const search = { depth: "hints", seed: String(run.seed), goal: String(slip.goal ?? 0), from: String(from) };
    void navigate(
      `${href("/practice/exercises/:exerciseId", { exerciseId: exercise.id })}?${new URLSearchParams(search)}`,
    );
  };
  const own = besideOwn(kept, runs);
  const reached = debrief.goals.filter((goal) => goal.reached).length;
  return (
    <>
      <TopStrip
        title={exercise.title}
        subtitle={isOwn ? "looking back" : `looking back with ${kept.personName}`}
        person={person}
        beside={{ to: href("/practice"), name: "Practice" }}
      />
      <BesideLathe>
        <Told>
          <h1>
            <Verdict $tone={debrief.reached ? "clear" : "stop"}>
              {debrief.reached ? <Check size={26} aria-hidden="true" /> : <X size={26} aria-hidden="true" />}
            </Verdict>
            {debrief.reached
              ? debrief.slips.length === 0
                ? "Reached, and nothing went wrong"
                : "Reached, with something to look at"
              : `Not reached yet: ${reached} of ${debrief.goals.length}`}
          </h1>
          {isHere && (
            <Remark $tone="doubt" role="status">
              The server is away. This run is kept on this device and goes to your record when the server is back.
            </Remark>
          )}
          <GoalTable goals={debrief.goals} units={moment.bench.lathe.config.machine.units} />
          <h2>What went wrong</h2>
          {debrief.slips.length === 0 ? (
            <p>Nothing. The numbers are where they belong, and the lathe is in one piece.</p>
          ) : (
            <Slips>
              {debrief.slips.map((slip) => (
                <SlipLine
                  key={`${slip.act} ${slip.kind} ${slip.goal ?? ""} ${slip.says}`}
                  slip={slip}
                  goals={debrief.goals}
                  onSee={replay.setAt}
                  onRetry={isOwn && slip.goal !== undefined ? () => retry(slip) : undefined}
                />
              ))}
            </Slips>
          )}
          <p>
            {run.again ? "One goal again" : DEPTH_WORDS[run.depth].name}, {minutesAndSeconds(debrief.seconds)} min,{" "}
            {debrief.acts} moves
            {debrief.hints > 0 && `, ${debrief.hints} ${debrief.hints === 1 ? "hint" : "hints"}`}.
            {own.before
              ? ` The time before: ${minutesAndSeconds(own.before.seconds)} min, ${own.before.acts} moves.${own.fastest && own.fastest !== own.before ? ` Quickest of ${own.earlier}: ${minutesAndSeconds(own.fastest.seconds)} min.` : ""}`
              : isOwn
                ? " Your first time through this one."
                : ""}
            {debrief.handling?.past !== undefined &&
              ` Your touches went ${formatMillimetres(debrief.handling.past, moment.bench.lathe.config.machine.units)} past the grip on average.`}
            {debrief.handling !== undefined &&
              debrief.handling.predicted > 0 &&
              ` The display read as predicted ${debrief.handling.predictedRightly} of ${debrief.handling.predicted} times.`}
          </p>
          {isOwn && (
            <PanelRow as="nav" aria-label="What comes next">
              <PrimaryButtonLink
                to={`${href("/practice/exercises/:exerciseId", { exerciseId: exercise.id })}?depth=${debrief.reached ? (run.depth === "shown" ? "hints" : "alone") : run.depth}`}
              >
                {debrief.reached ? "Again, on another lathe" : "Try it again"}
              </PrimaryButtonLink>
              {next && (
                <PlainButtonLink
                  to={`${href("/practice/exercises/:exerciseId", { exerciseId: next.exercise.id })}?depth=${next.depth}`}
                >
                  Next: {next.exercise.title}
                </PlainButtonLink>
              )}
              <PlainButtonLink to={href("/practice")}>All exercises</PlainButtonLink>
            </PanelRow>
          )}
        </Told>
        <Again aria-label="The run played again">
          <FailsAlone what="The drawing">
            <LatheDrawing
              scene={scene}
              turning={turningWords(moment.bench.lathe)}
              isCrash={moment.bench.lathe.isCrashed}
            />
          </FailsAlone>
          <ReplayPlayer replay={replay} />
          <p>
            {replay.at} of {replay.count} ·{" "}
            {replay.act ? actWords(replay.act, moment.bench) : "as it stood at the start"}
          </p>
        </Again>
      </BesideLathe>
    </>
  );
}

/** Each goal, what was entered against the truth. */
function GoalTable({ goals, units }: { readonly goals: Debrief["goals"]; readonly units: string }) {
  return (
    <Goals>
      <thead>
        <tr>
          <th scope="col">Goal, {units}</th>
          <th scope="col">entered</th>
          <th scope="col">true</th>
          <th scope="col">off by</th>
          <th scope="col">may be</th>
        </tr>
      </thead>
      <tbody>
        {goals.map((goal) => (
          <tr key={goal.words}>
            <th scope="row">
              <Verdict $tone={goal.reached ? "clear" : "stop"}>
                {goal.reached ? <Check size={18} aria-label="reached" /> : <X size={18} aria-label="not reached" />}
              </Verdict>
              <span>{goal.words}</span>
            </th>
            <td>{goal.entered}</td>
            <td>{goal.truth}</td>
            <td data-wrong={!goal.reached}>{goal.miss}</td>
            <td>{goal.within}</td>
          </tr>
        ))}
      </tbody>
    </Goals>
  );
}

/** Plays the run again, or shows it at one moment. */
function ReplayPlayer({ replay }: { readonly replay: ReturnType<typeof useReplay> }) {
  return (
    <Player>
      <PlainButton
        aria-label={replay.isPlaying ? "Pause" : "Play it again"}
        onPress={() => {
          if (!replay.isPlaying && replay.at >= replay.count) replay.setAt(0);
          replay.setPlaying(!replay.isPlaying);
        }}
      >
        {replay.isPlaying ? <Pause size={20} aria-hidden="true" /> : <Play size={20} aria-hidden="true" />}
      </PlainButton>
      <input
        type="range"
        min={0}
        max={replay.count}
        value={replay.at}
        aria-label="Moment of the run"
        aria-valuetext={`${minutesAndSeconds(Math.round(replay.time / 1000))}, ${replay.act ? actWords(replay.act, replay.moment.bench) : "the start"}`}
        onChange={({ target }) => replay.setAt(Number(target.value))}
      />
      <output>{minutesAndSeconds(Math.round(replay.time / 1000))}</output>
    </Player>
  );
}

/** A slip with what was keyed, both sums, what it would have done, and the ways on from it. */
export function SlipLine({
  slip,
  goals,
  onSee,
  onRetry,
}: {
  readonly slip: DebriefedSlip;
  readonly goals: Debrief["goals"];
  readonly onSee: (act: number) => void;
  /** Tries the goal again from just before it. */
  readonly onRetry: (() => void) | undefined;
}) {
  const drill = drillFor(slip.kind);
  const isNamed = slip.says.startsWith(SLIP_WORDS[slip.kind]);
  const { keyed, sum } = slip;
  return (
    <li>
      <CircleAlert size={20} aria-hidden="true" />
      <div>
        <strong>
          {isNamed || slip.kind === "crash" || slip.kind === "alarm"
            ? slip.says
            : `${SLIP_WORDS[slip.kind]}. ${slip.says}`}
        </strong>
        {keyed && (
          <Keyed>
            <b>{keyed.number}</b> was {keyed.where}
            {keyed.right !== undefined && keyed.right !== keyed.number && (
              <>
                ; your touch comes to <b>{keyed.right}</b>
              </>
            )}
            .
          </Keyed>
        )}
        {sum && <SumTable sum={sum} />}
        {slip.does && <p>{slip.does}</p>}
        {(onRetry || drill) && (
          <Ways>
            {onRetry && <PlainButton onPress={onRetry}>Try this goal again</PlainButton>}
            {drill && (
              <PlainButtonLink to={href("/practice/drills/:drillId", { drillId: drill.id })}>
                Drill: {drill.title}, 60 s
              </PlainButtonLink>
            )}
          </Ways>
        )}
        {slip.goals && <p>It keeps {slip.goals.map((index) => goals[index]?.words).join("; ")} from being reached.</p>}
      </div>
      {slip.act > 0 && (
        <PlainButton
          onPress={() => onSee(slip.act)}
          aria-label={`See it at ${minutesAndSeconds(Math.round(slip.at / 1000))}`}
        >
          {minutesAndSeconds(Math.round(slip.at / 1000))}
        </PlainButton>
      )}
    </li>
  );
}

/** One's own sum beside the right one, line by line; the line that differs is marked. */
function SumTable({ sum }: { readonly sum: NonNullable<DebriefedSlip["sum"]> }) {
  return (
    <Sum aria-label="The sum, line by line">
      <thead>
        <tr>
          <th scope="col">sum</th>
          <th scope="col">right</th>
          <th scope="col">yours</th>
        </tr>
      </thead>
      <tbody>
        {sum.map(({ label, quantity, right, yours, differs }) => (
          <tr key={label} data-differs={differs} style={{ color: color(QUANTITY_TONE[quantity]) }}>
            <th scope="row">{label}</th>
            <td>{right}</td>
            <td>
              {differs && <X size={16} aria-label="differs" />}
              {yours}
            </td>
          </tr>
        ))}
      </tbody>
    </Sum>
  );
}

const Goals = styled.table`
  width: 100%;
  border-collapse: collapse;
  background: ${color("sheet")};
  th, td { padding: 6px 8px; border-bottom: 1px solid ${color("line")}; text-align: right; }
  th:first-child { text-align: left; font-weight: 600; }
  tbody th { display: flex; align-items: center; gap: 8px; line-height: 1.15; }
  thead th { font-size: ${size.small}; color: ${color("quiet")}; }
  td { ${mono} white-space: nowrap; font-size: 16px; }
  [data-wrong="true"] { color: ${color("stop")}; font-weight: 700; }
`;
export const Slips = styled.ol`
  display: grid;
  gap: 8px;
  li { display: flex; align-items: center; gap: 12px; padding: 8px 12px; border-left: 5px solid ${color("spacer")}; border-radius: ${radius}; background: ${color("doubtGround")}; }
  li > div { flex: 1; }
  li > svg { flex: none; color: ${color("spacer")}; }
  p { font-size: ${size.small}; }
  strong { line-height: 1.2; }
  button { ${mono} min-width: 76px; }
`;
const Ways = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 6px 0 2px;
  && > * { padding: 4px 12px; font-family: inherit; font-size: ${size.small}; }
`;
const Keyed = styled.p`
  b { ${mono} font-size: ${size.text}; }
`;
const Sum = styled.table`
  margin: 6px 0;
  border-collapse: collapse;
  background: ${color("sheet")};
  th, td { padding: 3px 10px; border-bottom: 1px solid ${color("line")}; text-align: right; font-size: 16px; }
  th:first-child { text-align: left; font-weight: 600; }
  thead th { font-weight: 600; color: ${color("quiet")}; }
  td { ${mono} white-space: nowrap; }
  svg { margin-right: 6px; color: ${color("stop")}; vertical-align: -2px; }
  [data-differs="true"] td:last-child { font-weight: 700; color: ${color("stop")}; }
  tbody tr:last-child { border-top: 2px solid ${color("ink")}; font-weight: 700; }
`;
const Again = styled(LatheSide)`
  grid-template-rows: minmax(0, 1fr) auto auto;
  > p { min-height: 44px; padding: 0 16px 10px; font-size: ${size.small}; font-variant-numeric: tabular-nums; }
`;
const Player = styled.div`
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 10px 16px 6px;
  input { flex: 1; min-height: 48px; accent-color: ${color("action")}; }
  output { ${mono} min-width: 52px; text-align: right; }
  button { min-width: 56px; padding: 8px; }
`;
