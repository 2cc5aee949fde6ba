import { styled } from "styled-components";
import type { SetupView, ToolView, TouchRecord, TouchWay } from "../../core/ledger/index.ts";
import { errorBudget } from "../../core/limits/index.ts";
import {
  AXIS_NAME,
  type Axis,
  type Crossing,
  lastDigit,
  offsetNumber,
  toControl,
  toolNumber,
  wearField,
  workInZone,
} from "../../core/machine/index.ts";
import { EDIT_WORDS } from "../../core/offsets/index.ts";
import { dimensionAtRisk, type EvidenceWanted, evidenceWanted, quickestEvidence } from "../../core/plan/index.ts";
import { SLIP_QUESTIONS, slipToProve } from "../../core/plausibility/index.ts";
import { axesOf } from "../../core/tool/index.ts";
import { coarseLastStep, type SolveFor } from "../../core/touch/index.ts";
import { convertLength, formatLength, plainMillimetres } from "../../core/units/index.ts";
import type { OnTool } from "../offline/useClaim.ts";
import { lookingOn } from "../shell/LookingOnMark.tsx";
import { showFor } from "../shell/useShow.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Question } from "../ui/Question.tsx";
import { QUANTITY_TONE } from "../ui/quantityTone.ts";
import { color, mono, narrow, radius, size, type Token } from "../ui/tokens.ts";
import { type DoubtProps, DoubtQuestion, HiddenSlipHint } from "./DoubtQuestion.tsx";
import { KeyedIn } from "./KeyedIn.tsx";
import { KeyInBox, KeyInLine } from "./KeyInBox.tsx";
import { ladderOf } from "./ladderOf.ts";
import { OtherOnTool } from "./OtherOnTool.tsx";
import { RestsQuestion, WouldReckon } from "./RestsOn.tsx";
import { UndoButton } from "./UndoButton.tsx";
import type { Settlement, useTouchEntry } from "./useTouchEntry.ts";
import { gaugedDiameter, wayName } from "./words.ts";

interface LadderProps extends Omit<DoubtProps, "setup" | "tool" | "axis"> {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: Axis;
  readonly way: TouchWay;
  readonly solveFor: SolveFor;
  /** What this step waits for; undefined where nothing keeps it. */
  readonly gate: string | undefined;
  readonly entry: ReturnType<typeof useTouchEntry>;
  readonly mayEnter: boolean;
  readonly onTool: OnTool;
  readonly onAccept: (over?: number, settled?: Settlement, overdue?: boolean) => void;
}

/** The numbers of the ladder, and what stands beside them. */
function useLadder(props: LadderProps) {
  const { setup, tool, axis, way, solveFor, entry } = props;
  const { machine } = setup;
  const name = AXIS_NAME[axis];
  const isWork = solveFor === "work";
  const digit = lastDigit(machine, axis);
  const { budget } = entry.reading;
  const kept = isWork ? setup.taught[axis] : tool[axis];
  const show = (millimetres: number | undefined, crossing: Crossing = "readout", sign?: "always") =>
    millimetres === undefined
      ? "–"
      : formatLength(toControl(machine, axis, millimetres, crossing, tool.zone), digit, sign ? { sign } : {});
  /** An amount without a direction. */
  const plain = (millimetres: number) => formatLength(convertLength(millimetres, "mm", machine.units), digit);
  const shown = showFor(machine);
  /** The result as the control holds it; a work offset was found in the frame of this tool's zone. */
  const writeResult = (millimetres: number | undefined) =>
    millimetres === undefined
      ? "–"
      : isWork
        ? shown.work(axis, workInZone(machine, axis, millimetres, tool.zone))
        : show(millimetres, "tool-offset");

  // The person who has taken the tool over enters now: here stands what is on record, and not what was typed on this page.
  const isTakenOver = props.onTool.other !== undefined;
  const reading = isTakenOver && !kept ? { ...entry.reading, solved: undefined } : entry.reading;
  const ladder = ladderOf(
    setup,
    tool,
    { axis, way, solveFor },
    reading,
    entry.hasEdited && !isTakenOver ? undefined : kept,
  );
  const { rungs, keyed, found, closes } = ladder;
  const before = isWork ? setup.workHeld[setup.workOffset.name]?.[axis] : tool.control?.[axis];
  const wear = isWork ? undefined : tool.control?.[wearField(axis)];
  const title = isWork
    ? `${setup.workOffset.name} · ${name}, with ${toolNumber(machine, tool.offset)}`
    : `${toolNumber(machine, tool.offset)} · ${name} geometry`;
  // Asked for at the touch that stands alone; once another way is chosen it is being answered.
  const isStanding = !isWork && ladder.isKept && tool[axis]?.way === way;
  const wanted = isStanding && props.mayEnter ? evidenceWanted(setup, tool, axis) : undefined;
  const answer = entry.answer;
  /** While somebody must choose between two values, nothing else can be accepted. */
  const isAsked = answer?.outcome === "conflict";
  return {
    machine,
    name,
    isWork,
    digit,
    budget,
    kept,
    show,
    plain,
    shown,
    writeResult,
    ladder,
    rungs,
    keyed,
    found,
    closes,
    before,
    wear,
    title,
    wanted,
    answer,
    isAsked,
  };
}

/** The sum as a setter writes it on the back of a setup sheet, what to key, and what the display must read then. */
export function Ladder(props: LadderProps) {
  const { setup, tool, axis, gate, entry, mayEnter, now, onAccept } = props;
  const sum = useLadder(props);
  const keyIn = {
    setup,
    axis,
    zone: tool.zone,
    place: sum.isWork ? { work: setup.workOffset.name } : { geometryOf: offsetNumber(sum.machine, tool.offset) },
    keyed: sum.keyed,
    wear: sum.wear,
    isKept: sum.ladder.isKept,
    assumed: sum.ladder.assumed,
    displayAtZero: sum.ladder.displayAtZero,
  };
  return (
    <LadderPanel
      aria-label={`Result, ${sum.isWork ? `${setup.workOffset.name} ${sum.name}` : `${sum.name} of ${toolNumber(sum.machine, tool.offset)}`}`}
    >
      <h1>{sum.title}</h1>
      <LadderSum rungs={sum.rungs} show={sum.show} />
      <KeyInBox {...keyIn}>
        {sum.kept && sum.ladder.isKept && sum.keyed && !sum.isAsked && (
          <KeyedIn
            setup={setup}
            setupId={props.setupId}
            axis={axis}
            keyed={sum.keyed}
            wear={sum.wear}
            mayEnter={mayEnter}
            row={sum.isWork ? setup.workOffset.name : tool.offset}
            column={sum.isWork ? `work.${axis}` : `geometry.${axis}`}
            now={now}
          />
        )}
      </KeyInBox>
      <LadderFacts
        before={sum.before}
        isWork={sum.isWork}
        shown={sum.shown}
        axis={axis}
        show={sum.show}
        keyed={sum.keyed}
        digit={sum.digit}
        plain={sum.plain}
        budget={sum.budget}
        tool={tool}
        isAsked={sum.isAsked}
        closes={sum.closes}
        setup={setup}
        gauge={mayEnter && gate === undefined && !sum.ladder.isKept ? entry.gauge : undefined}
        isAssumed={sum.ladder.assumed !== undefined}
      />
      <Foot>
        <KeyInLine {...keyIn} />
        <Answered {...props} sum={sum} />
        {sum.kept && !sum.isAsked && (
          <KeptBox>
            <span>
              Accepted by {sum.kept.person}, <Moment at={sum.kept.at} now={now} />: {sum.writeResult(sum.kept.exact)}
            </span>
            {"doubt" in sum.kept && sum.kept.doubt && <em>{doubtSettled(sum.kept.doubt)}</em>}
            {"derived" in sum.kept && sum.kept.derived && (
              <em>not touched: {sum.kept.edit ? EDIT_WORDS[sum.kept.edit] : "it follows from another"}</em>
            )}
            {mayEnter && (
              <UndoButton
                setupId={props.setupId}
                entry={sum.kept.entry}
                seq={setup.seq}
                label="Undo"
                what={
                  sum.isWork
                    ? `${setup.workOffset.name} ${sum.name}`
                    : `${sum.name} of ${toolNumber(sum.machine, tool.offset)}`
                }
              />
            )}
          </KeptBox>
        )}
        {mayEnter && !sum.isAsked && !sum.isWork && sum.ladder.isKept && (
          <RestsQuestion setup={setup} setupId={props.setupId} tool={tool} axis={axis} />
        )}
        {mayEnter && !sum.isAsked && !props.onTool.other && gate === undefined && (
          <>
            <DoubtQuestion {...props} isBusy={entry.busy} onSettle={(settled) => onAccept(undefined, settled)} />
            {sum.wanted ? (
              <EvidenceQuestion {...props} wanted={sum.wanted} />
            ) : (
              !sum.ladder.isKept && <HiddenSlipHint {...props} />
            )}
          </>
        )}
        {mayEnter && sum.isWork && sum.found !== undefined && !sum.ladder.isKept && (
          <WouldReckon
            setup={setup}
            name={setup.workOffset.name}
            axis={axis}
            to={workInZone(sum.machine, axis, sum.found, tool.zone)}
          />
        )}
        {mayEnter && !sum.isAsked && gate === undefined && <CoarseStep {...props} />}
        {mayEnter && !sum.isAsked && !sum.wanted && gate === undefined && !props.doubt && !sum.budget.fits && (
          <WouldDo {...props} />
        )}
        {mayEnter && gate !== undefined && <Question>This waits {gate}.</Question>}
        {mayEnter && <OtherOnTool onTool={props.onTool} />}
        {sum.isAsked ||
        sum.wanted ||
        entry.underHand.was !== undefined ||
        props.onTool.other ||
        (mayEnter && gate === undefined && props.doubt) ? null : mayEnter ? (
          <PrimaryButton onPress={() => onAccept()} isDisabled={entry.busy || gate !== undefined}>
            {entry.busy
              ? "Accepting…"
              : `Accept ${sum.isWork ? `${setup.workOffset.name} ` : ""}${sum.name}${sum.kept ? " again" : ""}, go ${axis === "x" && !tool.z && !tool.y && nextIsZ(props) ? "to Z" : "on"}`}
          </PrimaryButton>
        ) : (
          <Question>{lookingOn(setup)}</Question>
        )}
      </Foot>
    </LadderPanel>
  );
}

/** What the server answered, or what has changed under the hand: each wants a look before anything is accepted. */
function Answered({ entry, onAccept, now, sum }: LadderProps & { readonly sum: ReturnType<typeof useLadder> }) {
  const { answer } = sum;
  return (
    <>
      {answer?.outcome === "conflict" && (
        <Question role="alert">
          <strong>
            {answer.theirs.person} was faster, <Moment at={answer.theirs.at} now={now} />.
          </strong>
          <p>
            {answer.theirs.under !== undefined
              ? `The ${answer.theirs.under} was changed, on which this rests. Look at the sum again.`
              : `On record: ${answer.theirs.exact === undefined ? "undone" : sum.writeResult(answer.theirs.exact)}.`}{" "}
            Yours: {sum.writeResult(sum.found)}.
          </p>
          <Choices>
            <PlainButton onPress={entry.forget}>Use theirs</PlainButton>
            <PlainButton onPress={() => onAccept(answer.seq)}>Use mine</PlainButton>
          </Choices>
        </Question>
      )}
      {answer?.outcome === "refused" && answer.fields.gauge !== undefined && (
        <Question role="alert">
          <p>{answer.fields.gauge}</p>
          <Choices>
            <PlainButton onPress={() => onAccept(undefined, undefined, true)} isDisabled={entry.busy}>
              Use it, knowing it is overdue
            </PlainButton>
          </Choices>
        </Question>
      )}
      {entry.underHand.was !== undefined && (
        <Question role="alert">
          <p>
            Something that this rests on has changed while you typed: {sum.writeResult(entry.underHand.was)} is{" "}
            {sum.writeResult(sum.found)} now.
          </p>
          <Choices>
            <PlainButton onPress={entry.underHand.look}>I have seen it</PlainButton>
          </Choices>
        </Question>
      )}
      {answer?.outcome === "unreachable" && <Question role="alert">{answer.message}</Question>}
      {answer?.outcome === "refused" && Object.keys(answer.fields).every((name) => name === "settled") && (
        <Question role="alert">{answer.message}</Question>
      )}
    </>
  );
}

/** Asks about a setter that seems to have been pressed with a coarse step: the tool then stands too deep. */
function CoarseStep({ setup, tool, axis, way, entry }: LadderProps) {
  const { machine } = entry.reading.facts.numbers;
  const step = machine === undefined ? undefined : coarseLastStep(setup, tool, { axis, way }, machine);
  if (step === undefined) return null;
  const write = plainMillimetres(step, setup.machine.units);
  return (
    <Question>
      The setter's readings all stand on whole steps of {write}: was the last step that coarse? The tool is then pressed
      up to {write} too deep. Go back and press it with the finest step.
    </Question>
  );
}

/** The sum, line by line. */
function LadderSum({ rungs, show }: Pick<ReturnType<typeof useLadder>, "rungs" | "show">) {
  return (
    <Sum>
      {rungs.map(({ quantity, label, value, offset }) => (
        <Line key={`${label} ${quantity}`} $tone={QUANTITY_TONE[quantity]} $idle={value === 0}>
          <dt>
            {label}
            {offset === "work" && (value === undefined ? ", not known" : ` of ${show(0 - value)}`)}
          </dt>
          <dd>{show(value)}</dd>
        </Line>
      ))}
    </Sum>
  );
}

/** What stands beside the result: the control's number, the change, the expected error, the closure. */
function LadderFacts({
  before,
  isWork,
  shown,
  axis,
  show,
  keyed,
  digit,
  plain,
  budget,
  tool,
  isAsked,
  closes,
  setup,
  gauge,
  isAssumed,
}: Pick<
  ReturnType<typeof useLadder>,
  "before" | "isWork" | "shown" | "show" | "keyed" | "digit" | "plain" | "budget" | "isAsked" | "closes"
> &
  Pick<LadderProps, "axis" | "setup" | "tool"> & {
    readonly gauge: ReturnType<typeof useTouchEntry>["gauge"] | undefined;
    /** Whether the sum counts a work offset that is not known as 0. */
    readonly isAssumed: boolean;
  }) {
  return (
    <FactList>
      {gauge && gauge.options.length > 0 && !isAsked && (
        <div data-spare="">
          <dt>with</dt>
          <dd>
            <select
              aria-label="measured with"
              value={gauge.value}
              onChange={({ target }) => gauge.choose(target.value)}
            >
              <option value="">not named</option>
              {gauge.options.map(({ name, isOverdue }) => (
                <option key={name} value={name}>
                  {isOverdue ? "overdue: " : ""}
                  {name}
                </option>
              ))}
            </select>
          </dd>
        </div>
      )}
      <div data-compared="">
        <dt>in the control now</dt>
        <dd>{before === undefined ? "not known" : isWork ? shown.work(axis, before) : show(before, "tool-offset")}</dd>
      </div>
      {keyed?.entry.as !== "add" && (
        <div data-compared="">
          <dt>change</dt>
          <dd>
            {keyed && keyed.before !== undefined
              ? formatLength(keyed.value - keyed.before, digit, { sign: "always" })
              : "–"}
          </dd>
        </div>
      )}
      <div data-spare="">
        <dt>expected error</dt>
        <dd>
          ± {plain(budget.expanded)} of {plain(tool.tolerance[axis])}
        </dd>
      </div>
      {!isAsked && (
        <div>
          <dt>closure G + W + S + P − M</dt>
          <dd>{closes === undefined ? "–" : !closes ? "open" : isAssumed ? "closes if so" : "closes"}</dd>
        </div>
      )}
      {!isAsked && !isWork && axis !== "y" && (
        <div data-spare="">
          <dt>work offset {setup.workOffset.name}</dt>
          <dd>{shown.work(axis, setup.workOffset[axis])}</dd>
        </div>
      )}
    </FactList>
  );
}

/** What stands alone where a slip would not show and a dimension needs to know: asked for another way. */
function EvidenceQuestion({
  setup,
  axis,
  way,
  otherWays,
  onWay,
  wanted,
}: LadderProps & { readonly wanted: EvidenceWanted }) {
  const second = quickestEvidence(otherWays, way);
  const { amount, drawn } = showFor(setup.machine);
  const { feature } = wanted;
  const question = SLIP_QUESTIONS[wanted.kind as keyof typeof SLIP_QUESTIONS];
  return (
    <Question data-asks>
      <p>
        <strong>One touch is not enough here.</strong> {amount(axis, Math.abs(wanted.by))} would not show ({question}?),
        and it would take {feature.name} {axis === "x" ? "Ø " : ""}
        {drawn(feature.axis, feature.nominal)} out of its limits.
      </p>
      {second ? (
        <PlainButton onPress={() => onWay(second)}>Touch again: {wayName(second, axis).toLowerCase()}</PlainButton>
      ) : (
        <p>There is no second way here: measure that dimension on the first part.</p>
      )}
    </Question>
  );
}

/** Where the way is too coarse for what the offset makes: the one that would do, or what covers it. */
function WouldDo({ setup, tool, axis, otherWays, shop, onWay }: LadderProps) {
  const fits = otherWays.find(
    (one) => errorBudget(setup.machine, tool.tool, axis, one, tool.tolerance[axis], shop, gaugedDiameter(setup)).fits,
  );
  return (
    <Coarse>
      {fits ? (
        <PlainButton onPress={() => onWay(fits)}>
          Coarse for this tolerance: {wayName(fits, axis).toLowerCase()} would do
        </PlainButton>
      ) : (
        "No way here is fine enough for this tolerance: give it safety wear, measure the first part, correct."
      )}
    </Coarse>
  );
}
const Coarse = styled.div`
  padding-left: 8px;
  border-left: 4px solid ${color("spacer")};
  font-size: ${size.small};
  button { width: 100%; min-height: 48px; padding: 4px 8px; font-size: ${size.small}; }
`;

/** What became of a doubt, in the words in which it was asked. */
function doubtSettled({ kind, settled }: NonNullable<TouchRecord["doubt"]>): string {
  const question = SLIP_QUESTIONS[kind as keyof typeof SLIP_QUESTIONS] ?? kind;
  return settled === "corrected" ? `put right: ${question}` : `kept, although asked: ${question}`;
}

/** Whether Z of the same tool comes next: not where the tool has Y, nor for a master, whose Z the work offset carries. */
function nextIsZ({ setup, tool, axis, plausibility }: LadderProps): boolean {
  // A second touch of this axis comes before.
  const toProve = plausibility && slipToProve(plausibility, tool.tolerance[axis]);
  if (toProve && dimensionAtRisk(setup, tool, axis, toProve.by)) return false;
  const isMaster = setup.school === "master-tool" && setup.master === tool.offset;
  return !isMaster && !axesOf(tool.tool, { machine: setup.machine, zone: tool.zone }).includes("y");
}

export const LadderPanel = styled.section`
  grid-area: right;
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 14px 16px;
  overflow: auto;
  border-left: 1px solid ${color("line")};
  background: ${color("sheet")};
  h1 { font-size: ${size.text}; font-weight: 700; }
  @media (height < 790px) { gap: 6px; padding-top: 8px; }
  ${narrow} { border-left: 0; border-top: 1px solid ${color("line")}; }
  /* Beside a question what the display must read stays in sight. */
  &:has([data-asks]) {
    gap: 4px;
    padding-top: 4px;
    [data-needless] { display: none; }
    [data-sum] > div { padding: 0; dd { line-height: 1; } }
  }
`;
const Sum = styled.dl.attrs<{ "data-sum"?: string }>({ "data-sum": "" })`
  display: grid;
`;
const Line = styled.div<{ $tone: Token; $idle: boolean }>`
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
  padding: 2px 0;
  color: ${({ $tone, $idle }) => color($idle ? "quiet" : $tone)};
  dt { font-size: ${size.small}; }
  dd { flex: 1; text-align: right; ${mono} font-size: ${size.number}; line-height: 1.2; font-weight: ${({ $idle }) => ($idle ? 400 : 600)}; white-space: nowrap; }
`;
export const FactList = styled.dl`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
/* Beside a question what was compared and the closure stay; the ways say the rest. */
  &:has(+ * [data-asks]) > [data-spare] { display: none; }
  > div { display: flex; justify-content: space-between; gap: 8px; align-items: baseline; }
  dt { font-size: ${size.small}; }
  dd { flex: 1; text-align: right; ${mono} font-size: ${size.small}; white-space: nowrap; }
  > [data-compared] { line-height: 1.15; dd { font-size: ${size.number}; } }
  @media (width < 1200px) { > div { gap: 4px; } dd { letter-spacing: -0.05em; } }
  dd:has(select) { min-width: 0; }
  select { width: 100%; min-height: 44px; padding: 4px 8px; border: 1.5px solid ${color("edge")}; border-radius: ${radius}; background: ${color("sheet")}; color: inherit; font-family: "Atkinson Hyperlegible Next Variable"; font-size: ${size.small}; }
`;
export const Foot = styled.div.attrs<{ "data-foot"?: string }>({ "data-foot": "" })`
  display: grid;
  gap: 8px;
  position: sticky;
  bottom: -14px;
  margin: auto -16px -14px;
  padding: 8px 16px 14px;
  background: ${color("sheet")};
  ${PrimaryButton} { min-height: 56px; }
  /* The result and what accepts it stay in sight, however far the page is scrolled. */
  ${narrow} {
    position: fixed;
    z-index: 3;
    inset: auto 0 0;
    max-height: 60dvh;
    margin: 0;
    padding: 8px 14px 10px;
    overflow: auto;
    border-top: 2px solid ${color("edge")};
  }
`;
const Choices = styled.div`
  display: flex;
  gap: 8px;
  margin-top: 8px;
  button { flex: 1; padding: 8px; font-size: ${size.small}; }
`;
export const KeptBox = styled.div`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  padding: 6px 6px 6px 10px;
  border-left: 5px solid ${color("clear")};
  background: ${color("clearGround")};
  font-size: ${size.small};
  font-variant-numeric: tabular-nums;
`;
