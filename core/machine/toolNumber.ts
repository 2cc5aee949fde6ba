import type { MachineProfile } from "./machineProfile.ts";

/** An offset number with this control's digits: `01`. */
export function offsetNumber(machine: Pick<MachineProfile, "offsetDigits">, offset: string): string {
  return offset.padStart(machine.offsetDigits, "0");
}

/** A tool as this machine's people say it: `T01`. */
export function toolNumber(machine: Pick<MachineProfile, "offsetDigits">, offset: string): string {
  return `T${offsetNumber(machine, offset)}`;
}
