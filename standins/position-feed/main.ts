import { readFileSync } from "node:fs";
import type { AddressInfo } from "node:net";
import path from "node:path";
import { demoLathes } from "./demoLathes.ts";
import { createFeedServer } from "./server.ts";

/** `node build/stand-in.mjs DEMO-FOLDER`: serves the demo's lathes on a free port of loopback and prints its address. */
const folder = process.argv[2];
if (folder === undefined) {
  process.stderr.write("stand-in: say where the demo data lies.\n");
  process.exit(2);
}
const read = (name: string) => JSON.parse(readFileSync(path.join(folder, name), "utf8"));
const { server, pool } = createFeedServer();
const now = new Date().toISOString();
for (const [id, lathe] of demoLathes(read("machines.json"), read("setups.json"))) pool.put(id, lathe, now);

server.listen(Number(process.env.STANDIN_PORT ?? 0), "127.0.0.1", () => {
  process.stdout.write(`http://127.0.0.1:${(server.address() as AddressInfo).port}\n`);
});
const stop = () => {
  server.close(() => process.exit(0));
  server.closeAllConnections();
};
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, stop);
// It belongs to who started it: when they are gone, however they went, so is it.
process.stdin.on("end", stop).resume();
