import { useEffect, useRef, useState } from "react";
import { Form, href, Link, useFetcher, useNavigation } from "react-router";
import { styled } from "styled-components";
import type { CarriedRow } from "../../core/carry/index.ts";
import type { SetupView } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { type Unit, withUnit } from "../../core/units/index.ts";
import type { Person } from "../../server/people/person.server.ts";
import type { OpenOutcome } from "../../server/setup/openSetup.server.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { type FormDraft, useDraft } from "../entry/useDraft.ts";
import { newId } from "../shell/newId.ts";
import { TopStrip } from "../shell/TopStrip.tsx";
import { PrimaryButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { Field, LengthField, Pick } from "../ui/Field.tsx";
import { FormRefusal } from "../ui/FormRefusal.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { color, size } from "../ui/tokens.ts";
import { answersFor, type CarryChoices, CarryTable, unanswered } from "./CarryTable.tsx";
import { firstTexts, WORK } from "./newSetupTexts.ts";
import { ProgramPicker } from "./ProgramPicker.tsx";
import { stockLengths } from "./stockLengths.ts";
import { useProgramFile } from "./useProgramFile.ts";

/** The setup to start from, with what can come along from it. */
interface PastSetup {
  readonly id: string;
  readonly setup: SetupView;
  readonly rows: readonly CarriedRow[];
}

interface NewSetupProps {
  readonly person: Person;
  readonly machines: readonly MachineProfile[];
  readonly past: PastSetup | undefined;
  readonly nextOperation: boolean;
  /** The server's time; ISO 8601. */
  readonly now: string;
  readonly refused: OpenOutcome | undefined;
}

const lengthsOn = (machine: MachineProfile | undefined) =>
  [...stockLengths(machine), ["hole", "Hole in the stock, if any"]] as const;
const WORK_FIELDS = ["workX", "workZ"] as const;

/** What was chosen of what comes along stands in the draft as text. */
const CHOICES = "#choices";

/** What is typed of a new setup, and the way to the server. */
function useNewSetupPage({ machines, past, nextOperation, refused }: NewSetupProps) {
  const navigation = useNavigation();
  const [id] = useState(newId);
  const draft = useDraft(
    `new-setup:${past?.id ?? "empty"}:${nextOperation ? "next" : "again"}`,
    () => ({ ...firstTexts(machines, past?.setup, nextOperation), [CHOICES]: "{}" }),
    refused?.outcome === "refused" ? "refused" : undefined,
  );
  // Once it is open its page has gone on: nothing is left to hear the answer.
  const sent = () => {
    draft.sent();
    draft.forget();
  };
  const { typed, set, change: setTyped } = draft;
  const [file, setFile] = useState<File>();
  const carry = useCarry(past, nextOperation, draft);
  const machine = machines.find((one) => one.id === typed.machine);
  const lengths = lengthsOn(machine);
  const unit: Unit = typed.sizeUnit === "in" ? "in" : "mm";
  const read = useProgramFile(file, machine);
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
    draft,
    sent,
    carry,
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

/** What comes along from the past setup, read anew where the machine, the work offset or the master is another. */
function useCarry(past: PastSetup | undefined, nextOperation: boolean, { typed, set }: FormDraft) {
  const choices: CarryChoices = JSON.parse(typed[CHOICES] ?? "{}");
  const setChoices = (next: CarryChoices) => set(CHOICES)(JSON.stringify(next));
  const { load, data, state } = useFetcher<{ readonly past: PastSetup | undefined }>();
  const { machine = "", workOffset = "", master = "" } = typed;
  const from = past?.id;
  const first = useRef(`${machine} ${workOffset} ${master}`);
  useEffect(() => {
    const now = `${machine} ${workOffset} ${master}`;
    if (from === undefined || now === first.current) return;
    first.current = now;
    const search = new URLSearchParams({
      from,
      machine,
      workOffset,
      master,
      ...(nextOperation && { as: "next-operation" }),
    });
    load(`${href("/setups/new")}?${search}`);
  }, [from, machine, workOffset, master, nextOperation, load]);
  const rows = data?.past?.rows ?? past?.rows ?? [];
  return { rows, choices, setChoices, open: unanswered(rows, choices), isLoading: state !== "idle" };
}

/** Opens a setup: from a program, from a past setup, or empty. Whatever is refused is said where it was typed. */
export function NewSetupPage(props: NewSetupProps) {
  const { person, machines, past, nextOperation, now, refused } = props;
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
          <Form method="post" encType="multipart/form-data" onSubmit={page.sent}>
            <DraftNote draft={page.draft} />
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
                {/* Of the machine that the past setup ran on they are among what comes along. */}
                {(past?.setup.machine.id === page.text("machine") ? [] : (["X", "Z"] as const)).map((axis) => (
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
                <h2>What comes along</h2>
                <p>
                  From {past.setup.job}, {past.setup.operation}. Nothing counts as proven that was not touched or
                  checked in the new setup.
                </p>
                <input type="hidden" name="as" value={nextOperation ? "next-operation" : "again"} />
                <input
                  type="hidden"
                  name="carry"
                  value={JSON.stringify(answersFor(page.carry.rows, page.carry.choices))}
                />
                <CarryTable
                  past={past.setup}
                  rows={page.carry.rows}
                  now={now}
                  choices={page.carry.choices}
                  onChoose={page.carry.setChoices}
                />
                <RefusalLine role="alert">
                  {page.refusalOf("carry") ??
                    (page.carry.open > 0
                      ? `${page.carry.open} ${page.carry.open === 1 ? "row waits" : "rows wait"} for a choice.`
                      : "")}
                </RefusalLine>
              </Group>
            )}
            <Buttons>
              <PrimaryButton type="submit" isDisabled={page.busy || page.carry.isLoading || page.carry.open > 0}>
                {page.busy ? "Opening…" : "Open the setup"}
              </PrimaryButton>
              <Link to="/">Back to the setups</Link>
              <FormRefusal>{refused?.outcome === "refused" ? refused.message : ""}</FormRefusal>
            </Buttons>
          </Form>
        )}
      </Page>
    </>
  );
}

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
  a { display: inline-grid; align-items: center; min-height: 44px; color: ${color("measured")}; }
  p { color: ${color("stop")}; font-weight: 600; }
`;
