import os from "node:os";

export const LOOPBACK: readonly string[] = ["127.0.0.1", "::1", "localhost"];

/** The addresses of this machine that others can reach, IPv4 first. */
export const reachableAddresses = (): readonly string[] =>
  Object.values(os.networkInterfaces())
    .flatMap((interfaces) => interfaces ?? [])
    // A link-local address of IPv6 means something only together with an interface of the asking machine.
    .filter(({ internal, address }) => !internal && !/^fe80:/i.test(address))
    .sort((a, b) => a.family.localeCompare(b.family))
    .map(({ address }) => address);

/** The addresses under which a server that listens on `host` can be opened in a browser, this machine's own last. */
export function openableAddresses(host: string, port: number, reachable = reachableAddresses()): readonly string[] {
  const url = (address: string) => `http://${address.includes(":") ? `[${address}]` : address}:${port}`;
  if (host === "0.0.0.0") return [...reachable.filter((address) => !address.includes(":")), "127.0.0.1"].map(url);
  if (host === "::") return [...reachable, "127.0.0.1"].map(url);
  return [url(host)];
}
