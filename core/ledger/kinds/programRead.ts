import { CONTROL_LANGUAGES } from "../../machine/index.ts";
import { TOOL_KINDS } from "../../tool/index.ts";
import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { type Kind, noNumbers, unchanged } from "./kind.ts";
import { freeText, line, name, object, offset, path, range, sizeSchema } from "./schemaParts.ts";

/** A program taken in. Its text is kept apart, by its fingerprint; here stands what was read in it. */
export const schema = object(
  ["name", "bytes", "fingerprint", "units", "number", "lines", "tools", "work", "findings"],
  {
    name,
    bytes: { type: "integer", minimum: 0, maximum: 50_000_000 },
    /** SHA-256 of the file, in hexadecimal digits. */
    fingerprint: { type: "string", pattern: "^[0-9a-f]{64}$" },
    units: { type: ["string", "null"], enum: ["mm", "in", null] },
    /** The language that it looks to be written in; absent where it has nothing of one alone, and in older entries. */
    language: { type: "string", enum: CONTROL_LANGUAGES },
    number: { type: ["integer", "null"], minimum: 0, maximum: 99_999_999 },
    lines: { type: "integer", minimum: 0, maximum: 100_000_000 },
    /** The tools that it calls, with what it lets one guess of them. Extents in its own unit, X as diameters. */
    tools: {
      type: "array",
      maxItems: 240,
      items: object(["path", "station", "offsets", "line", "words", "x", "z"], {
        path,
        station: { type: "string", pattern: "^[0-9]{1,3}$" },
        line,
        offsets: { type: "array", maxItems: 40, items: offset },
        words: { type: "string", maxLength: 200 },
        kind: { type: "string", enum: TOOL_KINDS },
        /** True where the kind comes from the program's words, not from how it moves the tool. */
        named: { type: "boolean" },
        width: sizeSchema,
        diameter: sizeSchema,
        pitch: sizeSchema,
        insert: name,
        /** Work offsets under which each of its offsets moves, as the program calls them; absent in older entries. */
        under: {
          type: "array",
          maxItems: 40,
          items: object(["offset", "work"], {
            offset,
            work: { type: "array", maxItems: 12, items: { type: "string", maxLength: 12 } },
          } as const),
        },
        x: range,
        z: range,
        /** True where a line was run in one of its calls that is not carried out: its extents hold at least what is here. */
        atLeast: { type: "boolean" },
      } as const),
    },
    /** Words that move, shift, repeat, jump or call and are not carried out; empty where there are none, absent in older entries. */
    left: {
      type: "array",
      maxItems: 60,
      items: object(["line", "column", "why", "words"], {
        line,
        column: { type: "integer", minimum: 1, maximum: 100_000_000 },
        why: {
          type: "string",
          enum: ["unknown-value", "unknown-position", "missing", "recursion", "limit", "unsupported"],
        },
        words: { type: "string", maxLength: 80 },
      } as const),
    },
    work: {
      type: "array",
      maxItems: 60,
      items: object(["name", "path", "line"], { name: { type: "string", maxLength: 12 }, path, line } as const),
    },
    findings: {
      type: "array",
      maxItems: 200,
      items: object(["code", "line", "column", "message"], {
        code: { type: "string", maxLength: 40 },
        line,
        column: { type: "integer", minimum: 1, maximum: 100_000_000 },
        message: freeText,
      } as const),
    },
  },
);

/** The program that was taken in. */
export const standing = { setup: "programRead", cell: CELLS.program } as const;

export const kind: Kind<"program-read"> = {
  version: 1,
  cells: () => [CELLS.program, CELLS.calls],
  dependencies: () => [],
  describe: ({ name }) => `program ${name} read`,
  offsets: () => [],
  numbers: noNumbers,
  measurement: () => "",
  undo: "possible",
  refusal: allowed,
  changeMachine: unchanged,
};
