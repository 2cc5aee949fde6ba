// Everything that must hold, in the order in which a mistake is cheapest to find. Ends with "N passed, N failed".
import { spawn } from "node:child_process";
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import net from "node:net";
import os from "node:os";
import path from "node:path";
import { performance } from "node:perf_hooks";

// `--long`: kills, load, a million entries, a million broken inputs, in full; an ordinary run has a short form of each.
const words = process.argv.slice(2);
if (words.some((word) => word !== "--long")) {
  process.stderr.write(`luvrit: test knows --long alone, not ${words.join(" ")}.\n`);
  process.exit(2);
}
const isLong = words.includes("--long");
if (isLong) process.env.LUVRIT_LONG = "1";

// Root keeps the data of private databases apart from the checkout: that of the tests goes where it is cleared away.
const dataRoot = mkdtempSync(path.join(os.tmpdir(), "luvrit-data-"));
chmodSync(dataRoot, 0o711);
process.env.LUVRIT_DATA_ROOT = dataRoot;
process.on("exit", () => rmSync(dataRoot, { recursive: true, force: true }));

const REPORTS = ".luvrit/reports";
rmSync(REPORTS, { recursive: true, force: true });
mkdirSync(REPORTS, { recursive: true });

const total = { passed: 0, failed: 0 };

/** Runs a program, its output passed on as it comes. */
function run(program, words, env = {}) {
  return new Promise((resolve) => {
    const child = spawn(program, words, { stdio: ["ignore", "inherit", "inherit"], env: { ...process.env, ...env } });
    child.once("error", () => resolve(127));
    child.once("exit", (code) => resolve(code ?? 1));
  });
}
const bin = (name, ...words) => ["node", [`node_modules/${name}`, ...words]];

/** A step that holds or does not. */
async function check(name, [program, words], env) {
  const began = performance.now();
  const code = await run(program, words, env);
  report(name, began, code === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });
  return code === 0;
}

/** A step that counts its own tests; one that dies without counting has failed. */
async function tests(name, [program, words], env, count) {
  const began = performance.now();
  const code = await run(program, words, env);
  let counted = { passed: 0, failed: 0 };
  try {
    counted = count();
  } catch (cause) {
    process.stderr.write(`${name} left no report (${cause.message}).\n`);
  }
  if (code !== 0 && counted.failed === 0) counted.failed = 1;
  if (counted.passed + counted.failed === 0) counted.failed = 1;
  report(name, began, counted);
}

function report(name, began, { passed, failed }) {
  total.passed += passed;
  total.failed += failed;
  const seconds = ((performance.now() - began) / 1000).toFixed(1);
  process.stdout.write(
    `\n── ${name}: ${failed === 0 ? "holds" : "FAILED"} (${passed} passed, ${failed} failed, ${seconds} s)\n\n`,
  );
}

const json = (file) => JSON.parse(readFileSync(file, "utf8"));
const vitest = (projects, workers = os.availableParallelism()) => {
  const name = projects.join(" and ");
  const file = `${REPORTS}/${projects.join("-")}.json`;
  return tests(
    `${name} tests`,
    bin(
      "vitest/vitest.mjs",
      "run",
      ...projects.flatMap((project) => ["--project", project]),
      `--maxWorkers=${workers}`,
      "--reporter=default",
      "--reporter=json",
      `--outputFile.json=${file}`,
    ),
    { FORCE_COLOR: "0" },
    () => {
      const { numPassedTests, numFailedTests, numFailedTestSuites, numPassedTestSuites } = json(file);
      // A file that does not load has no failed test, only a failed suite.
      return {
        passed: numPassedTests,
        failed: numFailedTests || (numPassedTestSuites === 0 ? numFailedTestSuites : 0),
      };
    },
  );
};

/** Free ports, all held until all are found, so that none is named twice. */
async function freePorts(count) {
  const probes = await Promise.all(
    Array.from({ length: count }, () => {
      const probe = net.createServer();
      return new Promise((resolve) => probe.listen(0, "127.0.0.1", () => resolve(probe)));
    }),
  );
  const ports = probes.map((probe) => probe.address().port);
  await Promise.all(probes.map((probe) => new Promise((resolve) => probe.close(resolve))));
  return ports;
}

// Two at a time where each keeps one core busy; what measures times has the machine to itself.
await Promise.all([
  check("format and lint", bin("@biomejs/biome/bin/biome", "check", "--error-on-warnings", ".")),
  check("route types", bin("@react-router/dev/bin.js", "typegen")).then(() =>
    check("types", bin("typescript7/bin/tsc", "--noEmit")),
  ),
  check(
    "import rules",
    bin(
      "dependency-cruiser/bin/dependency-cruise.mjs",
      "core",
      "sim",
      "server",
      "app",
      "cli",
      "standins",
      "--config",
      ".dependency-cruiser.cjs",
    ),
  ),
]);
// The whole command, so that its own staleness check sees a fresh build too.
const [isBuilt] = await Promise.all([
  check("build", ["node", ["scripts/build.mjs"]], { FORCE_COLOR: "0" }).then(async (built) => {
    await vitest(["server"]);
    return built;
  }),
  vitest(["core", "component", "judge"]),
]);
if (isBuilt) {
  // These wait for processes and disks as often as they compute: one more than there are cores keeps all of them busy. Only the long load holds its bars to the millisecond.
  if (isLong) {
    await vitest(["command", "hard"]);
    await vitest(["load"]);
  } else await vitest(["command", "hard", "load"], os.availableParallelism() + 1);
  const file = ".luvrit/e2e-report.json";
  rmSync(file, { force: true });
  await tests(
    "end-to-end stories",
    bin("@playwright/test/cli.js", "test"),
    { LUVRIT_E2E_PORTS: (await freePorts(2)).join(), FORCE_COLOR: "0" },
    () => {
      const { stats } = json(file);
      return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
    },
  );
}

process.stdout.write(`${total.passed} passed, ${total.failed} failed\n`);
process.exitCode = total.failed === 0 ? 0 : 1;
