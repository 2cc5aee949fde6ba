import { useState } from "react";
import { href } from "react-router";
import type { Claim } from "../../server/news/claimsRepository.server.ts";
import { pageId, pageIdIfAny } from "./pageId.ts";
import { tellQuietly, useOnLeave, useWhileSeen } from "./useWhileSeen.ts";

const SAY_EVERY_MS = 9000;

/** Other people on a tool, and taking it over. */
export interface OnTool {
  /** The page that is on it, where it is another one. */
  readonly other: Claim | undefined;
  take(): void;
}

/** Says that this page is on a tool, as long as it is open and seen; nothing is said of a page that only looks. */
export function useClaim(
  setupId: string,
  row: string | undefined,
  mayEnter: boolean,
  claims: readonly Claim[],
): OnTool {
  // On a tool since the page came to it.
  const [at, setAt] = useState(() => ({ row, since: new Date().toISOString() }));
  if (at.row !== row) setAt({ row, since: new Date().toISOString() });
  const say = (take: boolean) => {
    if (row !== undefined) tell(setupId, { page: pageId(), row, since: at.since, take });
  };
  useWhileSeen(() => say(false), SAY_EVERY_MS, mayEnter && row !== undefined, `${setupId} ${row}`);
  useOnLeave((left) => tell(left, { page: pageId() }), setupId);
  const other = mayEnter ? claims.find((claim) => claim.row === row && claim.page !== pageIdIfAny()) : undefined;
  return { other, take: () => say(true) };
}

const tell = (setupId: string, body: object): void => tellQuietly(href("/setups/:setupId/here", { setupId }), body);
