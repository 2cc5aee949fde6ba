// Builds everything that the command runs: the application (client and server), the launcher and the scripted commands.
import { spawnSync } from "node:child_process";
import { build } from "esbuild";

const only = process.argv[2];
process.env.FORCE_COLOR ??= "0";
if (only !== "cli") {
  const { status } = spawnSync("node", ["node_modules/@react-router/dev/bin.js", "build"], {
    stdio: "inherit",
    env: { ...process.env, NODE_ENV: "production" },
  });
  if (status !== 0) process.exit(status ?? 1);
}
const common = {
  bundle: true,
  platform: "node",
  format: "esm",
  target: "node20",
  packages: "external",
  logLevel: "warning",
  sourcemap: "inline",
};
await build({
  ...common,
  entryPoints: { cli: "cli/main.ts" },
  outdir: "build",
  outExtension: { ".js": ".mjs" },
  sourcemap: false,
});
if (only !== "cli")
  await build({
    ...common,
    entryPoints: {
      launch: "server/launch.server.ts",
      "stand-in": "standins/position-feed/main.ts",
      bench: "tests/bench/bench.ts",
    },
    outdir: "build",
    outExtension: { ".js": ".mjs" },
  });
