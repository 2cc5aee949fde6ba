import type { SetupView, ToolView } from "../ledger/index.ts";
import { type Axis, isLatheAxis, LATHE_AXES, toolNumber } from "../machine/index.ts";
import { plainMillimetres } from "../units/index.ts";
import { brokenRests, brokenTeaching, sinceOf } from "./rests.ts";
import { evidenceWanted } from "./secondEvidence.ts";
import type { StepKind } from "./step.ts";

/**
 * Why a step that was done must be done again, in a few words; undefined where it stands. A change marks exactly what
 * rests on it and nothing else:
 *
 * - an insert indexed: X and Z of its tool (checked by measuring; radius and orientation stay), and for the master tool
 *   the work offset that it carries;
 * - the master's new insert, once the work offset is taught with it: Z of every other tool, re-based in one action;
 * - a tool moved to another station, or put into another holder: everything touched on it;
 * - what a number rests on, taken back, taught or measured anew ({@link brokenRests}): that number;
 * - a second offset: once its first has been touched anew;
 * - a position that was lost and is off: what was touched before on that axis, and the work offset taught before;
 * - a slip that would not show in it, where a dimension needs it ({@link evidenceWanted}): that number, another way;
 * - the bar re-chucked at another stick-out: the work offset's Z, with one tool for all; no tool's own offset.
 */
export function redoReason(setup: SetupView, tool: ToolView | undefined, kind: StepKind): string | undefined {
  if (kind === "work") return workReason(setup);
  if (!tool) return undefined;
  if (kind === "second") return secondReason(setup, tool);
  if (kind !== "x" && kind !== "y" && kind !== "z") return undefined;
  const touch = tool[kind];
  // What follows from another offset is made again with that one; what was entered by hand rests on where the tool stood.
  if (!touch || (touch.derived && touch.edit === undefined)) return undefined;
  if (tool.moved && tool.moved.seq > touch.seq) return `moved to station ${tool.moved.to}`;
  if (tool.holderChanged && tool.holderChanged.seq > touch.seq) return `stands in holder ${tool.holder} now`;
  const lost = lostReason(setup, kind, touch.seq);
  if (lost !== undefined) return lost;
  if (kind === "z" && setup.masterShift !== undefined && tool.offset !== setup.master) return "re-base on the master";
  if (tool.indexed && tool.indexed.seq > touch.seq) return "insert indexed: check by measuring";
  const [broken] = brokenRests(setup, tool, kind);
  if (broken) return broken.words;
  const wanted = evidenceWanted(setup, tool, kind);
  return (
    wanted &&
    `a slip of ${plainMillimetres(Math.abs(wanted.by), setup.machine.units)} would not show: touch it a second way`
  );
}

/** Why a number that was found before the position was lost does not hold; undefined where it does, or while that is not checked. */
function lostReason({ positionChecked, machine }: SetupView, axis: Axis, since: number): string | undefined {
  if (!positionChecked || positionChecked.seq < since) return undefined;
  // A reference tool is checked along the two axes of a lathe alone.
  if (!isLatheAxis(axis) || !positionChecked.off.includes(axis)) return undefined;
  return `the position was lost: it is ${plainMillimetres(Math.abs(positionChecked[axis]), machine.units)} off`;
}

function workReason(setup: SetupView): string | undefined {
  const { taught, rechucked, master, school, tools } = setup;
  const since = taught.z?.seq ?? 0;
  const lost = taught.z && lostReason(setup, "z", since);
  if (lost !== undefined) return lost;
  if (rechucked && rechucked.seq > since) return "bar re-chucked";
  const carrier = school === "master-tool" ? tools.find(({ offset }) => offset === master) : undefined;
  if (taught.z && carrier?.indexed && carrier.indexed.seq > since) return "master's insert indexed";
  if (taught.z && carrier?.moved && carrier.moved.seq > since) return "master moved";
  return brokenTeaching(setup, "z")?.words;
}

function secondReason({ tools, machine }: SetupView, tool: ToolView): string | undefined {
  const made = tool.second;
  const first = made && tools.find(({ offset }) => offset === made.of);
  if (!made || !first) return undefined;
  const isNewer = LATHE_AXES.some((axis) => sinceOf(first[axis]) > made.seq);
  return isNewer ? `${toolNumber(machine, first.offset)} was touched anew` : undefined;
}
