import { timingSafeEqual } from "node:crypto";
import { RateLimiterMemory } from "rate-limiter-flexible";

/** Guesses that a first start bears before it waits; the code itself is far too long to guess. */
const guesses = new RateLimiterMemory({ points: 10, duration: 60 });

/** Whether this is the code that the start has written to the terminal: who can read that may make the first lead. */
export async function isFirstCode(typed: string): Promise<boolean> {
  const code = process.env.LUVRIT_FIRST_CODE ?? "";
  try {
    await guesses.consume("first");
  } catch (limit) {
    if (limit instanceof Error) throw limit;
    return false;
  }
  const [given, wanted] = [Buffer.from(typed.trim().toLowerCase()), Buffer.from(code)];
  return code !== "" && given.length === wanted.length && timingSafeEqual(given, wanted);
}
