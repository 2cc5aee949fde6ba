import { useState } from "react";
import { Form, Link, useNavigation } from "react-router";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { plainLength, type Unit, withUnit } from "../../core/units/index.ts";
import type { Person } from "../../server/people/person.server.ts";
import type { OpenOutcome } from "../../server/setup/openSetup.server.ts";
import { newId } from "../shell/newId.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { Field, LengthField, Pick } from "../ui/Field.tsx";
import { color, size } from "../ui/tokens.ts";
import { ProgramPicker } from "./ProgramPicker.tsx";
import { stockLengths } from "./stockLengths.ts";
import { useProgramFile } from "./useProgramFile.ts";

interface NewSetupProps {
  readonly person: Person;
  readonly machines: readonly MachineProfile[];
  readonly past: { readonly id: string; readonly setup: SetupView } | undefined;
  readonly nextOperation: boolean;
  readonly refused: OpenOutcome | undefined;
}

const lengthsOn = (machine: MachineProfile | undefined) =>
  [...stockLengths(machine), ["hole", "Hole in the stock, if any"]] as const;
const WORK_FIELDS = ["workX", "workZ"] as const;
const WORK = ["G54", "G55", "G56", "G57", "G58", "G59"] as const;

/** What is typed of a new setup, and the way to the server. */
function useNewSetupPage({ machines, past, nextOperation, refused }: NewSetupProps) {
  const navigation = useNavigation();
  const [id] = useState(newId);
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(() =>
    firstTexts(machines, past?.setup, nextOperation),
  );
  const [file, setFile] = useState<File>();
  const machine = machines.find((one) => one.id === typed.machine);
  const lengths = lengthsOn(machine);
  const unit: Unit = typed.sizeUnit === "in" ? "in" : "mm";
  const read = useProgramFile(file, machine);
  const set = (name: string) => (text: string) => setTyped((now) => ({ ...now, [name]: text }));
  /** Lengths are typed in another unit from now on: those that stand there get theirs written out, and stay what they are. */
  const setUnit = (to: "mm" | "in") =>
    setTyped((now) => {
      const from = now.sizeUnit === "in" ? "in" : "mm";
      if (from === to) return now;
      const same = lengths.map(([name]) => [name, withUnit(now[name] ?? "", from)] as const);
      return { ...now, ...Object.fromEntries(same), sizeUnit: to };
    });
  /** Lengths are offered in the machine's own unit; what stands there already stays what it is, work offsets too. */
  const chooseMachine = (key: string) => {
    const to = machines.find((one) => one.id === key);
    setTyped((now) => {
      const same = machine && to && machine.units !== to.units ? WORK_FIELDS : [];
      const written = same.map((name) => [name, withUnit(now[name] ?? "", machine?.units ?? unit)] as const);
      return { ...now, ...Object.fromEntries(written), machine: key };
    });
    setUnit(to?.units ?? unit);
  };
  const refusalOf = (name: string) => (refused?.outcome === "refused" ? refused.fields[name] : undefined);
  const text = (name: string) => typed[name] ?? "";
  const field = (name: string, label: string, hint?: string) => (
    <Field
      name={name}
      label={label}
      value={text(name)}
      onChange={set(name)}
      refusal={refusalOf(name)}
      {...(hint && { hint })}
    />
  );
  const busy = navigation.state !== "idle";
  // What the program calls stands in the form until somebody chooses otherwise.
  const called = read.state === "read" ? WORK.find((one) => one === read.reading.work[0]?.name) : undefined;
  return {
    id,
    file,
    setFile,
    machine,
    lengths,
    unit,
    read,
    set,
    setUnit,
    chooseMachine,
    refusalOf,
    text,
    field,
    busy,
    called,
  };
}

/** Opens a setup: from a program, from a past setup, or empty. Whatever is refused is said where it was typed. */
export function NewSetupPage(props: NewSetupProps) {
  const { person, machines, past, nextOperation, refused } = props;
  const page = useNewSetupPage(props);
  return (
    <>
      <TopStrip
        title="New setup"
        subtitle={past ? `from ${past.setup.part}, ${past.setup.operation}` : "from a program, or empty"}
        person={person}
      />
      <Page>
        <h1>{past ? (nextOperation ? "Plan the next operation" : "Start from a past setup") : "Open a setup"}</h1>
        {machines.length === 0 ? (
          <p>
            No machine is in the workshop yet. Add one by its profile: <code>./luvrit add-machine FILE</code>
          </p>
        ) : (
          <Form method="post" encType="multipart/form-data">
            <input type="hidden" name="id" value={page.id} />
            {past && <input type="hidden" name="from" value={past.id} />}
            <Group>
              <h2>Program</h2>
              <ProgramPicker
                label="Choose the program's file"
                file={page.file}
                read={page.read}
                onPick={page.setFile}
                refusal={page.refusalOf("program")}
              />
            </Group>
            <Group>
              <h2>Job and machine</h2>
              <Columns>
                <Pick
                  name="machine"
                  label="Machine"
                  value={page.text("machine")}
                  onChange={page.chooseMachine}
                  options={machines.map(({ id: key, name }) => [key, name])}
                  refusal={page.refusalOf("machine")}
                />
                {page.field("job", "Job", "F-060")}
                {page.field("part", "Part", "Eyepiece clamp")}
                {page.field("operation", "Operation")}
                <Pick
                  name="workOffset"
                  label="Work offset"
                  value={page.text("workOffset") || page.called || "G54"}
                  onChange={page.set("workOffset")}
                  options={WORK.map((one) => [one, one])}
                />
                {page.machine?.school === "master-tool" && page.field("master", "Offset of the master tool")}
                {(["X", "Z"] as const).map((axis) => (
                  <LengthField
                    key={axis}
                    name={`work${axis}`}
                    label={`${page.text("workOffset") || page.called || "G54"} ${axis} in the control now, if known`}
                    unit={page.machine?.units ?? page.unit}
                    decimal={person.decimalMark}
                    value={page.text(`work${axis}`)}
                    onChange={page.set(`work${axis}`)}
                    refusal={page.refusalOf(`work${axis}`)}
                  />
                ))}
              </Columns>
            </Group>
            <Group>
              <h2>Stock</h2>
              <Columns>
                {page.field("material", "Material", "brass")}
                <Pick
                  name="sizeUnit"
                  label="Lengths here are in"
                  value={page.unit}
                  onChange={(to) => page.setUnit(to === "in" ? "in" : "mm")}
                  options={[
                    ["mm", "millimetres"],
                    ["in", "inches"],
                  ]}
                />
              </Columns>
              <Columns>
                {page.lengths.map(([name, label]) => (
                  <LengthField
                    key={name}
                    name={name}
                    label={label}
                    unit={page.unit}
                    decimal={person.decimalMark}
                    value={page.text(name)}
                    onChange={page.set(name)}
                    refusal={page.refusalOf(name)}
                  />
                ))}
              </Columns>
            </Group>
            {!past && (
              <Group>
                <label>
                  <input type="checkbox" name="standing" value="yes" defaultChecked /> Begin with the tools that stand
                  in the machine and are called. They are taken over unproven.
                </label>
              </Group>
            )}
            {past && (
              <Group>
                <label>
                  <input type="checkbox" name="takeOver" value="yes" defaultChecked={!nextOperation} /> Touch only what
                  moved: take over what stands as it stood, unproven. One tool then teaches the work offset for all.
                </label>
              </Group>
            )}
            {past && (
              <p>
                Its {past.setup.tools.filter(({ second }) => !second).length} tools and {past.setup.features.length}{" "}
                features come along, in their stations. Nothing counts as touched before somebody has touched or checked
                it.
              </p>
            )}
            <Buttons>
              <PrimaryButton type="submit" isDisabled={page.busy}>
                {page.busy ? "Opening…" : "Open the setup"}
              </PrimaryButton>
              <Link to="/">Back to the setups</Link>
              <p role="alert">{refused?.outcome === "refused" ? refused.message : ""}</p>
            </Buttons>
          </Form>
        )}
      </Page>
    </>
  );
}

/** What stands in the form at first: the past setup's words and stock, or the first machine's unit. */
function firstTexts(
  machines: readonly MachineProfile[],
  past: SetupView | undefined,
  nextOperation: boolean,
): Readonly<Record<string, string>> {
  const machine = machines.find(({ id }) => id === past?.machine.id) ?? machines[0];
  const unit = machine?.units ?? "mm";
  const first = {
    machine: machine?.id ?? "",
    sizeUnit: unit,
    operation: "op 1",
    oversize: "0",
    toFace: "0",
    master: "1",
  };
  if (!past) return first;
  const write = (mm: number) => plainLength(mm, unit);
  const { stock, job, part, operation, workOffset, hole, master } = past;
  const next = WORK[(WORK as readonly string[]).indexOf(workOffset.name) + 1] ?? workOffset.name;
  return {
    ...first,
    job,
    part,
    material: stock.material,
    master: master ?? "1",
    operation: nextOperation ? operationAfter(operation) : operation,
    workOffset: nextOperation ? next : workOffset.name,
    nominalDiameter: write(stock.nominalDiameter),
    oversize: write(stock.oversize),
    stickOut: write(stock.stickOut),
    chuckDiameter: write(stock.chuckDiameter),
    toFace: write(stock.toFace),
    hole: hole ? write(hole.diameter) : "",
  };
}

/** `op 1` becomes `op 2`; what has no number gets one. */
const operationAfter = (operation: string) =>
  /\d+/.test(operation) ? operation.replace(/\d+/, (digits) => String(Number(digits) + 1)) : `${operation} 2`;

const Page = styled.main`
  display: grid;
  gap: 14px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 20px 24px 40px;
  h1 { font-size: ${size.number}; }
  h2 { font-size: ${size.text}; }
  form { display: grid; gap: 14px; }
  code { font-size: ${size.small}; }
`;
const Group = styled.section`
  display: grid;
  gap: 10px;
  padding: 14px 18px;
  background: ${color("sheet")};
  border-left: 6px solid ${color("line")};
  input[type="checkbox"] { width: 22px; height: 22px; vertical-align: -5px; }
`;
const Buttons = styled.div`
  display: flex;
  align-items: center;
  gap: 18px;
  a { color: ${color("measured")}; }
  p { color: ${color("stop")}; font-weight: 600; }
`;
