import type { Axis } from "../machine/index.ts";
import type { OffsetTable } from "../offsets/index.ts";
import { type Answer, accepted } from "../refusal.ts";
import { CSV } from "./csvTable.ts";
import { MTCONNECT } from "./cuttingToolAssets.ts";
import { GCODE_L, GCODE_N, GCODE_SET } from "./dataSetting.ts";
import { LUVRIT_JSON } from "./luvritJson.ts";
import {
  OFFSET_FIELDS,
  type OffsetField,
  type OffsetFileRefusal,
  type OffsetFormat,
  refuseFile,
  type SaidOfFile,
} from "./offsetFile.ts";
import { TOOL_TABLE } from "./toolTable.ts";

/** Every way of writing offset tables, in the order in which a file is tried: the narrower first. */
export const FORMATS = [
  LUVRIT_JSON,
  MTCONNECT,
  GCODE_SET,
  GCODE_N,
  GCODE_L,
  TOOL_TABLE,
  CSV,
] as const satisfies readonly OffsetFormat[];

/** Larger files are no offset tables; characters. */
export const LARGEST_OFFSET_FILE = 4_000_000;

/** The format of this name, as files and addresses write it; undefined where there is none. */
export const formatNamed = (name: string): OffsetFormat | undefined => FORMATS.find((format) => format.name === name);

/** The format that a text looks like. Undefined where it looks like none. */
export const formatOf = (text: string): OffsetFormat | undefined => FORMATS.find(({ looksLike }) => looksLike(text));

/**
 * Reads a file in the format it is said to have, or else in the one it looks like. Refused with line and reason where
 * it is not of that format, or looks like none.
 */
export function readOffsetFile(
  text: string,
  said: SaidOfFile & { readonly format?: string | undefined },
): Answer<{ readonly table: OffsetTable; readonly format: OffsetFormat }, OffsetFileRefusal> {
  if (text.length > LARGEST_OFFSET_FILE)
    return refuseFile(
      "too-large",
      `This file has ${text.length} characters; an offset table has at most ${LARGEST_OFFSET_FILE}.`,
    );
  if (text.includes("\0")) return refuseFile("syntax", "This file holds zero bytes: it is not text.");
  const { format: name, ...known } = said;
  const format = name === undefined ? formatOf(text) : formatNamed(name);
  if (!format)
    return refuseFile(
      "unrecognised",
      name === undefined
        ? `This file looks like none of the formats that are read: ${FORMATS.map((one) => one.name).join(", ")}.`
        : `“${name}” is not a format; expected one of ${FORMATS.map((one) => one.name).join(", ")}.`,
    );
  const read = format.read(text, known);
  return read.ok ? accepted({ table: read.value, format }) : read;
}

/**
 * What of a table a format cannot hold: fields in which something other than 0 or nothing stands and that have no place
 * there. The numbering counts where it is B and orientations are written, since a reader would take them for A.
 */
export function lossesOf(table: OffsetTable, format: OffsetFormat): readonly OffsetField[] {
  const { tools, work, numbering, units, resolution } = table;
  const holds = new Set<OffsetField>(format.holds);
  const homeless = work.filter(({ name }) => !(format.holdsWork?.(name) ?? true));
  const stands = (field: OffsetField): boolean => {
    const [kind, axis] = field.split(".") as [string, Axis | undefined];
    if (kind === "geometry" || kind === "wear") return tools.some((tool) => (tool[kind][axis ?? "x"] ?? 0) !== 0);
    if (kind === "work") return work.some((one) => (one[axis ?? "x"] ?? 0) !== 0);
    if (field === "noseRadius" || field === "orientation") return tools.some((tool) => (tool[field] ?? 0) !== 0);
    if (field === "description") return tools.some(({ description }) => Boolean(description));
    if (field === "numbering")
      return (
        numbering === "B" && holds.has("orientation") && tools.some(({ orientation }) => orientation !== undefined)
      );
    return (field === "units" ? units : resolution) !== undefined;
  };
  return OFFSET_FIELDS.filter((field) => {
    if (holds.has(field))
      return field.startsWith("work.") && homeless.some((one) => (one[field.slice(5) as Axis] ?? 0) !== 0);
    return stands(field);
  });
}
