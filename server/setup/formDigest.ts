import { createHash } from "node:crypto";

/**
 * What a form says, as one number: SHA-256 of its fields in the order of their names. The base is left out, since a form
 * that is sent again after a question is the same form on newer knowledge.
 */
export function digestOf(form: object): string {
  const fields = Object.entries(form)
    .filter(([name]) => name !== "base")
    .sort(([a], [b]) => (a < b ? -1 : 1));
  return createHash("sha256").update(JSON.stringify(fields)).digest("hex");
}
