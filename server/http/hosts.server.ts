import net from "node:net";
import { reachableAddresses } from "../launch/addresses.server.ts";

/** The names in LUVRIT_HOSTS are not written as they must be. */
export class BadHosts extends Error {}

/** The names under which this server may be opened, as LUVRIT_HOSTS lists them with commas; lower case. */
export function acceptedHosts(text = process.env.LUVRIT_HOSTS ?? ""): readonly string[] {
  const names = text
    .split(",")
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== "");
  for (const name of names)
    if (name.length > 253 || !/^[a-z0-9-]+(?:\.[a-z0-9-]+)*$/.test(name))
      throw new BadHosts(
        `LUVRIT_HOSTS: “${name}” is no host name. Expected names without port, with commas between: luvrit.shop.example,lathes`,
      );
  return names;
}

/** The name in a request's Host, without its port and brackets; undefined where it is none. */
function nameOf(host: string): string | undefined {
  const [, name] = /^(\[[0-9a-f:.]{2,45}\]|[a-z0-9.-]{1,253})(?::\d{1,5})?$/i.exec(host) ?? [];
  return name?.replace(/^\[|\]$/g, "").toLowerCase();
}

const isLoopback = (name: string) => name === "localhost" || name === "::1" || /^127(?:\.\d{1,3}){3}$/.test(name);

/**
 * Whether a request may name this server so. A page of a stranger can have its own name lead to this machine; the browser
 * then sends that name, and it is not one of these: loopback, this machine's own addresses, and names that were set.
 */
export function isAcceptedHost(
  host: string | undefined,
  names: readonly string[] = acceptedHosts(),
  ownAddresses: readonly string[] = reachableAddresses(),
): boolean {
  const name = host === undefined ? undefined : nameOf(host);
  if (name === undefined) return false;
  if (isLoopback(name) || names.includes(name) || name === process.env.LUVRIT_HOST?.toLowerCase()) return true;
  return net.isIP(name) !== 0 && ownAddresses.includes(name);
}
