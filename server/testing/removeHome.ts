import { rm } from "node:fs/promises";
import { databasePlace } from "../private-database/databasePlace.server.ts";

/** Removes a test's home with the data of its private database, which root keeps elsewhere. */
export async function removeHome(home: string, dataRoot?: string): Promise<void> {
  const { folder } = await databasePlace(home, dataRoot);
  await rm(folder, { recursive: true, force: true });
  await rm(home, { recursive: true, force: true });
}
