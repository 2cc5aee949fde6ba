import { fromControl } from "../../core/frame/index.ts";
import type { SetupView, ToolView, TouchedAxis, TouchWay } from "../../core/ledger/index.ts";
import { closureOf, type KeyIn, keyIn } from "../../core/offsets/index.ts";
import type { Quantity, TouchReading } from "../../core/touch/index.ts";
import { wording } from "./words.ts";

export interface Rung {
  readonly quantity: Quantity;
  readonly label: string;
  /** In millimetres, X as a diameter, signed as it is added; undefined while it is not known. */
  readonly value: number | undefined;
}

export interface LadderView {
  readonly rungs: readonly Rung[];
  /** What is to be keyed; undefined while there is no result. */
  readonly keyed: KeyIn | undefined;
  /** Geometry found by what is typed now, in millimetres. */
  readonly found: number | undefined;
  /** True when the numbers are those on record, not typed ones. */
  readonly isKept: boolean;
  /** Whether G + W + S + P adds up to the machine position; undefined while there is no result. */
  readonly closes: boolean | undefined;
}

/**
 * The sum that stands beside the drawing: of what is typed, or, while no new readout has been typed, of what is on
 * record. Never a mixture: once a readout is being typed, an old result is not shown beside it.
 */
export function ladderOf(
  { machine, workOffset }: Pick<SetupView, "machine" | "workOffset">,
  tool: ToolView,
  task: { readonly axis: TouchedAxis; readonly way: TouchWay },
  reading: Pick<TouchReading, "understood" | "facts" | "solved">,
  hasReadout: boolean,
): LadderView {
  const { axis } = task;
  const kept = hasReadout ? undefined : tool[axis];
  const way = kept?.way ?? task.way;
  const { understood, facts, solved } = reading;
  const toDiameter = axis === "x" && machine.xShown === "radius" ? 2 : 1;
  const readout = kept?.machine ?? (understood.machine && understood.machine.mm * toDiameter);
  const size = kept?.size ?? understood.size?.mm;
  const spacer = way === "skim" ? 0 : (kept?.spacer ?? understood.spacer?.mm);
  const result = solved ? { exact: solved.exact, touched: solved.touched ?? 0 } : kept;
  const keyed =
    result && keyIn(machine, axis, { exact: result.exact, touched: result.touched, before: tool.control?.[axis] });

  const closure = () => {
    const at = kept?.machine ?? facts?.machine;
    if (!keyed || !result || at === undefined) return undefined;
    const geometry = fromControl(machine, axis, keyed.value, "tool-offset");
    const lastDigit = Math.abs(fromControl(machine, axis, machine.resolution[axis], "readout"));
    const sum = { machine: at, geometry, wear: 0, work: kept?.work ?? workOffset[axis], touched: result.touched };
    return closureOf(sum, lastDigit).closes;
  };
  const spacerLabel = axis === "x" ? "less spacer, twice" : "less spacer, once";
  return {
    rungs: [
      { quantity: "machine", label: `machine ${axis.toUpperCase()} at contact`, value: readout },
      { quantity: "measured", label: wording(axis, way).lessSize, value: less(size) },
      {
        quantity: "spacer",
        label: way === "skim" ? "no spacer, cut" : spacerLabel,
        value: less(spacer && (axis === "x" ? 2 : 1) * spacer),
      },
      { quantity: "offset", label: `less work offset ${workOffset.name}`, value: less(kept?.work ?? workOffset[axis]) },
    ],
    keyed,
    found: solved?.exact,
    isKept: kept !== undefined,
    closes: closure(),
  };
}

const less = (value: number | undefined): number | undefined => (value === undefined ? undefined : 0 - value);
