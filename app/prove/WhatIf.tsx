import { useState } from "react";
import { AXIS_NAME, fromControl, type LatheAxis, mainZone, shownAs, toolNumber } from "../../core/machine/index.ts";
import type { Slip } from "../../sim/rehearsal/index.ts";
import { SmallLength, useTypedLength } from "../entry/SmallLength.tsx";
import type { LoadedSetup } from "../shell/useSetup.ts";
import { PlainButton } from "../ui/Button.tsx";
import { Stacked } from "../ui/Stacked.ts";
import { SLIPS, slipAmount } from "./slips.ts";

/** Puts a slip into one offset and has the program played with it: nothing is kept, nothing in the table changes. */
export function WhatIf({
  setup,
  person,
  slips,
  onSlips,
}: LoadedSetup & { readonly slips: readonly Slip[]; readonly onSlips: (slips: readonly Slip[]) => void }) {
  const { machine, tools } = setup;
  const [offset, setOffset] = useState(tools[0]?.offset ?? "");
  const [axis, setAxis] = useState<LatheAxis>("x");
  const [kind, setKind] = useState<keyof typeof SLIPS>("paper-ignored");
  const amount = useTypedLength(machine.units, person.decimalMark);
  const tool = tools.find((one) => one.offset === offset);
  const by =
    kind === "amount"
      ? amount.reading &&
        fromControl(
          { ...machine, units: "mm" },
          axis,
          shownAs("tool-offset", amount.reading.mm),
          "tool-offset",
          tool?.zone ?? mainZone(machine),
        )
      : slipAmount(setup, tool, axis, kind);
  const start = () => {
    if (kind === "amount") amount.ask();
    if (by === undefined) return;
    onSlips([kind === "work-taught-twice" ? { kind: "work", axis: "z", by } : { kind: "offset", offset, axis, by }]);
  };
  return (
    <section aria-label="What if this offset were wrong">
      <h3>What if this offset were wrong</h3>
      <Stacked
        as="form"
        onSubmit={(event) => {
          event.preventDefault();
          start();
        }}
      >
        <label>
          tool
          <select value={offset} onChange={({ target }) => setOffset(target.value)}>
            {tools.map((one) => (
              <option key={one.offset} value={one.offset}>
                {toolNumber(machine, one.offset)} {one.tool.description}
              </option>
            ))}
          </select>
        </label>
        <label>
          axis
          <select value={axis} onChange={({ target }) => setAxis(target.value === "z" ? "z" : "x")}>
            <option value="x">{AXIS_NAME.x}</option>
            <option value="z">{AXIS_NAME.z}</option>
          </select>
        </label>
        <label>
          slip
          <select value={kind} onChange={({ target }) => setKind(target.value as keyof typeof SLIPS)}>
            {Object.entries(SLIPS).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {kind === "amount" && (
          <SmallLength typed={amount} name="by" label="off by" caption="off by" unit={machine.units} />
        )}
        {by === undefined && kind !== "amount" && <p>This slip cannot happen to this tool on this axis.</p>}
        <PlainButton type="submit" isDisabled={by === undefined && kind !== "amount"}>
          Play with this slip
        </PlainButton>
        {slips.length > 0 && <PlainButton onPress={() => onSlips([])}>Play it as it is again</PlainButton>}
      </Stacked>
      {slips.length > 0 && (
        <p role="status">
          <b>Played with a slip.</b> The table is as it was.
        </p>
      )}
    </section>
  );
}
