import type { SetupView, ToolView } from "../ledger/index.ts";
import { type Axis, jogStep } from "../machine/index.ts";
import { TOLERANCES } from "../tolerances.ts";
import { wayOf } from "../tool/index.ts";

/** Steps of the handwheel above the finest one, as multiples of it. */
const COARSER = [100, 10] as const;
/** Odds against readings falling on whole coarse steps by chance, from which on it is asked about. */
const LEAST_ODDS = 100;

/**
 * The step of the handwheel with which the setter seems to have been pressed, where that is not the finest: this reading, and the
 * latest ones on it before, all stand on whole steps of it, which by chance happens less than once in a hundred. The tool is then
 * pressed up to so much too deep. Undefined where nothing speaks for it, and for any other way of touching. Millimetres, on the
 * diameter for X; `machine` is the reading.
 *
 * @example finest step 0.001: a reading of −98.470 after one of −102.310 asks about steps of 0.01; −98.473 does not
 */
export function coarseLastStep(
  { tools, machine: profile }: Pick<SetupView, "tools" | "machine">,
  { offset }: Pick<ToolView, "offset">,
  { axis, way }: { readonly axis: Axis; readonly way: ToolView["way"][Axis] },
  machine: number,
): number | undefined {
  if (wayOf(way).against !== "setter") return undefined;
  const before = tools
    .flatMap((tool) => {
      const touch = tool.offset === offset ? undefined : tool[axis];
      return touch && !touch.derived && wayOf(touch.way).against === "setter" && touch.machine !== undefined
        ? [touch]
        : [];
    })
    .sort((a, b) => b.seq - a.seq)
    .flatMap((touch) => touch.machine ?? []);
  const finest = jogStep(profile, axis);
  for (const times of COARSER) {
    const step = finest * times;
    const off = [machine, ...before].findIndex((reading) => !isWhole(reading / step));
    const whole = off < 0 ? before.length + 1 : off;
    if (whole > 0 && times ** whole >= LEAST_ODDS) return step;
  }
  return undefined;
}

const isWhole = (quotient: number) => Math.abs(quotient - Math.round(quotient)) < TOLERANCES.usualDigits;
