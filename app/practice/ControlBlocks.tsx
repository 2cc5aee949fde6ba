import { styled } from "styled-components";
import { AXIS_NAME, type Axis, lastDigit, offsetNumber, type PerAxis } from "../../core/machine/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { observe } from "../../sim/lathe/index.ts";
import { color, mono, size } from "../ui/tokens.ts";
import { BenchField, BenchRow, LatheBlock, shownAxes } from "./parts.ts";
import { rendersFor } from "./rendersFor.ts";
import type { Lathe } from "./useLathe.ts";

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
          {shownAxes(machine.yAxis).map((axis) => (
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
            <select
              aria-label="Station"
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
          <BenchField $least={106}>
            <select
              aria-label="Offset"
              value={state.offset ?? ""}
              onChange={({ target }) => act({ do: "call", station: state.station, offset: target.value || undefined })}
            >
              <option value="">no offset</option>
              {rows.map((offset) => (
                <option key={offset} value={offset}>
                  offset {offsetNumber(machine, offset)}
                </option>
              ))}
            </select>
          </BenchField>
        </BenchRow>
      </LatheBlock>
    );
  },
);

const Positions = styled.table`
  /* Two numbers of eight places, as −399.192, stand side by side in the width of the panel. */
  width: calc(100% + 12px);
  margin: 0 -6px;
  table-layout: fixed;
  border-collapse: collapse;
  th { text-align: left; font-size: ${size.small}; font-weight: 600; color: ${color("quiet")}; }
  thead th:not(:first-child) { text-align: right; }
  tbody th { font-size: ${size.number}; color: ${color("ink")}; }
  td { ${mono} text-align: right; font-size: ${size.number}; letter-spacing: -0.08em; line-height: 1.25; }
  td:last-child { color: ${color("measured")}; }
  thead th:first-child { width: 26px; }
  @media (900px <= width < 1200px) { td { font-size: ${size.text}; } }
`;
