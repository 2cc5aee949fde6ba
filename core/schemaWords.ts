import { counted } from "./counted.ts";

/** What a schema refuses, as a validator of JSON schemas says it. */
interface SchemaFault {
  readonly keyword: string;
  readonly params: Readonly<Record<string, unknown>>;
}

/** What a value must be, in words: the rest of a sentence that begins with the field's name. */
const SAYS: Readonly<Record<string, (params: Readonly<Record<string, unknown>>) => string>> = {
  required: () => "is missing",
  type: ({ type }) =>
    `is not ${[type]
      .flat()
      .map((one) => TYPES[String(one)] ?? String(one))
      .join(" or ")}`,
  minimum: ({ limit }) => `is less than ${limit}`,
  exclusiveMinimum: ({ limit }) => `is not above ${limit}`,
  maximum: ({ limit }) => `is more than ${limit}`,
  exclusiveMaximum: ({ limit }) => `is not below ${limit}`,
  multipleOf: ({ multipleOf }) => `is not a multiple of ${multipleOf}`,
  minLength: ({ limit }) => (limit === 1 ? "is empty" : `has fewer than ${counted(Number(limit), "character")}`),
  maxLength: ({ limit }) => `has more than ${counted(Number(limit), "character")}`,
  minItems: ({ limit }) =>
    limit === 1 ? "is an empty list" : `has fewer than ${counted(Number(limit), "entry", "entries")}`,
  maxItems: ({ limit }) => `has more than ${counted(Number(limit), "entry", "entries")}`,
  maxProperties: ({ limit }) => `has more than ${counted(Number(limit), "field")}`,
  uniqueItems: () => "has an entry twice",
  pattern: () => "is not written as it is expected",
  format: ({ format }) => `is not ${FORMATS[String(format)] ?? "written as it is expected"}`,
  enum: ({ allowedValues }) => `is none of ${listed(allowedValues)}`,
  const: ({ allowedValue }) => `is not ${String(allowedValue)}`,
  additionalProperties: ({ additionalProperty }) => `has a field that is not known: ${String(additionalProperty)}`,
  discriminator: ({ tag }) => `does not say of which kind it is, in ${String(tag)}`,
  oneOf: () => "is of no kind that is known",
  anyOf: () => "is of no kind that is known",
};
const TYPES: Readonly<Record<string, string>> = {
  string: "a text",
  number: "a number",
  integer: "a whole number",
  boolean: "true or false",
  object: "an object",
  array: "a list",
  null: "empty",
};
const FORMATS: Readonly<Record<string, string>> = {
  uuid: "an id",
  date: "a date such as 2026-03-31",
  "date-time": "a moment such as 2026-03-31T08:00:00Z",
};
/** Values that are named at most. */
const MOST = 8;

function listed(values: unknown): string {
  const all = Array.isArray(values) ? values.map(String) : [];
  return all.length > MOST ? `the ${all.length} values that are known` : all.join(", ");
}

/**
 * What a schema refused of a field, in plain words, without the field's name; the validator's own words never reach a person. A keyword that is not
 * known is "not valid". No unit: limits are those of the schema.
 */
export const schemaWords = ({ keyword, params }: SchemaFault): string => SAYS[keyword]?.(params) ?? "is not valid";
