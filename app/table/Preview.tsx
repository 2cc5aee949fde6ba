import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { offsetNumber } from "../../core/machine/index.ts";
import { cellForControl, columnDigit, columnWords, type EditedCell } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { color, mono, size } from "../ui/tokens.ts";

/** What an edit would change, cell by cell, before it is done. */
export function Preview({ setup, cells }: { readonly setup: SetupView; readonly cells: readonly EditedCell[] }) {
  return (
    <ChangeTable>
      <caption>{cells.length === 1 ? "One cell changes" : `${cells.length} cells change`}</caption>
      <thead>
        <tr>
          <th scope="col">cell</th>
          <th scope="col">now</th>
          <th scope="col">then</th>
          <th scope="col">change</th>
        </tr>
      </thead>
      <tbody>
        {cells.map(({ offset, column, from, to }) => {
          const tool = setup.tools.find((one) => one.offset === offset);
          const digit = columnDigit(setup, column);
          const shown = (value: number) => (tool ? cellForControl(setup, tool, column, value) : value);
          return (
            <tr key={`${offset} ${column}`}>
              <th scope="row">
                {offsetNumber(setup.machine, offset)} {columnWords(column)}
              </th>
              <td>{from === null ? "–" : formatLength(shown(from), digit)}</td>
              <td>{formatLength(shown(to), digit)}</td>
              <td>{from === null ? "new" : formatLength(shown(to) - shown(from), digit, { sign: "always" })}</td>
            </tr>
          );
        })}
      </tbody>
    </ChangeTable>
  );
}

export const ChangeTable = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: ${size.small};
  caption { padding-bottom: 4px; color: ${color("quiet")}; text-align: left; }
  th { padding: 3px 6px 3px 0; text-align: left; font-weight: 600; }
  thead th:not(:first-child), td { text-align: right; }
  thead th { color: ${color("quiet")}; }
  td { padding: 3px 0 3px 6px; ${mono} white-space: nowrap; }
  td:nth-of-type(2) { font-weight: 700; }
`;
