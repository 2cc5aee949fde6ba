import type { PerAxis } from "../../core/machine/index.ts";
import { withoutComments } from "../../core/program/index.ts";
import { type Answer, accepted, type Refusal, refused } from "../../core/refusal.ts";

/** One line as the control understood it, numbers as written. */
export interface OffsetBlock {
  readonly text: string;
  readonly motion: "rapid" | "feed" | "home" | undefined;
  /** Programmed coordinates, or machine coordinates after G53. */
  readonly to: Partial<PerAxis<number>>;
  readonly isMachine: boolean;
  readonly units: "mm" | "in" | undefined;
  readonly feedPer: "revolution" | "minute" | undefined;
  readonly feed: number | undefined;
  readonly speed: number | undefined;
  readonly work: string | undefined;
  /** Digits after T. */
  readonly tool: string | undefined;
  readonly spindle: "off" | "forward" | "reverse" | undefined;
}

type BlockCode = "syntax" | "unknown-word";

/**
 * Reads lines in ISO 6983 words: G0 G1 G20 G21 G28 G53 G54…G59 G94 G95, M3 M4 M5, X Y Z F S T, and N, which is passed over.
 * A word that is not known is refused with its line, since a control that skips words moves somewhere else. Motion is modal.
 */
export function readBlocks(text: string): Answer<readonly OffsetBlock[], Refusal<BlockCode>> {
  const blocks: OffsetBlock[] = [];
  let modal: OffsetBlock["motion"];
  for (const [index, raw] of text.split(/\r\n|\r|\n|;/).entries()) {
    const line = withoutComments(raw, false).trim().toUpperCase();
    if (line === "" || line === "%") continue;
    const words = [...line.matchAll(/([A-Z])\s*([+-]?(?:\d+\.?\d*|\.\d+))\s*/g)];
    if (words.map(([whole]) => whole).join("") !== line)
      return refused({
        code: "syntax",
        message: `Line ${index + 1}: “${line}” is not made of words such as G0 or X12.5.`,
      });
    const block = readWords(
      line,
      words.map(([, letter = "", digits = ""]) => [letter, digits]),
    );
    if (typeof block === "string")
      return refused({ code: "unknown-word", message: `Line ${index + 1}: this control does not know ${block}.` });
    modal = block.motion === "home" ? modal : (block.motion ?? modal);
    const moves = block.to.x !== undefined || block.to.y !== undefined || block.to.z !== undefined;
    blocks.push(moves && block.motion === undefined ? { ...block, motion: modal ?? "rapid" } : block);
  }
  return accepted(blocks);
}

const NOTHING: Omit<OffsetBlock, "text"> = {
  motion: undefined,
  to: {},
  isMachine: false,
  units: undefined,
  feedPer: undefined,
  feed: undefined,
  speed: undefined,
  work: undefined,
  tool: undefined,
  spindle: undefined,
};

/** A block, or the first word that means nothing. */
function readWords(text: string, words: readonly (readonly [string, string])[]): OffsetBlock | string {
  let block: OffsetBlock = { text, ...NOTHING };
  for (const [letter, digits] of words) {
    const value = Number(digits);
    const change = letter === "G" ? ofG(value) : letter === "M" ? ofM(value) : ofOther(letter, digits);
    if (!change) return `${letter}${digits}`;
    block = { ...block, ...change, to: { ...block.to, ...change.to } };
  }
  return block;
}

function ofG(value: number): Partial<OffsetBlock> | undefined {
  if (value >= 54 && value <= 59 && Number.isInteger(value)) return { work: `G${value}` };
  switch (value) {
    case 0:
      return { motion: "rapid" };
    case 1:
      return { motion: "feed" };
    case 20:
      return { units: "in" };
    case 21:
      return { units: "mm" };
    case 28:
      return { motion: "home" };
    case 53:
      return { isMachine: true };
    case 90:
      return {};
    case 94:
      return { feedPer: "minute" };
    case 95:
      return { feedPer: "revolution" };
    default:
      // Every other code: this control does not know it, and says so.
      return undefined;
  }
}

function ofM(value: number): Partial<OffsetBlock> | undefined {
  if (value === 3) return { spindle: "forward" };
  if (value === 4) return { spindle: "reverse" };
  return value === 5 ? { spindle: "off" } : undefined;
}

function ofOther(letter: string, digits: string): Partial<OffsetBlock> | undefined {
  switch (letter) {
    case "X":
    case "Y":
    case "Z":
      return { to: { [letter.toLowerCase()]: Number(digits) } };
    case "F":
      return { feed: Number(digits) };
    case "S":
      return { speed: Number(digits) };
    case "T":
      return /^\d+$/.test(digits) ? { tool: digits } : undefined;
    case "N":
      return {};
    default:
      // Every other letter: this control does not know it, and says so.
      return undefined;
  }
}
