import type { MachineProfile } from "../../core/machine/index.ts";
import { type Answer, accepted, refused } from "../../core/refusal.ts";
import { contradictionOf } from "./contradictionOf.ts";
import { readMachineProfile } from "./machinesRepository.server.ts";

/** Machines of one file, at most. */
const MOST = 200;

/** The profiles of a file: one, or a list of them (JSON). Nothing is taken from a file with a profile that is wrong. */
export function readMachineFile(text: string): Answer<readonly MachineProfile[]> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (failure) {
    if (!(failure instanceof SyntaxError)) throw failure;
  }
  const list = Array.isArray(json) ? json : [json];
  if (json === undefined || list.length === 0 || list.length > MOST)
    return refused({ code: "file", message: "This is not a machine's profile, nor a list of them (JSON)." });
  const machines: MachineProfile[] = [];
  for (const [index, one] of list.entries()) {
    const read = readMachineProfile(one);
    const wrong = read.ok ? contradictionOf(read.value)?.[1] : read.refusal.message;
    if (!read.ok || wrong !== undefined)
      return refused({ code: "file", message: `Machine ${index + 1} of this file: ${wrong}` });
    machines.push(read.value);
  }
  return accepted(machines);
}
