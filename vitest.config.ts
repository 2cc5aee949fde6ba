import os from "node:os";
import path from "node:path";
import { defineConfig } from "vitest/config";
import { BaseSequencer, type TestSpecification } from "vitest/node";

/** Files that take long, so that no worker is left alone with one of them at the end. */
const LONG = [
  "start-and-stop",
  "anywhere",
  "doctorAndBench",
  "restore",
  "proxies",
  "cluster",
  "scale",
  "kills",
  "scripted-commands",
  "plausibility/plausibility",
  "judge/judge",
  "record/record",
  "severalPeople",
  "waysOfChange",
  "closedLoop",
  "slips",
  "everyTool",
  "shipped",
];

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const place = ({ moduleId }: TestSpecification) => {
      const found = LONG.findIndex((name) => moduleId.includes(`/${name}.test.ts`));
      return found < 0 ? LONG.length : found;
    };
    return (await super.sort(files)).sort((a, b) => place(a) - place(b));
  }
}

// Databases that root starts keep their data apart from the checkout; those of tests go where they are cleared away.
process.env.LUVRIT_DATA_ROOT ??= path.join(os.tmpdir(), "luvrit-test-data");

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    // A file of tests for every core: each that needs a database or a server starts its own.
    maxWorkers: os.availableParallelism(),
    projects: [
      {
        test: {
          name: "core",
          // A property that is tried very often takes seconds, and many more where something else runs beside it.
          testTimeout: 180_000,
          // Pure functions leave nothing behind for the next file: what they share is loaded once.
          isolate: false,
          include: [
            "core/**/*.test.ts",
            "sim/**/*.test.ts",
            "cli/**/*.test.ts",
            "standins/**/*.test.ts",
            "app/**/*.test.ts",
            "tests/patterns/**/*.test.ts",
          ],
        },
      },
      {
        // Parts of the interface in their states, in a document without a browser.
        oxc: { jsx: { runtime: "automatic" } },
        test: {
          name: "component",
          environment: "happy-dom",
          include: ["app/**/*.test.tsx"],
          setupFiles: ["app/ui/cleanUp.setup.ts"],
        },
      },
      {
        // The pages themselves, drawn without a browser as they are served.
        oxc: { jsx: { runtime: "automatic", development: false } },
        test: {
          name: "judge",
          env: { NODE_ENV: "production" },
          include: ["tests/judge/**/*.test.ts"],
          testTimeout: 600_000,
        },
      },
      {
        test: {
          name: "command",
          include: ["tests/command/**/*.test.ts"],
          testTimeout: 90_000,
          hookTimeout: 90_000,
        },
      },
      {
        // Kills, outages, a cluster, attempts to get in: on real processes, after the build.
        test: {
          name: "hard",
          include: ["tests/hard/**/*.test.ts"],
          exclude: ["tests/hard/scale.test.ts"],
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        // Measured in time, so with nothing beside it.
        test: {
          name: "load",
          include: ["tests/hard/scale.test.ts"],
          testTimeout: 120_000,
          hookTimeout: 120_000,
        },
      },
      {
        test: {
          name: "server",
          include: ["server/**/*.test.ts"],
          globalSetup: ["server/testing/database.setup.ts"],
          fileParallelism: false,
          testTimeout: 60_000,
          // A database is made anew for each file, on a disk that others write to as well.
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
