import type { MachineProfile } from "../machine/index.ts";

/**
 * A program as the file that this machine's control wants: percent signs before and after or none, its own line ends, one
 * line end at the last line. Nothing inside is changed. A machine that says nothing gets the text as it is.
 */
export function programFile(
  name: string,
  text: string,
  { programFile: wanted }: Pick<MachineProfile, "programFile">,
): { readonly name: string; readonly text: string } {
  if (!wanted) return { name, text };
  const lines = text
    .replace(/^\uFEFF/, "")
    .split(/\r\n|\r|\n/)
    .map((line) => line.trimEnd());
  const body = trimPercents(lines);
  const whole = wanted.percent ? ["%", ...body, "%"] : body;
  const lineEnd = wanted.lineEnd === "crlf" ? "\r\n" : "\n";
  return { name: `${stem(name)}${wanted.ending}`, text: whole.map((line) => line + lineEnd).join("") };
}

/** The lines between the percent signs, without empty ones around them. What stands behind the closing sign is no program. */
function trimPercents(lines: readonly string[]): readonly string[] {
  const first = lines.findIndex((line) => line.trim() !== "");
  const hasOpening = lines[first]?.trim() === "%";
  const from = first < 0 ? lines.length : first + (hasOpening ? 1 : 0);
  const closing = lines.findIndex((line, index) => index >= from && line.trim() === "%");
  const body = lines.slice(from, closing < 0 ? lines.length : closing);
  while (body.at(-1) === "") body.pop();
  return body;
}

/** The name without its ending, and without anything that a file's name cannot have. */
function stem(name: string): string {
  const plain = name.replace(/\.[A-Za-z0-9]{1,8}$/, "").replace(/[^A-Za-z0-9_-]+/g, "-");
  // Hyphens stand alone by now.
  return plain.replace(/-{2,}/g, "-").replace(/^-|-$/g, "") || "program";
}
