import { useRef, useState } from "react";
import type { Feature } from "../../core/ledger/index.ts";
import { toolNumber } from "../../core/machine/index.ts";
import type { Unit } from "../../core/units/index.ts";
import { plainLength, readLength } from "../../core/units/index.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { type Typed, useDraft } from "../entry/useDraft.ts";
import { useFinishedPart } from "../first-part/useFinishedPart.ts";
import { useProgramText } from "../first-part/useProgramText.ts";
import { newId } from "../shell/newId.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { UndoButton } from "../touch/UndoButton.tsx";
import { PlainButton } from "../ui/Button.tsx";
import { Columns } from "../ui/Columns.tsx";
import { DataTable } from "../ui/DataTable.tsx";
import { Field, LengthField, Pick } from "../ui/Field.tsx";
import { Card, Panel, PanelRow, Quiet } from "../ui/Panel.tsx";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import type { PrepareProps } from "./prepareProps.ts";
import { StockDrawing, type TypedStock } from "./StockDrawing.tsx";
import { stockLengths } from "./stockLengths.ts";

/** The stock, and the tolerances that matter, each tied to the offset that makes it. */
export function PartSection(props: PrepareProps) {
  return (
    <Panel>
      <header>
        <h1>Stock and tolerances</h1>
        <p>How careful to be depends on the part: each tight dimension names the offset that makes it.</p>
      </header>
      <Stock
        key={props.setup.stock.nominalDiameter + props.setup.stock.stickOut + props.setup.stock.toFace}
        {...props}
      />
      <Features {...props} />
    </Panel>
  );
}

function Stock({ setup, setupId, mayEnter, person }: PrepareProps) {
  const { stock, machine } = setup;
  const unit = machine.units;
  const form = useSetupForm(setupId, setup.seq);
  const draft = useDraft(
    `${setupId}:stock`,
    () => ({
      material: stock.material,
      ...Object.fromEntries(stockLengths(machine).map(([name]) => [name, plainLength(stock[name], unit)])),
    }),
    form.outcome,
  );
  const { typed, set } = draft;
  const run = useFinishedPart(setup, useProgramText(setup, setupId));
  const card = useRef<HTMLDivElement>(null);
  /** A length as it is typed, or as it stands where that is none. */
  const length = (name: keyof TypedStock) => {
    const read = readLength(typed[name] ?? "", {
      units: unit,
      ...(person.decimalMark && { decimal: person.decimalMark }),
    });
    const isLength = read.ok && (name === "nominalDiameter" ? read.value.mm > 0 : read.value.mm >= 0);
    return isLength ? read.value.mm : stock[name];
  };
  const drawn: TypedStock = {
    nominalDiameter: length("nominalDiameter"),
    oversize: length("oversize"),
    stickOut: length("stickOut"),
    chuckDiameter: length("chuckDiameter"),
    toFace: length("toFace"),
  };
  return (
    <Card
      as="form"
      ref={card}
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        form.send("describe-stock", { ...typed, sizeUnit: unit });
        draft.sent();
      }}
    >
      <h2>Stock</h2>
      <StockDrawing
        setup={setup}
        stock={drawn}
        run={run}
        onField={(field) => card.current?.querySelector<HTMLInputElement>(`input[name="${field}"]`)?.focus()}
      />
      <DraftNote draft={draft} />
      <Columns>
        <Field
          name="material"
          label="Material"
          value={typed.material ?? ""}
          onChange={set("material")}
          refusal={form.refusalOf("material")}
          isReadOnly={!mayEnter}
        />
        {stockLengths(machine).map(([name, label]) => (
          <LengthField
            key={name}
            name={name}
            label={label}
            unit={unit}
            decimal={person.decimalMark}
            value={typed[name] ?? ""}
            onChange={set(name)}
            refusal={form.refusalOf(name)}
            isReadOnly={!mayEnter}
          />
        ))}
      </Columns>
      <PanelRow>
        <PlainButton type="submit" isDisabled={!mayEnter || form.busy}>
          Keep the stock
        </PlainButton>
        <RefusalLine>{form.trouble}</RefusalLine>
      </PanelRow>
    </Card>
  );
}

const EMPTY: Typed = { name: "", offset: "", axis: "", nominal: "", lower: "", upper: "" };

function Features({ setup, setupId, mayEnter, person }: PrepareProps) {
  const { features, machine, tools } = setup;
  const unit = machine.units;
  const form = useSetupForm(setupId, setup.seq);
  const draft = useDraft(`${setupId}:feature`, () => EMPTY, form.outcome);
  const { typed, set } = draft;
  const [feature, setFeature] = useState(newId);
  /** What the dimension before was made by: mostly the next one is as well. */
  const [last, setLast] = useState({ offset: "", axis: "" });
  const [asked, setAsked] = useState(false);
  const offset = typed.offset || last.offset || tools[0]?.offset || "";
  const axis = typed.axis || last.axis || "x";
  const add = () => {
    setAsked(true);
    const { name = "", nominal = "", lower = "", upper = "" } = typed;
    form.send("record-feature", { feature, name, axis, nominal, lower, upper, offset, sizeUnit: unit });
    draft.sent();
  };
  // What was kept leaves the form, ready for the next one.
  if (form.isDone && features.some((one) => one.feature === feature)) {
    setFeature(newId());
    setLast({ offset, axis });
    draft.clear();
    setAsked(false);
  }
  return (
    <>
      {features.length > 0 && (
        <DataTable>
          <thead>
            <tr>
              <th scope="col">dimension</th>
              <th scope="col">made by</th>
              <th scope="col" className="number">
                nominal
              </th>
              <th scope="col" className="number">
                limits
              </th>
              <th scope="col" />
            </tr>
          </thead>
          <tbody>
            {features.map((feature) => (
              <tr key={feature.feature}>
                <th scope="row">{feature.name}</th>
                <td>
                  {feature.axis.toUpperCase()} of {toolNumber(machine, feature.offset)}
                </td>
                <td className="number">{nominalOf(feature, unit)}</td>
                <td className="number">{limitsOf(feature, unit)}</td>
                <td>
                  {mayEnter && (
                    <UndoButton
                      entry={feature.entry}
                      seq={setup.seq}
                      label="Take back"
                      what={feature.name}
                      setupId={setupId}
                    />
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </DataTable>
      )}
      {tools.length === 0 ? (
        <Quiet>Once tools are loaded, the dimensions that they must hold are written here.</Quiet>
      ) : (
        <Card
          as="form"
          onSubmit={(event: React.FormEvent) => {
            event.preventDefault();
            add();
          }}
        >
          <h2>A tolerance that matters</h2>
          <DraftNote draft={draft} />
          <Columns>
            <Field
              name="name"
              label="What it is"
              hint="Bearing seat"
              value={typed.name ?? ""}
              onChange={set("name")}
              refusal={form.refusalOf("name")}
            />
            <Pick
              name="offset"
              label="Made by the offset"
              value={offset}
              onChange={set("offset")}
              options={tools.map((tool) => [
                tool.offset,
                `${toolNumber(machine, tool.offset)} ${tool.tool.description}`,
              ])}
            />
            <Pick
              name="axis"
              label="On"
              value={axis}
              onChange={set("axis")}
              options={[
                ["x", "X, a diameter"],
                ["z", "Z, a length"],
              ]}
            />
            {(["nominal", "lower", "upper"] as const).map((name) => (
              <LengthField
                key={name}
                name={name}
                label={LIMIT[name]}
                unit={unit}
                decimal={person.decimalMark}
                asked={asked}
                value={typed[name] ?? ""}
                onChange={set(name)}
                refusal={form.refusalOf(name)}
              />
            ))}
          </Columns>
          <PanelRow>
            <PlainButton type="submit" isDisabled={!mayEnter || form.busy}>
              Add this tolerance
            </PlainButton>
            <RefusalLine>{form.trouble}</RefusalLine>
          </PanelRow>
        </Card>
      )}
    </>
  );
}
const LIMIT = { nominal: "Nominal", lower: "Lower limit, from nominal", upper: "Upper limit, from nominal" } as const;

const nominalOf = ({ axis, nominal }: Feature, unit: Unit) =>
  `${axis === "x" ? "Ø " : ""}${plainLength(nominal, unit)}`;
const limitsOf = ({ lower, upper }: Feature, unit: Unit) =>
  lower === -upper ? `± ${plainLength(upper, unit)}` : `${signed(upper, unit)} / ${signed(lower, unit)}`;
const signed = (mm: number, unit: Unit) =>
  mm > 0 ? `+${plainLength(mm, unit)}` : plainLength(mm, unit).replace("-", "−");
