import { type GridColumn, type Payload, payloadSchemas } from "../../ledger/index.ts";

const offset = { type: "string", pattern: "^[0-9]{1,3}$" } as const;

/** What travels as one text of a form, JSON: each list's own schema. */
export const listSchemas = {
  changes: payloadSchemas["calls-renumbered"].properties.changes,
  rows: payloadSchemas["stale-decided"].properties.rows,
  steps: payloadSchemas["order-arranged"].properties.steps,
  cells: payloadSchemas["cells-keyed"].properties.cells,
  offsets: { type: "array", maxItems: 999, items: offset },
  columns: { type: "array", maxItems: 200, items: { type: ["string", "null"], maxLength: 40 } },
  /** Steps of a part as they are typed. */
  partSteps: {
    type: "array",
    maxItems: payloadSchemas["part-stepped"].properties.steps.maxItems,
    items: {
      type: "object",
      additionalProperties: false,
      required: ["side", "diameter", "to", "offset"],
      properties: {
        side: payloadSchemas["part-stepped"].properties.steps.items.properties.side,
        diameter: { type: "string", maxLength: 200 },
        to: { type: "string", maxLength: 200 },
        offset,
      },
    },
  },
  /** The typed fields of a tool or of a mount check, by name. */
  texts: { type: "object", maxProperties: 24, additionalProperties: { type: "string", maxLength: 200 } },
} as const;

/** A step of a part as it is typed: lengths letter by letter. */
export interface TypedStep {
  readonly side: "outer" | "inner";
  readonly diameter: string;
  readonly to: string;
  readonly offset: string;
}

export interface ListValues {
  readonly changes: Payload<"calls-renumbered">["changes"];
  readonly rows: Payload<"stale-decided">["rows"];
  readonly steps: Payload<"order-arranged">["steps"];
  readonly cells: readonly { readonly row: string; readonly column: GridColumn; readonly value: number | null }[];
  readonly offsets: readonly string[];
  readonly columns: readonly (string | null)[];
  readonly partSteps: readonly TypedStep[];
  readonly texts: Readonly<Record<string, string>>;
}

/** Reads a list that travels as text; undefined for anything that is not one. The server's holds it against its schema. */
export type ReadList = <Name extends keyof ListValues>(name: Name, text: string) => ListValues[Name] | undefined;

/** Takes a list as a page of our own has written it: what the server will hold against the schema when it gets it. */
export const readOwnList: ReadList = (_name, text) => {
  try {
    return JSON.parse(text);
  } catch (failure) {
    if (failure instanceof SyntaxError) return undefined;
    throw failure;
  }
};
