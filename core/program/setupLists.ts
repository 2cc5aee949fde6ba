import { calledAs, type SetupView } from "../ledger/index.ts";
import type { ProposedTool } from "./proposedTool.ts";
import { compareLists, type ToolLists } from "./toolLists.ts";

/** The three lists of a setup, and the tools as its program calls them now. */
export interface SetupLists extends ToolLists {
  readonly proposed: readonly ProposedTool[];
}

/**
 * The three lists of a setup: its program's calls as they are renumbered, the rows of the control's old table that hold
 * something, and its tools in their stations. Undefined while no program has been taken in.
 */
export function setupLists(setup: SetupView): SetupLists | undefined {
  const { programRead, renumbered, tools, table, machine } = setup;
  if (!programRead) return undefined;
  const changes = renumbered?.changes ?? [];
  const proposed = programRead.tools.map((tool): ProposedTool => {
    const to = tool.offsets.map((offset) => calledAs(changes, tool.path, tool.station, offset));
    return {
      path: tool.path,
      station: to[0]?.station ?? tool.station,
      offsets: to.map(({ offset }) => offset),
      lines: [tool.line],
      words: tool.words,
      kind: tool.kind,
      from: tool.kind === undefined ? undefined : tool.named ? "words" : "motion",
      width: tool.width,
      diameter: tool.diameter,
      pitch: tool.pitch,
      insert: tool.insert,
    };
  });
  const standing = tools.map(({ station, offset, tool, second }) => ({
    station,
    offset,
    kind: tool.kind,
    diameter: "diameter" in tool ? tool.diameter : undefined,
    secondOf: second?.of,
  }));
  const rows = (table?.rows ?? []).filter(({ x, z }) => x !== 0 || z !== 0).map(({ offset }) => offset);
  return { ...compareLists(proposed, standing, rows, machine), proposed };
}
