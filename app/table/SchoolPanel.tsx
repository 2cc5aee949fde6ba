import { useState } from "react";
import { styled } from "styled-components";
import { fromControl, SCHOOLS, type School, toControl, toolNumber } from "../../core/frame/index.ts";
import { rebased, schoolNeeds, schoolShift } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import type { LoadedSetup } from "../frame/useSetup.ts";
import { useSetupForm } from "../frame/useSetupForm.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { color, mono, size } from "../ui/tokens.ts";

/** A school in the words of the shop: which box carries what. */
const SCHOOL_WORDS: Readonly<Record<School, readonly [name: string, does: string]>> = {
  "home-referenced": ["home-referenced", "all of Z in the tools, work offset 0"],
  "master-tool": ["master tool", "the master is 0, the rest differ from it, the work offset carries the face"],
  "datum-face": ["datum face", "tools to a fixed face of the machine, the work offset from there to the part"],
  setter: ["setter", "tools from the setter, the work offset taught once with one of them"],
  "fixed-overhang": ["fixed overhang", "tools 0 at their standard overhang, the work offset by machine"],
  "jog-from-preset": ["jog from preset", "old setting, retreat and jog, the work offset by machine"],
};

/** The same sums in other boxes: a whole table from one school into another, with what it becomes shown first. */
export function SchoolPanel({ setup, setupId, person, mayEnter }: LoadedSetup) {
  const { machine, school, master, workOffset, tools, schoolChanged } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const [to, setTo] = useState<School>(school);
  const touched = tools.flatMap(({ offset, z }) => (z ? [{ offset, z: z.exact }] : []));
  const [chosen, setChosen] = useState(master ?? touched[0]?.offset ?? "");
  const work = useTypedLength(machine.units, person.decimalMark);
  const needs = schoolNeeds(to);
  const table = { work: workOffset.z, tools: touched };
  const told = work.reading && fromControl({ ...machine, units: "mm" }, "z", work.reading.mm, "work-offset");
  const shift = schoolShift(table, to, { master: chosen, work: told });
  const isOther = to !== school || (to === "master-tool" && chosen !== master);
  const after = isOther && shift !== undefined ? rebased(table, shift) : undefined;
  const write = (millimetres: number, crossing: "tool-offset" | "work-offset") =>
    formatLength(toControl(machine, "z", millimetres, crossing), machine.resolution.z);
  const difference = (millimetres: number, crossing: "tool-offset" | "work-offset") =>
    formatLength(toControl(machine, "z", millimetres, crossing), machine.resolution.z, { sign: "always" });
  const change = () => {
    if (needs === "work-offset") work.ask();
    if (!after) return;
    form.send("change-school", {
      to,
      ...(needs === "master" && { master: chosen }),
      ...(needs === "work-offset" && { work: work.text }),
    });
  };
  return (
    <Panel
      aria-label="School"
      onSubmit={(event) => {
        event.preventDefault();
        change();
      }}
    >
      <h2>School: {SCHOOL_WORDS[school][0]}</h2>
      <p>
        {SCHOOL_WORDS[school][1]}.
        {master !== undefined && school === "master-tool" && ` Master: ${toolNumber(machine, master)}.`}
      </p>
      {schoolChanged && mayEnter && (
        <UndoButton
          entry={schoolChanged.entry}
          seq={setup.seq}
          label="Take back"
          what="change of school or master"
          action={`/setups/${setupId}/touch`}
        />
      )}
      {mayEnter && (
        <>
          <Row>
            <label htmlFor="school">Convert into</label>
            <select id="school" value={to} onChange={(event) => setTo(event.target.value as School)}>
              {SCHOOLS.map((one) => (
                <option key={one} value={one}>
                  {SCHOOL_WORDS[one][0]}
                </option>
              ))}
            </select>
          </Row>
          {needs === "master" && (
            <Row>
              <label htmlFor="master">Master</label>
              <select id="master" value={chosen} onChange={(event) => setChosen(event.target.value)}>
                {touched.map(({ offset }) => (
                  <option key={offset} value={offset}>
                    {toolNumber(machine, offset)}
                  </option>
                ))}
              </select>
            </Row>
          )}
          {needs === "work-offset" && isOther && (
            <SmallLength
              typed={work}
              name="work"
              label={`work offset ${workOffset.name}, Z, in the new school`}
              caption={`${workOffset.name} Z in that school`}
              unit={machine.units}
              refusal={form.refusalOf("work")}
            />
          )}
          {after && (
            <Preview>
              <caption>Z after the change; every sum stays what it is</caption>
              <tbody>
                <tr>
                  <th scope="row">{workOffset.name}</th>
                  <td>{write(table.work, "work-offset")}</td>
                  <td>{write(after.work, "work-offset")}</td>
                  <td>{difference(after.work - table.work, "work-offset")}</td>
                </tr>
                {after.tools.map(({ offset, z }, index) => (
                  <tr key={offset}>
                    <th scope="row">{toolNumber(machine, offset)}</th>
                    <td>{write(table.tools[index]?.z ?? 0, "tool-offset")}</td>
                    <td>{write(z, "tool-offset")}</td>
                    <td>{difference(z - (table.tools[index]?.z ?? 0), "tool-offset")}</td>
                  </tr>
                ))}
              </tbody>
            </Preview>
          )}
          {isOther && touched.length === 0 && <p>No tool has a Z yet, so there is nothing to convert.</p>}
          {isOther && (
            <PlainButton type="submit" isDisabled={form.busy || (needs !== "work-offset" && !after)}>
              Convert {touched.length === 1 ? "one tool" : `${touched.length} tools`}
            </PlainButton>
          )}
          {form.trouble && <p role="alert">{form.trouble}</p>}
        </>
      )}
    </Panel>
  );
}

const Panel = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  padding-bottom: 12px;
  border-bottom: 1px solid ${color("line")};
  [role="alert"] { padding: 6px 10px; border-left: 4px solid ${color("stop")}; background: ${color("stopGround")}; }
  @media print { display: none; }
`;
const Row = styled.div`
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  align-items: center;
  gap: 8px;
  font-size: ${size.small};
  select { ${fieldBox} font-size: ${size.text}; }
`;
const Preview = styled.table`
  border-collapse: collapse;
  font-size: ${size.small};
  caption { padding-bottom: 4px; color: ${color("quiet")}; text-align: left; }
  th { padding: 2px 6px 2px 0; text-align: left; }
  td { padding: 2px 0 2px 7px; ${mono} text-align: right; }
  td:nth-of-type(2) { font-weight: 700; }
`;
