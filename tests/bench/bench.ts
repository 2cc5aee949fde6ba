import path from "node:path";
import { fileURLToPath } from "node:url";
import { DemoServer } from "./demoServer.ts";
import { type Bench, type Demo, round } from "./section.ts";
import { SECTIONS } from "./sections.ts";

/** `./luvrit bench [--short] [SECTION …]`: figures measured on this machine, as JSON; all sections where none is named. */
const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), "../..");
const words = process.argv.slice(2);
const isShort = words.includes("--short");
const named = words.filter((word) => word !== "--short");
const unknown = named.find((word) => !SECTIONS.some(({ name }) => name === word));
if (unknown !== undefined) {
  const names = SECTIONS.map(({ name }) => name).join(", ");
  process.stderr.write(`luvrit: “${unknown}” is nothing that is measured. There are ${names}.\n`);
  process.exit(2);
}

let server: DemoServer | undefined;
let demo: Promise<Demo> | undefined;
const bench: Bench = {
  root: ROOT,
  scale: isShort ? 0.02 : 1,
  demo: () => {
    demo ??= (async () => {
      server = await DemoServer.make(ROOT);
      return server.signIn((await server.start()).address);
    })();
    return demo;
  },
};
const figures: Record<string, object> = {};
try {
  for (const { name, run } of SECTIONS) {
    if (named.length > 0 && !named.includes(name)) continue;
    process.stderr.write(`${name} …\n`);
    const began = performance.now();
    const measured = await run(bench);
    figures[name] = { ...measured, tookSeconds: round((performance.now() - began) / 1000) };
  }
  process.stdout.write(`${JSON.stringify(figures, null, 2)}\n`);
} finally {
  await server?.remove();
}
