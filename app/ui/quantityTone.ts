import type { Quantity } from "../../core/touch/index.ts";
import type { Token } from "./tokens.ts";

/** The one colour of each quantity, on the drawing, in the ladder and in the table alike. */
export const QUANTITY_TONE: Readonly<Record<Quantity, Token>> = {
  machine: "machine",
  measured: "measured",
  spacer: "spacer",
  tool: "tool",
  offset: "quiet",
};
