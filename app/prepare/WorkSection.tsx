import { useState } from "react";
import { href } from "react-router";
import { styled } from "styled-components";
import { calledWork, type SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, LATHE_AXES, toolNumber } from "../../core/machine/index.ts";
import { type UsedWork, workNow, workPurpose, workUses } from "../../core/offsets/index.ts";
import { teachingTool } from "../../core/plan/index.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { useDraft } from "../entry/useDraft.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { showFor } from "../shell/useShow.ts";
import { PlainButton, PlainButtonLink } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { DataTable } from "../ui/DataTable.tsx";
import { Field, Pick } from "../ui/Field.tsx";
import { FormRefusal } from "../ui/FormRefusal.tsx";
import { Card, Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import { color, size } from "../ui/tokens.ts";
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

/** Every work offset of the setup: what it is for, which tools and calls use it, and what teaches it. */
export function WorkSection(props: PrepareProps) {
  const { setup, setupId, mayEnter } = props;
  const uses = workUses(setup);
  const { machine } = setup;
  const show = showFor(machine);
  const own = uses.find(({ isOwn }) => isOwn);
  const called = uses.filter(({ line }) => line !== undefined);
  const unknown = uses.filter(({ tools, name }) => tools.length > 0 && workNow(setup, name, "z") === undefined);
  return (
    <Panel>
      <header>
        <h1>Work offsets</h1>
        <p>A work offset moves every tool that works under it, a tool offset one. X stays a constant of the machine.</p>
      </header>
      <DataTable>
        <thead>
          <tr>
            <th scope="col">work offset</th>
            <th scope="col">for</th>
            <th scope="col">tools under it</th>
            <th scope="col">what teaches it</th>
            {LATHE_AXES.map((axis) => (
              <th key={axis} scope="col" className="number">
                {AXIS_NAME[axis]} now, {machine.units}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {uses.map((use) => (
            <tr key={use.name}>
              <th scope="row">
                <Name>{use.name}</Name>
                <Quiet>
                  {use.line === undefined ? (use.isOwn ? "this setup's" : "not called") : `line ${use.line}`}
                </Quiet>
              </th>
              <td>{workPurpose(use)}</td>
              <td>{use.tools.map(({ offset }) => toolNumber(machine, offset)).join(", ") || "none"}</td>
              <td>{use.isOwn ? taughtBy(setup) : "a tool that is set, at the face there; or a number set on Table"}</td>
              {LATHE_AXES.map((axis) => (
                <td key={axis} className="number">
                  {show.work(axis, workNow(setup, use.name, axis))}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </DataTable>
      {setup.programRead && own?.line === undefined && (
        <Card $tone="spacer">
          <p>
            This setup works under {setup.ownWork}, and the program calls{" "}
            {called.length === 0 ? "none" : called.map(({ name }) => name).join(", ")}. Which one is meant?
          </p>
        </Card>
      )}
      {unknown.length > 0 && (
        <Card $tone="spacer">
          <p>
            Z of {unknown.map(({ name }) => name).join(", ")} is not known. Teach {unknown.length === 1 ? "it" : "them"}{" "}
            with a tool that is set, or set a number on Table: what is touched under{" "}
            {unknown.length === 1 ? "it" : "them"} before holds only if it is 0.
          </p>
        </Card>
      )}
      {mayEnter && <DescribeWork {...props} />}
      {mayEnter && setup.tools.length > 0 && uses.length > 1 && <ToolsWork key={setup.seq} {...props} uses={uses} />}
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

const NO_WORK = { called: "", path: "1", spindle: "main", operation: "" };

/** Says what a work offset is for; one that is not there yet is added by it. */
function DescribeWork({ setup, setupId }: PrepareProps) {
  const form = useSetupForm(setupId, setup.seq);
  const draft = useDraft(`${setupId}:work`, () => NO_WORK, form.outcome);
  const { called = "", path = "1", spindle = "main", operation = "" } = draft.typed;
  const { set } = draft;
  // What was kept leaves the form, ready for the next one.
  const { isDone } = form;
  const [wasDone, setDone] = useState(isDone);
  if (wasDone !== isDone) {
    setDone(isDone);
    if (isDone) draft.clear();
  }
  const hasPaths =
    setup.machine.zones?.some(({ works }) => works === "sub") || setup.programRead?.work.some(({ path }) => path > 1);
  return (
    <Card
      as="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        form.send("describe-work", { called, path, spindle, operation });
        draft.sent();
      }}
    >
      <h2>Say what a work offset is for</h2>
      <DraftNote draft={draft} />
      <Columns>
        <Field
          name="called"
          label="Work offset as called"
          value={called}
          onChange={set("called")}
          refusal={form.refusalOf("called")}
        />
        {hasPaths && (
          <Pick
            name="path"
            label="Path"
            value={path}
            onChange={set("path")}
            options={[
              ["1", "path 1"],
              ["2", "path 2"],
              ["3", "path 3"],
            ]}
          />
        )}
        <Pick
          name="spindle"
          label="Places the part in"
          value={spindle}
          onChange={set("spindle")}
          options={[
            ["main", "the main spindle"],
            ["sub", "the sub-spindle"],
          ]}
        />
        <Field
          name="operation"
          label="Operation, if another"
          value={operation}
          onChange={set("operation")}
          refusal={form.refusalOf("operation")}
        />
      </Columns>
      <PanelRow>
        <PlainButton type="submit" isDisabled={form.busy || called.trim() === ""}>
          Save
        </PlainButton>
        <FormRefusal>{form.trouble}</FormRefusal>
      </PanelRow>
    </Card>
  );
}

/** Puts a tool under another work offset than the program calls it under. */
function ToolsWork({ setup, setupId, uses }: PrepareProps & { readonly uses: readonly UsedWork[] }) {
  const form = useSetupForm(setupId, setup.seq);
  const { machine, tools } = setup;
  const [offset, setOffset] = useState(tools[0]?.offset ?? "");
  const now = tools.find((tool) => tool.offset === offset)?.worksUnder[0] ?? setup.ownWork;
  const [name, setName] = useState<string>();
  const chosen = name ?? now;
  return (
    <Card
      as="form"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        form.send("choose-work", { offset, name: chosen });
      }}
    >
      <h2>Put a tool under a work offset</h2>
      <Columns $count={2}>
        <Pick
          name="offset"
          label="Tool"
          value={offset}
          onChange={(value) => {
            setOffset(value);
            setName(undefined);
          }}
          options={tools.map((tool) => [
            tool.offset,
            `${toolNumber(machine, tool.offset)}, ${tool.tool.description}: under ${tool.worksUnder[0]}`,
          ])}
        />
        <Pick
          name="name"
          label="Is touched and checked under"
          value={chosen}
          onChange={setName}
          options={uses.map((use) => [
            use.name,
            `${calledWork(use.name)}${use.path > 1 ? `, path ${use.path}` : ""}, ${workPurpose(use)}`,
          ])}
        />
      </Columns>
      <PanelRow>
        <PlainButton type="submit" isDisabled={form.busy || chosen === now}>
          Save
        </PlainButton>
        <FormRefusal>{form.trouble}</FormRefusal>
      </PanelRow>
    </Card>
  );
}

const Name = styled.b`
  display: block;
  color: ${color("ink")};
  font-size: ${size.text};
`;
