import { timingSafeEqual } from "node:crypto";
import { AddressAllowance } from "./addressAllowance.server.ts";

/** Wrong codes of one address in a minute; the code itself is far too long to guess. */
const guesses = new AddressAllowance(10);

/** Whether this is the code that the start has written to the terminal: who can read that may make the first lead. */
export function isFirstCode(typed: string, address: string): boolean {
  const code = process.env.LUVRIT_FIRST_CODE ?? "";
  const [given, wanted] = [Buffer.from(typed.trim().toLowerCase()), Buffer.from(code)];
  // Compared first: somebody else's guesses do not keep the right code out.
  if (code !== "" && given.length === wanted.length && timingSafeEqual(given, wanted)) return true;
  if (guesses.wait(address) === 0) guesses.fail(address);
  return false;
}
