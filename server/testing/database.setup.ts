import { mkdtemp } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
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
  const home = await mkdtemp(path.join(os.tmpdir(), "luvrit-test-"));
  const database = await startPrivateDatabase(home);
  project.provide("databaseUrl", database.url);
  return async () => {
    await database.stop();
    await removeHome(home);
  };
}
