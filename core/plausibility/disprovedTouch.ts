import type { Payload, ToolView, TouchRecord } from "../ledger/index.ts";
import { AXES, isLatheAxis } from "../machine/index.ts";

/** What a first cut adds, since tool and part give way: one standard deviation on the diameter, millimetres. */
const FIRST_CUT = 0.02;
/** Edits by which what was measured comes into a cell; a value cleared, copied or taken over says nothing of the tool. */
const MEASURED = ["corrected", "added"] as const;

type Edit = Payload<"table-edited">;

/** True for an edit that a measurement asked for. */
export const isMeasuredEdit = ({ edit }: Pick<Edit, "edit">): boolean => MEASURED.some((one) => one === edit);

/**
 * The touch that a correction shows to be wrong: the first correction since it, in wear or in the geometry, is larger than its expected
 * error and what a first cut adds (root-sum-square). Safety wear, which is put in to be measured away, does not count. `view` is the
 * tool before the correction; millimetres, on the diameter for X. Undefined where the touch is not disproved, where the cell is none
 * that a touch finds, and for later corrections: those follow the wear of the edge.
 */
export function disprovedTouch(view: ToolView, edit: Edit, cell: Edit["cells"][number]): TouchRecord | undefined {
  const axis = AXES.find((one) => cell.column === `wear.${one}` || cell.column === `geometry.${one}`);
  const touch = axis && view[axis];
  if (!axis || !touch || touch.derived || !isMeasuredEdit(edit)) return undefined;
  const wear = view.wear[axis];
  if (wear && wear.seq > touch.seq) return undefined;
  const safety = view.safetyWear && view.safetyWear.seq > touch.seq && isLatheAxis(axis) ? view.safetyWear[axis] : 0;
  const isWear = cell.column.startsWith("wear.");
  // After a touch wear begins at the safety wear: what is more or less than 0 in the end is the touch's error.
  const found = isWear ? cell.to : cell.to - touch.exact + safety;
  return Math.abs(found) > Math.hypot(touch.expectedError, 2 * FIRST_CUT) ? touch : undefined;
}
