import { type ListValues, listSchemas, type ReadList, type SetupForm, setupForms } from "../../core/commands/index.ts";
import { validator } from "../validation/validate.server.ts";

/** Holds a form of a setup's stages against its schema. */
export const readSetupForm = validator<SetupForm>({
  type: "object",
  properties: { intent: { type: "string" } },
  required: ["intent"],
  // By its intent a form is held against its own schema alone, not against each of the others too.
  discriminator: { propertyName: "intent" },
  oneOf: Object.values(setupForms),
});

const lists = new Map(Object.entries(listSchemas).map(([name, schema]) => [name, validator(schema)]));

/** Reads a list that travels as text against its schema; undefined for anything else. */
export const readList: ReadList = <Name extends keyof ListValues>(name: Name, text: string) => {
  try {
    const read = lists.get(name)?.(JSON.parse(text));
    return read?.ok ? (read.value as ListValues[Name]) : undefined;
  } catch (failure) {
    if (failure instanceof SyntaxError) return undefined;
    throw failure;
  }
};
