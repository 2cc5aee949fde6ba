import { styled } from "styled-components";
import { fromControl, offsetNumber, toControl, toolNumber } from "../../core/frame/index.ts";
import type { SetupView, ToolView, TouchedAxis, TouchWay } from "../../core/ledger/index.ts";
import { closureOf, keyIn } from "../../core/offsets/index.ts";
import type { Quantity } from "../../core/touch/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { ageOf } from "../setups/age.ts";
import { PlainButton, PrimaryButton } from "../ui/Button.tsx";
import { QUANTITY_TONE } from "../ui/quantityTone.ts";
import { color, mono, radius, size, type Token } from "../ui/tokens.ts";
import { KeyInBox } from "./KeyInBox.tsx";
import { UndoButton } from "./UndoButton.tsx";
import type { useTouchEntry } from "./useTouchEntry.ts";
import { wording } from "./words.ts";

interface LadderProps {
  readonly setup: SetupView;
  readonly tool: ToolView;
  readonly axis: TouchedAxis;
  readonly way: TouchWay;
  readonly entry: ReturnType<typeof useTouchEntry>;
  readonly mayEnter: boolean;
  readonly now: string;
  readonly onAccept: (over?: number) => void;
}

interface Rung {
  readonly quantity: Quantity;
  readonly label: string;
  /** In millimetres, X as a diameter; undefined while it is not known. */
  readonly value: number | undefined;
}

/** The sum as a setter writes it on the back of a setup sheet, what to key, and what the display must read then. */
export function Ladder({ setup, tool, axis, way, entry, mayEnter, now, onAccept }: LadderProps) {
  const { machine, workOffset } = setup;
  const name = axis.toUpperCase();
  const { understood, solved, facts, budget } = entry.reading;
  const kept = tool[axis];
  const show = (
    millimetres: number | undefined,
    crossing: "readout" | "work-offset" | "tool-offset" = "readout",
    sign?: "always",
  ) =>
    millimetres === undefined
      ? "–"
      : formatLength(toControl(machine, axis, millimetres, crossing), machine.resolution[axis], sign ? { sign } : {});

  const spacer = way === "skim" ? 0 : understood.spacer?.mm;
  const times = axis === "x" ? 2 : 1;
  const rungs: readonly Rung[] = [
    {
      quantity: "machine",
      label: `machine ${name} at contact`,
      value: understood.machine && (facts?.machine ?? understood.machine.mm),
    },
    { quantity: "measured", label: wording(axis, way).lessSize, value: minus(understood.size?.mm) },
    {
      quantity: "spacer",
      label: way === "skim" ? "no spacer, cut" : axis === "x" ? "less spacer, twice" : "less spacer, once",
      value: spacer === undefined ? undefined : minus(times * spacer),
    },
    { quantity: "offset", label: `less work offset ${workOffset.name}`, value: minus(workOffset[axis]) },
  ];
  const found = solved && { exact: solved.exact, touched: solved.touched ?? 0 };
  const record = found ?? kept;
  const keyed =
    record && keyIn(machine, axis, { exact: record.exact, touched: record.touched, before: tool.control?.[axis] });
  const inCore = keyed && fromControl(machine, axis, keyed.value, "tool-offset");
  const closure =
    facts && keyed && inCore !== undefined
      ? closureOf(
          { machine: facts.machine, geometry: inCore, wear: 0, work: workOffset[axis], touched: record.touched },
          fromControl(machine, axis, machine.resolution[axis], "readout"),
        )
      : undefined;
  const before = tool.control?.[axis];
  const wear = tool.control?.[axis === "x" ? "wearX" : "wearZ"];
  const answer = entry.answer;

  return (
    <Panel aria-label={`Result, ${name} of ${toolNumber(setup.machine, tool.offset)}`}>
      <h1>
        {toolNumber(setup.machine, tool.offset)} · {name} geometry
      </h1>
      <Sum>
        {rungs.map(({ quantity, label, value }) => (
          <Line key={label} $tone={QUANTITY_TONE[quantity]} $idle={value === 0}>
            <dt>{label}</dt>
            <dd>{show(value)}</dd>
          </Line>
        ))}
      </Sum>
      <KeyInBox
        setup={setup}
        axis={axis}
        offset={offsetNumber(setup.machine, tool.offset)}
        keyed={keyed}
        wear={wear}
        isKept={found === undefined && kept !== undefined}
      />
      <Facts>
        <div>
          <dt>in the control now</dt>
          <dd>{before === undefined ? "not recorded" : show(before, "tool-offset")}</dd>
        </div>
        <div>
          <dt>change</dt>
          <dd>
            {keyed && keyed.before !== undefined
              ? formatLength(keyed.value - keyed.before, machine.resolution[axis], { sign: "always" })
              : "–"}
          </dd>
        </div>
        <div>
          <dt>tolerance it makes</dt>
          <dd>± {show(tool.tolerance[axis])}</dd>
        </div>
        <div>
          <dt>expected error</dt>
          <dd>± {show(budget.expanded)}</dd>
        </div>
        <div>
          <dt>closure G + W + S + P − M</dt>
          <dd>{closure ? (closure.closes ? "closes" : "open") : "–"}</dd>
        </div>
      </Facts>
      <Foot>
        {answer?.outcome === "conflict" && (
          <Question role="alert">
            <strong>
              {answer.theirs.person} was faster, {ageOf(answer.theirs.at, now)}.
            </strong>
            <p>
              On record: {answer.theirs.exact === undefined ? "taken back" : show(answer.theirs.exact, "tool-offset")}.
              Yours: {found ? show(found.exact, "tool-offset") : "–"}.
            </p>
            <Choices>
              <PlainButton onPress={entry.forget}>Keep theirs</PlainButton>
              <PlainButton onPress={() => onAccept(answer.seq)}>Use mine</PlainButton>
            </Choices>
          </Question>
        )}
        {answer?.outcome === "unreachable" && <Question role="alert">{answer.message}</Question>}
        {answer?.outcome === "refused" && Object.keys(answer.fields).length === 0 && (
          <Question role="alert">{answer.message}</Question>
        )}
        {kept && (
          <Kept>
            <span>
              Accepted by {kept.person}, {ageOf(kept.at, now)}: {show(kept.exact, "tool-offset")}
            </span>
            {mayEnter && (
              <UndoButton
                entry={kept.entry}
                seq={setup.seq}
                label="Take back"
                what={`${name} of ${toolNumber(setup.machine, tool.offset)}`}
              />
            )}
          </Kept>
        )}
        {mayEnter ? (
          <PrimaryButton onPress={() => onAccept()} isDisabled={entry.busy}>
            {entry.busy
              ? "Accepting…"
              : `Accept ${name}${kept ? " again" : ""}, go ${axis === "x" && !tool.z ? "to Z" : "on"}`}
          </PrimaryButton>
        ) : (
          <Question>
            {setup.signedOff
              ? "This setup is signed off. A lead must reopen it before anything is added."
              : "You are looking on: a viewer changes nothing."}
          </Question>
        )}
      </Foot>
    </Panel>
  );
}

const minus = (value: number | undefined): number | undefined => (value === undefined ? undefined : 0 - value);

export const Panel = styled.section`
  grid-area: right;
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 14px 16px;
  overflow: auto;
  border-left: 1px solid ${color("line")};
  background: ${color("sheet")};
  h1 { font-size: ${size.text}; font-weight: 700; }
`;
const Sum = styled.dl`
  display: grid;
`;
const Line = styled.div<{ $tone: Token; $idle: boolean }>`
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
  padding: 3px 0;
  color: ${({ $tone, $idle }) => color($idle ? "quiet" : $tone)};
  dt { font-size: ${size.small}; }
  dd { flex: 1; text-align: right; ${mono} font-size: 20px; font-weight: ${({ $idle }) => ($idle ? 400 : 600)}; white-space: nowrap; }
`;
export const Facts = styled.dl`
  display: grid;
  gap: 2px;
  > div { display: flex; justify-content: space-between; gap: 8px; align-items: baseline; }
  dt { font-size: ${size.small}; }
  dd { flex: 1; text-align: right; ${mono} font-size: ${size.small}; white-space: nowrap; }
`;
export const Foot = styled.div`
  display: grid;
  gap: 8px;
  margin-top: auto;
  ${PrimaryButton} { min-height: 56px; }
`;
export const Question = styled.div`
  padding: 10px 12px;
  border-left: 5px solid ${color("spacer")};
  border-radius: ${radius};
  background: ${color("doubtGround")};
  font-size: ${size.small};
  p { font-variant-numeric: tabular-nums; }
`;
const Choices = styled.div`
  display: flex;
  gap: 8px;
  margin-top: 8px;
  button { flex: 1; padding: 8px; font-size: ${size.small}; }
`;
export const Kept = styled.div`
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
