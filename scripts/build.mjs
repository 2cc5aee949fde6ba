// Builds everything that the command runs: the application (client and server), the launcher and the scripted commands.
import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { brotliCompressSync, gzipSync } from "node:zlib";
import { build } from "esbuild";

/** Text that a browser loads is packed once here, not for every request. */
function packAssets(folder) {
  for (const name of readdirSync(folder)) {
    if (!/\.(js|css|svg)$/.test(name)) continue;
    const content = readFileSync(`${folder}/${name}`);
    writeFileSync(`${folder}/${name}.br`, brotliCompressSync(content));
    writeFileSync(`${folder}/${name}.gz`, gzipSync(content, { level: 9 }));
  }
}

/** The worker that opens pages without the server: with the names of all files that a page can ask for. */
async function buildServiceWorker() {
  const folder = "build/client/assets";
  const names = readdirSync(folder).filter((name) => !/\.(br|gz|map)$/.test(name));
  const assets = [
    ...names.map((name) => `/assets/${name}`),
    "/favicon.svg",
    "/manifest.webmanifest",
    "/icon-192.png",
  ].sort();
  const own = readFileSync("app/offline/serviceWorker.ts");
  const name = createHash("sha256").update(assets.join("\n")).update(own).digest("hex").slice(0, 16);
  await build({
    entryPoints: ["app/offline/serviceWorker.ts"],
    outfile: "build/client/service-worker.js",
    bundle: true,
    format: "iife",
    target: "es2022",
    minify: true,
    logLevel: "warning",
    define: { LUVRIT_BUILD: JSON.stringify(name), LUVRIT_ASSETS: JSON.stringify(assets) },
  });
}

/** `cli`: the scripted commands alone; `launcher`: what starts the sources, for `./luvrit dev`; all of it where nothing is said. */
const only = process.argv[2];
const isWhole = only === undefined;
const STAMP = "build/.stamp";
/** What the build was made from, as the command asks before it builds again. */
const fingerprint = () => execFileSync("bash", ["scripts/sources.sh"], { encoding: "utf8" }).trim();
const sources = isWhole ? fingerprint() : "";
if (isWhole) rmSync(STAMP, { force: true });
process.env.FORCE_COLOR ??= "0";
if (isWhole) {
  const { status } = spawnSync("node", ["node_modules/@react-router/dev/bin.js", "build"], {
    stdio: "inherit",
    env: { ...process.env, NODE_ENV: "production" },
  });
  if (status !== 0) process.exit(status ?? 1);
  packAssets("build/client/assets");
}
const common = {
  bundle: true,
  platform: "node",
  format: "esm",
  target: "node20",
  packages: "external",
  logLevel: "warning",
  // Beside it: inside, it would be read into memory at each start.
  sourcemap: "linked",
};
/** What runs beside the application, each a program of its own. */
const PROGRAMS = {
  launch: "server/launch.server.ts",
  "stand-in": "standins/position-feed/main.ts",
  reader: "server/reading/readerWorker.ts",
};
const outside = { ...common, outdir: "build", outExtension: { ".js": ".mjs" } };
if (only !== "launcher") await build({ ...outside, entryPoints: { cli: "cli/main.ts" }, sourcemap: false });
if (only === "launcher") await build({ ...outside, entryPoints: PROGRAMS });
if (isWhole) {
  await buildServiceWorker();
  await build({
    ...outside,
    entryPoints: {
      ...PROGRAMS,
      // As deep as its source: what it reads of the checkout is found from there.
      "bench/bench": "tests/bench/bench.ts",
    },
  });
  // Sources that were changed meanwhile are built again.
  if (fingerprint() === sources) writeFileSync(STAMP, sources);
}
