import { AXIS_NAME, isAxis } from "../machine/index.ts";
import type { Unit } from "../units/index.ts";
import type { OffsetField } from "./offsetFile.ts";
import { fieldsOfAxes, OFFSET_FIELDS } from "./offsetFile.ts";

/** What a column of a table can hold: a field of a row, or the name that the row is matched by. */
export type CsvField = Exclude<OffsetField, "numbering" | "units" | "resolution"> | "offset" | "work";
export const CSV_FIELDS: readonly CsvField[] = [
  "offset",
  ...fieldsOfAxes("geometry"),
  ...fieldsOfAxes("wear"),
  "noseRadius",
  "orientation",
  "description",
  "work",
  ...fieldsOfAxes("work"),
];

/** Words of columns that are not called by their field. */
const WORDS: Readonly<Partial<Record<CsvField, string>>> = {
  noseRadius: "nose radius",
  orientation: "tip orientation",
  work: "work offset",
};
/** Column heads as they are written; lengths get their unit behind. */
export const csvHead = (field: CsvField): string => {
  const [kind, axis] = field.split(".");
  return isAxis(axis) ? `${kind} ${AXIS_NAME[axis]}` : (WORDS[field] ?? field);
};

/** A field that is a length, and so has a unit. */
export const isLength = (field: CsvField): boolean => field.includes(".") || field === "noseRadius";

/** What is guessed of a foreign column by its head: the field, and the unit if it names one. */
interface ColumnGuess {
  readonly field: CsvField | undefined;
  readonly unit: Unit | undefined;
}

/** Words that shops write over such columns; the first pattern that fits the words of a head says what it is. */
const HEADS: readonly (readonly [RegExp, CsvField])[] = [
  [/^(wear x|x wear|xw|dx)$/, "wear.x"],
  [/^(wear y|y wear|yw|dy)$/, "wear.y"],
  [/^(wear z|z wear|zw|dz)$/, "wear.z"],
  [/^(work x|x work|work offset x)$/, "work.x"],
  [/^(work y|y work|work offset y)$/, "work.y"],
  [/^(work z|z work|work offset z)$/, "work.z"],
  [/^(work|work offset|work offset name|work coordinate)$/, "work"],
  [/^(geometry x|x geometry|x geo|geo x|x offset|offset x|x)$/, "geometry.x"],
  [/^(geometry y|y geometry|y geo|geo y|y offset|offset y|y)$/, "geometry.y"],
  [/^(geometry z|z geometry|z geo|geo z|z offset|offset z|z)$/, "geometry.z"],
  [/^(nose radius|radius|tip radius|corner radius|r)$/, "noseRadius"],
  [/^(tip orientation|orientation|tip|tip code|tip direction|quadrant|q)$/, "orientation"],
  [/^(description|name|tool|tool name|comment|remark|note)$/, "description"],
  [/^(offset|offset number|offset no|no|nr|number|t|tool number|tool no|row)$/, "offset"],
];
const UNITS: readonly (readonly [RegExp, Unit])[] = [
  [/\b(mm|millimetres?|millimeters?)\b/, "mm"],
  [/\b(in|inch|inches)\b|["″]/, "in"],
];

/** Reads one head: `X-Geometry (mm)` is the geometry of X in millimetres. */
export function guessColumn(head: string): ColumnGuess {
  const lower = head.toLowerCase();
  const unit = UNITS.find(([pattern]) => pattern.test(lower))?.[1];
  const words = lower
    .replace(/\b(mm|millimetres?|millimeters?|in|inch|inches|dia|diameter)\b|["″⌀ø]/g, " ")
    .replace(/[^a-z0-9]+/g, " ")
    .trim();
  return { field: HEADS.find(([pattern]) => pattern.test(words))?.[1], unit };
}

/** Fields of a table that columns can hold. */
export const CSV_HOLDS = OFFSET_FIELDS.filter((field) => field !== "numbering" && field !== "resolution");
