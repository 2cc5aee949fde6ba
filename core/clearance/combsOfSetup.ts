import type { SetupView, ToolView } from "../ledger/index.ts";
import { isLive } from "../tool/index.ts";
import type { CombProblem, CombTool, Slot } from "./combs.ts";

/** A slot with the size of what it takes, millimetres; undefined where the profile does not say it. */
export interface CombSeat extends Slot {
  readonly bore: number | undefined;
}

/** The opposing combs of a setup, with the tool of each place. */
export interface SetupCombs {
  readonly problem: CombProblem;
  /** Every slot of both combs, the empty ones too. */
  readonly seats: { readonly a: readonly CombSeat[]; readonly b: readonly CombSeat[] };
  /** Tools by the name that they have in the problem, their offset. */
  readonly tools: ReadonlyMap<string, ToolView>;
}

/**
 * The combs of a machine that has two facing each other, with the tools that stand in them; undefined on any other.
 * `standouts` replaces how far tools stand out, by offset. Each may be moved to every slot of its comb that takes it.
 */
export function combsOfSetup(
  setup: SetupView,
  standouts: Readonly<Record<string, number>> = {},
): SetupCombs | undefined {
  const { combs } = setup.machine;
  if (!combs) return undefined;
  const tools = new Map<string, ToolView>();
  const slotsOf = (zone: string) =>
    (setup.machine.stations ?? []).flatMap((station) =>
      station.zone === zone && station.lateral !== undefined
        ? [{ slot: station.id, lateral: station.lateral, bore: station.size, live: station.live === true }]
        : [],
    );
  const comb = (zone: string): readonly CombTool[] => {
    const slots = slotsOf(zone);
    return slots.flatMap(({ slot, lateral }) => {
      const tool = setup.tools.find((one) => one.station === slot && one.second === undefined);
      if (!tool) return [];
      tools.set(tool.offset, tool);
      const standout = standouts[tool.offset] ?? tool.tool.overhang;
      // A driven tool needs a driven slot.
      const allowed = slots.filter((other) => other.slot !== slot && (other.live || !isLive(tool.tool)));
      return [{ tool: tool.offset, slot, lateral, radius: thickness(tool) / 2, standout, allowed }];
    });
  };
  const [a, b] = [comb(combs.a), comb(combs.b)];
  const alignments = a.map(({ tool }) => ({ name: tool, gap: combs.gap, tool, at: combs.at }));
  const problem = { margin: combs.margin, a, b, alignments };
  return { problem, seats: { a: slotsOf(combs.a), b: slotsOf(combs.b) }, tools };
}

function thickness({ tool }: ToolView): number {
  if ("holder" in tool && tool.holder !== undefined) return tool.holder;
  if ("diameter" in tool) return tool.diameter * 1.6;
  return "bar" in tool ? tool.bar : "shank" in tool ? tool.shank : 0;
}
