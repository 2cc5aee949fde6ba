import { useState } from "react";
import type { SetupView } from "../../core/ledger/index.ts";
import { type LatheAxis, offsetNumber, toControl } from "../../core/machine/index.ts";
import { activeTool, observe } from "../../sim/lathe/index.ts";
import { BenchField, BenchRow, Choice, Choices, LatheBlock, Small } from "./parts.ts";
import { rendersFor } from "./rendersFor.ts";
import type { Lathe } from "./useLathe.ts";

/** Lines for the control, one block at a time, with a thumb on the rapid. */
export const LinesBlock = rendersFor(
  ["config", "station", "program", "singleBlock", "rapidOverride", "alarm"],
  function LinesBlock({
    lathe: { state, act },
    setup,
  }: {
    readonly lathe: Lathe;
    readonly setup: SetupView | undefined;
  }) {
    const { mode } = observe(state);
    const suggested = suggestedLines(state, setup);
    const [lines, setLines] = useState<string>();
    const text = lines ?? suggested;
    const isWaiting = state.program.blocks.length > 0 || state.program.target !== undefined;
    const start = () => (isWaiting ? act({ do: "cycle-start" }) : act({ do: "mdi", text }, { do: "cycle-start" }));
    const next = state.program.blocks[0]?.text;
    return (
      <LatheBlock aria-label="Lines for the control">
        <BenchField>
          Lines by hand (MDI)
          <textarea value={text} spellCheck={false} onChange={({ target }) => setLines(target.value)} />
        </BenchField>
        <BenchRow $even>
          <Small onPress={start}>{isWaiting ? (mode === "held" ? "Go on" : `Next: ${next ?? "…"}`) : "Start"}</Small>
          <Small isDisabled={mode !== "running"} onPress={() => act({ do: "feed-hold" })}>
            Feed hold
          </Small>
          <Small aria-pressed={state.singleBlock} onPress={() => act({ do: "single-block", on: !state.singleBlock })}>
            Single block
          </Small>
        </BenchRow>
        <Choices
          aria-label="Rapid override"
          orientation="horizontal"
          value={String(state.rapidOverride)}
          onChange={(value) => act({ do: "rapid-override", percent: Number(value) })}
        >
          {[5, 30, 100].map((percent) => (
            <Choice key={percent} value={String(percent)}>
              {percent} %
            </Choice>
          ))}
        </Choices>
      </LatheBlock>
    );
  },
);

/** Two short lines for the tool that stands in the working position: well in front of the part, then clear of it. */
function suggestedLines(state: Lathe["state"], setup: SetupView | undefined): string {
  const { machine, parts } = state.config;
  const active = activeTool(state);
  if (!active) return "";
  const { tool, side, zone, body } = active;
  const station = /^\d+$/.test(tool.station) ? tool.station : tool.offset;
  const offset = offsetNumber(machine, tool.offset);
  const call = machine.toolCall === "offset-only" ? `T${offset}` : `T${station.padStart(2, "0")}${offset}`;
  const inch = machine.units === "in" ? 25.4 : 1;
  const [ahead, beside] = inch === 1 ? [25, 20] : [1, 1];
  // In the hole or on centre; otherwise outside of the bar, on the side that the tool comes from.
  const x = body.mode === "outside" ? side * (Math.ceil(parts.main.diameter / inch) + beside) : 0;
  const word = (axis: LatheAxis, coordinate: number) =>
    `${axis.toUpperCase()}${Math.round(toControl(machine, axis, coordinate * inch, "program", zone))}.`;
  return `${call} ${setup?.workOffset.name ?? "G54"}\nG0 ${word("z", ahead)}\nG0 ${word("x", x)}`;
}
