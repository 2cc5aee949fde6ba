import { href } from "react-router";
import type { SetupView } from "../../core/ledger/index.ts";
import { type LatheAxis, toolNumber } from "../../core/machine/index.ts";
import { workNow } from "../../core/offsets/index.ts";
import { teachingTool } from "../../core/plan/index.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButtonLink } from "../ui/Button.tsx";
import { DataTable } from "../ui/DataTable.tsx";
import { Card, Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import type { PrepareProps } from "./prepareProps.ts";

/** What puts a value into the work offset, by school. */
function taughtBy(setup: SetupView): string {
  const teacher = teachingTool(setup);
  const tool = teacher
    ? `${toolNumber(setup.machine, teacher.offset)}, ${teacher.tool.description}`
    : "the first set tool";
  switch (setup.school) {
    case "home-referenced":
      return "nothing: it is 0 here, each tool's Z holds the machine's distance to the face";
    case "master-tool":
      return `the master ${tool}, first, on the face`;
    case "datum-face":
      return `${tool} at the part's face, after all tools: the distance from ${setup.machine.datumFace ?? "the datum face"} only, not the whole machine's`;
    case "setter":
      return `${tool} at the part's face, once, after the setter has measured all tools`;
    case "fixed-overhang":
    case "jog-from-preset":
      return "the machine: it stands in the control already";
  }
}

/** Work offsets that the program uses, each with what teaches it; another operation is planned with its own. */
export function WorkSection({ setup, setupId, mayEnter }: PrepareProps) {
  const used = setup.programRead?.work ?? [];
  const rows = used.length > 0 ? used : [{ name: setup.workOffset.name, path: 1, line: 0 }];
  const { machine } = setup;
  const show = showFor(machine);
  const write = (name: string, axis: LatheAxis) => show.work(axis, workNow(setup, name, axis));
  const others = [...new Set(rows.map(({ name }) => name))].filter((name) => name !== setup.workOffset.name);
  return (
    <Panel>
      <header>
        <h1>Work offsets</h1>
        <p>A work offset moves every tool, a tool offset one. X stays a constant of the machine.</p>
      </header>
      <DataTable>
        <thead>
          <tr>
            <th scope="col">work offset</th>
            <th scope="col">called</th>
            <th scope="col">what teaches it</th>
            <th scope="col" className="number">
              X now, {setup.machine.units}
            </th>
            <th scope="col" className="number">
              Z now, {setup.machine.units}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, path, line }) => {
            const isOwn = name === setup.workOffset.name;
            return (
              <tr key={`${name} ${path}`}>
                <th scope="row">{name}</th>
                <td>{line === 0 ? "by this setup" : `line ${line}${path > 1 ? `, path ${path}` : ""}`}</td>
                <td>{isOwn ? taughtBy(setup) : "another operation: plan it with its own"}</td>
                <td className="number">{write(name, "x")}</td>
                <td className="number">{write(name, "z")}</td>
              </tr>
            );
          })}
        </tbody>
      </DataTable>
      {setup.programRead && !used.some(({ name }) => name === setup.workOffset.name) && (
        <Card $tone="spacer">
          <p>
            This setup works under {setup.workOffset.name}, and the program calls{" "}
            {used.length === 0 ? "none" : used.map(({ name }) => name).join(", ")}. Which one is meant?
          </p>
        </Card>
      )}
      {others.length > 0 && (
        <Card $tone="spacer">
          <p>
            {others.join(", ")} {others.length === 1 ? "is" : "are"} called too. The part is another one then: shorter,
            turned round, with a face of its own.
          </p>
        </Card>
      )}
      <PanelRow>
        {mayEnter && (
          <PlainButtonLink to={`${href("/setups/new")}?from=${setupId}&as=next-operation`}>
            Plan the next operation
          </PlainButtonLink>
        )}
        <Quiet>It gets its own work offset, stock and face; the tools come along.</Quiet>
      </PanelRow>
    </Panel>
  );
}
