import type { SetupView } from "../../core/ledger/index.ts";
import type { MachineProfile } from "../../core/machine/index.ts";
import { plainLength } from "../../core/units/index.ts";

/** Work offsets that a setup can run under. */
export const WORK = ["G54", "G55", "G56", "G57", "G58", "G59"] as const;

/** The work offset that the next operation is offered; the same one behind the last. */
export const nextWorkOffset = (name: string): string => WORK[(WORK as readonly string[]).indexOf(name) + 1] ?? name;

/** What stands in the form at first: the past setup's words and stock, or the first machine's unit. */
export function firstTexts(
  machines: readonly MachineProfile[],
  past: SetupView | undefined,
  nextOperation: boolean,
): Readonly<Record<string, string>> {
  const machine = machines.find(({ id }) => id === past?.machine.id) ?? machines[0];
  const unit = machine?.units ?? "mm";
  const first = {
    machine: machine?.id ?? "",
    sizeUnit: unit,
    operation: "op 1",
    oversize: "0",
    toFace: "0",
    master: "1",
  };
  if (!past) return first;
  const write = (mm: number) => plainLength(mm, unit);
  const { stock, job, part, operation, workOffset, rawHole, master } = past;
  return {
    ...first,
    job,
    part,
    material: stock.material,
    master: master ?? "1",
    operation: nextOperation ? operationAfter(operation) : operation,
    workOffset: nextOperation ? nextWorkOffset(workOffset.name) : workOffset.name,
    nominalDiameter: write(stock.nominalDiameter),
    oversize: write(stock.oversize),
    stickOut: write(stock.stickOut),
    chuckDiameter: write(stock.chuckDiameter),
    toFace: write(nextOperation ? toFaceNext(past) : stock.toFace),
    // As the stock is before anything is cut: what was drilled and measured belongs to that part.
    hole: rawHole === undefined ? "" : write(rawHole),
  };
}

/**
 * What the next operation has to face: by how much the part was measured longer than its drawing; 0 where it was not measured, or is
 * not longer. Millimetres.
 */
const toFaceNext = ({ partLength }: SetupView): number =>
  partLength ? Math.max(0, partLength.length - partLength.nominal) : 0;

/** `op 1` becomes `op 2`; what has no number gets one. */
const operationAfter = (operation: string) =>
  /\d+/.test(operation) ? operation.replace(/\d+/, (digits) => String(Number(digits) + 1)) : `${operation} 2`;
