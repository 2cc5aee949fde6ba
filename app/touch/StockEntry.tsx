import { useState } from "react";
import { useFetcher } from "react-router";
import { styled } from "styled-components";
import type { SetupView } from "../../core/ledger/index.ts";
import { convertLength, formatLength, readLength } from "../../core/units/index.ts";
import { LengthEntry } from "../entry/LengthEntry.tsx";
import { entriesAddress } from "../shell/entriesAddress.ts";
import { newId } from "../shell/newId.ts";
import { useFold } from "../shell/useFold.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Fold } from "../ui/Fold.tsx";
import { Trouble } from "../ui/Trouble.tsx";
import { color } from "../ui/tokens.ts";
import type { TouchAnswer } from "./touchAnswer.ts";
import { UndoButton } from "./UndoButton.tsx";

interface StockEntryProps {
  readonly setup: SetupView;
  readonly setupId: string;
  readonly decimal: "." | "," | undefined;
  readonly mayEnter: boolean;
}

/** The bar's diameter: nominal until somebody measures it; then no diameter may be larger than what was measured. */
export function StockEntry({ setup, setupId, decimal, mayEnter }: StockEntryProps) {
  const { stock, machine } = setup;
  const [text, setText] = useState("");
  const [asked, setAsked] = useState(false);
  const fetcher = useFetcher<TouchAnswer>();
  const reading = readLength(text, { units: machine.units, ...(decimal && { decimal }) });
  const answer = fetcher.state === "idle" ? fetcher.data : undefined;
  const refused = answer?.outcome === "refused" ? (answer.fields.diameter ?? answer.message) : undefined;
  const local = reading.ok || (reading.refusal.code === "empty" && !asked) ? undefined : reading.refusal.message;
  const write = (millimetres: number) =>
    `Ø ${formatLength(convertLength(millimetres, "mm", machine.units), machine.resolution.x)}`;

  const keep = () => {
    setAsked(true);
    if (!reading.ok) return;
    const form = {
      intent: "measure-stock",
      id: newId(),
      base: String(setup.seq),
      diameter: text,
      sizeUnit: machine.units,
    };
    fetcher.submit(form, { method: "post", action: entriesAddress(setupId) });
    setAsked(false);
  };
  const { isOpen, fold } = useFold();
  return (
    <Fold {...fold}>
      <summary data-word={mayEnter ? "measure" : "more"}>
        <span>
          Stock <b>{write(stock.measuredDiameter ?? stock.nominalDiameter)}</b>{" "}
          {stock.measuredDiameter === undefined ? "nominal" : "as measured"}
        </span>
      </summary>
      {isOpen && (
        <Frame
          aria-label="Stock"
          onSubmit={(event) => {
            event.preventDefault();
            keep();
          }}
        >
          <p>
            Nominal {write(stock.nominalDiameter)}, up to {write(stock.oversize).slice(2)} more. Once it is measured, no
            diameter may be larger.
          </p>
          {mayEnter && (
            <>
              <LengthEntry
                name="stock"
                label="measured stock diameter"
                caption="stock, measured"
                prefix="Ø"
                unit={machine.units}
                quantity="measured"
                text={text}
                onEdit={setText}
                understood={reading.ok ? reading.value : undefined}
                refusal={local ?? refused}
              />
              <PlainButton type="submit" isDisabled={fetcher.state !== "idle"}>
                Save stock size
              </PlainButton>
              {stock.measuredEntry !== undefined && (
                <UndoButton
                  setupId={setupId}
                  entry={stock.measuredEntry}
                  seq={setup.seq}
                  label="Undo"
                  what="measured stock diameter"
                />
              )}
            </>
          )}
          {answer?.outcome === "conflict" && (
            <Trouble>{answer.theirs.person} has just measured it. Look again, then save yours if it differs.</Trouble>
          )}
        </Frame>
      )}
    </Fold>
  );
}

const Frame = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  padding: 4px 12px 12px;
  color: ${color("quiet")};
`;
