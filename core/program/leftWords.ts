import type { LeftWhy } from "./programReading.ts";

const WORDS: Readonly<Record<LeftWhy, string>> = {
  "unknown-value": "its value is known at the machine alone",
  "unknown-position": "where it begins is not known",
  missing: "what it calls is not in this file",
  recursion: "it calls itself",
  limit: "it repeats without end",
  unsupported: "it is not carried out here",
};

/** Why a word of a program is not carried out, as a person reads it. */
export const leftWords = (why: LeftWhy): string => WORDS[why];
