import { styled } from "styled-components";
import { lastDigit } from "../../core/frame/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import { workRow } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { color, mono, size } from "../ui/tokens.ts";
import { Difference } from "./Difference.ts";

/** The work offset in the same grid: what it is to hold, and whether this setup has changed it. */
export function WorkRows({ setup }: { readonly setup: SetupView }) {
  const { machine, taught } = setup;
  const row = workRow(setup);
  return (
    <tbody>
      <Head>
        <th scope="rowgroup" colSpan={7}>
          <strong>{row.name}</strong> work offset{" "}
          {taught.z ? `· Z taught with offset ${taught.z.offset} by ${taught.z.person}` : "· as it stands"}
        </th>
      </Head>
      {(["x", "z"] as const).map((axis) => (
        <tr key={axis}>
          <th scope="row">{axis.toUpperCase()}</th>
          <td>–</td>
          <td>
            <strong>{formatLength(row[axis], lastDigit(machine, axis))}</strong>
          </td>
          <Difference>{row.isNew[axis] ? "changed" : "same"}</Difference>
          <Key>{row.isNew[axis] ? formatLength(row[axis], lastDigit(machine, axis)) : "–"}</Key>
          <td />
          <td />
        </tr>
      ))}
    </tbody>
  );
}

const Head = styled.tr`
  && { height: 44px; background: ${color("selected")}; }
  && th { font-weight: 400; }
  strong { ${mono} font-size: ${size.number}; margin-right: 6px; }
`;
const Key = styled.td`
  && { font-size: ${size.number}; font-weight: 700; }
`;
