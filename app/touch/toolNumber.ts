import type { SetupView } from "../../core/ledger/index.ts";

/** A tool's number as this machine's people say it: `T01`. */
export function toolNumber({ machine }: Pick<SetupView, "machine">, offset: string): string {
  return `T${offset.padStart(machine.offsetDigits, "0")}`;
}

/** An offset number with this control's digits: `01`. */
export function offsetNumber({ machine }: Pick<SetupView, "machine">, offset: string): string {
  return offset.padStart(machine.offsetDigits, "0");
}
