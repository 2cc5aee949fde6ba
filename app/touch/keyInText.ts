import type { SetupView } from "../../core/ledger/index.ts";
import { AXIS_NAME, type Axis, lastDigit } from "../../core/machine/index.ts";
import type { KeyIn } from "../../core/offsets/index.ts";
import { formatLength } from "../../core/units/index.ts";

/** Where a number is keyed: the geometry of an offset number, or a work offset. */
export type KeyInPlace = { readonly geometryOf: string } | { readonly work: string };

interface KeyInAsked {
  readonly setup: Pick<SetupView, "machine">;
  readonly axis: Axis;
  readonly place: KeyInPlace;
  readonly keyed: KeyIn | undefined;
  /** True when this is what the ledger holds, not what is being typed. */
  readonly isKept: boolean;
}

/** What is keyed where, and the number as this control wants it; a dash while there is none. */
export function keyInText({ setup: { machine }, axis, place, keyed, isKept }: KeyInAsked) {
  const name = AXIS_NAME[axis];
  const isWork = "work" in place;
  const as = keyed?.entry.as ?? (isWork ? "overwrite" : machine.measuring);
  /** The control holds it already: nothing is left to key. */
  const isIn = isKept && keyed !== undefined && keyed.before === keyed.value;
  const what = isIn
    ? isWork
      ? `${place.work}, ${name}, in the control`
      : `${name} geometry, offset ${place.geometryOf}, in the control`
    : isWork
      ? `Key into ${place.work}, ${name}`
      : {
          overwrite: `Key into ${name} geometry, offset ${place.geometryOf}`,
          add: `Add to ${name} geometry, offset ${place.geometryOf}`,
          "touched-dimension": `State as touched ${name}, offset ${place.geometryOf}`,
        }[as];
  const resolution = lastDigit(machine, axis);
  const number = keyed
    ? isIn
      ? formatLength(keyed.value, resolution)
      : formatLength(keyed.entry.number, resolution, as === "add" ? { sign: "always" } : {})
    : "–";
  return { what, number, as, isIn };
}
