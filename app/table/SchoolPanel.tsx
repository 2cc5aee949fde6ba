import { useState } from "react";
import { styled } from "styled-components";
import {
  SCHOOLS,
  type School,
  shownAs,
  toolNumber,
  workFromControl,
  workInZone,
  workToControl,
  type Zone,
} from "../../core/machine/index.ts";
import { rebased, schoolNeeds, schoolShift } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { fieldBox } from "../ui/fieldBox.ts";
import { Trouble } from "../ui/Trouble.tsx";
import { color, size } from "../ui/tokens.ts";
import { ChangeTable } from "./Preview.tsx";

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
  const { machine, school, master, workOffset, otherWork, tools, schoolChanged } = setup;
  const form = useSetupForm(setupId, setup.seq);
  const [to, setTo] = useState<School>(school);
  // All in the main spindle's frame; a zone whose readout runs the other way is turned where it is written.
  const touched = tools.flatMap(({ offset, z, zone }) =>
    z ? [{ offset, z: workInZone(machine, "z", z.exact, zone), zone }] : [],
  );
  const [chosen, setChosen] = useState(master ?? touched[0]?.offset ?? "");
  const work = useTypedLength(machine.units, person.decimalMark);
  const needs = schoolNeeds(to);
  const isKnown = workOffset.z !== undefined;
  const table = { work: workOffset.z ?? 0, tools: touched };
  const told =
    work.reading && workFromControl({ ...machine, units: "mm" }, "z", shownAs("work-offset", work.reading.mm));
  const shift = isKnown ? schoolShift(table, to, { master: chosen, work: told }) : undefined;
  const isOther = to !== school || (to === "master-tool" && chosen !== master);
  const after = isOther && shift !== undefined ? rebased(table, shift) : undefined;
  const others = Object.entries(otherWork).flatMap(([name, { z }]) => (z ? [{ name, z: z.value }] : []));
  const show = showFor(machine);
  const workShown = (millimetres: number, sign?: "always") =>
    formatLength(workToControl(machine, "z", millimetres), machine.resolution.z, sign && { sign });
  const toolShown = (millimetres: number, zone: Zone, sign?: "always") =>
    show.axis("z", workInZone(machine, "z", millimetres, zone), "tool-offset", zone, sign);
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
          label="Undo"
          what="change of school or master"
          setupId={setupId}
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
            <ChangeTable>
              <caption>Z after the change; every sum stays what it is</caption>
              <tbody>
                <tr>
                  <th scope="row">{workOffset.name}</th>
                  <td>{workShown(table.work)}</td>
                  <td>{workShown(after.work)}</td>
                  <td>{workShown(after.work - table.work, "always")}</td>
                </tr>
                {others.map(({ name, z }) => (
                  <tr key={name}>
                    <th scope="row">{name}</th>
                    <td>{workShown(z)}</td>
                    <td>{workShown(z + after.work - table.work)}</td>
                    <td>{workShown(after.work - table.work, "always")}</td>
                  </tr>
                ))}
                {touched.map(({ offset, z, zone }) => (
                  <tr key={offset}>
                    <th scope="row">{toolNumber(machine, offset)}</th>
                    <td>{toolShown(z, zone)}</td>
                    <td>{toolShown(z - (after.work - table.work), zone)}</td>
                    <td>{toolShown(table.work - after.work, zone, "always")}</td>
                  </tr>
                ))}
              </tbody>
            </ChangeTable>
          )}
          {isOther && !isKnown && (
            <p>{workOffset.name} Z is not known: set or teach it first, then every sum can be kept.</p>
          )}
          {isOther && touched.length === 0 && <p>No tool has a Z yet, so there is nothing to convert.</p>}
          {isOther && (
            <PlainButton type="submit" isDisabled={form.busy || !isKnown || (needs !== "work-offset" && !after)}>
              Convert {touched.length === 1 ? "one tool" : `${touched.length} tools`}
            </PlainButton>
          )}
          <Trouble>{form.trouble}</Trouble>
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
