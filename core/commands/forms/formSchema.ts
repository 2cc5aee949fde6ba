const id = { type: "string", format: "uuid" } as const;
/** Of a file that comes along with a form: SHA-256 of its bytes, in hexadecimal digits. */
export const fingerprint = { type: "string", pattern: "^[0-9a-f]{64}$" } as const;
const base = { type: "string", pattern: "^[0-9]{1,9}$" } as const;

/** One form: its intent, the command's id, the base it was made on, and what is its own. Every field arrives as text. */
export const form = <const Name extends string, const Required extends readonly string[], const Properties>(
  intent: Name,
  required: Required,
  properties: Properties,
) =>
  ({
    type: "object",
    additionalProperties: false,
    required: ["intent", "id", "base", ...required],
    properties: { intent: { type: "string", const: intent }, id, base, ...properties },
  }) as const;
