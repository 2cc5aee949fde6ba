import { lastDigit, mainZone, toControl } from "../../core/machine/index.ts";
import type { Quantity } from "../../core/touch/index.ts";
import { formatLength } from "../../core/units/index.ts";
import type { AdvisedSum } from "../../sim/exercise/advice/step.ts";
import type { Bench } from "../../sim/exercise/bench.ts";
import { activeTool } from "../../sim/lathe/state.ts";

/** The sum behind an advised number, each line in the machine's unit and digits, with its sign. */
export function sumLines({ lines, exact, axis }: AdvisedSum, { lathe }: Bench) {
  const { machine } = lathe.config;
  const digit = lastDigit(machine, axis);
  const zone = activeTool(lathe)?.zone ?? mainZone(machine);
  const write = (millimetres: number) => formatLength(toControl(machine, axis, millimetres, "readout", zone), digit);
  return {
    lines: lines
      .filter(({ value, quantity }) => value !== 0 || quantity === "machine")
      .map(({ label, quantity, value }): { label: string; quantity: Quantity; text: string } => ({
        label,
        quantity,
        text: write(value),
      })),
    result: write(exact),
  };
}
