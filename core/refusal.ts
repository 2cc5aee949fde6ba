/**
 * A refusal is an expected "no" to what somebody typed or asked for. It is a value, never thrown, and travels
 * unchanged from the core to the field, the command line or the HTTP answer where it belongs.
 */
export interface Refusal<Code extends string = string> {
  readonly code: Code;
  /** One plain sentence or two: what is wrong with which value, what was expected, what to do. */
  readonly message: string;
  /** Index of the first offending character in the text as typed, counted from 0. */
  readonly at?: number;
}

/** Either a value or the refusal that stands in its place. */
export type Answer<Value, Reason extends Refusal = Refusal> =
  | { readonly ok: true; readonly value: Value }
  | { readonly ok: false; readonly refusal: Reason };

/** The answer of a function that could do what it was asked. */
export const accepted = <Value>(value: Value): { readonly ok: true; readonly value: Value } => ({ ok: true, value });

/** The answer of a function that could not, with the reason; nothing is thrown. */
export const refused = <Reason extends Refusal>(refusal: Reason): { readonly ok: false; readonly refusal: Reason } => ({
  ok: false,
  refusal,
});

/** Thrown where the program itself is at fault; never for something a person typed. */
export function invariant(condition: unknown, message: string): asserts condition {
  if (!condition) throw new Error(`Invariant broken: ${message}`);
}
