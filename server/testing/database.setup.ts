import { mkdtemp, rm } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import { build } from "esbuild";
import type { TestProject } from "vitest/node";
import { startPrivateDatabase } from "../private-database/privateDatabase.server.ts";
import { removeHome } from "./removeHome.ts";

declare module "vitest" {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** A real MariaDB of its own for the repository tests, empty, gone afterwards. */
export default async function setup(project: TestProject) {
  process.env.LUVRIT_READER = await buildReader();
  const home = await mkdtemp(path.join(os.tmpdir(), "luvrit-test-"));
  const database = await startPrivateDatabase(home);
  project.provide("databaseUrl", database.url);
  return async () => {
    await rm(process.env.LUVRIT_READER ?? "", { force: true });
    await database.stop();
    await removeHome(home);
  };
}

/**
 * The reader of files as the build makes it, which is made beside these tests. In the checkout, where it finds its modules, but
 * not where the build clears away what it finds.
 */
async function buildReader(): Promise<string> {
  const outfile = path.resolve(".luvrit", `reader-for-tests-${process.pid}.mjs`);
  await build({
    entryPoints: ["server/reading/readerWorker.ts"],
    outfile,
    bundle: true,
    platform: "node",
    format: "esm",
    target: "node20",
    packages: "external",
  });
  return outfile;
}
