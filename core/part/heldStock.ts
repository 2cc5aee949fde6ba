import type { SetupView } from "../ledger/index.ts";
import { mainZone, partHolder } from "../machine/index.ts";
import type { FinishedPart } from "./finishedPart.ts";

/** How the stock of a part stands out of what holds it. Millimetres. */
interface HeldStock {
  /** Between the last cut outside and the jaws; below 0 the cut goes into them. Undefined where the part is fed through a guide bush. */
  readonly room: number | undefined;
  /** How many of its own diameters the stock stands out; undefined where something holds its other end, or in a guide bush. */
  readonly slenderness: number | undefined;
  /** How many times as much stands out as is held; undefined where how deep it is held is not known, and where something holds its other end. */
  readonly leverage: number | undefined;
}

/**
 * Judges how the stock is held for what the program cuts: the room that its last cut leaves to the jaws, and how slender it stands out. Lengths in
 * millimetres; what does not apply, or is not known, is undefined.
 *
 * @example stick-out 46, held over 20, with 0.5 to face and a blade down to −27: 46 − 0.5 − 27 = 18.5 of room, 46 ÷ 20 = 2.3 of leverage
 */
export function judgeHeld(
  { machine, front }: Pick<SetupView, "machine" | "front">,
  stock: {
    readonly stickOut: number;
    readonly toFace: number;
    readonly diameter: number;
    readonly grip?: number | undefined;
  },
  part: Pick<FinishedPart, "cutTo"> | undefined,
): HeldStock {
  const isBush = partHolder(machine, mainZone(machine)) === "guide bush";
  if (isBush) return { room: undefined, slenderness: undefined, leverage: undefined };
  return {
    room: part?.cutTo === undefined ? undefined : stock.stickOut - stock.toFace + part.cutTo,
    slenderness: front || stock.diameter <= 0 ? undefined : stock.stickOut / stock.diameter,
    leverage: front || stock.grip === undefined || stock.grip <= 0 ? undefined : stock.stickOut / stock.grip,
  };
}
