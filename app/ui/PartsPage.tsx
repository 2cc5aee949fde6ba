import { type ReactNode, useState } from "react";
import { DialogTrigger } from "react-aria-components";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import { FailsAlone } from "../shell/FailsAlone.tsx";
import { FileLink, PlainButton, PlainButtonLink, PrimaryButton, PrimaryButtonLink } from "./Button.tsx";
import { Checkbox } from "./Checkbox.tsx";
import { Columns } from "./Columns.tsx";
import { DataTable } from "./DataTable.tsx";
import { DialogSheet, Shade } from "./Dialog.tsx";
import { EmptyList } from "./EmptyState.tsx";
import { Field, LengthField, Pick } from "./Field.tsx";
import { Fold, FoldedPart } from "./Fold.tsx";
import { List, Split } from "./ListWithDetails.tsx";
import { Page } from "./Page.tsx";
import { Card, Panel, PanelRow, Quiet } from "./Panel.tsx";
import { Progress } from "./Progress.tsx";
import { Question } from "./Question.tsx";
import { RefusalLine } from "./RefusalLine.tsx";
import { Remark } from "./Remark.tsx";
import { ViewTabs } from "./Tabs.tsx";
import { toast } from "./Toast.tsx";
import { Verdict } from "./Verdict.tsx";

const VIEWS = [
  ["first", "First view"],
  ["second", "Second view"],
] as const;

/** A field with what is typed in it, and the states that it can be in. */
function Fields() {
  const [words, setWords] = useState("Dome-shutter roller");
  const [length, setLength] = useState("12,5");
  const [choice, setChoice] = useState("mm");
  const [isChecked, setChecked] = useState(true);
  const onDrawing = useTypedLength("mm", undefined, "-284.290");
  return (
    <Columns $least={240}>
      <Field name="words" label="Words" value={words} onChange={setWords} hint="such as a name" />
      <Field name="empty" label="Words, empty" value="" onChange={() => undefined} hint="such as a name" />
      <Field name="wrong" label="Words, refused" value="O 4711" onChange={() => undefined} refusal="No blanks here." />
      <Field name="fixed" label="Words, read only" value="F-052" onChange={() => undefined} isReadOnly />
      <LengthField name="length" label="Length" value={length} onChange={setLength} unit="mm" decimal="," />
      <LengthField name="none" label="Length, asked for" value="" onChange={setLength} unit="in" decimal="." asked />
      <Pick
        name="unit"
        label="One of a few"
        value={choice}
        onChange={setChoice}
        options={[
          ["mm", "millimetres"],
          ["in", "inches"],
        ]}
      />
      <Checkbox isChecked={isChecked} onChange={setChecked}>
        holds or does not
      </Checkbox>
      <SmallLength
        typed={onDrawing}
        name="machine"
        label="machine position"
        caption="on a drawing"
        unit="mm"
        prefix="X"
      />
    </Columns>
  );
}

/** A part that always fails. */
function Failing(): ReactNode {
  throw new Error("shown on purpose");
}

const Shown = ({ name, children }: { readonly name: string; readonly children: ReactNode }) => (
  <section aria-label={name}>
    <h2>{name}</h2>
    {children}
  </section>
);

/** Every part of the interface, each with its states. */
export function PartsPage() {
  const [view] = useState("first");
  return (
    <Page $widest={1100}>
      <h1>Parts</h1>
      <Shown name="Buttons">
        <PanelRow>
          <PrimaryButton>Accept</PrimaryButton>
          <PrimaryButton isDisabled>Accept, not now</PrimaryButton>
          <PlainButton>Undo</PlainButton>
          <PlainButton isDisabled>Undo, not now</PlainButton>
          <PrimaryButtonLink to="/parts">Lead on</PrimaryButtonLink>
          <PlainButtonLink to="/parts">Go elsewhere</PlainButtonLink>
          <FileLink href="/parts">Take a file</FileLink>
        </PanelRow>
      </Shown>
      <Shown name="Fields">
        <Fields />
      </Shown>
      <Shown name="Panel and cards">
        <Panel>
          <header>
            <h3>Heading</h3>
            <p>What it is about, in a sentence.</p>
          </header>
          {(["line", "clear", "spacer", "stop"] as const).map((tone) => (
            <Card key={tone} $tone={tone}>
              A card, {tone}
            </Card>
          ))}
          <Quiet>What explains, and is read once.</Quiet>
        </Panel>
      </Shown>
      <Shown name="Verdicts">
        <PanelRow>
          {(["clear", "doubt", "stop", "quiet"] as const).map((tone) => (
            <Verdict key={tone} $tone={tone}>
              {tone}
            </Verdict>
          ))}
        </PanelRow>
      </Shown>
      <Shown name="Remarks">
        {(["clear", "doubt", "stop", "chosen", "plain"] as const).map((tone) => (
          <Remark key={tone} $tone={tone}>
            A remark, {tone}
          </Remark>
        ))}
      </Shown>
      <Shown name="Folds">
        <Fold>
          <summary data-word="change">
            <span>
              Stock <b>Ø 55</b>
            </span>
          </summary>
          <p>What is inside.</p>
        </Fold>
        <FoldedPart>
          <summary>Travel</summary>
          <p>What is inside.</p>
        </FoldedPart>
      </Shown>
      <Shown name="Question, refusal, empty, progress">
        <Question>
          <p>0.180 less than the other touch found: a paper that was not counted?</p>
        </Question>
        <RefusalLine>This station holds another tool. Move that one first.</RefusalLine>
        <EmptyList>Nothing here yet.</EmptyList>
        <Progress done={3} of={8} what="steps done" />
      </Shown>
      <Shown name="List with details">
        <Split isOpen all="All parts">
          <List
            open="1"
            empty="Nothing here yet."
            entries={[
              { id: "1", name: "Paper, drawer 2", words: "0.089 mm", retired: false },
              { id: "2", name: "Micrometer 25 to 50", words: "± 0.003", retired: false, warning: "overdue" },
              { id: "3", name: "Block 10", words: "10.000 mm", retired: true },
            ]}
          />
          <Card>What is open</Card>
        </Split>
      </Shown>
      <Shown name="Tabs">
        <ViewTabs name="Views" views={VIEWS} view={view} />
      </Shown>
      <Shown name="Table">
        <DataTable>
          <thead>
            <tr>
              <th>Offset</th>
              <th className="number">X</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <td>T01</td>
              <td className="number">−339.250</td>
            </tr>
          </tbody>
        </DataTable>
      </Shown>
      <Shown name="Dialog">
        <DialogTrigger>
          <PlainButton>Open it</PlainButton>
          <Shade>
            <DialogSheet aria-label="A dialog">
              <h2>A dialog</h2>
              <p>Escape closes it.</p>
            </DialogSheet>
          </Shade>
        </DialogTrigger>
      </Shown>
      <Shown name="Toast">
        <PlainButton onPress={() => toast("3 waiting entries are sent.")}>Show it</PlainButton>
      </Shown>
      <Shown name="A part that fails">
        <FailsAlone what="The drawing">
          <Failing />
        </FailsAlone>
      </Shown>
    </Page>
  );
}
