import { validator } from "../validation/validate.server.ts";

/** Reads a list that travels as text; undefined for anything that is not one. */
export function listValidator<Value>(schema: object): (text: string) => Value | undefined {
  const validate = validator<Value>(schema);
  return (text) => {
    try {
      const read = validate(JSON.parse(text));
      return read.ok ? read.value : undefined;
    } catch (failure) {
      if (failure instanceof SyntaxError) return undefined;
      throw failure;
    }
  };
}
