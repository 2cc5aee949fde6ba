import type { Refusal } from "../refusal.ts";
import { CELLS, type Cell } from "./cells.ts";
import type { Entry } from "./entry.ts";
import type { SetupState } from "./setupState.ts";

export type DecisionCode =
  | "not-open"
  | "open-already"
  | "signed-off"
  | "not-signed-off"
  | "no-such-entry"
  | "cannot-undo"
  | "no-such-tool"
  | "no-such-feature"
  | "offset-in-use"
  | "station-in-use"
  | "no-program"
  | "no-table"
  | "position-holds";
export type DecisionRefusal = Refusal<DecisionCode>;

/** The entry that a cell's present value comes from; undefined where nothing has written it, or all was undone. */
export function topOf(state: SetupState, cell: Cell): Entry | undefined {
  return state.cells[cell]?.at(-1);
}

/** The entry with this id if it stands (was made and not taken back). Undefined where it does not. */
export function activeEntry(state: SetupState, id: string): Entry | undefined {
  for (const stack of Object.values(state.cells)) {
    const found = stack.find((entry) => entry.id === id);
    if (found) return found;
  }
  return undefined;
}

/** True where a tool stands under this offset. */
export const isTool = (state: SetupState, offset: string) => topOf(state, CELLS.tool(offset))?.kind === "tool-loaded";

/** Offset of the tool that stands in a station; undefined where it is empty. */
export function toolIn(state: SetupState, station: string): string | undefined {
  for (const stack of Object.values(state.cells)) {
    const entry = stack.at(-1);
    if (entry?.kind === "tool-loaded" && placeOf(state, entry.payload.offset) === station) return entry.payload.offset;
  }
  return undefined;
}

/** The first offset of the tool that a second offset was made from; undefined where it is not a second offset. */
export function secondOf(state: SetupState, offset: string): string | undefined {
  const made = topOf(state, CELLS.second(offset));
  return made?.kind === "second-offset-made" ? made.payload.of : undefined;
}

/** The station in which a tool stands now; undefined where it is not loaded. */
export function placeOf(state: SetupState, offset: string): string | undefined {
  const moved = topOf(state, CELLS.place(offset));
  const loaded = topOf(state, CELLS.tool(offset));
  // Loaded anew it stands where it was loaded, whatever was moved before.
  if (moved?.kind === "tool-moved" && moved.seq > (loaded?.seq ?? 0)) return moved.payload.to;
  return loaded?.kind === "tool-loaded" ? loaded.payload.station : undefined;
}

/** The refusal of a command about an offset that has no tool. */
export const noSuchTool = (offset: string): DecisionRefusal => ({
  code: "no-such-tool",
  message: `Offset ${offset} has no tool in this setup.`,
});

/** The refusal of a command that puts a tool where another one stands; `by` is the offset of that one. */
export const stationTaken = (station: string, by: string): DecisionRefusal => ({
  code: "station-in-use",
  message: `Station ${station} holds the tool of offset ${by}. Move that one first.`,
});

/** Refuses what is about an offset that has no tool and is no second offset of one. */
export const needsTool = (state: SetupState, { offset }: { readonly offset: string }): DecisionRefusal | undefined =>
  isTool(state, offset) || secondOf(state, offset) !== undefined ? undefined : noSuchTool(offset);

/** Nothing in the history speaks against it. No refusal. */
export const allowed = (): DecisionRefusal | undefined => undefined;
