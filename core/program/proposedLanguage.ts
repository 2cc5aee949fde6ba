import type { ControlLanguage } from "../machine/index.ts";
import { withoutComments } from "./withoutComments.ts";

/** A language that a program is written in, with the line that shows it first, counted from 1. */
interface ProposedLanguage {
  readonly language: ControlLanguage;
  readonly line: number;
}

/** Words by which a line gives a language away; each counts once a line. */
const SIGNS: readonly (readonly [language: ControlLanguage, pattern: RegExp])[] = [
  // Subroutines and loops by O words, X as radius or diameter by code.
  [
    "rs-274",
    /^\s*O(?:\d+|<[^>]*>)\s*(?:SUB|ENDSUB|CALL|WHILE|ENDWHILE|REPEAT|IF|ELSE|ENDIF|DO|RETURN)\b|G0*[78](?![\d.P])/i,
  ],
  ["absolute-modes", /G7[789](?![\d.])|G91(?![\d.])|G9[05][^XZUW]*$/i],
  // A box cycle: its code, coordinates and no motion code beside it.
  ["box-cycles", /^(?!.*G0*[0-3](?![\d.]))(?=.*G9[024](?![\d.]))(?=.*[XU])(?=.*[ZW])/i],
  ["box-cycles", /^(?!.*G8)(?=.*G9[89](?![\d.]))(?=.*F)/i],
  ["box-cycles", /^(?=.*G0*[01](?![\d.])).*[UW]\s*[-+]?[\d.]/i],
];
/** Lines that are looked at: a program shows its language early. */
const MOST_LINES = 5000;

/**
 * The language that a program looks to be written in: by what only one of them has, the most frequent first. Undefined where it has
 * nothing of the kind.
 *
 * @example proposeLanguage("G21\nG0 X52. Z2.\nG90 X48. Z-20. F.2") is box-cycles, line 3
 */
export function proposeLanguage(text: string): ProposedLanguage | undefined {
  const found = new Map<ControlLanguage, { count: number; line: number }>();
  let line = 0;
  for (const raw of text.split(/\r\n|\r|\n/, MOST_LINES)) {
    line++;
    const words = withoutComments(raw, true);
    for (const [language, pattern] of SIGNS) {
      if (!pattern.test(words)) continue;
      const known = found.get(language);
      if (known) known.count++;
      else found.set(language, { count: 1, line });
      break;
    }
  }
  // RS-274 shares its modes with the second family: one word of its own decides.
  const own = found.get("rs-274");
  const [first] = [...found].sort(([, a], [, b]) => b.count - a.count);
  if (own && first?.[0] !== "box-cycles") return { language: "rs-274", line: own.line };
  return first && { language: first[0], line: first[1].line };
}
