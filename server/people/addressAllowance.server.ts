import net from "node:net";

/** Wrong attempts of one address in a minute, of any name. Right ones count for nothing: a shop signs in at once. */
const MOST_FAILED = 20;
const WINDOW_MS = 60_000;
/** So many addresses are kept account of; beyond that the oldest is forgotten. */
const MOST_ADDRESSES = 20_000;

/**
 * What counts as one address: an IPv4 address, or the first 64 bits of an IPv6 one, of which one household or firm has all
 * the rest to itself.
 */
export function addressKey(address: string): string {
  const mapped = /^::ffff:(\d{1,3}(?:\.\d{1,3}){3})$/i.exec(address)?.[1];
  if (mapped !== undefined) return mapped;
  if (net.isIPv6(address)) {
    const [head = "", tail] = (address.split("%")[0] ?? "").toLowerCase().split("::");
    const groups = head === "" ? [] : head.split(":");
    const behind = tail === undefined || tail === "" ? [] : tail.split(":");
    // An address that ends in dotted digits has one group less to show.
    const missing = tail === undefined ? 0 : 8 - groups.length - behind.length - (behind.at(-1)?.includes(".") ? 1 : 0);
    const all = [...groups, ...Array<string>(Math.max(0, missing)).fill("0"), ...behind];
    return `${all
      .slice(0, 4)
      .map((group) => group.replace(/^0+(?=.)/, ""))
      .join(":")}::/64`;
  }
  return address === "" ? "unknown" : address;
}

/** Counts failures by address; per process, the lock of a name stands in the database. */
export class AddressAllowance {
  private readonly failed = new Map<string, readonly number[]>();
  constructor(
    private readonly most = MOST_FAILED,
    private readonly clock: () => number = Date.now,
  ) {}

  /** Seconds until this address may try again; 0 where it may now. */
  wait(address: string): number {
    const recent = this.recent(address);
    const [first] = recent;
    if (first === undefined || recent.length < this.most) return 0;
    return Math.max(1, Math.ceil((first + WINDOW_MS - this.clock()) / 1000));
  }

  fail(address: string): void {
    const key = addressKey(address);
    const recent = [...this.recent(address), this.clock()].slice(-this.most);
    this.failed.delete(key);
    this.failed.set(key, recent);
    const [oldest] = this.failed.keys();
    if (this.failed.size > MOST_ADDRESSES && oldest !== undefined) this.failed.delete(oldest);
  }

  private recent(address: string): readonly number[] {
    const since = this.clock() - WINDOW_MS;
    return (this.failed.get(addressKey(address)) ?? []).filter((at) => at > since);
  }
}
