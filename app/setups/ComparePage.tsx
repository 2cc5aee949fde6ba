import { Equal, EqualNot } from "lucide-react";
import { useState } from "react";
import { href, Link } from "react-router";
import { styled } from "styled-components";
import type { ComparedGroup } from "../../core/reports/index.ts";
import type { Person } from "../../server/people/person.server.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import { Checkbox } from "../ui/Checkbox.tsx";
import { color, mono, size } from "../ui/tokens.ts";

interface Head {
  readonly id: string;
  readonly job: string;
  readonly part: string;
  readonly operation: string;
  readonly machine: string;
  readonly signedOff: boolean;
}

/** Two setups side by side, what differs marked by word, shape and colour. */
export function ComparePage({
  person,
  left,
  right,
  groups,
}: {
  readonly person: Person;
  readonly left: Head;
  readonly right: Head;
  readonly groups: readonly ComparedGroup[];
}) {
  const [onlyDifferences, setOnly] = useState(false);
  const count = groups.flatMap(({ lines }) => lines).filter(({ differs }) => differs).length;
  const shown = groups
    .map((group) => ({ ...group, lines: onlyDifferences ? group.lines.filter(({ differs }) => differs) : group.lines }))
    .filter(({ lines }) => lines.length > 0);
  return (
    <>
      <TopStrip title="Two setups" subtitle="side by side" person={person} />
      <Page>
        <header>
          <h1>{count === 0 ? "They say the same" : `${count} ${count === 1 ? "line differs" : "lines differ"}`}</h1>
          <Checkbox isChecked={onlyDifferences} onChange={setOnly}>
            only what differs
          </Checkbox>
          <Link to="/">Back to the setups</Link>
        </header>
        <Table>
          <thead>
            <tr>
              <td />
              {[left, right].map((head) => (
                <th key={head.id} scope="col">
                  <Link to={href("/setups/:setupId/table", { setupId: head.id })}>
                    {head.part}, {head.operation}
                  </Link>
                  <small>
                    {head.job} · {head.machine} · {head.signedOff ? "signed off" : "running"}
                  </small>
                </th>
              ))}
              <th scope="col">change</th>
            </tr>
          </thead>
          {shown.map(({ title, lines }) => (
            <tbody key={title}>
              <tr>
                <th scope="rowgroup" colSpan={4}>
                  {title}
                </th>
              </tr>
              {lines.map((line) => (
                <tr key={line.name} data-differs={line.differs}>
                  <th scope="row">{line.name}</th>
                  <td>{line.left}</td>
                  <td>{line.right}</td>
                  <td>
                    {line.differs ? <EqualNot size={18} aria-hidden="true" /> : <Equal size={18} aria-hidden="true" />}{" "}
                    {line.differs ? (line.difference ?? "differs") : "same"}
                  </td>
                </tr>
              ))}
            </tbody>
          ))}
        </Table>
      </Page>
    </>
  );
}

const Page = styled.main`
  display: grid;
  gap: 14px;
  max-width: 1400px;
  margin: 0 auto;
  padding: 20px 24px 40px;
  > header { display: flex; align-items: center; gap: 24px; }
  h1 { flex: 1; font-size: ${size.number}; }
  label { display: inline-flex; align-items: center; gap: 8px; min-height: 48px; }
  input { width: 22px; height: 22px; }
`;
const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  background: ${color("sheet")};
  thead td, thead th { position: sticky; top: 0; background: ${color("sheet")}; box-shadow: inset 0 -2px ${color("edge")}; }
  th, td { padding: 7px 14px; border-bottom: 1px solid ${color("line")}; text-align: left; }
  thead small { display: block; color: ${color("quiet")}; font-size: ${size.small}; font-weight: 400; }
  tbody th[scope="rowgroup"] { background: ${color("selected")}; }
  tbody th[scope="row"] { width: 190px; color: ${color("quiet")}; font-size: ${size.small}; font-weight: 600; }
  td { ${mono} }
  td:last-child { width: 170px; color: ${color("quiet")}; font-size: ${size.small}; white-space: nowrap; }
  tr[data-differs="true"] td { font-weight: 700; }
  tr[data-differs="true"] td:last-child { color: ${color("spacer")}; }
  svg { vertical-align: -4px; }
`;
