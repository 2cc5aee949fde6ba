import { useState } from "react";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, type Axis, lastDigit, offsetNumber, workToControl } from "../../core/machine/index.ts";
import { setupTable, workRows } from "../../core/offsets/index.ts";
import { formatLength, readLength } from "../../core/units/index.ts";
import { activeTool, type LatheCommand } from "../../sim/lathe/index.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { mono, size } from "../ui/tokens.ts";
import { BenchLength } from "./BenchLength.tsx";
import { NoseEntry } from "./NoseEntry.tsx";
import { type Predicting, PredictionRow, PredictionSwitch, usePrediction } from "./Prediction.tsx";
import { BenchField, BenchRow, Choice, Choices, LatheBlock, Small, shownAxes } from "./parts.ts";
import { rendersFor } from "./rendersFor.ts";
import { SetterEntry } from "./SetterEntry.tsx";
import type { Lathe } from "./useLathe.ts";

const ENTRY_WORDS = { overwrite: "Key into", add: "Add to", "touched-dimension": "State as touched" } as const;

/** What a number is keyed into: a register of the called row, or the work offset. */
type Cell = "geometry" | "wear" | "work";
/** Pages of the entry: a register of all axes, the nose of the called row, and where the setter trips. */
type EntryPage = Cell | "nose" | "setter";

/** Offset entry as this control takes it; what Luvrit says for this cell stands beside it, one tap away. */
export const EntryBlock = rendersFor(
  ["config", "station", "offset", "rows", "work", "activeWork", "triggers"],
  function EntryBlock({
    lathe: { state, act },
    setup,
    offsetsFile,
    predicting,
  }: {
    readonly lathe: Lathe;
    readonly setup: SetupView | undefined;
    /** Address of Luvrit's file for this control. */
    readonly offsetsFile: string | undefined;
    /** Saying what the display will read; left out where nothing is predicted. */
    readonly predicting?: Predicting;
  }) {
    const { machine } = state.config;
    const [axis, setAxis] = useState<Axis>("x");
    const [page, setPage] = useState<EntryPage>("geometry");
    const cell = page === "nose" || page === "setter" ? "geometry" : page;
    const [text, setText] = useState("");
    const [wrong, setWrong] = useState("");
    const offset = state.offset ?? activeTool(state)?.tool.offset ?? "1";
    const digit = lastDigit(machine, axis);
    const { as, said } = luvritsNumber(setup, offset, axis, cell) ?? {
      as: cell === "geometry" ? machine.measuring : ("overwrite" as const),
      said: undefined,
    };
    const prediction = usePrediction(machine.units, axis, predicting);
    const enter = (number: number) => {
      setWrong("");
      setText("");
      const command: LatheCommand =
        cell === "work"
          ? { do: "enter-work", name: state.activeWork, axis, number }
          : { do: "enter-offset", offset, axis, register: cell, as, number };
      prediction.entering();
      act(command);
    };
    const submit = () => {
      const read = readLength(text, { units: machine.units });
      if (!read.ok) return setWrong(read.refusal.message);
      const unclear = prediction.refusal();
      if (unclear !== undefined) return setWrong(unclear);
      enter(read.value.exact);
    };
    const loadFile = async () => {
      const answer = offsetsFile === undefined ? undefined : await fetch(offsetsFile).catch(() => undefined);
      if (!answer?.ok) return setWrong("Luvrit’s file did not come. Try again.");
      setWrong("");
      act({ do: "load-offsets", text: await answer.text() });
    };
    const number = offsetNumber(machine, offset);
    const where =
      cell === "work"
        ? `${state.activeWork} ${AXIS_NAME[axis]}`
        : `${cell === "wear" ? "wear " : ""}${AXIS_NAME[axis]}, offset ${number}`;
    return (
      <LatheBlock
        as="form"
        aria-label="Offset entry"
        onSubmit={(event: React.FormEvent) => {
          event.preventDefault();
          if (page === cell) submit();
        }}
      >
        <BenchRow>
          <BenchField $wide>
            <select
              aria-label="Page of the entry"
              value={page}
              onChange={({ target }) => setPage(target.value as EntryPage)}
            >
              <option value="geometry">{number} geometry</option>
              <option value="wear">{number} wear</option>
              <option value="work">work offset {state.activeWork}</option>
              <option value="nose">{number} nose and tip</option>
              {machine.setter && <option value="setter">setter</option>}
            </select>
          </BenchField>
          {predicting && page === cell && <PredictionSwitch predicting={predicting} />}
        </BenchRow>
        {page === "setter" ? (
          <SetterEntry lathe={{ state, act }} />
        ) : page === "nose" ? (
          <NoseEntry
            key={`${offset} ${state.rows[offset]?.noseRadius} ${state.rows[offset]?.orientation}`}
            lathe={{ state, act }}
            offset={offset}
          />
        ) : (
          <>
            <Registers
              aria-label="Axis of the entry"
              orientation="vertical"
              value={axis}
              onChange={(value) => setAxis(value as Axis)}
            >
              {shownAxes(machine.yAxis).map((one) => (
                <Choice key={one} value={one}>
                  <b>{AXIS_NAME[one]}</b>
                  {formatLength(heldIn(state, offset, one, cell), lastDigit(machine, one))}
                </Choice>
              ))}
            </Registers>
            <BenchRow>
              <BenchLength
                label={`${ENTRY_WORDS[as]} ${where}`}
                text={text}
                onText={setText}
                isWrong={wrong !== ""}
                isWide
              />
              <Small type="submit">Enter</Small>
            </BenchRow>
            {predicting && <PredictionRow prediction={prediction} predicting={predicting} axis={axis} digit={digit} />}
            {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
            {(said !== undefined || offsetsFile !== undefined) && (
              <BenchRow $even>
                {said !== undefined && (
                  <Small onPress={() => enter(said)}>
                    Enter Luvrit’s {formatLength(said, digit, as === "add" ? { sign: "always" } : {})}
                  </Small>
                )}
                {offsetsFile !== undefined && <Small onPress={() => void loadFile()}>Load Luvrit’s file</Small>}
              </BenchRow>
            )}
          </>
        )}
      </LatheBlock>
    );
  },
);

/** The number in a cell, as this control shows it. */
function heldIn(state: Lathe["state"], offset: string, axis: Axis, cell: Cell): number {
  if (cell !== "work") return state.rows[offset]?.[cell][axis] ?? 0;
  const work = state.work[state.activeWork]?.[axis] ?? 0;
  return workToControl(state.config.machine, axis, work);
}

/** What Luvrit says is to be keyed there, and how; undefined where it has nothing for this cell. */
function luvritsNumber(setup: SetupView | undefined, offset: string, axis: Axis, cell: Cell) {
  if (!setup || cell === "wear") return undefined;
  if (cell === "geometry") {
    const entry = setupTable(setup).find(({ tool }) => tool.offset === offset)?.[axis]?.entry;
    return entry && { as: entry.as, said: entry.number };
  }
  const [row] = workRows(setup);
  const said = row?.isNew[axis] ? row.values[axis] : undefined;
  return said === undefined ? undefined : { as: "overwrite" as const, said };
}

/** What the page holds, an axis a line; the line that is chosen is keyed into. */
const Registers = styled(Choices)`
  display: grid;
  gap: 0;
  label { display: flex; justify-content: space-between; min-height: 44px; padding: 0 10px; ${mono} font-size: ${size.number}; font-weight: 500; letter-spacing: -0.06em; }
  label + label { border-top: 0; }
`;
