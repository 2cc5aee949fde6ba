import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import { CELLS } from "./cells.ts";
import type { Command } from "./entry.ts";
import { type SetupState, standing, topOf } from "./setupState.ts";

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
  | "no-table";

/**
 * Kinds that are not taken back by an undo: what a setup rests on is changed by a new entry instead, and a sign-off is
 * ended by reopening.
 */
const FOR_GOOD: readonly Command["kind"][] = [
  "setup-opened",
  "tool-loaded",
  "control-row-recorded",
  "signed-off",
  "reopened",
  "entry-undone",
];

/**
 * Whether a command may become an entry of this setup now. The payload has been validated by its schema before;
 * here stand the rules that need the history.
 */
export function decide(state: SetupState, command: Command): Answer<Command, Refusal<DecisionCode>> {
  const no = (code: DecisionCode, message: string) => refused({ code, message });
  if (command.kind === "setup-opened")
    return state.seq === 0 ? accepted(command) : no("open-already", "This setup is open already.");
  if (state.seq === 0) return no("not-open", "This setup has not been opened yet.");
  const signedOff = topOf(state, CELLS.signOff)?.kind === "signed-off";
  if (command.kind === "reopened")
    return signedOff
      ? accepted(command)
      : no("not-signed-off", "This setup is not signed off, so there is nothing to reopen.");
  if (signedOff) return no("signed-off", "This setup is signed off. A lead must reopen it before anything is added.");
  switch (command.kind) {
    case "entry-undone": {
      const target = standing(state, command.payload.entry);
      if (!target)
        return no("no-such-entry", "That entry does not stand any more; somebody has taken it back already.");
      if (FOR_GOOD.includes(target.kind))
        return no("cannot-undo", "This kind of entry is not taken back; make a new one instead.");
      return accepted(command);
    }
    case "second-offset-made": {
      const { offset, of } = command.payload;
      if (!isTool(state, of)) return no("no-such-tool", `Offset ${of} has no tool in this setup.`);
      const taken = isTool(state, offset) || (secondOf(state, offset) ?? of) !== of;
      return taken ? no("offset-in-use", `Offset ${offset} is in use already. Choose a free one.`) : accepted(command);
    }
    case "tool-moved": {
      const { offset, to } = command.payload;
      if (!isTool(state, offset)) return no("no-such-tool", `Offset ${offset} has no tool in this setup.`);
      const other = toolIn(state, to);
      return other !== undefined && other !== offset
        ? no("station-in-use", `Station ${to} holds the tool of offset ${other}. Move that one first.`)
        : accepted(command);
    }
    case "tool-loaded": {
      const { offset, station } = command.payload;
      const other = toolIn(state, station);
      if (secondOf(state, offset) !== undefined)
        return no("offset-in-use", `Offset ${offset} is a second offset already. Choose a free one.`);
      return other !== undefined && other !== offset
        ? no("station-in-use", `Station ${station} holds the tool of offset ${other}. Move that one first.`)
        : accepted(command);
    }
    case "tool-removed":
    case "feature-recorded":
      return isTool(state, command.payload.offset) || secondOf(state, command.payload.offset) !== undefined
        ? accepted(command)
        : no("no-such-tool", `Offset ${command.payload.offset} has no tool in this setup.`);
    case "feature-measured":
      return topOf(state, CELLS.feature(command.payload.feature))?.kind === "feature-recorded"
        ? accepted(command)
        : no("no-such-feature", "This dimension is not on record any more.");
    case "calls-renumbered":
      return topOf(state, CELLS.program)
        ? accepted(command)
        : no("no-program", "No program has been taken in, so there is nothing to renumber.");
    case "stale-decided":
      return topOf(state, CELLS.table)
        ? accepted(command)
        : no("no-table", "The control's old table has not been read yet.");
    case "table-edited": {
      const stranger = command.payload.cells.find(
        ({ offset }) => !isTool(state, offset) && secondOf(state, offset) === undefined,
      );
      return stranger ? no("no-such-tool", `Offset ${stranger.offset} has no tool in this setup.`) : accepted(command);
    }
    case "control-row-recorded":
    case "way-chosen":
    case "touch-accepted":
    case "nose-accepted":
    case "work-offset-taught":
    case "safety-wear-set":
    case "reach-recorded":
    case "proof-checked":
    case "insert-indexed":
    case "mount-recorded": {
      const { offset } = command.payload;
      return isTool(state, offset) || secondOf(state, offset) !== undefined
        ? accepted(command)
        : no("no-such-tool", `Offset ${offset} has no tool in this setup.`);
    }
    default:
      return accepted(command);
  }
}

const isTool = (state: SetupState, offset: string) => topOf(state, CELLS.tool(offset))?.kind === "tool-loaded";

/** Offset of the tool that stands in a station. */
function toolIn(state: SetupState, station: string): string | undefined {
  for (const stack of Object.values(state.cells)) {
    const entry = stack.at(-1);
    if (entry?.kind === "tool-loaded" && placeOf(state, entry.payload.offset) === station) return entry.payload.offset;
  }
  return undefined;
}

function secondOf(state: SetupState, offset: string): string | undefined {
  const made = topOf(state, CELLS.second(offset));
  return made?.kind === "second-offset-made" ? made.payload.of : undefined;
}

/** The station in which a tool stands now. */
export function placeOf(state: SetupState, offset: string): string | undefined {
  const moved = topOf(state, CELLS.place(offset));
  const loaded = topOf(state, CELLS.tool(offset));
  // Loaded anew it stands where it was loaded, whatever was moved before.
  if (moved?.kind === "tool-moved" && moved.seq > (loaded?.seq ?? 0)) return moved.payload.to;
  return loaded?.kind === "tool-loaded" ? loaded.payload.station : undefined;
}
