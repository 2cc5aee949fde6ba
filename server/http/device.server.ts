const KINDS: readonly (readonly [RegExp, string])[] = [
  [/iPad|Tablet|Android(?!.*Mobile)/i, "tablet"],
  [/Mobi|iPhone|Android/i, "phone"],
];

/** What stands beside the machine, as far as a browser says: for the ledger's reader, nothing depends on it. */
export function deviceOf(request: Request): string {
  const agent = request.headers.get("User-Agent") ?? "";
  return KINDS.find(([pattern]) => pattern.test(agent))?.[1] ?? "computer";
}
