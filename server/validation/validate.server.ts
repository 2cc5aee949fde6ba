import { Ajv, type ErrorObject, type ValidateFunction } from "ajv";
import addFormats from "ajv-formats";
import { ENTRY_KINDS, type EntryKind, payloadSchemas } from "../../core/ledger/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../../core/refusal.ts";
import { schemaWords } from "../../core/schemaWords.ts";

const ajv = new Ajv({ allErrors: true, strict: true, allowUnionTypes: true, discriminator: true });
addFormats.default(ajv);

/** What a schema refused, by field (a path such as `stock/diameter`; empty for the whole). */
export interface SchemaRefusal extends Refusal<"schema"> {
  readonly fields: Readonly<Record<string, string>>;
}

/**
 * A validator that answers with the typed value, or with messages by field. The schema is compiled at the first use: all of
 * them together take most of a second, which a command that validates nothing need not wait for.
 */
export function validator<Value>(schema: object): (json: unknown) => Answer<Value, SchemaRefusal> {
  let validate: ValidateFunction | undefined;
  return (json) => {
    validate ??= ajv.compile(schema);
    return validate(json) ? accepted(json as Value) : refused(refusalOf(validate.errors ?? []));
  };
}

const payloadValidators = Object.fromEntries(
  ENTRY_KINDS.map((kind) => [kind, validator(payloadSchemas[kind])]),
) as unknown as Record<EntryKind, (json: unknown) => Answer<unknown, SchemaRefusal>>;

/** Checks the payload of a ledger entry against the schema of its kind. */
export function validatePayload(kind: EntryKind, payload: unknown): Answer<unknown, SchemaRefusal> {
  return payloadValidators[kind](payload);
}

function refusalOf(errors: readonly ErrorObject[]): SchemaRefusal {
  const fields: Record<string, string> = {};
  for (const error of errors) {
    const missing =
      error.keyword === "required" ? `/${(error.params as { missingProperty: string }).missingProperty}` : "";
    fields[`${error.instancePath}${missing}`.slice(1)] ??= schemaWords(error);
  }
  const [first] = Object.entries(fields);
  return { code: "schema", message: first ? `${first[0] || "The whole"} ${first[1]}.` : "Not valid.", fields };
}
