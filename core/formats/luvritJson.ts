import type { AxisWords, OffsetTable, ToolOffsets, WorkOffset } from "../offsets/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../refusal.ts";
import {
  isOrientation,
  OFFSET_FIELDS,
  type OffsetFileCode,
  type OffsetFileRefusal,
  type OffsetFormat,
  offsetName,
  type SaidOfFile,
} from "./offsetFile.ts";

/** Luvrit's own offset tables: version of the format that is written, and the only one there has been. */
const LUVRIT_OFFSETS = "luvrit-offsets";
const VERSION = 1;

/** JSON Schema of the format, kept beside its description in docs/formats/luvrit-offsets.schema.json. */
export const luvritOffsetsSchema = {
  $schema: "http://json-schema.org/draft-07/schema#",
  title: "Luvrit offsets, version 1",
  description: "Lengths in `units`, X as diameters, offsets signed as in P = M - G - W - S.",
  type: "object",
  required: ["format", "version", "units", "tools", "work"],
  properties: {
    format: { const: LUVRIT_OFFSETS },
    version: { const: VERSION },
    units: { enum: ["mm", "in"] },
    resolution: { type: "number", exclusiveMinimum: 0 },
    numbering: { enum: ["A", "B"] },
    tools: {
      type: "array",
      items: {
        type: "object",
        required: ["offset", "geometry", "wear"],
        properties: {
          offset: { type: "string", pattern: "^0*[1-9][0-9]{0,3}$" },
          geometry: { $ref: "#/definitions/axes" },
          wear: { $ref: "#/definitions/axes" },
          noseRadius: { type: "number", minimum: 0 },
          orientation: { type: "integer", minimum: 0, maximum: 9 },
          description: { type: "string", maxLength: 400 },
        },
      },
    },
    work: {
      type: "array",
      items: {
        type: "object",
        required: ["name"],
        properties: {
          name: { type: "string", minLength: 1, maxLength: 24 },
          x: { type: "number" },
          y: { type: "number" },
          z: { type: "number" },
        },
      },
    },
  },
  definitions: {
    axes: {
      type: "object",
      properties: { x: { type: "number" }, y: { type: "number" }, z: { type: "number" } },
    },
  },
} as const;

function write(table: OffsetTable): string {
  const { units, resolution, numbering, tools, work } = table;
  return `${JSON.stringify(
    {
      format: LUVRIT_OFFSETS,
      version: VERSION,
      units,
      ...(resolution !== undefined && { resolution }),
      ...(numbering !== undefined && { numbering }),
      tools,
      work,
    },
    null,
    1,
  )}\n`;
}

type Json = Readonly<Record<string, unknown>>;
const isObject = (value: unknown): value is Json =>
  typeof value === "object" && value !== null && !Array.isArray(value);
const LONGEST_DESCRIPTION = 400;

/** What is wrong, thrown inside this reader alone and turned into the refusal that the caller sees. */
class Wrong extends Error {
  readonly refusal: Refusal<OffsetFileCode>;
  constructor(code: OffsetFileCode, message: string) {
    super(message);
    this.refusal = { code, message };
  }
}

function read(text: string, said: SaidOfFile): Answer<OffsetTable, OffsetFileRefusal> {
  try {
    return accepted(tableOf(parse(text), said));
  } catch (failure) {
    if (failure instanceof Wrong) return refused(failure.refusal);
    throw failure;
  }
}

function parse(text: string): Json {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch (cause) {
    if (!(cause instanceof SyntaxError)) throw cause;
    throw new Wrong("syntax", `This is not JSON (${cause.message.split("\n")[0]}).`);
  }
  if (!isObject(json)) throw new Wrong("syntax", "Expected an object with “format”, “version” and “tools”.");
  return json;
}

function tableOf(json: Json, said: SaidOfFile): OffsetTable {
  if (json.format !== LUVRIT_OFFSETS) throw new Wrong("unrecognised", `“format” is not “${LUVRIT_OFFSETS}”.`);
  if (typeof json.version !== "number" || !Number.isInteger(json.version) || json.version < 1)
    throw new Wrong("version", "“version” is a whole number from 1.");
  if (json.version > VERSION)
    throw new Wrong("version", `This file is of version ${json.version}; version ${VERSION} is the latest known here.`);
  const units = oneOf(json.units, ["mm", "in"] as const, "units") ?? said.units;
  if (units === undefined) throw new Wrong("units-missing", "The file names no units: mm or in.");
  if (said.units !== undefined && said.units !== units)
    throw new Wrong("units-differ", `The file is in ${units}, and ${said.units} was said of it.`);
  const numbering = oneOf(json.numbering, ["A", "B"] as const, "numbering");
  if (numbering !== undefined && said.numbering !== undefined && numbering !== said.numbering)
    throw new Wrong(
      "numbering-differs",
      `The file's orientations are numbered ${numbering}, and ${said.numbering} was said of it.`,
    );
  const resolution = numberOf(json.resolution, "resolution") ?? said.resolution;
  if (resolution !== undefined && resolution <= 0) throw new Wrong("not-a-number", "“resolution” is above 0.");
  const seen = new Set<string>();
  const once = (name: string) => {
    if (seen.has(name)) throw new Wrong("twice", `${name} stands twice in this file.`);
    seen.add(name);
  };
  const tools = listOf(json.tools, "tools").map((one, index) => toolOf(one, `tools[${index}]`, once));
  const work = listOf(json.work, "work").map((one, index) => workOf(one, `work[${index}]`, once));
  return { units, resolution, numbering: numbering ?? said.numbering, tools, work };
}

function toolOf(one: Json, at: string, once: (name: string) => void): ToolOffsets {
  const offset = typeof one.offset === "string" ? offsetName(one.offset) : undefined;
  if (offset === undefined) throw new Wrong("not-a-number", `${at}.offset is a number from 1 to 9999, as text.`);
  once(`Offset ${offset}`);
  const noseRadius = numberOf(one.noseRadius, `${at}.noseRadius`);
  if (noseRadius !== undefined && noseRadius < 0) throw new Wrong("not-a-number", `${at}.noseRadius is not negative.`);
  const orientation = numberOf(one.orientation, `${at}.orientation`);
  if (orientation !== undefined && !isOrientation(orientation))
    throw new Wrong("not-a-number", `${at}.orientation is a whole number from 0 to 9.`);
  const { description } = one;
  if (description !== undefined && description !== null && typeof description !== "string")
    throw new Wrong("syntax", `${at}.description is not a text.`);
  if ((description?.length ?? 0) > LONGEST_DESCRIPTION)
    throw new Wrong("syntax", `${at}.description has more than ${LONGEST_DESCRIPTION} characters.`);
  return {
    offset,
    geometry: axesOf(one.geometry, `${at}.geometry`),
    wear: axesOf(one.wear, `${at}.wear`),
    ...(noseRadius !== undefined && { noseRadius }),
    ...(orientation !== undefined && { orientation }),
    ...(description && { description }),
  };
}

function workOf(one: Json, at: string, once: (name: string) => void): WorkOffset {
  const { name } = one;
  if (typeof name !== "string" || name.trim() === "" || name.length > 24)
    throw new Wrong("syntax", `${at}.name is a name such as G54.`);
  once(`Work offset ${name}`);
  return { name, ...axesOf(one, at) };
}

function axesOf(value: unknown, at: string): AxisWords {
  if (value === undefined || value === null) return {};
  if (!isObject(value)) throw new Wrong("syntax", `${at} is not an object with x and z.`);
  const axes: { x?: number; y?: number; z?: number } = {};
  for (const axis of ["x", "y", "z"] as const) {
    const length = numberOf(value[axis], `${at}.${axis}`);
    if (length !== undefined) axes[axis] = length;
  }
  return axes;
}

function numberOf(value: unknown, at: string): number | undefined {
  if (value === undefined || value === null) return undefined;
  if (typeof value !== "number" || !Number.isFinite(value)) throw new Wrong("not-a-number", `${at} is not a number.`);
  return value === 0 ? 0 : value;
}

function oneOf<Name extends string>(value: unknown, names: readonly Name[], at: string): Name | undefined {
  if (value === undefined || value === null) return undefined;
  const found = names.find((name) => name === value);
  if (found === undefined) throw new Wrong("syntax", `“${at}” is ${names.join(" or ")}.`);
  return found;
}

function listOf(value: unknown, at: string): readonly Json[] {
  if (value === undefined) return [];
  if (!Array.isArray(value) || !value.every(isObject)) throw new Wrong("syntax", `“${at}” is not a list of rows.`);
  return value;
}

export const LUVRIT_JSON: OffsetFormat = {
  name: "json",
  words: "Luvrit's own JSON",
  ending: ".json",
  mediaType: "application/json",
  numbers: "equation",
  holds: OFFSET_FIELDS,
  write,
  read: (text, said) => read(text, said),
  looksLike: (text) => /^\s*\{/.test(text),
};
