import { useState } from "react";
import { lastDigit, mainZone, SETTER_SIDES, type SetterSide, toControl } from "../../core/machine/index.ts";
import { axisOfSide } from "../../core/touch/index.ts";
import { formatLength } from "../../core/units/index.ts";
import { BenchField } from "./parts.ts";
import { TakeLength } from "./TakeLength.tsx";
import type { Lathe } from "./useLathe.ts";

/** Where each side of the setter trips, as the simulated control holds it and takes it. */
export function SetterEntry({ lathe: { state, act } }: { readonly lathe: Pick<Lathe, "state" | "act"> }) {
  const { machine } = state.config;
  const [side, setSide] = useState<SetterSide>("outside");
  const axis = axisOfSide(side);
  const held = state.triggers && toControl(machine, axis, state.triggers[side], "readout", mainZone(machine));
  return (
    <>
      <BenchField>
        Side
        <select value={side} onChange={({ target }) => setSide(target.value as SetterSide)}>
          {SETTER_SIDES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
      </BenchField>
      <TakeLength
        key={side}
        label="trips at"
        units={machine.units}
        button="Enter trip"
        onTake={({ exact }) => act({ do: "enter-setter", side, number: exact })}
      />
      <small>{held === undefined ? "no setter" : `holds ${formatLength(held, lastDigit(machine, axis))}`}</small>
    </>
  );
}
