import { RateLimiterMemory } from "rate-limiter-flexible";
import { sql } from "../context.server.ts";
import { type SignIn, signIn } from "./peopleRepository.server.ts";

/** Attempts from one address in a minute, whoever they name. Per process; the lock of a name lives in the database. */
const perAddress = new RateLimiterMemory({ points: 20, duration: 60 });

/** One attempt to sign in, held back when an address tries too often. */
export async function attemptSignIn(address: string, name: string, secret: string): Promise<SignIn> {
  try {
    await perAddress.consume(address || "unknown");
  } catch (limit) {
    if (limit instanceof Error) throw limit;
    return { outcome: "locked", seconds: Math.ceil((limit as { msBeforeNext: number }).msBeforeNext / 1000) };
  }
  return signIn(sql(), name.trim(), secret);
}
