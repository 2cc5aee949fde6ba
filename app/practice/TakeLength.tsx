import { useState } from "react";
import { type LengthReading, readLength, type Unit } from "../../core/units/index.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { BenchLength } from "./BenchLength.tsx";
import { BenchRow, Small } from "./parts.ts";

/** A length that is typed and taken with the button beside it; why it is no length stands below, and what was typed stays. */
export function TakeLength({
  label,
  units,
  button,
  first = "",
  onTake,
}: {
  readonly label: string;
  readonly units: Unit;
  readonly button: string;
  readonly first?: string;
  readonly onTake: (length: LengthReading) => void;
}) {
  const [text, setText] = useState(first);
  const [wrong, setWrong] = useState("");
  const take = () => {
    const read = readLength(text, { units });
    if (!read.ok) return setWrong(read.refusal.message);
    setWrong("");
    onTake(read.value);
  };
  return (
    <>
      <BenchRow>
        <BenchLength label={label} text={text} onText={setText} isWrong={wrong !== ""} isWide />
        <Small onPress={take}>{button}</Small>
      </BenchRow>
      {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
    </>
  );
}
