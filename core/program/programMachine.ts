import { callOf, type MachineProfile } from "../machine/index.ts";
import type { ProgramMachine } from "./readProgram.ts";

/** What a machine's profile says of the programs that it runs. */
export function programMachine({
  units,
  toolCall,
  offsetDigits,
  integers,
  language,
  stations,
}: MachineProfile): ProgramMachine {
  const calls = stations?.flatMap((station) => callOf(station) ?? []) ?? [];
  return {
    units,
    offsetDigits,
    ...(toolCall && { toolCall }),
    ...(integers && { integers }),
    ...(language && { language }),
    // A machine whose stations have no numbers cannot be checked by them.
    ...(calls.length > 0 && calls.length === stations?.length && { calls }),
  };
}
