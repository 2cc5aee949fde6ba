import type { NumberedSection } from "./survey.ts";

/**
 * The subprogram that a call means: by its number, or with how often in front of it (`P31000` is 1000, three times).
 * Undefined where the file has no such program.
 */
export function calledSection(
  sections: ReadonlyMap<number, NumberedSection>,
  program: number,
  times: number,
): { readonly section: NumberedSection; readonly times: number } | undefined {
  const section = sections.get(program);
  if (section) return { section, times };
  const short = sections.get(program % 10_000);
  return program > 9999 && short ? { section: short, times: Math.floor(program / 10_000) } : undefined;
}
