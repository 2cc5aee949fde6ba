import { type Answer, accepted, refused } from "../refusal.ts";

/** Largest program that is taken in, bytes: some three hundred thousand lines. */
export const LARGEST_PROGRAM = 12_000_000;

/** How many characters are put together at once: each is an argument of its own. */
const PIECE = 0x8000;

/** A program's bytes as text, each byte one character (ISO 8859-1), so that nothing of a foreign encoding is lost. */
export function textOfBytes(content: Uint8Array): string {
  let text = "";
  for (let at = 0; at < content.length; at += PIECE)
    text += String.fromCharCode(...content.subarray(at, Math.min(at + PIECE, content.length)));
  return text;
}

/** The text of a file that is chosen as a program; refused where it is empty, larger than is taken in, or no text. */
export function textOfProgram(content: Uint8Array): Answer<string> {
  if (content.length === 0)
    return refused({ code: "empty", message: "This file is empty. Choose the program's file." });
  if (content.length > LARGEST_PROGRAM)
    return refused({
      code: "too-large",
      message: `This file has ${megabytes(content.length)} MB; a program may have ${megabytes(LARGEST_PROGRAM)} MB.`,
    });
  if (looksBinary(content))
    return refused({ code: "not-text", message: "This file is not text. Choose the program as the control reads it." });
  return accepted(textOfBytes(content));
}

const megabytes = (bytes: number) => (bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0);

/** A text has hardly any control characters but line ends and tabs; what is no text has them everywhere. */
function looksBinary(content: Uint8Array): boolean {
  const sample = content.subarray(0, 4096);
  const odd = sample.filter((code) => code < 32 && code !== 9 && code !== 10 && code !== 13).length;
  return odd > sample.length / 50;
}

/** The file's own name without any path, at most as long as a name is kept. */
export const programName = (name: string): string =>
  (name.split(/[/\\]/).pop() ?? "").replace(/[^\x20-\x7e]/g, "").slice(0, 80) || "program.nc";
