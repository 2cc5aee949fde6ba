import { KEYED_BY, TABLE_COLUMNS, WORK_MEANS, workNameSchema } from "../../ledger/index.ts";
import { CONTROL_LANGUAGES, DATA_SETTING_FORMS, latheAxisSchema } from "../../machine/index.ts";
import { fingerprint, form } from "./formSchema.ts";

const typed = { type: "string", maxLength: 200 } as const;
const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;
const list = { type: "string", maxLength: 200_000 } as const;
const column = { type: "string", enum: TABLE_COLUMNS } as const;

/** What the table, and the record of a setup, may ask for. */
export const tableForms = {
  "enter-cell": form("enter-cell", ["offset", "column", "value", "how"], {
    offset,
    column,
    value: typed,
    how: { type: "string", enum: ["value", "add"] },
    /** `yes` once the question about it was answered. */
    meant: { type: "string", enum: ["yes"] },
  } as const),
  "clear-wear": form("clear-wear", ["offsets"], { offsets: list } as const),
  "copy-row": form("copy-row", ["from", "to"], { from: offset, to: offset } as const),
  "set-work": form("set-work", ["name", "axis", "means", "value"], {
    name: workNameSchema,
    axis: latheAxisSchema,
    means: { type: "string", enum: WORK_MEANS },
    value: typed,
    /** `yes` once the question about it was answered. */
    meant: { type: "string", enum: ["yes"] },
  } as const),
  "key-cells": form("key-cells", ["cells"], { cells: list, by: { type: "string", enum: KEYED_BY } } as const),
  "compare-table": form("compare-table", ["name", "text"], {
    name: typed,
    text: { type: "string", maxLength: 4_000_000 },
    units: { type: "string", enum: ["mm", "in"] },
    /** What the columns of a foreign CSV file are, as JSON. */
    columns: { type: "string", maxLength: 4000 },
  } as const),
  "confirm-file": form("confirm-file", ["format", "language"], {
    format: { type: "string", enum: DATA_SETTING_FORMS },
    language: { type: "string", enum: CONTROL_LANGUAGES },
  } as const),
  "add-note": form("add-note", ["text"], {
    text: { type: "string", maxLength: 2000 },
    offset,
    /** Of the picture that comes along. */
    photo: fingerprint,
  } as const),
  "sign-off": form("sign-off", [], {} as const),
  reopen: form("reopen", ["reason"], { reason: typed } as const),
} as const;
