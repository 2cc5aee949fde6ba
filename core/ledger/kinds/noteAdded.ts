import { CELLS } from "../cells.ts";
import { allowed } from "../lookUp.ts";
import { PHOTO_TYPES } from "../payloadWords.ts";
import { type Kind, unchanged } from "./kind.ts";
import { object, offset } from "./schemaParts.ts";

/** What somebody wrote down for the next one, about a tool or the setup. */
export const schema = object(["text"], {
  text: { type: "string", maxLength: 2000 },
  offset,
  /** A picture, kept apart by its fingerprint. */
  photo: object(["fingerprint", "type", "bytes"], {
    fingerprint: { type: "string", pattern: "^[0-9a-f]{64}$" },
    type: { type: "string", enum: PHOTO_TYPES },
    bytes: { type: "integer", minimum: 1, maximum: 20_000_000 },
  } as const),
});

export const kind: Kind<"note-added"> = {
  version: 1,
  cells: (_, id) => [CELLS.note(id)],
  dependencies: () => [],
  describe: ({ photo }) => (photo ? "photo and note" : "note"),
  offsets: ({ offset }) => (offset === undefined ? [] : [offset]),
  numbers: ({ text }) => text,
  measurement: () => "",
  undo: "offered",
  refusal: allowed,
  changeMachine: unchanged,
};
