import { useState } from "react";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import {
  AXIS_NAME,
  type Axis,
  type LatheAxis,
  lastDigit,
  offsetNumber,
  type PerAxis,
  toControl,
  workToControl,
} from "../../core/machine/index.ts";
import { setupTable, workRows } from "../../core/offsets/index.ts";
import { formatLength, readLength } from "../../core/units/index.ts";
import { activeTool, type LatheCommand, observe } from "../../sim/lathe/index.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { NoseEntry } from "./NoseEntry.tsx";
import { type Predicting, PredictionRow, PredictionSwitch, usePrediction } from "./Prediction.tsx";
import { BenchField, BenchRow, Choice, Choices, LatheBlock, Small } from "./parts.ts";
import { rendersFor } from "./rendersFor.ts";
import { SetterEntry } from "./SetterEntry.tsx";
import type { Lathe } from "./useLathe.ts";

const axesOf = (yAxis: boolean | undefined): readonly Axis[] => (yAxis ? ["x", "z", "y"] : ["x", "z"]);

/** Machine readout, position display under the active offset, and how far it still is. */
export function PositionBlock({ lathe: { state } }: { readonly lathe: Lathe }) {
  const { machine } = state.config;
  const { readout, display, distanceToGo } = observe(state);
  const name = state.offset === undefined ? "no offset" : `offset ${offsetNumber(machine, state.offset)}`;
  const write = (of: PerAxis<number>, axis: Axis) => formatLength(of[axis], lastDigit(machine, axis));
  return (
    <LatheBlock aria-label="Positions">
      <Positions>
        <thead>
          <tr>
            <th scope="col">{machine.units}</th>
            <th scope="col">machine</th>
            <th scope="col">{distanceToGo ? "to go" : name}</th>
          </tr>
        </thead>
        <tbody>
          {axesOf(machine.yAxis).map((axis) => (
            <tr key={axis}>
              <th scope="row">{AXIS_NAME[axis]}</th>
              <td data-testid={`machine-${axis}`}>{write(readout, axis)}</td>
              <td data-testid={`display-${axis}`}>{write(distanceToGo ?? display, axis)}</td>
            </tr>
          ))}
        </tbody>
      </Positions>
    </LatheBlock>
  );
}

/** Which tool stands in the working position, and with which row it is called. */
export const ToolBlock = rendersFor(
  ["config", "station", "offset", "rows"],
  function ToolBlock({ lathe: { state, act } }: { readonly lathe: Lathe }) {
    const { machine, tools } = state.config;
    const rows = [...new Set([...tools.map(({ offset }) => offset), ...Object.keys(state.rows)])].sort(
      (a, b) => Number(a) - Number(b),
    );
    return (
      <LatheBlock aria-label="Tool">
        <BenchRow>
          <BenchField $wide>
            Station
            <select
              value={state.station}
              onChange={({ target }) =>
                act({
                  do: "call",
                  station: target.value,
                  offset: tools.find(({ station }) => station === target.value)?.offset,
                })
              }
            >
              {tools.map(({ station, tool }) => (
                <option key={station} value={station}>
                  {station} · {tool.description}
                </option>
              ))}
            </select>
          </BenchField>
          <BenchField>
            Offset
            <select
              value={state.offset ?? ""}
              onChange={({ target }) => act({ do: "call", station: state.station, offset: target.value || undefined })}
            >
              <option value="">none</option>
              {rows.map((offset) => (
                <option key={offset} value={offset}>
                  {offsetNumber(machine, offset)}
                </option>
              ))}
            </select>
          </BenchField>
        </BenchRow>
      </LatheBlock>
    );
  },
);

const ENTRY_WORDS = { overwrite: "Key into", add: "Add to", "touched-dimension": "State as touched" } as const;

/** What a number is keyed into: a register of the called row, or the work offset. */
type Cell = "geometry" | "wear" | "work";
/** Pages of the entry: the cells of an axis, the nose of the called row, and where the setter trips. */
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
    const where =
      cell === "work"
        ? `${state.activeWork} ${AXIS_NAME[axis]}`
        : `${cell === "wear" ? "wear " : ""}${AXIS_NAME[axis]}, offset ${offsetNumber(machine, offset)}`;
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
          <Choices
            aria-label="Axis of the entry"
            orientation="horizontal"
            value={axis}
            onChange={(value) => setAxis(value as Axis)}
          >
            {axesOf(machine.yAxis).map((one) => (
              <Choice key={one} value={one}>
                {AXIS_NAME[one]}
              </Choice>
            ))}
          </Choices>
          <BenchField $wide>
            <select
              aria-label="Cell of the entry"
              value={page}
              onChange={({ target }) => setPage(target.value as EntryPage)}
            >
              <option value="geometry">geometry</option>
              <option value="wear">wear</option>
              <option value="work">{state.activeWork}</option>
              <option value="nose">nose and tip</option>
              {machine.setter && <option value="setter">setter</option>}
            </select>
          </BenchField>
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
            <BenchRow>
              <BenchField $wide>
                {ENTRY_WORDS[as]} {where}
                <input
                  value={text}
                  inputMode="decimal"
                  aria-invalid={wrong !== ""}
                  onChange={({ target }) => setText(target.value)}
                />
              </BenchField>
              <Small type="submit">Enter</Small>
            </BenchRow>
            {predicting && <PredictionRow prediction={prediction} predicting={predicting} axis={axis} digit={digit} />}
            {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
            <Held>
              <Holds>holds {formatLength(heldIn(state, offset, axis, cell), digit)}</Holds>
              {predicting && <PredictionSwitch predicting={predicting} />}
            </Held>
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

/** Lines for the control, one block at a time, with a thumb on the rapid. */
export const LinesBlock = rendersFor(
  ["config", "station", "program", "singleBlock", "rapidOverride", "alarm"],
  function LinesBlock({
    lathe: { state, act },
    setup,
  }: {
    readonly lathe: Lathe;
    readonly setup: SetupView | undefined;
  }) {
    const { mode } = observe(state);
    const suggested = suggestedLines(state, setup);
    const [lines, setLines] = useState<string>();
    const text = lines ?? suggested;
    const isWaiting = state.program.blocks.length > 0 || state.program.target !== undefined;
    const start = () => (isWaiting ? act({ do: "cycle-start" }) : act({ do: "mdi", text }, { do: "cycle-start" }));
    const next = state.program.blocks[0]?.text;
    return (
      <LatheBlock aria-label="Lines for the control">
        <BenchField>
          Lines by hand (MDI)
          <textarea value={text} spellCheck={false} onChange={({ target }) => setLines(target.value)} />
        </BenchField>
        <BenchRow $even>
          <Small onPress={start}>{isWaiting ? (mode === "held" ? "Go on" : `Next: ${next ?? "…"}`) : "Start"}</Small>
          <Small isDisabled={mode !== "running"} onPress={() => act({ do: "feed-hold" })}>
            Feed hold
          </Small>
          <Small aria-pressed={state.singleBlock} onPress={() => act({ do: "single-block", on: !state.singleBlock })}>
            Single block
          </Small>
        </BenchRow>
        <Choices
          aria-label="Rapid override"
          orientation="horizontal"
          value={String(state.rapidOverride)}
          onChange={(value) => act({ do: "rapid-override", percent: Number(value) })}
        >
          {[5, 30, 100].map((percent) => (
            <Choice key={percent} value={String(percent)}>
              {percent} %
            </Choice>
          ))}
        </Choices>
      </LatheBlock>
    );
  },
);

/** Two short lines for the tool that stands in the working position: well in front of the part, then clear of it. */
function suggestedLines(state: Lathe["state"], setup: SetupView | undefined): string {
  const { machine, parts } = state.config;
  const active = activeTool(state);
  if (!active) return "";
  const { tool, side, zone, body } = active;
  const station = /^\d+$/.test(tool.station) ? tool.station : tool.offset;
  const offset = offsetNumber(machine, tool.offset);
  const call = machine.toolCall === "offset-only" ? `T${offset}` : `T${station.padStart(2, "0")}${offset}`;
  const inch = machine.units === "in" ? 25.4 : 1;
  const [ahead, beside] = inch === 1 ? [25, 20] : [1, 1];
  // In the hole or on centre; otherwise outside of the bar, on the side that the tool comes from.
  const x = body.mode === "outside" ? side * (Math.ceil(parts.main.diameter / inch) + beside) : 0;
  const word = (axis: LatheAxis, coordinate: number) =>
    `${axis.toUpperCase()}${Math.round(toControl(machine, axis, coordinate * inch, "program", zone))}.`;
  return `${call} ${setup?.workOffset.name ?? "G54"}\nG0 ${word("z", ahead)}\nG0 ${word("x", x)}`;
}

const Positions = styled.table`
  /* Two numbers of eight places, as −399.192, stand side by side in the width of the panel. */
  width: calc(100% + 12px);
  margin: 0 -6px;
  table-layout: fixed;
  border-collapse: collapse;
  th { text-align: left; font-size: ${size.small}; font-weight: 600; color: ${color("quiet")}; }
  thead th:not(:first-child) { text-align: right; }
  tbody th { font-size: ${size.number}; color: ${color("ink")}; }
  td { ${mono} text-align: right; font-size: ${size.number}; letter-spacing: -0.08em; line-height: 1.35; }
  td:last-child { color: ${color("measured")}; }
  thead th:first-child { width: 26px; }
  @media (900px <= width < 1200px) { td { font-size: ${size.text}; } }
`;
const Held = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  > button { flex: 0 0 auto; min-height: 44px; }
`;
const Holds = styled.div`
  flex: 1;
  font-size: ${size.small};
  color: ${color("quiet")};
  font-variant-numeric: tabular-nums;
`;
