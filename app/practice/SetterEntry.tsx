import { useState } from "react";
import { lastDigit, mainZone, SETTER_SIDES, type SetterSide, toControl } from "../../core/machine/index.ts";
import { formatLength, readLength } from "../../core/units/index.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { BenchField, BenchRow, Small } from "./parts.ts";
import type { Lathe } from "./useLathe.ts";

/** Where each side of the setter trips, as the simulated control holds it and takes it. */
export function SetterEntry({ lathe: { state, act } }: { readonly lathe: Pick<Lathe, "state" | "act"> }) {
  const { machine } = state.config;
  const [side, setSide] = useState<SetterSide>("outside");
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState("");
  const axis = side === "face" ? "z" : "x";
  const held = state.triggers && toControl(machine, axis, state.triggers[side], "readout", mainZone(machine));
  const enter = () => {
    const read = readLength(text, { units: machine.units });
    if (!read.ok) return setWrong(read.refusal.message);
    setWrong("");
    setText("");
    act({ do: "enter-setter", side, number: read.value.exact });
  };
  return (
    <>
      <BenchRow>
        <BenchField>
          Side
          <select value={side} onChange={({ target }) => setSide(target.value as SetterSide)}>
            {SETTER_SIDES.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </BenchField>
        <BenchField $wide>
          trips at
          <input
            value={text}
            inputMode="decimal"
            aria-invalid={wrong !== ""}
            onChange={({ target }) => setText(target.value)}
          />
        </BenchField>
        <Small onPress={enter}>Enter trip</Small>
      </BenchRow>
      {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
      <small>{held === undefined ? "no setter" : `holds ${formatLength(held, lastDigit(machine, axis))}`}</small>
    </>
  );
}
