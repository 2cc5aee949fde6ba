import type { Command, Entry } from "./entry.ts";

/** An entry in a few words, without its numbers: for the ledger's reader, for a question, for the name of an undo. */
export function whatWasDone(entry: Command | Entry): string {
  switch (entry.kind) {
    case "setup-opened":
      return "setup opened";
    case "tool-loaded":
      return `tool of offset ${entry.payload.offset} loaded in station ${entry.payload.station}`;
    case "tool-removed":
      return `tool of offset ${entry.payload.offset} left out`;
    case "tool-moved":
      return `tool of offset ${entry.payload.offset} moved to station ${entry.payload.to}`;
    case "touch-accepted":
      return `${entry.payload.axis.toUpperCase()} geometry of offset ${entry.payload.offset}`;
    case "nose-accepted":
      return `radius and orientation of offset ${entry.payload.offset}`;
    case "way-chosen":
      return `way to touch ${entry.payload.axis.toUpperCase()} of offset ${entry.payload.offset}`;
    case "work-offset-taught":
      return `${entry.payload.axis.toUpperCase()} of the work offset`;
    case "work-offset-set":
      return `${entry.payload.axis.toUpperCase()} of ${entry.payload.name}`;
    case "second-offset-made":
      return `second offset ${entry.payload.offset}`;
    case "table-edited":
      return `${TABLE_DEED[entry.payload.deed]} ${listed(entry.payload.cells.map(({ offset }) => offset))}`;
    case "cells-keyed": {
      const rows = listed(entry.payload.cells.map(({ row }) => row));
      return entry.payload.cells.every(({ value }) => value === null)
        ? `tick taken away in ${rows}`
        : `keyed in ${rows}`;
    }
    case "table-compared":
      return `table read back from ${entry.payload.name}`;
    case "reach-recorded":
      return `reach of offset ${entry.payload.offset}`;
    case "front-described":
      return entry.payload.what === "nothing"
        ? "nothing in front of the part"
        : `${entry.payload.what.replace("-", " ")} in front of the part`;
    case "proof-checked":
      return `check of offset ${entry.payload.offset}: ${PROOF_WORDS[entry.payload.found]}`;
    case "feature-recorded":
      return `dimension ${entry.payload.name}`;
    case "feature-removed":
      return "dimension left out";
    case "hole-recorded":
      return "hole measured";
    case "face-recorded":
      return "end of the bar faced";
    case "part-length-recorded":
      return "length of the part measured";
    case "part-length-corrected":
      return "length of the part corrected";
    case "bar-rechucked":
      return "bar chucked anew";
    case "order-arranged":
      return "order of touching arranged";
    case "calls-renumbered":
      return "calls of the program renumbered";
    case "program-read":
      return `program ${entry.payload.name} read`;
    case "table-read":
      return `table as the control held it, from ${entry.payload.name}`;
    case "fact-checked":
      return `${entry.payload.fact.replaceAll("-", " ")} checked`;
    case "feature-measured":
      return `measured on part ${entry.payload.part}`;
    case "note-added":
      return entry.payload.photo ? "photo and note" : "note";
    case "entry-undone":
      return `taken back: ${entry.payload.what}`;
    case "mount-recorded":
      return `${entry.payload.check.replaceAll("-", " ")} of offset ${entry.payload.offset}`;
    case "insert-indexed":
      return `insert of offset ${entry.payload.offset} indexed`;
    case "safety-wear-set":
      return `safety wear of offset ${entry.payload.offset}`;
    case "control-row-recorded":
      return `row ${entry.payload.offset} as the control held it`;
    default:
      return entry.kind.replaceAll("-", " ");
  }
}

const PROOF_WORDS = { right: "as predicted", off: "off", stopped: "stopped" } as const;

const TABLE_DEED = {
  entered: "value entered by hand in row",
  added: "amount added in row",
  copied: "row copied into",
  "wear-cleared": "wear cleared in row",
  "taken-over": "values taken over in row",
  corrected: "corrected after measuring, row",
} as const;

const listed = (names: readonly string[]) => [...new Set(names)].slice(0, 12).join(", ");

/** Offsets of tools that an entry is about; empty where it is about the part or the setup. */
export function offsetsOf(entry: Command | Entry): readonly string[] {
  switch (entry.kind) {
    case "table-edited":
      return [...new Set(entry.payload.cells.map(({ offset }) => offset))];
    case "cells-keyed":
      return [...new Set(entry.payload.cells.map(({ row }) => row))];
    case "stale-decided":
      return entry.payload.rows.map(({ offset }) => offset);
    case "second-offset-made":
      return [entry.payload.offset, entry.payload.of];
    case "master-changed":
      return [entry.payload.to];
    default:
      return "offset" in entry.payload && typeof entry.payload.offset === "string" ? [entry.payload.offset] : [];
  }
}
