import { CONTROL_LANGUAGES, DATA_SETTING_FORMS } from "../../machine/index.ts";
import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers } from "./kind.ts";
import { freeText, object } from "./schemaParts.ts";

/** How the machine's control reads a data-setting file, said once for a line that was shown with what it means. */
export const schema = object(["format", "language", "line", "means"], {
  format: { type: "string", enum: DATA_SETTING_FORMS },
  language: { type: "string", enum: CONTROL_LANGUAGES },
  /** The line that was shown, and what it was said to do. */
  line: freeText,
  means: freeText,
  /** True where it was said in another setup on the same machine. */
  elsewhere: { type: "boolean" },
});

/** What was said last. */
export const standing = { setup: "fileForm", cell: CELLS.fileForm } as const;

export const kind: Kind<"file-form-confirmed"> = {
  version: 1,
  cells: () => [CELLS.fileForm],
  dependencies: () => [],
  describe: ({ line, means, elsewhere }) =>
    `files for this control: ${line} ${means}${elsewhere ? ", said in another setup" : ""}`,
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: (machine, { format, language }) => machine.understand({ format, language }),
};
