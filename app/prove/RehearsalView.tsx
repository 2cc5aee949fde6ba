import { CircleCheck, OctagonX, Pause, Play, SkipBack, SkipForward, TriangleAlert } from "lucide-react";
import { type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import { counted } from "../../core/counted.ts";
import { mainZone, partHolder, toolNumber } from "../../core/machine/index.ts";
import { type LeftWord, leftWords } from "../../core/program/index.ts";
import type { Difference, NotRehearsed, RehearsalFinding, Slip } from "../../sim/rehearsal/index.ts";
import { DrawnWhole } from "../drawing/DrawnWhole.tsx";
import { workholding } from "../drawing/workholding.ts";
import { toolTone } from "../first-part/toolTone.ts";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { type Show, showFor } from "../shell/useShow.ts";
import { ViewCentre, ViewFrame, ViewMain, ViewRail, ViewSide } from "../shell/ViewFrame.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { ViewTabs } from "../ui/Tabs.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { Verdict } from "../ui/Verdict.tsx";
import { Working } from "../ui/Working.tsx";
import type { PlayedRehearsal } from "../workers/rehearsalWorker.ts";
import { endsOf, momentAt, paint, paintView } from "./paint.ts";
import { paintColors } from "./paintColors.ts";
import { PROVE_VIEWS } from "./proveViews.ts";
import { stripHistory } from "./stripEdges.ts";
import { usePlaying } from "./usePlaying.ts";
import { useRehearsal } from "./useRehearsal.ts";
import { WhatIf } from "./WhatIf.tsx";

/** The program played on the simulated lathe with the offsets as they are in the table, and with a slip in one of them. */
export function RehearsalView(loaded: LoadedSetup & { readonly program: string | undefined }) {
  const { setup, setupId, program } = loaded;
  const [slips, setSlips] = useState<readonly Slip[]>([]);
  const run = useRehearsal(setup, program, slips);
  const kept = useRef<PlayedRehearsal>(undefined);
  if (run.state === "done") kept.current = run.rehearsal;
  if (run.state === "running") kept.current ??= run.staged;
  if (run.state === "none") kept.current = undefined;
  const rehearsal = kept.current;
  return (
    <ViewFrame>
      {rehearsal && program !== undefined ? (
        <Stage
          {...loaded}
          program={program}
          rehearsal={rehearsal}
          running={run.state === "running" ? run.share : undefined}
        >
          <WhatIf {...loaded} slips={slips} onSlips={setSlips} />
        </Stage>
      ) : (
        <>
          <ViewRail aria-label="Program" />
          <ViewMain>
            <ViewCentre>
              <h1>Prove it</h1>
              <ViewTabs name="How it is proven" views={PROVE_VIEWS} view="rehearsal" />
              {program === undefined ? (
                <p>
                  No program has been imported, so there is nothing to play.{" "}
                  <Link to={href("/setups/:setupId/prepare", { setupId })}>Import it on Prepare</Link>, then rehearse it
                  here.
                </p>
              ) : run.state === "failed" ? (
                <Trouble>{run.message} Reload the page to try again.</Trouble>
              ) : (
                <Working what="The program is being played" share={run.state === "running" ? run.share : 0} />
              )}
            </ViewCentre>
            <ViewSide />
          </ViewMain>
        </>
      )}
    </ViewFrame>
  );
}

type StageProps = LoadedSetup & {
  readonly program: string;
  readonly rehearsal: PlayedRehearsal;
  readonly running: number | undefined;
  readonly children: React.ReactNode;
};

/** Where a rehearsal stands, and how it is played. */
function useStage({ setup, rehearsal }: StageProps) {
  const { machine } = setup;
  const ends = useMemo(() => endsOf(rehearsal), [rehearsal]);
  const strips = useMemo(() => stripHistory(rehearsal), [rehearsal]);
  const canvas = useRef<HTMLCanvasElement>(null);
  const scrubber = useRef<HTMLInputElement>(null);
  const clock = useRef<HTMLOutputElement>(null);
  const [line, setLine] = useState(rehearsal.steps[0]?.line ?? 1);
  const [showsDifferences, setShows] = useState(true);
  const total = rehearsal.minutes;
  const { jaws, radius, chuckRadius } = rehearsal.blankSizes;
  const holding = useMemo(
    () =>
      workholding({
        kind: partHolder(machine, mainZone(machine)) === "guide bush" ? "guide-bush" : "chuck",
        jaws,
        barDiameter: 2 * radius,
        chuckDiameter: 2 * chuckRadius,
      }),
    [machine, jaws, radius, chuckRadius],
  );
  const draw = (minutes: number) => {
    const element = canvas.current;
    const context = element?.getContext("2d");
    if (!element || !context) return;
    const moment = momentAt(ends, minutes);
    paint(
      context,
      element,
      paintView(rehearsal, element.width, element.height),
      rehearsal,
      strips,
      moment,
      paintColors(element, setup),
      holding,
      showsDifferences && moment.step >= rehearsal.steps.length,
    );
    const step = rehearsal.steps[Math.min(moment.step, rehearsal.steps.length - 1)];
    if (step) setLine(step.line);
    if (scrubber.current) scrubber.current.value = String(total === 0 ? 0 : minutes / total);
    if (clock.current) clock.current.textContent = `${clockText(minutes)} of ${clockText(total)}`;
  };
  const playing = usePlaying(total, draw);
  const { at, seek } = playing;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is painted depends on the rehearsal and the room alone.
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const fit = () => {
      const { width, height } = element.getBoundingClientRect();
      element.width = Math.max(1, Math.round(width * devicePixelRatio));
      element.height = Math.max(1, Math.round(height * devicePixelRatio));
      draw(at.current);
    };
    const observer = new ResizeObserver(fit);
    observer.observe(element);
    return () => observer.disconnect();
  }, [rehearsal, showsDifferences]);
  const toStep = (step: number) => seek(step === 0 ? 0 : (ends[step - 1] ?? total));
  /** To where a move is all but made: what it has met is in sight. */
  const toEndOf = (step: number) => {
    const [began, end] = [step === 0 ? 0 : (ends[step - 1] ?? 0), ends[step] ?? total];
    seek(end - (end - began) / 1000);
  };
  const stepBy = (by: 1 | -1) => {
    const { step } = momentAt(ends, at.current);
    // Steps that take no time are passed over, or the same moment would come again.
    let next = step + by;
    while (next > 0 && next < ends.length && ends[next - 1] === (by === 1 ? at.current : ends[next])) next += by;
    toStep(Math.min(Math.max(next, 0), ends.length));
  };
  const worst = rehearsal.findings.filter(({ weight }) => weight !== "near").length;
  const show = showFor(machine);
  return {
    machine,
    canvas,
    scrubber,
    clock,
    line,
    showsDifferences,
    setShows,
    total,
    playing,
    seek,
    toStep,
    toEndOf,
    stepBy,
    worst,
    show,
  };
}

function Stage(props: StageProps) {
  const { setup, program, rehearsal, running, children } = props;
  const played = useStage(props);
  return (
    <>
      <ViewRail aria-label="Program">
        <h2>Tools in order</h2>
        <Calls rehearsal={rehearsal} setup={setup} line={played.line} onGo={played.toStep} />
        <ProgramLines
          program={program}
          line={played.line}
          findings={rehearsal.findings}
          onGo={(to) => played.toStep(firstStepOf(rehearsal, to))}
        />
      </ViewRail>
      <ViewMain>
        <ViewCentre>
          <h1>Prove it</h1>
          <ViewTabs name="How it is proven" views={PROVE_VIEWS} view="rehearsal" />
          <DrawnWhole
            as="canvas"
            ref={played.canvas}
            role="img"
            aria-label={
              rehearsal.steps.length === 0
                ? "The part before the first move"
                : `The program at line ${played.line}: ${played.worst > 0 ? `${counted(played.worst, "finding that stops", "findings that stop")} it` : isPartial(rehearsal) ? "not all of it was played" : "nothing is hit"}`
            }
          />
          <Bar>
            <PlainButton onPress={() => played.stepBy(-1)} aria-label="One move back">
              <SkipBack size={20} aria-hidden="true" />
            </PlainButton>
            <PlainButton onPress={played.playing.toggle} aria-label={played.playing.isPlaying ? "Pause" : "Play"}>
              {played.playing.isPlaying ? (
                <Pause size={20} aria-hidden="true" />
              ) : (
                <Play size={20} aria-hidden="true" />
              )}
            </PlainButton>
            <PlainButton onPress={() => played.stepBy(1)} aria-label="One move on">
              <SkipForward size={20} aria-hidden="true" />
            </PlainButton>
            <input
              ref={played.scrubber}
              type="range"
              min={0}
              max={1}
              step="any"
              defaultValue={0}
              aria-label="Place in the program"
              onInput={({ currentTarget }) => played.seek(Number(currentTarget.value) * played.total)}
            />
            <output ref={played.clock} aria-label="Time" />
            <label>
              <span>speed</span>
              <select
                value={played.playing.speed}
                onChange={({ target }) => played.playing.setSpeed(Number(target.value))}
              >
                {[1, 5, 20, 60].map((times) => (
                  <option key={times} value={times}>
                    {times}×
                  </option>
                ))}
              </select>
            </label>
          </Bar>
        </ViewCentre>
        <ViewSide>
          <section aria-label="What was met">
            <h2>What was met</h2>
            {running !== undefined && <progress value={running} aria-label="Share that is played anew" />}
            <div role="status">
              {rehearsal.steps.length === 0 && running !== undefined ? (
                "Being played …"
              ) : rehearsal.findings.length === 0 && isPartial(rehearsal) ? (
                <Verdict $tone="doubt">
                  <TriangleAlert size={18} aria-hidden="true" /> not all of it was played; nothing was met in what was
                </Verdict>
              ) : rehearsal.findings.length === 0 && rehearsal.assumes ? (
                <Verdict $tone="doubt">
                  <TriangleAlert size={18} aria-hidden="true" /> nothing is hit if {rehearsal.assumes}, which is not on
                  record
                </Verdict>
              ) : rehearsal.findings.length === 0 ? (
                <Verdict $tone="clear">
                  <CircleCheck size={18} aria-hidden="true" /> nothing is hit, nothing comes close
                </Verdict>
              ) : (
                <Findings aria-label="Findings">
                  {rehearsal.findings.slice(0, 30).map((finding) => (
                    <li key={`${finding.code} ${finding.step} ${finding.against} ${finding.by ?? ""}`}>
                      <button type="button" onClick={() => played.toEndOf(finding.step)}>
                        <Verdict $tone={finding.weight === "near" ? "doubt" : "stop"}>
                          {finding.weight === "near" ? (
                            <TriangleAlert size={16} aria-hidden="true" />
                          ) : (
                            <OctagonX size={16} aria-hidden="true" />
                          )}
                          {WEIGHT[finding.weight]}
                        </Verdict>
                        <span>
                          {findingWords(finding, played.show, (offset) => toolNumber(played.machine, offset))}
                        </span>
                        <small>line {finding.line}</small>
                      </button>
                    </li>
                  ))}
                </Findings>
              )}
            </div>
          </section>
          <section aria-label="Against the part as programmed">
            <h3>Against the part as programmed</h3>
            <Differences rehearsal={rehearsal} show={played.show} setup={setup} onGo={played.toEndOf} />
            <label>
              <input
                type="checkbox"
                checked={played.showsDifferences}
                onChange={({ target }) => played.setShows(target.checked)}
              />{" "}
              show them on the finished part
            </label>
          </section>
          <Places title="Not played" items={rehearsal.notPlayed.map(notPlayedLine)} />
          <Places title="Not drawn" items={rehearsal.notRehearsed.map(notDrawnLine)} />
          {rehearsal.left.length > 0 && (
            <section>
              <h3>Not rehearsed</h3>
              {rehearsal.left.map(({ offset, reason }) => (
                <p key={offset}>
                  {toolNumber(played.machine, offset)} {reason}.
                </p>
              ))}
            </section>
          )}
          {children}
        </ViewSide>
      </ViewMain>
    </>
  );
}

/** Whether something of the program, or one of its tools, was left out: what was not seen is not green. */
const isPartial = ({ left, notPlayed, notRehearsed }: PlayedRehearsal): boolean =>
  left.length + notPlayed.length + notRehearsed.filter(({ why }) => why !== "driven-cut").length > 0;

const NOT_REHEARSED: Readonly<Record<NotRehearsed["why"], string>> = {
  "driven-cut": "the driven tool’s way and what it meets are played; its cut is not drawn",
  "offset-cancelled": "moves towards the part with the offset cancelled: where the tool is then is not known",
  "bar-moved": "the bar has been moved; from here on it is drawn where it was",
};

/** A line of the program with what is said of it. */
interface SaidLine {
  readonly key: string;
  readonly words: ReactNode;
}

/** A line that was not carried out, with why. */
const notPlayedLine = ({ line, column, why, words }: LeftWord): SaidLine => ({
  key: `${line} ${column}`,
  words: (
    <>
      line {line}, <code>{words}</code>: {leftWords(why)}
    </>
  ),
});

/** What a section of a turned part cannot show, by the line where it begins. */
const notDrawnLine = ({ line, station, why }: NotRehearsed): SaidLine => ({
  key: `${line} ${why}`,
  words: `line ${line}, station ${station}: ${NOT_REHEARSED[why]}`,
});

/** The first of many lines under a title; nothing where there are none. */
function Places({ title, items }: { readonly title: string; readonly items: readonly SaidLine[] }) {
  if (items.length === 0) return null;
  return (
    <section aria-label={title}>
      <h3>{title}</h3>
      <ul>
        {items.slice(0, MOST_LINES).map(({ key, words }) => (
          <li key={key}>{words}</li>
        ))}
      </ul>
      {items.length > MOST_LINES && <p>and {items.length - MOST_LINES} more</p>}
    </section>
  );
}
const MOST_LINES = 12;

const WEIGHT = { collision: "hits", stop: "the machine stops", near: "close" } as const;

function findingWords(
  { code, offset, against, by, room }: RehearsalFinding,
  show: Show,
  name: (offset: string) => string,
) {
  const much = `${show.length(Math.abs(room))} ${show.unit}`;
  const who = name(offset);
  switch (code) {
    case "rapid-into-stock":
      return room < 0
        ? `${who} runs into the stock at rapid, ${much} deep`
        : `${who} passes the stock at rapid with ${much}`;
    case "holder":
      return `Holder of ${who} in the stock, ${much} deep`;
    case "chuck":
    case "front":
      return room < 0 ? `${who} in the ${against}, ${much} deep` : `${who} passes the ${against} with ${much}`;
    case "neighbour":
      return room < 0
        ? `${name(by ?? "")}, beside ${who} on the turret, in the ${against}, ${much} deep`
        : `${name(by ?? "")}, beside ${who} on the turret, passes the ${against} with ${much}`;
    case "swing":
      return room < 0
        ? `The turret turns over the part: ${name(by ?? "")} in the ${against}, ${much} deep. Send it clear first`
        : `The turret turns with ${much} between ${name(by ?? "")} and the ${against}`;
    case "travel":
      return `${who} runs out of ${against} by ${much}`;
    case "lost-steps":
      return `The drive stalls at the end of ${against} and loses ${much}: nothing after it is where it should be. Send it home`;
  }
}

function Differences({
  rehearsal,
  show,
  setup: { machine },
  onGo,
}: {
  readonly rehearsal: PlayedRehearsal;
  readonly show: Show;
  readonly setup: LoadedSetup["setup"];
  readonly onGo: (step: number) => void;
}) {
  if (!rehearsal.differences) return <p>Being compared …</p>;
  const widest = (kind: Difference["kind"]) => rehearsal.differences?.find((one) => one.kind === kind);
  const [gouge, uncut, corner] = [widest("gouge"), widest("uncut"), widest("corner")];
  const inWhat = isPartial(rehearsal)
    ? " in what was played"
    : rehearsal.notRehearsed.length > 0
      ? " of what is turned; what driven tools cut is not compared"
      : "";
  const allRight = isPartial(rehearsal) ? "doubt" : "clear";
  const place = ({ z, x }: { readonly z: number; readonly x: number }) =>
    `at Ø ${show.length(2 * x)}, Z ${show.axis("z", z, "program", mainZone(machine))}`;
  const took = gouge?.step === undefined ? undefined : rehearsal.steps[gouge.step];
  return (
    <>
      <p>
        {gouge ? (
          <>
            <Verdict $tone="stop">
              <OctagonX size={16} aria-hidden="true" /> {show.length(gouge.width)} too much gone {place(gouge.at)}
            </Verdict>
            {took && gouge.step !== undefined && (
              <PlainButton onPress={() => onGo(gouge.step ?? 0)}>
                {toolNumber(machine, took.offset)} took it in line {took.line}: its path, its flank or its offset
              </PlainButton>
            )}
          </>
        ) : (
          <Verdict $tone={allRight}>
            {allRight === "clear" ? (
              <CircleCheck size={16} aria-hidden="true" />
            ) : (
              <TriangleAlert size={16} aria-hidden="true" />
            )}{" "}
            nothing is gone that should stay{inWhat}
          </Verdict>
        )}
      </p>
      <p>
        {uncut ? (
          <Verdict $tone="doubt">
            <TriangleAlert size={16} aria-hidden="true" /> {show.length(uncut.width)} left {place(uncut.at)}
          </Verdict>
        ) : (
          <Verdict $tone={allRight}>
            {allRight === "clear" ? (
              <CircleCheck size={16} aria-hidden="true" />
            ) : (
              <TriangleAlert size={16} aria-hidden="true" />
            )}{" "}
            nothing is left{inWhat}
          </Verdict>
        )}
      </p>
      {corner && <p>Inner corners keep the nose’s radius: {show.length(corner.width)} at most.</p>}
    </>
  );
}

const firstStepOf = ({ steps }: PlayedRehearsal, line: number) => {
  const found = steps.findIndex((step) => step.line >= line);
  return found < 0 ? steps.length : found;
};

/** The tools as they come, with what each has met. */
function Calls({
  rehearsal,
  setup,
  line,
  onGo,
}: {
  readonly rehearsal: PlayedRehearsal;
  readonly setup: LoadedSetup["setup"];
  readonly line: number;
  readonly onGo: (step: number) => void;
}) {
  const calls = rehearsal.steps.flatMap((step, index) => {
    const before = rehearsal.steps[index - 1];
    return before?.offset === step.offset && before.station === step.station ? [] : [{ step: index, ...step }];
  });
  const current = calls.findLastIndex((call) => call.line <= line);
  return (
    <List>
      {calls
        .filter(({ offset }) => offset !== "0")
        .map((call) => {
          const tool = setup.tools.find(({ offset }) => offset === call.offset);
          const own = rehearsal.findings.filter(
            ({ offset, weight }) => offset === call.offset && weight !== "near",
          ).length;
          return (
            <li key={call.step}>
              <button
                type="button"
                aria-current={calls[current]?.step === call.step ? "step" : undefined}
                onClick={() => onGo(call.step)}
              >
                <i style={{ background: color(toolTone(setup, call.offset) ?? "stock") }} aria-hidden="true" />
                <b>{toolNumber(setup.machine, call.offset)}</b> <span>{tool?.tool.description ?? "no tool"}</span>
                {own > 0 && (
                  <Verdict $tone="stop">
                    <OctagonX size={16} aria-hidden="true" /> {own}
                  </Verdict>
                )}
              </button>
            </li>
          );
        })}
    </List>
  );
}

/** The program around the line that is played. */
function ProgramLines({
  program,
  line,
  findings,
  onGo,
}: {
  readonly program: string;
  readonly line: number;
  readonly findings: readonly RehearsalFinding[];
  readonly onGo: (line: number) => void;
}) {
  const lines = useMemo(() => program.split(/\r\n|\r|\n/), [program]);
  const marked = useMemo(
    () => new Set(findings.filter(({ weight }) => weight !== "near").map((one) => one.line)),
    [findings],
  );
  const first = Math.max(0, Math.min(line - 9, lines.length - SHOWN));
  return (
    <Lines aria-label="Lines of the program" data-listing>
      {lines.slice(first, first + SHOWN).map((text, index) => {
        const number = first + index + 1;
        return (
          <li key={number}>
            <button
              type="button"
              aria-current={number === line ? "step" : undefined}
              data-marked={marked.has(number) || undefined}
              onClick={() => onGo(number)}
            >
              <i>{number}</i> {text}
            </button>
          </li>
        );
      })}
    </Lines>
  );
}
const SHOWN = 18;

const clockText = (minutes: number) => {
  const seconds = Math.round(minutes * 60);
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, "0")}`;
};

const Bar = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  input[type="range"] { flex: 1; min-width: 60px; min-height: 48px; accent-color: ${color("action")}; }
  output { ${mono} white-space: nowrap; }
  label { display: flex; align-items: center; gap: 6px; font-size: ${size.small}; }
  select { ${fieldBox} }
`;
const Findings = styled.ul`
  li { border-top: 1px solid ${color("line")}; }
  button { display: grid; grid-template-columns: 1fr auto; gap: 2px 8px; width: 100%; min-height: 48px; padding: 8px 2px; border: 0; background: none; color: inherit; font: inherit; text-align: left; cursor: pointer; }
  button > span:nth-of-type(2) { grid-column: 1 / -1; grid-row: 2; }
  small { color: ${color("quiet")}; font-size: ${size.small}; }
  button:hover small { text-decoration: underline; }
`;
const List = styled.ol`
  button { display: flex; gap: 8px; align-items: baseline; width: 100%; min-height: 44px; padding: 8px 12px; border: 0; border-left: 5px solid transparent; border-bottom: 1px solid ${color("line")}; background: none; color: inherit; font: inherit; text-align: left; cursor: pointer; }
  button > span:first-of-type { flex: 1; }
  button[aria-current] { border-left-color: ${color("action")}; background: ${color("selected")}; }
  b { ${mono} }
  i { flex: none; width: 12px; height: 12px; border-radius: 2px; }
`;
const Lines = styled.ol`
  margin-top: 8px;
  border-top: 1px solid ${color("line")};
  button { width: 100%; padding: 2px 10px; border: 0; border-left: 5px solid transparent; background: none; color: inherit; ${mono} font-size: ${size.small}; text-align: left; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; cursor: pointer; }
  button[aria-current] { border-left-color: ${color("action")}; background: ${color("selected")}; font-weight: 700; }
  button[data-marked] { color: ${color("stop")}; }
  i { display: inline-block; width: 3em; color: ${color("quiet")}; font-style: normal; }
`;
