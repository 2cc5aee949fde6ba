import { CELLS } from "../cells.ts";
import { topOf } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { line, name, object } from "./schemaParts.ts";

/** The program as it ran and made good parts, saved as proven: as it went out from here, or as it came back from the control. */
export const schema = object(["as", "name", "fingerprint", "lines", "changes"], {
  as: { type: "string", enum: ["went-out", "came-back"] },
  name,
  /** SHA-256 of the file that is kept: as it came in where it went out from here, with its calls renumbered; else as it came back. */
  fingerprint: { type: "string", pattern: "^[0-9a-f]{64}$" },
  lines: { type: "integer", minimum: 0, maximum: 100_000_000 },
  /** What was changed against the file that came in, at most the first 200; a line that was added or left out is empty on one side. */
  changes: {
    type: "array",
    maxItems: 200,
    items: object(["line", "before", "after"], {
      line,
      before: { type: "string", maxLength: 200 },
      after: { type: "string", maxLength: 200 },
    } as const),
  },
  /** How many lines were changed; absent where so many are that they were not counted. */
  changed: { type: "integer", minimum: 0, maximum: 100_000_000 },
});

/** The program that was saved as proven. */
export const standing = { setup: "programProven", cell: CELLS.programProven } as const;

export const kind: Kind<"program-proven"> = {
  version: 1,
  cells: () => [CELLS.programProven],
  dependencies: () => [CELLS.program, CELLS.calls],
  describe: ({ as, name, changed }) => {
    const many = changed === undefined ? "many lines" : `${changed} ${changed === 1 ? "line" : "lines"}`;
    return `program ${name} saved as proven, ${as === "went-out" ? "as it went out" : "as it came back"}, ${many} changed`;
  },
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: (state) =>
    topOf(state, CELLS.program)
      ? undefined
      : { code: "no-program", message: "No program has been imported, so none can be saved as proven." },
  changeMachine: unchanged,
};
