/**
 * How a program writes its tool calls.
 *
 * - `halves`: station first, offset behind it, both with as many digits: `T11`, `T0101`, `T001001`; zeros in front may be
 *   left out (`T101`). With `wear`, as many digits behind them name a wear offset: `T010101`.
 * - `number`: the tool's number alone; its offset is called separately (`D`, `H`) and is the tool's own until it is.
 */
export type CallForm =
  | { readonly kind: "halves"; readonly digits: 1 | 2 | 3; readonly wear?: 2 }
  | { readonly kind: "number" };

/** Station and offset of one call, without zeros in front; `0` is none. */
export interface StationAndOffset {
  readonly station: string;
  readonly offset: string;
}

/** What of a whole program decides the form of its calls. */
export interface CallSurvey {
  /** Most digits that stand behind a T. */
  readonly longest: number;
  /** True where a call of two digits begins with 0 and names a tool, such as `T05`. */
  readonly leadingZero: boolean;
  /** True where offsets are called by words of their own, or tools are changed by M6. */
  readonly separate: boolean;
}

/** What a machine says about it; both may be absent. */
interface CallMachine {
  readonly toolCall?: "station-and-offset" | "offset-only";
  readonly offsetDigits?: number;
}

/**
 * The form of a program's calls: by its longest call; two digits alone are a number where the program calls offsets
 * separately or writes `T05`, or the machine says so, and two halves otherwise.
 *
 * @example callFormOf({ longest: 4, leadingZero: false, separate: false }) is halves of two digits
 */
export function callFormOf({ longest, leadingZero, separate }: CallSurvey, machine: CallMachine = {}): CallForm {
  if (longest >= 5 && machine.offsetDigits === 2) return { kind: "halves", digits: 2, wear: 2 };
  if (longest >= 5) return { kind: "halves", digits: 3 };
  if (longest >= 3) return { kind: "halves", digits: machine.offsetDigits === 3 && longest > 3 ? 3 : 2 };
  if (separate || leadingZero || longest < 2 || machine.toolCall === "offset-only") return { kind: "number" };
  return { kind: "halves", digits: 1 };
}

/**
 * Reads the digits behind a T. A call in halves whose station is left out (`T3` where calls are written `T0303`) names
 * offset 3 for the tool that is in place: station `0`.
 *
 * @example readToolCall("0717", { kind: "halves", digits: 2 }) is station 7, offset 17
 */
export function readToolCall(digits: string, form: CallForm): StationAndOffset {
  if (form.kind === "number") return { station: plain(digits), offset: plain(digits) };
  const bare = form.wear ? digits.slice(0, -form.wear) : digits;
  return { station: plain(bare.slice(0, -form.digits)), offset: plain(bare.slice(-form.digits)) };
}

/**
 * Writes a call as the one that it replaces was written: with at least as many digits.
 *
 * @example writeToolCall({ station: "7", offset: "17" }, { kind: "halves", digits: 2 }, 4) === "0717"
 */
export function writeToolCall({ station, offset }: StationAndOffset, form: CallForm, width: number): string {
  const both = form.kind === "number" ? station : station + offset.padStart(form.digits, "0");
  // The wear offset goes with the geometry offset.
  const digits = form.kind === "halves" && form.wear ? both + offset.padStart(form.wear, "0") : both;
  return digits.padStart(width, "0");
}

/** Without zeros in front. */
const plain = (digits: string) => String(Number(digits));
