import { lastDigit } from "../../core/frame/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { workRow } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { Difference } from "./Difference.ts";
import { KeyCell, RowsHead } from "./OffsetRows.tsx";

/** The work offset in the same grid: what it is to hold, and whether this setup has changed it. */
export function WorkRows({ setup }: { readonly setup: SetupView }) {
  const { machine, taught } = setup;
  const row = workRow(setup);
  return (
    <tbody>
      <RowsHead>
        <th scope="rowgroup" colSpan={7}>
          <strong>{row.name}</strong> work offset{" "}
          {taught.z ? `· Z taught with offset ${taught.z.offset} by ${taught.z.person}` : "· as it stands"}
        </th>
      </RowsHead>
      {(["x", "z"] as const).map((axis) => (
        <tr key={axis}>
          <th scope="row">{axis.toUpperCase()}</th>
          <td>–</td>
          <td>
            <strong>{formatLength(row[axis], lastDigit(machine, axis))}</strong>
          </td>
          <Difference>{row.isNew[axis] ? "changed" : "same"}</Difference>
          <KeyCell>{row.isNew[axis] ? formatLength(row[axis], lastDigit(machine, axis)) : "–"}</KeyCell>
          <td />
          <td />
        </tr>
      ))}
    </tbody>
  );
}
