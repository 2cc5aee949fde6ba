import { useState } from "react";
import type { Quantity } from "../../core/touch/index.ts";
import { type LengthReading, readLength, type Unit } from "../../core/units/index.ts";
import { LengthEntry } from "./LengthEntry.tsx";

/** What a small form knows of one typed length. */
interface TypedLength {
  readonly text: string;
  readonly reading: LengthReading | undefined;
  readonly refusal: string | undefined;
  readonly onEdit: (edit: (now: string) => string) => void;
  /** From now on an empty field is asked for. */
  readonly ask: () => void;
  readonly clear: () => void;
}

/** State of one typed length in a form that is no drawing. */
export function useTypedLength(unit: Unit, decimal: "." | "," | undefined, first = ""): TypedLength {
  const [text, setText] = useState(first);
  const [asked, setAsked] = useState(false);
  const read = readLength(text, { units: unit, ...(decimal && { decimal }) });
  return {
    text,
    reading: read.ok ? read.value : undefined,
    refusal: read.ok || (read.refusal.code === "empty" && !asked) ? undefined : read.refusal.message,
    onEdit: setText,
    ask: () => setAsked(true),
    clear: () => {
      setText("");
      setAsked(false);
    },
  };
}

/** A length entry that stands in a small form. */
export function SmallLength(props: {
  readonly typed: TypedLength;
  readonly name: string;
  readonly label: string;
  readonly caption: string;
  readonly unit: Unit;
  readonly prefix?: string;
  readonly quantity?: Quantity;
  readonly refusal?: string | undefined;
}) {
  const { typed, name, label, caption, unit, prefix, quantity = "measured", refusal } = props;
  return (
    <LengthEntry
      name={name}
      label={label}
      caption={caption}
      unit={unit}
      quantity={quantity}
      {...(prefix !== undefined && { prefix })}
      text={typed.text}
      onEdit={typed.onEdit}
      understood={typed.reading}
      refusal={typed.refusal ?? refusal}
    />
  );
}
