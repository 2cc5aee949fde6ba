import { chmod, mkdtemp, rm } from "node:fs/promises";
import os from "node:os";
import path from "node:path";
import type { TestProject } from "vitest/node";
import { startPrivateDatabase } from "../private-database/privateDatabase.server.ts";

declare module "vitest" {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

/** A real MariaDB of its own for the repository tests, empty, gone afterwards. */
export default async function setup(project: TestProject) {
  const home = await mkdtemp(path.join(os.tmpdir(), "luvrit-test-"));
  // As root the server runs as another user, who must be able to pass through.
  await chmod(home, 0o755);
  const database = await startPrivateDatabase(home);
  project.provide("databaseUrl", database.url);
  return async () => {
    await database.stop();
    await rm(home, { recursive: true, force: true });
  };
}
