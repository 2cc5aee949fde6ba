import { useState } from "react";
import { offsetNumber } from "../../core/machine/index.ts";
import { readLength } from "../../core/units/index.ts";
import { RefusalLine } from "../ui/RefusalLine.tsx";
import { BenchLength } from "./BenchLength.tsx";
import { BenchField, BenchRow, Small } from "./parts.ts";
import type { Lathe } from "./useLathe.ts";

/** Nose radius and tip orientation of a row, as the simulated control takes them. */
export function NoseEntry({
  lathe: { state, act },
  offset,
}: {
  readonly lathe: Pick<Lathe, "state" | "act">;
  readonly offset: string;
}) {
  const { machine } = state.config;
  const row = state.rows[offset];
  const [radius, setRadius] = useState(String(row?.noseRadius ?? 0));
  const [orientation, setOrientation] = useState(String(row?.orientation ?? 0));
  const [wrong, setWrong] = useState("");
  const enter = () => {
    const read = readLength(radius, { units: machine.units });
    if (!read.ok) return setWrong(read.refusal.message);
    if (read.value.exact < 0) return setWrong("A nose radius is 0 or more.");
    setWrong("");
    act({ do: "enter-nose", offset, noseRadius: read.value.exact, orientation: Number(orientation) });
  };
  return (
    <>
      <BenchRow>
        <BenchLength
          label={`Radius, ${offsetNumber(machine, offset)}`}
          text={radius}
          onText={setRadius}
          isWrong={wrong !== ""}
        />
        <BenchField>
          Tip
          <select value={orientation} onChange={({ target }) => setOrientation(target.value)}>
            {["0", "1", "2", "3", "4", "5", "6", "7", "8", "9"].map((code) => (
              <option key={code}>{code}</option>
            ))}
          </select>
        </BenchField>
        <Small onPress={enter}>Enter nose</Small>
      </BenchRow>
      {wrong && <RefusalLine role="alert">{wrong}</RefusalLine>}
    </>
  );
}
