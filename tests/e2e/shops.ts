/** One port for each shop: a server, a database and demo data of its own. As many stories are told at a time. */
const PORTS = (process.env.LUVRIT_E2E_PORTS ?? "4691,4692").split(",").map(Number);

export const SHOPS = PORTS.length;

export function shopPort(shop: number): number {
  const port = PORTS[shop];
  if (port === undefined) throw new Error(`There are ${SHOPS} shops, none has the number ${shop}.`);
  return port;
}

export const shopHome = (shop: number): string => `.luvrit/e2e-${shop}`;
