import { useEffect, useRef, useState } from "react";
import { styled } from "styled-components";
import { plainLength, readLength } from "../../core/units/index.ts";
import { DraftNote } from "../entry/DraftNote.tsx";
import { useDraft } from "../entry/useDraft.ts";
import { useFinishedPart } from "../first-part/useFinishedPart.ts";
import { useProgramText } from "../first-part/useProgramText.ts";
import { useSetupForm } from "../shell/useSetupForm.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Field, LengthField } from "../ui/Field.tsx";
import { FormRefusal } from "../ui/FormRefusal.tsx";
import { Card } from "../ui/Panel.tsx";
import type { PrepareProps } from "./prepareProps.ts";
import { StockDrawing } from "./StockDrawing.tsx";
import { StockJudged } from "./StockJudged.tsx";
import { type StockField, stockDimensions } from "./stockLengths.ts";
import type { ShownStock, TypedStock } from "./typedStock.ts";

/** The stock as a drawing: a tap on a dimension takes it into the field under the drawing, Enter goes on to the next one. */
export function StockForm({ setup, setupId, mayEnter, person }: PrepareProps) {
  const { stock, machine, rawHole } = setup;
  const unit = machine.units;
  const dimensions = stockDimensions(machine);
  const form = useSetupForm(setupId, setup.seq);
  const stored: Readonly<Record<StockField, number | undefined>> = { ...stock, hole: rawHole };
  const draft = useDraft(
    `${setupId}:stock`,
    () => ({
      material: stock.material,
      ...Object.fromEntries(dimensions.map(({ field }) => [field, plainOrEmpty(stored[field], unit)])),
    }),
    form.outcome,
  );
  const { typed, set } = draft;
  const [chosen, choose] = useState<StockField>("nominalDiameter");
  const [sent, setSent] = useState<string>();
  const run = useFinishedPart(setup, useProgramText(setup, setupId));
  const box = useRef<HTMLDivElement>(null);
  const wantsFocus = useRef(false);
  const isSent = sent === JSON.stringify(typed);
  const refusalOf = (field: string) => (isSent ? form.refusalOf(field) : undefined);
  const refused = dimensions.find(({ field }) => refusalOf(field) !== undefined)?.field;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each dimension that is chosen.
  useEffect(() => {
    if (wantsFocus.current) box.current?.querySelector<HTMLInputElement>('[data-stock="length"] input')?.focus();
    wantsFocus.current = false;
  }, [chosen]);
  const go = (field: StockField) => {
    wantsFocus.current = true;
    if (field === chosen) box.current?.querySelector<HTMLInputElement>('[data-stock="length"] input')?.focus();
    choose(field);
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each refusal.
  useEffect(() => {
    if (refused) go(refused);
  }, [refused, form.outcome]);
  const shown: ShownStock = Object.fromEntries(
    dimensions.map(({ field, empty }) => {
      const text = (typed[field] ?? "").trim();
      const read = readLength(text, { units: unit, ...(person.decimalMark && { decimal: person.decimalMark }) });
      const isEmpty = text === "" && empty !== undefined;
      const isLength = read.ok && (AT_LEAST_0.includes(field) ? read.value.mm >= 0 : read.value.mm > 0);
      const isWrong = (!isEmpty && !isLength) || refusalOf(field) !== undefined;
      return [field, { mm: isLength ? read.value.mm : undefined, text, isEmpty, isWrong }];
    }),
  );
  /** A length as it is typed, or as it stands where that is none. */
  const length = (field: StockField) => shown[field]?.mm ?? stored[field] ?? 0;
  const optional = (field: StockField) => (shown[field]?.isEmpty ? undefined : (shown[field]?.mm ?? stored[field]));
  const drawn: TypedStock = {
    nominalDiameter: length("nominalDiameter"),
    stickOut: length("stickOut"),
    chuckDiameter: length("chuckDiameter"),
    toFace: length("toFace"),
    hole: optional("hole"),
    grip: optional("grip"),
  };
  const at = dimensions.findIndex(({ field }) => field === chosen);
  const dimension = dimensions[at];
  return (
    <Card
      as="form"
      ref={box}
      aria-label="Stock"
      onSubmit={(event: React.FormEvent) => {
        event.preventDefault();
        form.send("describe-stock", { ...typed, sizeUnit: unit });
        setSent(JSON.stringify(typed));
        draft.sent();
      }}
    >
      <h2>Stock</h2>
      <StockDrawing setup={setup} stock={drawn} shown={shown} run={run} chosen={chosen} onChoose={go} />
      <DraftNote draft={draft} />
      <Strip>
        {dimension && (
          <div
            data-stock="length"
            onKeyDownCapture={(event) => {
              const next = dimensions[at + 1];
              if (event.key !== "Enter" || !(event.target instanceof HTMLInputElement) || !next) return;
              event.preventDefault();
              go(next.field);
            }}
          >
            <LengthField
              key={chosen}
              name={chosen}
              label={dimension.name}
              unit={unit}
              decimal={person.decimalMark}
              value={typed[chosen] ?? ""}
              onChange={set(chosen)}
              refusal={refusalOf(chosen)}
              isReadOnly={!mayEnter}
            />
          </div>
        )}
        <Field
          name="material"
          label="Material"
          value={typed.material ?? ""}
          onChange={set("material")}
          refusal={refusalOf("material")}
          isReadOnly={!mayEnter}
        />
        <PlainButton type="submit" isDisabled={!mayEnter || form.busy}>
          Save the stock
        </PlainButton>
      </Strip>
      <FormRefusal>{form.trouble}</FormRefusal>
      <StockJudged setup={setup} stock={drawn} run={run} />
    </Card>
  );
}

/** Lengths that may be 0. */
const AT_LEAST_0: readonly StockField[] = ["oversize", "toFace"];

const plainOrEmpty = (millimetres: number | undefined, unit: "mm" | "in") =>
  millimetres === undefined ? "" : plainLength(millimetres, unit);

const Strip = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: start;
  gap: 8px 16px;
  > div { flex: 1 1 220px; max-width: 320px; }
  > button { margin-top: 24px; }
`;
