import { useEffect, useRef, useState } from "react";
import { AXIS_NAME, type Axis } from "../../core/machine/index.ts";
import { formatMillimetres } from "../../core/units/index.ts";
import { quickJog, SAFE_ROOM } from "../../sim/lathe/index.ts";
import { BenchRow, Small } from "./parts.ts";
import type { Lathe } from "./useLathe.ts";

/** While a key is held the axis goes so far in each of these times: 40 mm a second, X on the diameter. */
const TICK_MS = 16;
const PER_TICK = 0.64;

/** Two keys that move the axis quickly for as long as they are held; they stop before anything is met. */
export function JogKeys({
  lathe,
  axis,
  sense,
  hint,
}: {
  readonly lathe: Pick<Lathe, "state" | "act">;
  readonly axis: Axis;
  /** Which way of the axis the readout counts as plus. */
  readonly sense: 1 | -1;
  /** What stands below while there is nothing to say of the keys. */
  readonly hint: string;
}) {
  const [said, setSaid] = useState("");
  const now = useRef(lathe);
  useEffect(() => {
    now.current = lathe;
  });
  const timer = useRef<ReturnType<typeof setInterval>>(undefined);
  const stop = () => {
    clearInterval(timer.current);
    timer.current = undefined;
  };
  useEffect(() => () => clearInterval(timer.current), []);
  const start = (direction: 1 | -1) => {
    stop();
    setSaid("");
    const wanted = direction * sense * PER_TICK * (axis === "x" ? 2 : 1);
    timer.current = setInterval(() => {
      const { state, act } = now.current;
      const by = quickJog(state, axis, wanted);
      if (by !== 0) act({ do: "jog", axis, by });
      if (Math.abs(by - wanted) < PER_TICK / 10) return;
      stop();
      setSaid(whyStopped(state));
    }, TICK_MS);
  };
  const name = AXIS_NAME[axis];
  return (
    <>
      <BenchRow $even>
        <Small onPressStart={() => start(-1)} onPressEnd={stop}>
          Quick −{name}
        </Small>
        <Small onPressStart={() => start(1)} onPressEnd={stop}>
          Quick +{name}
        </Small>
      </BenchRow>
      <p role="status">{said || hint}</p>
    </>
  );
}

/** Why a quick approach does not go on, and what to do. */
function whyStopped({ alarm, program, config }: Lathe["state"]): string {
  if (alarm !== undefined) return "The control alarms: reset it first.";
  if (program.target && !program.isHeld) return "A block is in motion: hold it first.";
  return `Stopped ${formatMillimetres(SAFE_ROOM, config.machine.units)} short, or at the end of travel: go on with the wheel.`;
}
