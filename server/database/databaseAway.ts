/** Why the database cannot do what it was asked for, as far as the person at the machine is concerned. */
type AwayReason = "unreachable" | "full" | "read-only" | "busy";

/** An outage of the database: nothing was damaged, and what was asked for may be asked again. */
export class DatabaseAway extends Error {
  constructor(
    readonly reason: AwayReason,
    cause: unknown,
  ) {
    super(AWAY_WORDS[reason], { cause });
  }
}

/** What a person is told: what is wrong, what holds, what to do. */
export const AWAY_WORDS: Readonly<Record<AwayReason, string>> = {
  unreachable: "The database does not answer. What you typed is kept on this device; it is sent as soon as it can be.",
  full: "The server's disk is full, so nothing more can be recorded. What you typed is kept on this device. Tell the server's administrator.",
  "read-only":
    "The server's disk takes no changes, so nothing can be recorded. What you typed is kept on this device. Tell the server's administrator.",
  busy: "The server has more to do than it can. What you typed is kept on this device; it is sent as soon as it can be.",
};

const REASONS: readonly (readonly [AwayReason, readonly string[]])[] = [
  [
    "unreachable",
    [
      "ECONNREFUSED",
      "ECONNRESET",
      "ETIMEDOUT",
      "EPIPE",
      "ENOTFOUND",
      "EHOSTUNREACH",
      "ENETUNREACH",
      "ENOENT",
      "PROTOCOL_CONNECTION_LOST",
      "PROTOCOL_SEQUENCE_TIMEOUT",
      "ER_SERVER_SHUTDOWN",
      "ER_NORMAL_SHUTDOWN",
      "ER_NEW_ABORTING_CONNECTION",
      "ER_ABORTING_CONNECTION",
      "ER_CONNECTION_KILLED",
      "ER_QUERY_INTERRUPTED",
      // A cluster's node that is not in it, or not yet.
      "ER_UNKNOWN_COM_ERROR",
      "ER_LOCK_WSREP_NOT_READY",
    ],
  ],
  // Above 100 it is the engine's own number of a failed write, behind a general name.
  ["full", ["ER_DISK_FULL", "ER_RECORD_FILE_FULL", "ER_ERROR_ON_WRITE", "ER_TEMP_FILE_WRITE_FAILURE", "ENOSPC"]],
  ["read-only", ["ER_OPTION_PREVENTS_STATEMENT", "ER_OPEN_AS_READONLY", "ER_READ_ONLY_MODE", "EROFS"]],
  [
    "busy",
    [
      "ER_CON_COUNT_ERROR",
      "ER_TOO_MANY_USER_CONNECTIONS",
      "ER_LOCK_DEADLOCK",
      "ER_LOCK_WAIT_TIMEOUT",
      "ER_STATEMENT_TIMEOUT",
      "POOL_ENQUEUELIMIT",
    ],
  ],
];

/** The outage that a failure of the driver is; undefined where it is none, but a fault of ours. */
export function awayReason(failure: unknown): AwayReason | undefined {
  const { code, message, errno } = failure as { code?: string; message?: string; errno?: number };
  if (message === "Queue limit reached.") return "busy";
  if (/closed state|connection is closed|Pool is closed/i.test(message ?? "")) return "unreachable";
  // No space left, seen by the engine: error 28 within a general error.
  if (errno === 1030 && /\b28\b/.test(message ?? "")) return "full";
  if (errno === 1030 && /\b30\b/.test(message ?? "")) return "read-only";
  // A node outside of its cluster.
  if (errno === 1047) return "unreachable";
  return REASONS.find(([, codes]) => code !== undefined && codes.includes(code))?.[0];
}
