import { profilePicture } from "../../core/drawings/index.ts";
import { type SetupView, viewSetup } from "../../core/ledger/index.ts";
import { Slots } from "../concurrency/slots.ts";
import type { Sql } from "../database/pool.server.ts";
import { readSetup } from "../ledger/setupsRepository.server.ts";
import { NotRead, readInWorker } from "../reading/readInWorker.server.ts";
import { editedProgramFile } from "./editedProgram.server.ts";

/** Pictures wait for one another, so that a list of them never holds up a file that somebody has sent. */
const slots = new Slots(1, 200);
/** Pictures that are kept, the oldest go first. */
const MOST_KEPT = 300;
const kept = new Map<string, string>();

/**
 * The part of a setup in a few lines as SVG, by its program or its typed steps; its stock where there is neither, and where the program cannot be
 * read just now. Undefined where there is no such setup.
 */
export async function partPicture(sql: Sql, id: string): Promise<string | undefined> {
  const state = await readSetup(sql, id);
  if (!state) return undefined;
  const key = `${id} ${state.seq}`;
  const known = kept.get(key);
  if (known !== undefined) return known;
  const setup = viewSetup(state);
  const made = await slots.run(async () => ({ picture: await drawn(sql, setup) }));
  if (made?.picture === undefined) return profilePicture(undefined, stockOf(setup));
  kept.set(key, made.picture);
  const oldest = kept.keys().next().value;
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  return made.picture;
}

/** The picture made apart from everything else; undefined where the program takes too long, or too many are being read. */
async function drawn(sql: Sql, setup: SetupView): Promise<string | undefined> {
  try {
    return await readInWorker("picture", {
      text: (await editedProgramFile(sql, setup))?.text,
      setup,
      stock: stockOf(setup),
    });
  } catch (failure) {
    if (failure instanceof NotRead || failure instanceof Response) return undefined;
    throw failure;
  }
}

/** What is drawn of a setup without a part. Millimetres. */
const stockOf = ({ stock, rawHole }: Pick<SetupView, "stock" | "rawHole">) => ({
  diameter: stock.nominalDiameter,
  hole: rawHole ?? 0,
  length: Math.max(stock.stickOut, stock.nominalDiameter * 0.5),
});
