import { styled } from "styled-components";
import { counted } from "../../core/counted.ts";
import { type SetupView, STALE_DECISIONS, type StaleDecision } from "../../core/ledger/index.ts";
import { type LatheAxis, toControl, toolNumber, zoneOf } from "../../core/machine/index.ts";
import { setupLists } from "../../core/program/index.ts";
import { decimalsOf } from "../../core/units/index.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { type Typed, useDraft } from "../entry/useDraft.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { DataTable } from "../ui/DataTable.tsx";
import { Moment } from "../ui/Moment.tsx";
import { Card, Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, size, target } from "../ui/tokens.ts";
import { FileChoice } from "./FileChoice.tsx";
import { ForeignColumns, useForeignTable } from "./ForeignColumns.tsx";
import type { PrepareProps } from "./prepareProps.ts";
import { TableDoubtsRemark } from "./TableDoubtsRemark.tsx";

const DECISION: Readonly<Record<StaleDecision, string>> = { clear: "clear it", keep: "keep it", touch: "touch anew" };

/** Rows without a decision yet. */
export const oldValuesLeft = ({ table, stale }: SetupView) =>
  (table?.rows ?? []).filter(({ offset }) => stale[offset] === undefined).length;

/** What the control holds from before: read once, kept as it was, and decided row by row. */
export function OldValuesSection(props: PrepareProps) {
  const { setup, setupId, mayEnter, left, now } = props;
  const form = useSetupForm(setupId, setup.seq);
  const { table } = setup;
  const take = (name: string, text: string, more: Readonly<Record<string, string>> = {}) =>
    form.send("take-table", { source: "file", name, text, ...more });
  const { foreign, setForeign, unread, pick } = useForeignTable(setup.machine.units, (name, text) => take(name, text));
  return (
    <Panel>
      <header>
        <h1>Old values</h1>
        <p>What stands in the control from the last job is written down first, then cleared or knowingly kept.</p>
      </header>
      <Card>
        <PanelRow>
          <FileChoice
            label="Backup file of the control's offset table"
            words={table ? "Read another backup file" : "Read the control's backup file"}
            isDisabled={!mayEnter}
            onPick={(file) => void pick(file)}
            forgets
          />
          <PlainButton
            isDisabled={!mayEnter || left === 0 || form.busy}
            onPress={() => form.send("take-table", { source: "last-setup" })}
          >
            Take over what earlier setups left ({left} {left === 1 ? "row" : "rows"})
          </PlainButton>
        </PanelRow>
        {foreign && (
          <ForeignColumns
            foreign={foreign}
            left="not taken, and stays not known"
            action="Import with these columns"
            onChange={setForeign}
            onSend={() => {
              take(foreign.name, foreign.text, { columns: JSON.stringify(foreign.columns), units: foreign.units });
              setForeign(undefined);
            }}
          />
        )}
        {table ? (
          <Quiet>
            {counted(table.rows.length, "row")} from{" "}
            {table.source === "file"
              ? `the file ${table.name}`
              : "earlier setups, as they are on record: believed, not proven"}
            ; {table.person}, <Moment at={table.at} now={now} />. The old table stays on record whatever is decided.
          </Quiet>
        ) : (
          <Quiet>
            Data-setting files are read (G10 lines, units named), tool-table text, CSV and the other formats of Table.
            Nothing is taken from a file that cannot be read to its end.
          </Quiet>
        )}
        <RefusalLine>{unread ?? form.trouble ?? form.refusalOf("text")}</RefusalLine>
      </Card>
      {table && <TableDoubtsRemark setup={setup} history={props.history} />}
      {table && <Rows key={table.entry} {...props} table={table} />}
    </Panel>
  );
}

const NO_DECISION: Typed = {};

function Rows({ setup, setupId, mayEnter, table }: PrepareProps & { readonly table: NonNullable<SetupView["table"]> }) {
  const { machine, tools, stale } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const draft = useDraft(`${setupId}:old:${table.entry}`, () => NO_DECISION, form.outcome);
  const chosen = draft.typed as Readonly<Record<string, StaleDecision>>;
  const calls = new Set(setupLists(setup)?.called.map(({ offset }) => offset));
  // A called row is touched; one of a tool that only stands there is kept; any other is cleared. A person decides otherwise.
  const hasProgram = setup.programRead !== undefined;
  const usual = (offset: string): StaleDecision => {
    if (calls.has(offset)) return "touch";
    if (!tools.some((tool) => tool.offset === offset)) return "clear";
    return hasProgram ? "keep" : "touch";
  };
  const decided = (offset: string) => chosen[offset] ?? stale[offset] ?? usual(offset);
  const decide = () => {
    draft.sent();
    form.send("decide-rows", {
      rows: JSON.stringify(table.rows.map(({ offset }) => ({ offset, decision: decided(offset) }))),
    });
  };
  const write = (offset: string, axis: LatheAxis, value: number | undefined) => {
    if (value === undefined) return "not known";
    const tool = tools.find((one) => one.offset === offset);
    const shown = toControl(machine, axis, value, "tool-offset", tool?.zone ?? zoneOf(machine, ""));
    return shown.toFixed(decimalsOf(machine.resolution[axis]));
  };
  const open = oldValuesLeft(setup);
  return (
    <>
      <DraftNote draft={draft} />
      <DataTable>
        <thead>
          <tr>
            <th scope="col">offset</th>
            <th scope="col">tool now</th>
            <th scope="col" className="number">
              X
            </th>
            <th scope="col" className="number">
              Z
            </th>
            <th scope="col" className="number">
              wear X
            </th>
            <th scope="col" className="number">
              wear Z
            </th>
            <th scope="col">what becomes of it</th>
          </tr>
        </thead>
        <tbody>
          {table.rows.map(({ offset, x, z, wearX, wearZ }) => {
            const tool = tools.find((one) => one.offset === offset);
            return (
              <tr key={offset}>
                <th scope="row">{toolNumber(machine, offset)}</th>
                <td>{tool ? tool.tool.description : calls.has(offset) ? "called, no tool yet" : "not called"}</td>
                <td className="number">{write(offset, "x", x)}</td>
                <td className="number">{write(offset, "z", z)}</td>
                <td className="number">{write(offset, "x", wearX)}</td>
                <td className="number">{write(offset, "z", wearZ)}</td>
                <td>
                  <Three role="radiogroup" aria-label={`What becomes of ${toolNumber(machine, offset)}`}>
                    {STALE_DECISIONS.map((one) => (
                      <label key={one}>
                        <input
                          type="radio"
                          name={`row-${offset}`}
                          value={one}
                          disabled={!mayEnter}
                          checked={decided(offset) === one}
                          onChange={() => draft.set(offset)(one)}
                        />
                        <span>{DECISION[one]}</span>
                      </label>
                    ))}
                  </Three>
                </td>
              </tr>
            );
          })}
        </tbody>
      </DataTable>
      <PanelRow>
        <PlainButton
          isDisabled={!mayEnter || form.busy || (open === 0 && Object.keys(chosen).length === 0)}
          onPress={decide}
        >
          Decide as shown
        </PlainButton>
        <Quiet>
          {open === 0
            ? "All rows are decided."
            : `${open} not decided yet. Wear of rows that are touched anew begins at 0.`}
        </Quiet>
      </PanelRow>
      <RefusalLine>{form.trouble}</RefusalLine>
    </>
  );
}

const Three = styled.div`
  display: flex;
  gap: 0;
  label { position: relative; display: grid; place-items: center; min-height: ${target}; padding: 0 12px; border: 1.5px solid ${color("line")}; font-size: ${size.small}; cursor: pointer; }
  label + label { border-left: 0; }
  input { position: absolute; inset: 0; opacity: 0; cursor: pointer; }
  label:has(input:checked) { border-color: ${color("action")}; background: ${color("selected")}; color: ${color("measured")}; font-weight: 700; box-shadow: inset 0 -3px 0 ${color("action")}; }
  label:has(input:focus-visible) { outline: 3px solid ${color("measured")}; outline-offset: 2px; }
`;
