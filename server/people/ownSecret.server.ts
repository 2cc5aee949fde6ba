import { inTransaction, type Pool, type Sql } from "../database/pool.server.ts";
import { audit } from "./auditRepository.server.ts";
import { chooseSecret, SECRET_RULE } from "./peopleRepository.server.ts";
import { endOtherSessions, type SignedIn } from "./sessionRepository.server.ts";
import { attemptSignIn, signInWords, type Trying } from "./signInAttempt.server.ts";

const SECRET_WORDS = "A PIN has 4 to 12 digits, a passphrase at least 10 characters.";

/**
 * Keeps the secret that somebody has chosen for themselves. Somebody who has one already says it first, so that a tablet that
 * was left open cannot be used to sign; that counts as an attempt to sign in. Gives what is wrong, by field.
 */
export async function chooseOwnSecret(
  pool: Pool,
  sql: Sql,
  { person, mustChoose, token }: SignedIn & { readonly token: string },
  typed: { readonly now?: string; readonly secret: string; readonly again: string },
  trying: Trying,
): Promise<Readonly<Record<string, string>> | undefined> {
  if (!SECRET_RULE.test(typed.secret)) return { secret: SECRET_WORDS };
  if (typed.secret !== typed.again) return { again: "This is not the same. Type it again." };
  if (!mustChoose) {
    const result = await attemptSignIn(sql, trying, person.name, typed.now ?? "");
    if (result.outcome === "wrong") return { now: "This is not your present PIN or passphrase." };
    if (result.outcome !== "in") return { now: signInWords(result) };
  }
  if ((await chooseSecret(pool, person.id, typed.secret)) === "same-as-before")
    return { secret: "This is the one that you have now. Choose another." };
  await inTransaction(pool, async (inside) => {
    await endOtherSessions(inside, person.id, token);
    await audit(inside, "secret-changed", person, trying.origin);
  });
  return undefined;
}
