import { createHash } from "node:crypto";

/** A UUID that is the same for the same words, so that what is made from them twice is one. */
export function stableId(words: string): string {
  const hex = createHash("sha256").update(`luvrit demo ${words}`).digest("hex");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
