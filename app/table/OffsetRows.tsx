import { Link } from "react-router";
import { styled } from "styled-components";
import { AXIS_NAME, type Axis, lastDigit, offsetNumber, toolNumber } from "../../core/frame/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import type { KeyIn, TableRow } from "../../core/offsets/index.ts";
import { toolSize } from "../../core/tool/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { color, mono, size } from "../ui/tokens.ts";
import { Difference } from "./Difference.ts";

const KEY_WORD: Readonly<Record<KeyIn["entry"]["as"], string>> = {
  overwrite: "key",
  add: "add",
  "touched-dimension": "touched",
};

/** The rows of one offset: X and Z with their wear, nose radius, tip orientation. */
export function OffsetRows({
  row,
  setup,
  setupId,
  mayEnter,
}: {
  readonly row: TableRow;
  readonly setup: SetupView;
  readonly setupId: string;
  readonly mayEnter: boolean;
}) {
  const { machine } = setup;
  const { tool } = row;
  const action = `/setups/${setupId}/touch`;
  const write = (value: number | undefined, resolution: number, sign?: "always") =>
    value === undefined ? "–" : formatLength(value, resolution, sign ? { sign } : {});
  const axisRow = (axis: Axis) => {
    const keyed = row[axis];
    const touch = tool[axis];
    const resolution = lastDigit(machine, axis);
    const safety = row.safetyWear[axis];
    const wear = row.wear[axis];
    return (
      <tr key={axis}>
        <th scope="row">
          {AXIS_NAME[axis]}{" "}
          <small>
            wear {write(wear, resolution, "always")}
            {keyed && (wear || safety) ? ` → ${write(safety ?? 0, resolution, "always")}` : ""}
            {safety ? " safety" : ""}
          </small>
        </th>
        <td>{write(row.before[axis], resolution)}</td>
        <td>
          <strong>{write(keyed?.value, resolution)}</strong>
          {touch && <small>{touch.derived ? `follows, ${touch.person}` : `${touch.way}, ${touch.person}`}</small>}
        </td>
        <Difference>
          {keyed && keyed.before !== undefined ? write(keyed.value - keyed.before, resolution, "always") : "–"}
        </Difference>
        <KeyCell>
          {keyed ? (
            <>
              <small>{KEY_WORD[keyed.entry.as]}</small>{" "}
              {write(keyed.entry.number, resolution, keyed.entry.as === "add" ? "always" : undefined)}
            </>
          ) : (
            <Link
              to={`/setups/${setupId}/touch?tool=${tool.offset}&do=${axis}`}
              aria-label={`Touch ${AXIS_NAME[axis]} of ${toolNumber(setup.machine, tool.offset)}`}
            >
              touch it
            </Link>
          )}
        </KeyCell>
        <td>
          {write(keyed?.display, resolution)}
          {row.closes[axis] !== undefined && <small>{row.closes[axis] ? "closes" : "open: stop"}</small>}
        </td>
        <Source>
          {touch && !touch.derived && mayEnter && (
            <UndoButton
              entry={touch.entry}
              seq={setup.seq}
              label="Take back"
              what={`${AXIS_NAME[axis]} of ${toolNumber(setup.machine, tool.offset)}`}
              action={action}
            />
          )}
        </Source>
      </tr>
    );
  };
  const plainRow = (name: string, before: string, value: string | undefined, isFirst: boolean) => (
    <tr key={name}>
      <th scope="row">{name}</th>
      <td>{before}</td>
      <td>
        <strong>{value ?? "–"}</strong>
        {tool.nose && <small>{`insert, ${tool.nose.person}`}</small>}
      </td>
      <Difference>{value === undefined ? "–" : value === before ? "same" : "changed"}</Difference>
      <KeyCell>
        {value ?? (
          <Link
            to={`/setups/${setupId}/touch?tool=${tool.offset}&do=nose`}
            aria-label={`Enter ${name} of ${toolNumber(setup.machine, tool.offset)}`}
          >
            enter it
          </Link>
        )}
      </KeyCell>
      <td />
      <Source>
        {tool.nose && !tool.second && mayEnter && isFirst && (
          <UndoButton
            entry={tool.nose.entry}
            seq={setup.seq}
            label="Take back"
            what={`radius and orientation of ${toolNumber(setup.machine, tool.offset)}`}
            action={action}
          />
        )}
      </Source>
    </tr>
  );
  const radiusBefore = write(row.noseRadius.before, machine.resolution.z);
  const radiusNow = row.noseRadius.value === undefined ? undefined : write(row.noseRadius.value, machine.resolution.z);
  return (
    <tbody>
      <RowsHead>
        <th scope="rowgroup" colSpan={7}>
          <strong>{offsetNumber(machine, tool.offset)}</strong> {tool.tool.description} · {toolSize(tool.tool)} ·{" "}
          {tool.second ? `second offset of ${toolNumber(machine, tool.second.of)}` : `station ${tool.station}`}
        </th>
      </RowsHead>
      {row.axes.map(axisRow)}
      {plainRow("nose radius", radiusBefore, radiusNow, true)}
      {plainRow("tip orientation", row.orientation.before?.toString() ?? "–", row.orientation.value?.toString(), false)}
    </tbody>
  );
}

/** Head of one offset's rows. */
export const RowsHead = styled.tr`
  && { height: 44px; background: ${color("selected")}; }
  && th { font-weight: 400; }
  strong { ${mono} font-size: ${size.number}; margin-right: 6px; }
`;

/** What is keyed, in digits for arm's length. */
export const KeyCell = styled.td`
  && { font-size: ${size.number}; font-weight: 700; }
  a { display: inline-grid; min-height: 48px; place-items: center; font-size: ${size.small}; font-weight: 600; font-family: "Atkinson Hyperlegible Next Variable", sans-serif; }
`;

const Source = styled.td`
  && { font-family: inherit; font-size: ${size.small}; }
  button { margin-left: 8px; }
  @media print { button { display: none; } }
`;
