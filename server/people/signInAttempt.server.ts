import { RateLimiterMemory } from "rate-limiter-flexible";
import { sql } from "../context.server.ts";
import { audit, type Whence } from "./auditRepository.server.ts";
import { type SignIn, signIn } from "./peopleRepository.server.ts";

/** Attempts from one address in a minute, whoever they name. Per process; the lock of a name lives in the database. */
const perAddress = new RateLimiterMemory({ points: 20, duration: 60 });

/** One attempt to sign in, held back when an address tries too often; what fails is kept for the lead to see. */
export async function attemptSignIn(whence: Whence, name: string, secret: string): Promise<SignIn> {
  const result = await attempt(whence.address, name.trim(), secret);
  // The name as it was typed may be a passphrase in the wrong field: only a name that is known is written down.
  if (result.outcome !== "in" && result.known)
    await audit(sql(), result.outcome === "locked" ? "locked-out" : "sign-in-failed", { name: result.known }, whence);
  return result;
}

async function attempt(address: string, name: string, secret: string): Promise<SignIn> {
  try {
    await perAddress.consume(address || "unknown");
  } catch (limit) {
    if (limit instanceof Error) throw limit;
    return { outcome: "locked", seconds: Math.ceil((limit as { msBeforeNext: number }).msBeforeNext / 1000) };
  }
  return signIn(sql(), name, secret);
}
