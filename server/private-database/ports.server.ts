import { randomInt } from "node:crypto";
import net from "node:net";

/** Whether a port can be listened on; on loopback when no host is named. */
export function isFree(port: number, host = "127.0.0.1"): Promise<boolean> {
  return new Promise((resolve) => {
    const probe = net.createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, host, () => probe.close(() => resolve(true)));
  });
}

/** Ports that no system gives to a connection or a listener that did not ask for one: what is free here stays so for a while. */
const [FIRST, LAST] = [20_000, 32_000];

/** A port on loopback that is free now, drawn at random so that two who ask at once are not told the same. */
export async function freePort(): Promise<number> {
  for (;;) {
    const port = randomInt(FIRST, LAST);
    if (await isFree(port)) return port;
  }
}
