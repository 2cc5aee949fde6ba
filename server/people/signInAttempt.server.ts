import { verify } from "@node-rs/argon2";
import { Slots } from "../concurrency/slots.ts";
import type { Sql } from "../database/pool.server.ts";
import { AddressAllowance } from "./addressAllowance.server.ts";
import { audit, type Origin } from "./auditRepository.server.ts";
import { findSecret, NOBODYS_HASH, spendGivenSecret } from "./peopleRepository.server.ts";
import type { Person } from "./person.server.ts";
import {
  beginAttempt,
  type CountKey,
  endAttempt,
  isKnownDevice,
  keyOfDevice,
  keyOfName,
  keyOfPerson,
  OTHER_DEVICES,
} from "./signInCounts.server.ts";

export type SignIn =
  | { readonly outcome: "in"; readonly person: Person }
  | { readonly outcome: "wrong" }
  /** The secret is right, but a lead has given it for one sign-in, and that has been. */
  | { readonly outcome: "used" }
  | { readonly outcome: "locked"; readonly seconds: number };

const addresses = new AddressAllowance();
/** Checking a secret takes a processor some time on purpose: so many at once, so that pages are served beside it. */
const checks = new Slots(2, 400);
/** Seconds to wait where more want to sign in than are let wait. */
const CROWDED_SECONDS = 5;

/** Who tries: from where, and on which device, if that has a name already. */
export interface Trying {
  readonly origin: Origin;
  readonly device: string | undefined;
}

/**
 * One attempt to sign in with a name and a passphrase or PIN. Held back when an address fails too often, or when the name
 * has on this device; counted before it is checked. An unknown name is handled the same way.
 */
export async function attemptSignIn(sql: Sql, trying: Trying, name: string, secret: string): Promise<SignIn> {
  const { address } = trying.origin;
  const held = (): SignIn | undefined => {
    const seconds = addresses.wait(address);
    return seconds > 0 ? { outcome: "locked", seconds } : undefined;
  };
  return (
    held() ??
    // Asked again inside: of those who waited for their turn, many may have failed meanwhile.
    (await checks.run(async () => held() ?? (await check(sql, trying, name.trim(), secret)))) ?? {
      outcome: "locked",
      seconds: CROWDED_SECONDS,
    }
  );
}

async function check(sql: Sql, { origin, device }: Trying, name: string, secret: string): Promise<SignIn> {
  const found = await findSecret(sql, name);
  const isKnown = await isKnownDevice(sql, device ?? "", found?.person.id ?? "");
  const key: CountKey = {
    name: found ? keyOfPerson(found.person.id) : keyOfName(name),
    device: isKnown && device !== undefined ? keyOfDevice(device) : OTHER_DEVICES,
  };
  const may = await beginAttempt(sql, key);
  if (!may.may) return { outcome: "locked", seconds: may.seconds };
  const isRight = (await verify(found?.hash ?? (await NOBODYS_HASH), secret)) && found !== undefined;
  const lockedFor = await endAttempt(sql, key, isRight);
  if (isRight) {
    if (found.state === "own" || (found.state === "given" && (await spendGivenSecret(sql, found.person.id))))
      return { outcome: "in", person: found.person };
    return { outcome: "used" };
  }
  addresses.fail(origin.address);
  // What was typed as a name may be a passphrase in the wrong field: only a name that is known is written down.
  const about = found?.person ?? { name: "a name that nobody has" };
  await audit(sql, lockedFor > 0 ? "locked-out" : "sign-in-failed", about, origin);
  return lockedFor > 0 ? { outcome: "locked", seconds: lockedFor } : { outcome: "wrong" };
}

/** The message for a failed attempt. */
export function signInWords(result: Exclude<SignIn, { outcome: "in" }>): string {
  switch (result.outcome) {
    case "wrong":
      return "Name and passphrase or PIN do not belong together. Check both.";
    case "used":
      return "This passphrase or PIN was given for one sign-in, and that has been. Ask a lead for a new one.";
    case "locked":
      return `Too many attempts. Wait ${result.seconds} ${result.seconds === 1 ? "second" : "seconds"}, then try again; or ask a lead to unlock your name.`;
  }
}
