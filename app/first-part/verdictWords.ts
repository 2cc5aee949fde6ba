import type { PartVerdict } from "../../core/correction/index.ts";

/** What the pattern of an offset's features says, and what to do about it. */
export const VERDICT_WORDS: Readonly<Record<PartVerdict, { readonly title: string; readonly todo: string }>> = {
  offset: { title: "One offset error", todo: "All features of this offset are off alike: correct the offset." },
  nose: {
    title: "Nose radius or orientation",
    todo: "Diameters are right, tapers and arcs are not. Check radius and tip orientation in the table, then the insert.",
  },
  "push-off": {
    title: "Push-off or a worn insert",
    todo: "Outside and bores are off in opposite ways. Take a spring cut or a new edge, then measure again.",
  },
  taper: {
    title: "Taper",
    todo: "The error grows along Z: alignment, overhang or a tailstock. No offset mends it; correct in the program.",
  },
  "centre-height": {
    title: "Centre height",
    todo: "Small diameters are off most: the tip does not stand on centre. Set its height, then touch again.",
  },
  scale: { title: "Grows with the diameter", todo: "Look at the scale of X, or at warm parts." },
  inconsistent: {
    title: "No pattern",
    todo: "These measurements do not fit together. Measure again before anything is corrected.",
  },
  "own-size": {
    title: "The tool's own size",
    todo: "This tool makes its own diameter: no offset changes it. Look at the tool, its edge and its run-out.",
  },
  "one-tool": {
    title: "One tool makes both ends",
    todo: "Both ends of this length are made with this offset, so no offset changes it. Look at the program, a blade's width, or what moved between the two cuts.",
  },
  tied: {
    title: "Two offsets, one length",
    todo: "What was measured only says how this offset stands to another one. Measure one of their walls from the face.",
  },
};
