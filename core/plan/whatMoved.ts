import { type MachineState, type SetupView, type ToolView, toolFacts } from "../ledger/index.ts";
import { LATHE_AXES } from "../machine/index.ts";

/** What a tool needs when a job is set up again: a full touch, or trust with a check before it runs. */
export type MovedAdvice = "touched" | "touch" | "check";
export interface MovedTool {
  readonly offset: string;
  readonly advice: MovedAdvice;
  /** Why, in whole clauses. */
  readonly reason: string;
}

/**
 * Which tools of a setup have moved since the machine last ran with them, and which stand as they stood. `before` is the
 * machine as the setups before this one left it. Nothing here is proof: a tool may have been moved without an entry,
 * so what is trusted is still checked by its two lines.
 */
export function whatMoved(setup: SetupView, before: MachineState): readonly MovedTool[] {
  const moved: MovedTool[] = [];
  for (const tool of setup.tools) if (!tool.second) moved.push(adviceFor(setup, tool, before));
  const rank: readonly MovedAdvice[] = ["touch", "check", "touched"];
  return moved.sort((a, b) => rank.indexOf(a.advice) - rank.indexOf(b.advice));
}

function adviceFor(setup: SetupView, view: ToolView, before: MachineState): MovedTool {
  const { offset, station } = view;
  const say = (advice: MovedAdvice, reason: string): MovedTool => ({ offset, advice, reason });
  const isFound = LATHE_AXES.every((axis) => {
    const touch = view[axis];
    return touch !== undefined && (!touch.derived || setup.master === offset);
  });
  if (isFound) return say("touched", "touched in this setup");
  if (view.moved) return say("touch", `it was moved to station ${station} in this setup`);
  const moved = whyMoved(view, before);
  if (moved !== undefined) return say("touch", moved);
  const row = before.rows[offset];
  if (row?.x === undefined || row.z === undefined) return say("touch", "what its row holds is not recorded");
  if (view.indexed) return say("check", "its insert was indexed: measure the first cut and correct in wear");
  return say("check", "the same tool in the same station, its row as it was left");
}

/**
 * Why a tool does not stand as the machine's setups left it: another station, another tool, another holder, another row. Undefined
 * where the same tool, of the same dimensions, stands in the same station under the same offset.
 */
export function whyMoved(
  { offset, station, tool, holder }: Pick<ToolView, "offset" | "station" | "tool" | "holder">,
  { stations }: MachineState,
): string | undefined {
  const there = stations[station]?.value;
  if (!there) {
    const elsewhere = Object.entries(stations).find(([, { value }]) => toolFacts(value.tool) === toolFacts(tool));
    return elsewhere ? `it stood in station ${elsewhere[0]} before` : `nothing is on record of station ${station}`;
  }
  if (toolFacts(there.tool) !== toolFacts(tool)) return differenceWords(there.tool, tool);
  if (there.holder !== undefined && holder !== undefined && there.holder !== holder)
    return `it stands in holder ${holder}, and holder ${there.holder} stood there`;
  return there.offset === offset ? undefined : `its numbers stand in row ${there.offset}`;
}

const SIZES: Readonly<Record<string, string>> = { insert: "insert", overhang: "overhang", width: "width", bar: "bar" };

/** In what a tool differs from the one that stood there. */
function differenceWords(was: ToolView["tool"], is: ToolView["tool"]): string {
  if (was.kind !== is.kind) return `a ${was.kind.replaceAll("-", " ")} tool stood there: ${was.description}`;
  const facts = (tool: ToolView["tool"]) => tool as unknown as Readonly<Record<string, unknown>>;
  const changed = Object.entries(SIZES).find(([name]) => facts(was)[name] !== facts(is)[name]);
  return changed
    ? `its ${changed[1]} is another: ${String(facts(was)[changed[0]])} before, ${String(facts(is)[changed[0]])} now`
    : `another tool stood there: ${was.description}`;
}
