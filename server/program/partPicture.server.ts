import { viewSetup } from "../../core/ledger/index.ts";
import { Slots } from "../concurrency/slots.ts";
import type { Sql } from "../database/pool.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { readInWorker } from "../reading/readInWorker.server.ts";
import { editedProgramFile } from "./editedProgram.server.ts";

/** Pictures wait for one another, so that a list of them never holds up a file that somebody has sent. */
const slots = new Slots(1, 200);
/** Pictures that are kept, the oldest go first. */
const MOST_KEPT = 300;
const kept = new Map<string, string>();

/** The part of a setup in a few lines as SVG; undefined where there is no such setup, or too many are asked for at once. */
export async function partPicture(sql: Sql, id: string): Promise<string | undefined> {
  const state = await readSetup(sql, id);
  if (!state) return undefined;
  const key = `${id} ${state.seq}`;
  const known = kept.get(key);
  if (known !== undefined) return known;
  const setup = viewSetup(state);
  const made = await slots.run(async () => ({
    picture: await readInWorker("picture", { text: (await editedProgramFile(sql, setup))?.text, setup }),
  }));
  if (!made) return undefined;
  kept.set(key, made.picture);
  const oldest = kept.keys().next().value;
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  return made.picture;
}
